/** The results of a release to take away: marks, questions and answers. */
import type { AnswerRow } from "@verdant/contract/answers";
import type { Results } from "@verdant/contract/insight";
import { kindNames } from "@verdant/core/items/kindNames";
import type { Table } from "../platform/saveTables.ts";
import { t } from "../platform/words.ts";
import { answersTable } from "../ui/answersTable.ts";

const inState = { notBegun: t("not begun"), running: t("in progress"), handedIn: t("handed in") };

/** What the page shows, as numbers and texts; `answers` are of the same class and goes. */
export function resultTables(results: Results, answers: readonly AnswerRow[]): Table[] {
  const items = [...results.items].sort((a, b) => a.position - b.position);
  return [
    {
      name: t("Marks"),
      columns: [
        t("Student"),
        t("Where they are"),
        t("Mark"),
        t("Out of"),
        ...items.map((item) => t("Question {{number}}", { number: item.position })),
      ],
      rows: results.perStudent.map(({ name, state, mark, outOf, marks }) => {
        const credits = new Map(marks.map((one) => [one.position, one.credit]));
        return [
          name,
          inState[state],
          mark,
          mark === null ? null : outOf,
          ...items.map((item) => credits.get(item.position) ?? null),
        ];
      }),
    },
    {
      name: t("Questions"),
      columns: [
        ...[t("Question number"), t("Item"), t("Question"), t("Kind"), t("Topic")],
        ...[t("Right"), t("Of"), t("At least"), t("At most"), t("Not reached"), t("Waits for a mark")],
        ...[t("Second answers"), t("Right at the second answer")],
        ...[t("Seconds, middle"), t("Seconds, lower quarter"), t("Seconds, upper quarter")],
      ],
      rows: items.map(({ position, number, stem, kind, topic, facility, notReached, waiting, second, time }) => [
        ...[position, number, stem, kindNames[kind], topic],
        ...[facility.right, facility.outOf, facility.low, facility.high, notReached, waiting],
        ...[second?.given ?? 0, second?.right ?? 0],
        ...[time?.median ?? null, time?.low ?? null, time?.high ?? null],
      ]),
    },
    answersTable(answers),
  ];
}

export const fileNameOf = ({ name, className }: Pick<Results, "name" | "className">) =>
  t("Results {{className}} {{name}}", { className, name });
