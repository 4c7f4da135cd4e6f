/** Keeping the bank good: what an item was before, and a key that is found wrong after students have answered. */
import { cardsOf, expect, expectAccessible, findItem, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

test("an old revision is compared word by word and brought back, and that is undone", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.getByRole("link", { name: "Bank" }).click();
  await findItem(teacher, "groyne", /groyne/i);
  const pane = teacher.getByRole("article", { name: /^Item/ });
  await pane.getByRole("link", { name: "Edit" }).click();
  const question = teacher.getByRole("textbox", { name: "Question" });
  const before = await question.innerText();
  await question.fill("Which way does the drift carry the sand here?");
  await teacher.getByRole("button", { name: "Finish", exact: true }).click();
  await pane.getByRole("link", { name: "History" }).click();
  const revisions = teacher.getByRole("list", { name: "Revisions" }).getByRole("button");
  await expect(revisions).toHaveCount(2);
  const newest = teacher.getByRole("region", { name: "Revision 2" });
  await expect(newest).toContainText("Which way does the drift carry the sand here?");
  await expect(newest.locator("ins").first()).not.toBeEmpty();
  await expectAccessible(teacher);
  await revisions.nth(1).click();
  await expect(revisions.nth(1)).toHaveAttribute("aria-pressed", "true");
  await teacher.getByRole("button", { name: "Restore revision 1" }).click();
  await expect(teacher.getByText("Revision 1 is the newest again, as revision 3.")).toBeVisible();
  await expect(revisions).toHaveCount(3);
  await teacher.getByRole("button", { name: "Undo" }).click();
  await expect(revisions).toHaveCount(4);
  await teacher.getByRole("link", { name: "Edit" }).click();
  await expect(question).toHaveText("Which way does the drift carry the sand here?");
  expect(before).not.toContain("Which way does the drift");
});

test("a wrong key is put right after the quiz: who gains and loses shows first, all is marked again, and taken back", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  const right = "The water there slows down and drops its load";
  const alsoRight = "Waves from the outer bank push sand across";
  await test.step("two students answer item 6, one of them with what will count as well", async () => {
    await teacher.getByRole("link", { name: "Bank" }).click();
    await findItem(teacher, "#6", /^Inner bank builds up/);
    await teacher.getByRole("button", { name: "Add to tray" }).click();
    await expect(teacher.getByRole("button", { name: "Remove from tray" })).toBeVisible();
    await teacher.getByRole("button", { name: "Release these 1 to…" }).click();
    await teacher.getByRole("menuitem", { name: "8D" }).click();
    await teacher.getByRole("link", { name: "Release to 8D" }).click();
    await teacher.getByRole("button", { name: "Release to 8D" }).click();
    await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();
    const cards = await cardsOf(teacher, "8D");
    for (const [i, option] of [right, alsoRight].entries()) {
      const student = await studentAt(person, demo.address, cards[i] ?? "");
      await student.getByRole("button", { name: /^Begin/ }).click();
      await student.getByRole("radio", { name: option }).check();
      await student.getByRole("button", { name: "Before you hand in" }).click();
      await student.getByRole("button", { name: "Hand in" }).click();
      await expect(student.getByRole("heading", { name: /You got/ })).toBeVisible();
    }
    await teacher.reload();
  });
  const row = teacher.getByRole("row").filter({ hasText: "Why does the inside bank of a meander" });
  const share = row.getByText(/ of \d+, between/);
  await expect(share).toHaveText(/^1 of 2, between/);
  await row.getByRole("link", { name: "Is the key wrong?" }).click();
  await teacher.getByRole("radio", { name: /^Another answer is right as well/ }).check();
  const asked = teacher.getByRole("region", { name: "The question as it was released" });
  const change = teacher.getByRole("region", { name: "What it would change" });
  await expect(change).toContainText("Who gains, who loses");
  await asked.getByRole("radio", { name: alsoRight }).check();
  await expect(change.getByRole("heading")).toHaveText(/^\d+ gain of \d+ goes$/);
  await expectAccessible(teacher);
  await change.getByRole("button", { name: "Mark again" }).click();
  await expect(teacher.getByText(/^\d+ goes marked again\./)).toBeVisible();
  const decided = teacher.getByRole("region", { name: "Decided so far" });
  await expect(decided.getByRole("listitem")).toContainText(["Another answer is right as well"]);
  await teacher.getByRole("link", { name: "Back to the results" }).click();
  await expect(teacher.getByText("Another answer counts as well.")).toBeVisible();
  await expect(share).toHaveText(/^2 of 2, between/);
  await teacher.goBack();
  await decided.getByRole("button", { name: "Undo" }).click();
  await expect(decided.getByRole("listitem")).toContainText(["undone by Mara Okafor"]);
  await teacher.getByRole("link", { name: "Back to the results" }).click();
  await expect(share).toHaveText(/^1 of 2, between/);
  await expect(teacher.getByText("Another answer counts as well.")).toHaveCount(0);
});

