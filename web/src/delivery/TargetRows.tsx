/** Who gets a release, and when: classes, groups of them or single students, each with times of its own. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { Trash2 } from "lucide-react";
import { useListClassesQuery, useListEnrolmentsQuery } from "../courses/api.ts";
import { t } from "../platform/words.ts";
import { MomentField } from "../ui/DateFields.tsx";

export interface TargetDraft {
  readonly classId: string;
  readonly groupId: string | null;
  readonly studentId: string | null;
  readonly name: string;
  /** As a date field writes it; empty: at once, or never. */
  readonly opensAt: string;
  readonly shutsAt: string;
}

const moment = (local: string) => (local === "" ? null : new Date(local).toISOString());

/** A moment as a date field writes it, in the reader's zone; empty: none. */
export function localOf(at: string | null): string {
  if (at === null) return "";
  const date = new Date(at);
  return new Date(date.getTime() - date.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

export const toBody = ({ classId, groupId, studentId, opensAt, shutsAt }: TargetDraft) => ({
  classId,
  groupId,
  studentId,
  opensAt: moment(opensAt),
  shutsAt: moment(shutsAt),
});

/** On a phone a field of its own under the name. */
const ownRow = { gridColumn: { xs: "1 / -1", md: "auto" } };

export function TargetRows({
  of: quiz,
  targets,
  onChange,
  mayRemove = true,
}: {
  /** Whose groups and students can be chosen one by one. */
  of: { readonly classId: string; readonly className: string };
  targets: readonly TargetDraft[];
  onChange: (targets: readonly TargetDraft[]) => void;
  /** What has been released is not taken back; it can be closed. */
  mayRemove?: boolean;
}) {
  const classes = useListClassesQuery().data?.classes ?? [];
  const roster = useListEnrolmentsQuery({ params: { classId: quiz.classId } }).data;
  const last = targets.at(-1);
  const blank = { groupId: null, studentId: null, opensAt: last?.opensAt ?? "", shutsAt: last?.shutsAt ?? "" };
  const choices: TargetDraft[] = [
    ...classes.map((one) => ({ ...blank, classId: one.id, name: one.name })),
    ...(roster?.groups ?? []).map((group) => ({
      ...blank,
      classId: quiz.classId,
      groupId: group.id,
      name: `${quiz.className}: ${group.name}`,
    })),
    ...(roster?.students ?? []).map((student) => ({
      ...blank,
      classId: quiz.classId,
      studentId: student.studentId,
      name: `${quiz.className}: ${student.name}`,
    })),
  ];
  const set = (index: number, change: Partial<TargetDraft>) => {
    onChange(targets.map((target, i) => (i === index ? { ...target, ...change } : target)));
  };
  return (
    <>
      {targets.map((target, i) => (
        <Box
          key={target.name}
          role="group"
          aria-label={target.name}
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "minmax(0, 1fr) 40px", md: "1fr 250px 250px 40px" },
            gap: 1.5,
            alignItems: "start",
            mb: 1.5,
          }}
        >
          <Typography
            sx={{ fontWeight: 700, pt: 1, gridColumn: { xs: targets.length > 1 ? "1" : "1 / -1", md: "auto" } }}
          >
            {target.name}
          </Typography>
          <MomentField
            label={t("It opens")}
            value={target.opensAt}
            onChange={(opensAt) => {
              set(i, { opensAt });
            }}
            helperText={target.opensAt === "" ? t("at once") : " "}
            sx={ownRow}
          />
          <MomentField
            label={t("It closes")}
            value={target.shutsAt}
            onChange={(shutsAt) => {
              set(i, { shutsAt });
            }}
            helperText={target.shutsAt === "" ? t("when you close it") : t("what is in progress is handed in then")}
            sx={ownRow}
          />
          {mayRemove && targets.length > 1 && (
            <IconButton
              aria-label={t("Remove {{target}}", { target: target.name })}
              onClick={() => {
                onChange(targets.filter((_, other) => other !== i));
              }}
              sx={{ gridRow: { xs: 1, md: "auto" }, gridColumn: { xs: 2, md: "auto" } }}
            >
              <Trash2 size={16} />
            </IconButton>
          )}
        </Box>
      ))}
      <Autocomplete
        size="small"
        value={null}
        blurOnSelect
        clearOnBlur
        options={choices.filter((choice) => !targets.some((target) => target.name === choice.name))}
        getOptionLabel={(choice) => choice.name}
        onChange={(_, chosen) => {
          if (chosen) onChange([...targets, chosen]);
        }}
        renderInput={(params) => <TextField {...params} label={t("Release it to another class, group or student")} />}
        sx={{ maxWidth: 420 }}
      />
      <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 0.75 }}>
        {t(
          "Of several times for one student the most particular counts: the student’s own, then the group’s, then the class’s.",
        )}
      </Typography>
    </>
  );
}
