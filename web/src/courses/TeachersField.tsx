/** Who teaches a class: chosen from the colleagues of the department, saved at once. */
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useListMembersQuery } from "../team/api.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useListClassesQuery, useSetClassTeachersMutation } from "./api.ts";

export function TeachersField({ classId }: { classId: string }) {
  const { members = [] } = useListMembersQuery().data ?? {};
  const taught = useListClassesQuery().data?.classes.find((one) => one.id === classId);
  const [set, { isLoading }] = useSetClassTeachersMutation();
  const say = useToast();
  const colleagues = members
    .filter((one) => one.leftAt === null && one.role !== "guest")
    .map(({ personId, name }) => ({ personId, name }));
  if (!taught) return null;
  const save = async (personIds: string[]) => {
    const { error } = await set({ params: { classId }, body: { personIds } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Autocomplete
      multiple
      size="small"
      options={colleagues}
      value={taught.teachers}
      disabled={isLoading}
      getOptionLabel={(one) => one.name}
      isOptionEqualToValue={(one, other) => one.personId === other.personId}
      noOptionsText={t("Nobody else belongs to the department.")}
      onChange={(_, chosen) => void save(chosen.map((one) => one.personId))}
      renderInput={(params) => <TextField {...params} label={t("Taught by")} />}
      sx={{ maxWidth: 560 }}
    />
  );
}
