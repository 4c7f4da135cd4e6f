/** Saves the department's frameworks of standards, each as a CASE file. */
import Button from "@mui/material/Button";
import { problemOf } from "../platform/problem.ts";
import { saveFile } from "../platform/saveFile.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useLazyExportStandardsQuery } from "./api.ts";

export function SaveStandards() {
  const [read, { isFetching }] = useLazyExportStandardsQuery();
  const say = useToast();
  const save = async () => {
    const { data, error } = await read();
    if (!data) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    for (const { title, file } of data.frameworks)
      saveFile(new Blob([`${JSON.stringify(file, null, 2)}\n`], { type: "application/json" }), `${title}.json`);
    say({
      text: t("{{count}} CASE files saved. Withdrawn standards are not in them.", { count: data.frameworks.length }),
    });
  };
  return (
    <Button variant="outlined" disabled={isFetching} onClick={() => void save()}>
      {t("Save as CASE")}
    </Button>
  );
}
