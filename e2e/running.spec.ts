/** A quiz is changed while a student sits in it. */
import { cardsOf, expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";
import { typeMoment } from "./goes.ts";

const demo = serveDemo();

test("more minutes, a later end and a word reach a student in the middle of a quiz; a closed one is opened again", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.getByRole("button", { name: /^Compose \d+ for 8B/ }).click();
  await teacher.getByRole("link", { name: "Release to 8B" }).click();
  await teacher.getByRole("button", { name: /^Time limit: / }).click();
  await teacher.getByRole("menuitem", { name: "in 2 minutes", exact: true }).click();
  await teacher.getByRole("button", { name: "Release to 8B" }).click();
  await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();

  const [card = "", second = ""] = await cardsOf(teacher, "8B");
  const student = await studentAt(person, demo.address, card);
  await student.getByRole("button", { name: /^Begin/ }).click();
  await expect(student.getByText("Question 1 of")).toBeVisible();

  await teacher.getByRole("link", { name: "Times, minutes, a word" }).click();
  const inIt = teacher.getByRole("list", { name: "Students in progress" });
  await expect(inIt.getByRole("listitem")).toHaveCount(1);
  await expect(inIt).toContainText("2 min left");
  await expect(teacher.getByText("1 student is in it and gets the new end.")).toBeVisible();
  await teacher.getByRole("button", { name: "15 min" }).click();
  await expect(inIt).toContainText("17 min left · 15 min given");
  await teacher.getByLabel("What they are to know").fill("Question 2 has a slip: read east for west.");
  await teacher.getByRole("button", { name: "Tell them" }).click();
  await expect(teacher.getByRole("list", { name: "What was said" })).toContainText("read east for west");
  await expectAccessible(teacher);

  const said = student.getByRole("status").filter({ hasText: "read east for west" });
  await expect(said).toBeVisible();
  await expectAccessible(student);
  await student.getByRole("button", { name: "I have read it" }).click();
  await expect(said).toBeHidden();
  await expect(student.getByText(/^1[56]:\d\d left/)).toBeVisible();

  await teacher.getByRole("link", { name: "Back to the results" }).click();
  await teacher.getByRole("button", { name: "Close it now" }).click();
  await expect(student.getByRole("heading", { name: /^You got|^Your time is over/ })).toBeVisible();
  await teacher.getByRole("link", { name: "Open it again" }).click();
  await typeMoment(teacher, "It closes", "241220261800");
  await teacher.getByRole("button", { name: "Save the times" }).click();
  await expect(teacher.getByRole("list", { name: "What was said" })).toContainText("the times were changed");
  await teacher.getByRole("link", { name: "Back to the results" }).click();
  await expect(teacher.getByRole("button", { name: "Close it now" })).toBeVisible();

  const other = await studentAt(person, demo.address, second);
  await expect(other.getByText(/The times were changed\. It now ends Thu,? 24 Dec/)).toBeVisible();
  await other.getByRole("button", { name: /^Begin/ }).click();
  await expect(other.getByText("Question 1 of")).toBeVisible();

  // The first go is taken out while the other student sits: one has it back, the other notices nothing.
  await teacher.getByRole("tab", { name: "Students" }).click();
  await teacher.getByRole("link", { name: "Take a go out, or bring one back" }).click();
  await teacher.getByRole("combobox", { name: "Whose go" }).click();
  await teacher.getByRole("option", { name: /handed in/ }).click();
  await teacher.getByLabel("Why").fill("The alarm rang in the middle of it.");
  await teacher.getByRole("button", { name: "Take it out" }).click();
  const out = teacher.getByRole("list", { name: "Goes that were taken out" });
  await expect(out).toContainText("The alarm rang in the middle of it.");
  await expectAccessible(teacher);
  await student.goto(`${demo.address}/s`);
  await expect(student.getByText(/took a go out: “The alarm rang in the middle of it\.”/)).toBeVisible();
  await expectAccessible(student);
  await student.getByRole("button", { name: /^Begin/ }).click();
  await expect(student.getByText("Question 1 of")).toBeVisible();
  await teacher.reload();
  await expect(out).toContainText("another go was begun since");
  await expect(other.getByText("Question 1 of")).toBeVisible();
});
