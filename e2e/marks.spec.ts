/** A class's marks: weights, an excuse, and the workbook. */
import { readFileSync } from "node:fs";
import { strFromU8, unzipSync } from "fflate";
import readSheet from "read-excel-file/node";
import { classIdOf, expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

test("a class's marks are weighed, a student is excused and that undone, and the workbook says the same", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Ruben Castellow");
  const classId = await classIdOf(teacher, "9C");
  await teacher.goto(`${demo.address}/classes/${classId}`);
  await teacher.getByRole("link", { name: "Marks" }).click();
  const table = teacher.getByRole("region", { name: "Marks" });
  const row = (name: RegExp) => table.getByRole("row", { name });
  await expect(row(/^Xenia Alderton/)).toContainText("100% of 1 quiz");
  await expectAccessible(teacher);
  await teacher.getByRole("checkbox", { name: "Only quizzes that count" }).uncheck();
  const weight = table.getByRole("textbox", { name: "Weight of “Practice: development”" });
  await weight.fill("1");
  await weight.press("Enter");
  await expect(row(/^Xenia Alderton/)).toContainText("90% of 2 quizzes");
  await table.getByRole("button", { name: "Xenia Alderton, Practice: development: 4 of 5" }).click();
  await teacher.getByLabel("Why excused, if you like").fill("Ill that week.");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Excuse", exact: true }).click();
  await expect(row(/^Xenia Alderton/)).toContainText("100% of 1 quiz");
  await teacher.getByRole("button", { name: "Undo" }).click();
  await expect(row(/^Xenia Alderton/)).toContainText("90% of 2 quizzes");
  const [file] = await Promise.all([
    teacher.waitForEvent("download"),
    teacher.getByRole("button", { name: "Save as a workbook" }).click(),
  ]);
  const [sheet] = await readSheet(await file.path());
  const saved = sheet?.data.find(([name]) => name === "Xenia Alderton") ?? [];
  expect(saved.slice(-2)).toEqual([0.9, 2]);

  const [results] = await Promise.all([
    teacher.waitForEvent("download"),
    teacher.getByRole("button", { name: "Save as roster results" }).click(),
  ]);
  expect(results.suggestedFilename()).toMatch(/^Roster results 9C .*\.zip$/);
  const files = unzipSync(new Uint8Array(readFileSync(await results.path())));
  expect(Object.keys(files).sort()).toEqual(["categories.csv", "lineItems.csv", "manifest.csv", "results.csv"]);
  expect(strFromU8(files["results.csv"] ?? new Uint8Array())).toMatch(/,fully graded,5,/);
  await teacher.getByRole("tab", { name: "Standards" }).click();
  await expect(teacher.getByRole("columnheader", { name: /Line 70%: \d+ secure/ }).first()).toBeVisible();
  await expectAccessible(teacher);
});
