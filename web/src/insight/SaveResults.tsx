/** Takes the results of a release away, as a workbook or as CSV; what is shown is what is saved. */
import MenuItem from "@mui/material/MenuItem";
import type { AnswerRow } from "@verdant/contract/answers";
import type { Results } from "@verdant/contract/insight";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { MenuButton } from "../ui/MenuButton.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useLazyListAnswersOfReleaseQuery } from "./api.ts";

export function SaveResults({ results }: { results: Results }) {
  const [read, { isFetching }] = useLazyListAnswersOfReleaseQuery();
  const say = useToast();
  const save = async (as: "workbook" | "csv") => {
    const { releaseId, classId, go } = results;
    const { data, error } = await read({ params: { releaseId }, query: { classId, go } });
    if (!data) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    await write(as, results, data.answers).catch(() => {
      say({ text: t("The file could not be written. Try again."), isError: true });
    });
  };
  return (
    <MenuButton label={t("Save as…")} isBusy={isFetching}>
      <MenuItem onClick={() => void save("workbook")}>{t("Workbook: marks, questions, answers")}</MenuItem>
      <MenuItem onClick={() => void save("csv")}>{t("CSV: the same in three files")}</MenuItem>
    </MenuButton>
  );
}

/** What writes them is loaded when somebody saves. */
async function write(as: "workbook" | "csv", results: Results, answers: readonly AnswerRow[]): Promise<void> {
  const [{ fileNameOf, resultTables }, { saveTables }] = await Promise.all([
    import("./resultTables.ts"),
    import("../platform/saveTables.ts"),
  ]);
  await saveTables(as, resultTables(results, answers), fileNameOf(results));
}
