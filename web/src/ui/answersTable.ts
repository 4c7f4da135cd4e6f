/** Answers to take away, a row for each question of each go: the same columns from every page. */
import type { AnswerRow } from "@verdant/contract/answers";
import type { Table } from "../platform/saveTables.ts";
import { t } from "../platform/words.ts";

const stateWords: Readonly<Record<AnswerRow["state"], string>> = {
  marked: t("marked"),
  waiting: t("waits for a mark"),
  notReached: t("not reached"),
  noMark: t("an opinion, no mark"),
};
const useWords = { practice: t("practice"), reserved: t("reserved for tests") };

export const answersTable = (answers: readonly AnswerRow[]): Table => ({
  name: t("Answers"),
  columns: [
    ...[t("Student"), t("Go"), t("Question number"), t("Item"), t("Question"), t("Use")],
    ...[t("Answer"), t("State"), t("Credit, 0 to 1"), t("Seconds"), t("Why, in the student’s words")],
  ],
  rows: answers.map((one) => [
    ...[one.name, one.go, one.position, one.itemNumber, one.question, useWords[one.use]],
    ...[one.answer, stateWords[one.state], one.credit, one.seconds, one.reason],
  ]),
});
