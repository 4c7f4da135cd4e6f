/** Files that a department has already: a workbook with its own headings, a word-processor file, and what is no such file. */
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";
import { archiveBomb, wordFile, workbook } from "./officeFiles.ts";

const demo = serveDemo("larkmoor");

const questions = workbook({
  Cover: [["Questions of the department"]],
  Rivers: [
    ["Rivers, summer term"],
    ["Unit", "Question text", "Option A", "Option B", "Option C", "Correct", "Because", "Code"],
    [
      "Meanders",
      "Where does a meander drop its sand?",
      "On the inner bend",
      "On the outer bend",
      "Nowhere",
      "a",
      "It is slow there.",
      "LG.1.3",
    ],
    ["Meanders", "Which bend is cut into?", "Inner", "Outer", "Neither", "2", "", ""],
    ["Meanders", "And this one?", "x", "y", "z", "D", "", ""],
  ],
});

test("a workbook is understood by its own headings, put right once for all, and taken in", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.goto(`${demo.address}/bank/paste`);
  await teacher.getByRole("tab", { name: "A file" }).click();
  const file = teacher.getByLabel("File of questions");
  const understood = teacher.getByRole("region", { name: "What was understood" });
  const bring = async (name: string, buffer: Buffer) => {
    await file.setInputFiles({ name, mimeType: "application/octet-stream", buffer });
  };
  await bring("rivers.xlsx", questions);
  await expect(teacher.getByLabel("Sheet")).toHaveText(/Rivers/);
  await expect(understood).toContainText("Row 5: “D” is none of the options.");
  const first = understood.getByRole("article", { name: "Item of row 3" });
  await expect(first).toContainText("one right answer · Meanders · LG.1.3");
  await expect(first).toContainText("✓ right");
  // "Because" was guessed as nothing: it is said once, and remembered.
  await expect(first).toContainText(/explanation/i);
  const because = teacher.getByRole("combobox", { name: "Because" });
  await because.click();
  await teacher.getByRole("option", { name: "the explanation" }).click();
  await expect(first).not.toContainText(/explanation/i);
  await expectAccessible(teacher);

  await bring("rivers.xlsx", questions);
  await expect(because).toHaveText("the explanation");
  await teacher.getByRole("button", { name: "Import 2 items" }).click();
  await expect(teacher.getByText("2 items imported.", { exact: true })).toBeVisible();
  // The same file again: all of it is here, and nothing is offered.
  await bring("rivers.xlsx", questions);
  await expect(first).toContainText("already here as item");
  await expect(teacher.getByRole("button", { name: "Import 0 items" })).toBeDisabled();
  await teacher.getByRole("link", { name: "See the bank" }).click();
  await teacher.getByRole("option", { name: /Where does a meander drop/ }).click();
  const pane = teacher.getByRole("article", { name: /^Item/ });
  await pane.getByLabel("Show the key").click();
  await expect(pane).toContainText("It is slow there.");
});

const onePixel = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==",
  "base64",
);

test("a word-processor file comes as text to look over; what is no file of questions is refused with the reason", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.goto(`${demo.address}/bank/paste`);
  await teacher.getByRole("tab", { name: "A file" }).click();
  const file = teacher.getByLabel("File of questions");
  const bring = async (name: string, buffer: Buffer) => {
    await file.setInputFiles({ name, mimeType: "application/octet-stream", buffer });
  };
  for (const [name, buffer, reason] of [
    ["bomb.xlsx", archiveBomb(), "unpacks to far more"],
    ["old.doc", Buffer.from("x"), "Choose a .csv, .xlsx, .docx or .txt file"],
    ["broken.docx", Buffer.from("not an archive"), "not what its name says"],
    ["broken.xlsx", Buffer.from("PK\\u0003\\u0004 and nothing more"), "could not be read"],
    ["empty.csv", Buffer.from(""), "no rows"],
  ] as const) {
    await bring(name, buffer);
    await expect(teacher.getByRole("alert")).toContainText(reason);
  }
  const word = wordFile(
    [
      "1. What does a spit grow from?",
      "(picture)",
      "a) A cliff",
      "*b) Longshore drift*",
      "2. What lies behind it?",
      "a) A salt marsh",
      "b) A volcano",
      "Answers: 1 B, 2 A",
    ],
    onePixel,
  );
  await bring("spits.docx", word);
  await expect(teacher.getByRole("textbox", { name: "Questions" })).toHaveValue(/\*b\) Longshore drift/);
  const understood = teacher.getByRole("region", { name: "What was understood" });
  await expect(understood.getByRole("article")).toHaveCount(2);
  await expect(understood.getByRole("article").nth(1)).toContainText("A salt marsh✓ right");
  await expect(understood.getByRole("article").first()).toContainText("Describe the picture");
  await expect(understood.getByRole("article").first().locator("img")).toHaveJSProperty("naturalWidth", 1);
});
