/** What is kept of a student, as a file that a person can read and a program can take in. */
import type { StudentFile } from "@verdant/contract/privacy";
import { saveFile } from "../platform/saveFile.ts";
import { t } from "../platform/words.ts";

const whys: Readonly<Record<StudentFile["leftOut"][number], string>> = {
  devices: t("Signed-in devices: their keys let somebody in."),
  cards: t("Entry cards: their words let somebody in."),
  drawn: t("Questions drawn for a go that is not begun: what is asked stands with each go."),
  marking: t("Who is marking an answer at this moment: it is about staff, and gone in minutes."),
  reservedQuestions: t("The text of questions reserved for tests: they would be known. The answers are in the file."),
};

export const studentFileText = (file: StudentFile): string =>
  `${JSON.stringify({ ...file, leftOut: file.leftOut.map((one) => whys[one]) }, null, 2)}\n`;

export function saveStudentFile(file: StudentFile): void {
  const name = t("Data of {{name}}, {{day}}", { name: file.student.name, day: file.at.slice(0, 10) });
  saveFile(new Blob([studentFileText(file)], { type: "application/json" }), `${name}.json`);
}
