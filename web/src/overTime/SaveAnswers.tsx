/** Takes all quizzes of a class away, with every answer of first goes; read quiz by quiz, so that no request is large. */
import MenuItem from "@mui/material/MenuItem";
import type { AnswerRow } from "@verdant/contract/answers";
import type { ClassOverTime } from "@verdant/contract/overTime";
import { useState } from "react";
import { useLazyListAnswersOfReleaseQuery } from "../insight/api.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { MenuButton } from "../ui/MenuButton.tsx";
import { useToast } from "../ui/Toasts.tsx";

export function SaveAnswers({ of: { classId, className, releases } }: { of: ClassOverTime }) {
  const [read] = useLazyListAnswersOfReleaseQuery();
  const [isReading, setReading] = useState(false);
  const say = useToast();
  const save = async (as: "workbook" | "csv") => {
    const answers: (readonly AnswerRow[])[] = [];
    for (const { id, name } of releases) {
      const { data, error } = await read({ params: { releaseId: id }, query: { classId, go: "first" } });
      if (!data) {
        const why = problemOf(error).detail;
        say({ text: t("“{{name}}” could not be read, so no file was written. {{why}}", { name, why }), isError: true });
        return;
      }
      answers.push(data.answers);
    }
    try {
      const [{ tablesOverTime }, { saveTables }] = await Promise.all([
        import("./answersOverTime.ts"),
        import("../platform/saveTables.ts"),
      ]);
      await saveTables(as, tablesOverTime(releases, answers), t("Answers {{className}}", { className }));
    } catch {
      say({ text: t("The file could not be written. Try again."), isError: true });
    }
  };
  const start = (as: "workbook" | "csv") => {
    setReading(true);
    void save(as).finally(() => {
      setReading(false);
    });
  };
  return (
    <MenuButton label={t("Save as…")} isBusy={isReading}>
      <MenuItem
        onClick={() => {
          start("workbook");
        }}
      >
        {t("Workbook: {{count}} quizzes and every answer", { count: releases.length })}
      </MenuItem>
      <MenuItem
        onClick={() => {
          start("csv");
        }}
      >
        {t("CSV: the same in two files")}
      </MenuItem>
    </MenuButton>
  );
}
