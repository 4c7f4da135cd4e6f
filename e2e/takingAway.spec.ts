/** What a department takes away: the results of a quiz as a workbook, and the data of a student who left; and erasing them. */
import { readFileSync } from "node:fs";
import readSheet from "read-excel-file/node";
import { classIdOf, expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

test("a student who left is erased for good; the results and their workbook have everything but the name", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  const classId = await classIdOf(lead, "9C");
  await lead.goto(`${demo.address}/results?class=${classId}`);
  await lead.getByRole("link", { name: "Check: development" }).first().click();
  await lead.getByRole("tab", { name: "Students" }).click();
  const saveWorkbook = async () => {
    await lead.getByRole("button", { name: "Save as…" }).click();
    const [file] = await Promise.all([
      lead.waitForEvent("download"),
      lead.getByRole("menuitem", { name: /^Workbook/ }).click(),
    ]);
    const sheets = await readSheet(await file.path());
    return Object.fromEntries(sheets.map(({ sheet, data }) => [sheet, data]));
  };
  const before = await saveWorkbook();
  expect(Object.keys(before)).toEqual(["Marks", "Questions", "Answers"]);
  const name = String(before["Answers"]?.[1]?.[0]);
  const results = lead.url();

  await lead.getByRole("link", { name: "Team", exact: true }).click();
  await lead.getByRole("link", { name: "Students’ data" }).click();
  await lead.getByLabel("Search students").fill(name);
  await expectAccessible(lead);
  await lead.getByRole("list", { name: "Students" }).getByRole("link", { name }).click();
  await test.step("who is still in a class is taken out of it first", async () => {
    await expect(lead.getByText(`The student is still in 9C`)).toBeVisible();
    const page = lead.url();
    await lead.getByRole("link", { name: "Class 9C" }).click();
    await lead.getByRole("button", { name: `Remove ${name} from the class` }).click();
    await expect(lead.getByRole("button", { name: "Undo" })).toBeVisible();
    await lead.goto(page);
  });
  const [file] = await Promise.all([
    lead.waitForEvent("download"),
    lead.getByRole("button", { name: "Save all of it as a file" }).click(),
  ]);
  const kept = JSON.parse(readFileSync(await file.path(), "utf8")) as { student: { name: string }; answers: object[] };
  expect([kept.student.name, kept.answers.length > 5]).toEqual([name, true]);
  await lead.getByRole("button", { name: "Erase for good…" }).click();
  await lead.getByLabel("Write the name to confirm").fill(name);
  await expectAccessible(lead);
  await lead.getByRole("button", { name: "Erase for good", exact: true }).click();
  await expect(lead.getByText(/^Erased\. What is left goes by the name “Student \w{6}”\.$/)).toBeVisible();

  await lead.goto(results);
  await expect(lead.getByRole("button", { name: "Save as…" })).toBeVisible();
  await expect(lead.getByText(name)).toHaveCount(0);
  const after = await saveWorkbook();
  expect(after["Questions"]).toEqual(before["Questions"]);
  const answersIn = (data: unknown[][] | undefined) => data?.map((row) => row.slice(1, 10).join(" ")).sort();
  expect(answersIn(after["Answers"])).toEqual(answersIn(before["Answers"]));
  expect(JSON.stringify(after)).not.toContain(name);
});
