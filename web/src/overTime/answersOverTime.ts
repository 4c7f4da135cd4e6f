/** All quizzes of a class to take away: what came out of each, and every answer. */
import type { AnswerRow } from "@verdant/contract/answers";
import type { ClassOverTime } from "@verdant/contract/overTime";
import type { Table } from "../platform/saveTables.ts";
import { t } from "../platform/words.ts";
import { answersTable } from "../ui/answersTable.ts";

type Release = ClassOverTime["releases"][number];

/** @param answers of each of the releases, in their order */
export function tablesOverTime(
  releases: readonly Release[],
  answers: readonly (readonly AnswerRow[])[],
): readonly Table[] {
  const [quiz, day] = [t("Quiz"), t("Day")];
  const each = releases.map((release, i) => ({ release, ...answersTable(answers[i] ?? []) }));
  const { name, columns } = answersTable([]);
  return [
    {
      name: t("Quizzes"),
      columns: [quiz, day, t("Given to"), t("Handed in"), t("Right"), t("Of"), t("At least"), t("At most")],
      rows: releases.map(({ name, on, given, handedIn, outcome }) => [
        ...[name, on, given, handedIn, outcome.right, outcome.outOf, outcome.low, outcome.high],
      ]),
    },
    {
      name,
      columns: [quiz, day, ...columns],
      rows: each.flatMap(({ release, rows }) => rows.map((row) => [release.name, release.on, ...row])),
    },
  ];
}