test("a question found in a quiz is changed only here: a variant takes its place, and the bank keeps both", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Tobias Lind");
  await teacher.getByRole("button", { name: /^Compose \d+ for 8D/ }).click();
  await expect(teacher.getByRole("group", { name: "Mix of units" })).toBeVisible();
  const first = teacher.getByRole("button", { name: /^Swap question 1$/ });
  await expect(first).toBeVisible();
  const count = await teacher.getByRole("button", { name: /^Remove question/ }).count();
  await teacher
    .getByRole("button", { expanded: false })
    .filter({ hasText: /\?|…|\./ })
    .first()
    .click();
  await expect(teacher.getByRole("link", { name: /^Edit item \d+ everywhere$/ })).toBeVisible();
  await expect(teacher.getByText(/No other quiz has it|Also in “/)).toBeVisible();
  await expectAccessible(teacher);
  await teacher.getByRole("link", { name: "Remix: edit a copy for this quiz only" }).click();
  await expect(teacher.getByRole("heading", { name: /^Remix of item/ })).toBeVisible();
  await teacher.getByRole("textbox", { name: "Question" }).fill("Which of these is so, in the words of this class?");
  await teacher.getByRole("button", { name: "Finish", exact: true }).click();
  await expect(
    teacher.getByRole("button", { name: "Which of these is so, in the words of this class?", exact: true }),
  ).toBeVisible();
  await expect(teacher.getByRole("button", { name: /^Remove question/ })).toHaveCount(count);
});

test("look-alikes are taken apart and put together, and that is undone", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address, "Ines Fairley");
  await teacher.getByRole("link", { name: "Bank" }).click();
  await findItem(teacher, "#6", /^Inner bank builds up/);
  const family = teacher.getByRole("region", { name: "Look-alikes" });
  const siblings = family.getByRole("listitem");
  // Another journey may have given the family one more.
  await expect(siblings.nth(1)).toBeVisible();
  const count = await siblings.count();
  await family.getByRole("button", { name: "No longer a look-alike" }).click();
  await expect(teacher.getByText("Item 6 is on its own now.")).toBeVisible();
  await expect(siblings).toHaveCount(0);
  await teacher.getByRole("button", { name: "Undo" }).click();
  await expect(siblings).toHaveCount(count);
  await family.getByLabel("Item number").fill("99999");
  await family.getByRole("button", { name: "Make look-alikes" }).click();
  await expect(teacher.getByText("There is no other item with the number “99999”.")).toBeVisible();
  await family.getByLabel("Item number").fill("#20");
  await family.getByRole("button", { name: "Make look-alikes" }).click();
  await expect(teacher.getByText("Items 6 and 20 are look-alikes now: never both in one quiz.")).toBeVisible();
  await expect(siblings.filter({ hasText: /^20 / })).toHaveCount(1);
  await expectAccessible(teacher);
});
