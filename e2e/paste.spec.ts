/** A block of text and the key of a paper become items of the bank. */
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

const block = `## Meanders
1. Which bank of a meander has the deepest water?
a) The inner bank -- deposits make it shallow
*b) The outer bank
Why: the water is fastest there
Standard: LG.1.3

2. The neck of a meander has become very narrow. What turns the bend into an ox-bow lake?
a) A flood that cuts through the neck *
b) The river drying up

3. Put in order along a river.
Answer: spring > meander > delta

4. Nothing is marked here
a) x
b) y`;

test("pasted questions are looked over, one becomes a variant of what is there, and all are taken in at once", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.getByRole("link", { name: "Bank" }).click();
  await teacher.getByRole("link", { name: "Import items" }).click();
  await teacher.getByRole("textbox", { name: "Questions" }).fill(block);
  const understood = teacher.getByRole("region", { name: "What was understood" });
  await expect(understood).toContainText("Line 15: No option is marked as right.");
  const [first, second] = [
    understood.getByRole("article", { name: "Item of line 2" }),
    understood.getByRole("article", { name: "Item of line 8" }),
  ];
  await expect(first).toContainText("one right answer · Meanders · LG.1.3");
  await expect(second).toContainText(/(look-alike|in other words).* item \d+/);
  await expectAccessible(teacher);

  await teacher.reload();
  await expect(teacher.getByRole("button", { name: "Import 3 items" })).toBeEnabled();
  await second.getByRole("combobox").click();
  await teacher.getByRole("option", { name: /import as a look-alike of/ }).click();
  const third = understood.getByRole("article", { name: "Item of line 12" });
  await third.getByRole("combobox").click();
  await teacher.getByRole("option", { name: "leave out" }).click();
  await teacher.getByRole("button", { name: "Import 2 items" }).click();
  const done = teacher.getByRole("alert").filter({ hasText: "lines or items were not imported" });
  // What was taken, what was left, and why; and what is here now is not offered again.
  await expect(done).toContainText("line 12: you left it out");
  await expect(done).toContainText("Line 15: No option is marked as right.");
  await expect(first).toContainText("already here as item 451");
  await expectAccessible(teacher);
  await teacher.keyboard.press("Control+z");
  await teacher.getByRole("button", { name: "Undo" }).click();
  await expect(teacher.getByText("2 imported items removed again.", { exact: true })).toBeVisible();
  await expect(first).not.toContainText("already here");
  await teacher.getByRole("button", { name: "Import 2 items" }).click();
  await expect(first).toContainText("already here as item 453");
  await done.getByRole("link", { name: "See the bank" }).click();
  await expect(teacher.getByText("452 items")).toBeVisible();
  await teacher.getByRole("option").first().click();
  await expect(teacher.getByRole("article", { name: "Item 454" })).toContainText(/one of \d look-alikes/);

  await teacher.goto(`${demo.address}/bank/paste`);
  await expect(teacher.getByRole("textbox", { name: "Questions" })).toHaveValue("");
  await teacher.getByRole("tab", { name: "Key of a paper" }).click();
  await teacher.getByLabel("Name of the paper").fill("the March paper");
  await teacher.getByLabel("Right letters, in order").fill("ABX CA");
  await expect(understood).toContainText("Question 3: “X” is not one of the letters A to D.");
  await teacher.getByLabel("Standards by question").fill("1-2 LG.1.3");
  await teacher.getByLabel("Topic of items that name none").click();
  await teacher.getByRole("option", { name: /Meanders/ }).click();
  await expect(understood.getByRole("article", { name: "Item of question 1" })).toContainText("Meanders · LG.1.3");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Import 4 items" }).click();
  await teacher.getByRole("link", { name: "See the bank" }).click();
  await expect(teacher.getByText("456 items")).toBeVisible();
});
