import type { MarkCell, MarkTable } from "@verdant/contract/marks";
import readSheet from "read-excel-file/node";
import { expect, test } from "vitest";
import write from "write-excel-file/universal";
import { markSheet } from "./markSheet.ts";

const cell = (releaseId: string, state: MarkCell["state"], points: number | null = null): MarkCell => ({
  ...{ releaseId, state, points, outOf: points === null ? null : 5, waitingPoints: 0, handedInAt: null, reason: null },
});
const quiz = (id: string, name: string, weight: number) => ({
  ...{
    id,
    name,
    weight,
    usualWeight: weight,
    counts: "best" as const,
    opensAt: "2031-02-03T09:00:00.000Z",
    shutsAt: null,
  },
});
const student = (name: string, share: number | null, ...cells: MarkCell[]) => ({
  ...{ studentId: name, name, externalId: null, cells, share, counted: share === null ? 0 : 1 },
});
const table: MarkTable = {
  ...{ classId: "c", className: "8B / [maps]", departmentId: "d", line: 0.7, today: "2031-02-05", more: 0 },
  ...{ classExternalId: null, schoolExternalId: null },
  releases: [quiz("a", "Check 1", 1), quiz("b", "=cmd|' /C calc'!A0", 0)],
  students: [
    student("Ada Moss", 0.7, cell("a", "marked", 3.5), cell("b", "marked", 5)),
    student("+Ben Reed", null, cell("a", "absent"), cell("b", "notGiven")),
    student("Cleo Hart", null, cell("a", "excused"), cell("b", "marked", 0)),
  ],
};

test("the workbook has real numbers, and a name that looks like a formula is a text", async () => {
  const blob = await write(markSheet(table)).toBlob();
  const [sheet] = await readSheet(Buffer.from(await blob.arrayBuffer()));
  expect(sheet?.data).toEqual([
    ["Student", "Check 1", "=cmd|' /C calc'!A0", "Mean", "Quizzes"],
    ["out of", 5, 5, null, null],
    ["Weight", 1, 0, null, null],
    ["Ada Moss", 3.5, 5, 0.7, 1],
    ["+Ben Reed", "absent", null, null, 0],
    ["Cleo Hart", "excused", 0, null, 0],
  ]);
});
