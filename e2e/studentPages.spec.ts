/** The students' pages in the shapes that a release can give them: all at once in parts, and only forward; and a scanned card. */
import type { Page } from "@playwright/test";
import { expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const demo = serveDemo();

/** Composes six questions, in two parts with words between, and releases them under these rules, as the pages would; the release's id. */
function releaseInParts(teacher: Page, rules: object): Promise<string> {
  return teacher.evaluate(async (wanted) => {
    const ask = async (method: string, path: string, body?: object) => {
      const answer = await fetch(`/api${path}`, {
        method,
        ...(body && { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
      });
      if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`);
      return (await answer.json()) as never;
    };
    type Quiz = { id: string; version: number; places: { type: string; itemId: string }[] };
    const { classes } = (await ask("GET", "/classes")) as { classes: { id: string; name: string }[] };
    const classId = classes.find((one) => one.name === "8B")?.id ?? "";
    const quiz = (await ask("POST", `/classes/${classId}/quizzes`, { count: 6 })) as Quiz;
    const fixed = quiz.places.map(({ itemId }) => ({ type: "fixed", itemId, points: 1, locked: false }));
    const laid = (await ask("PUT", `/quizzes/${quiz.id}/layout`, {
      version: quiz.version,
      parts: [
        { heading: "Warm up", instruction: "Think of last week.", orderRule: "asWritten", places: fixed.slice(0, 3) },
        {
          heading: "The rest",
          instruction: null,
          orderRule: "asWritten",
          places: [{ type: "interlude", text: "Take a breath." }, ...fixed.slice(3)],
        },
      ],
    })) as Quiz;
    const released = (await ask("POST", `/quizzes/${quiz.id}/releases`, {
      version: laid.version,
      rules: { ...wanted, ownOrder: false },
      targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    })) as { id: string };
    return released.id;
  }, rules);
}

const usual = {
  schemaVersion: 1,
  preset: "weeklyReview",
  goes: null,
  waitHours: 0,
  counts: "first",
  openness: "everything",
  openFrom: "handIn",
  timeLimitMinutes: null,
  graceMinutes: 30,
  optionsMix: true,
  paging: "one",
  countsForPlan: true,
};

test("all questions on a page, in parts with their headings and words; what is open is said before handing in", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  const releaseId = await releaseInParts(teacher, { ...usual, paging: "all" });
  const student = await studentAt(person, demo.address, "bold cedar kite");
  await student.getByRole("button", { name: /^Begin/ }).click();
  await expect(student.getByRole("region", { name: /^Question \d/ })).toHaveCount(6);
  await expect(student.getByRole("heading", { name: "Warm up" })).toBeVisible();
  await expect(student.getByText("Think of last week.")).toBeVisible();
  await expect(student.getByRole("heading", { name: "The rest" })).toBeVisible();
  await expect(student.getByText("Take a breath.")).toBeVisible();
  await expectAccessible(student);
  for (const position of [1, 2, 3, 4, 6])
    await student
      .getByRole("region", { name: `Question ${position}` })
      .getByRole("radio")
      .first()
      .click();
  await student.getByRole("button", { name: "Before you hand in" }).click();
  await expect(student.getByText("1 question is still open")).toBeVisible();
  await expectAccessible(student);
  await student.getByRole("button", { name: "Go to question 5" }).click();
  await student.getByRole("region", { name: "Question 5" }).getByRole("radio").first().click();
  await student.getByRole("button", { name: "Before you hand in" }).click();
  await student.getByRole("button", { name: "Hand in" }).click();
  await expect(student.getByRole("heading", { name: /You got \d of 6/ })).toBeVisible();

  // One that went wrong is asked about; the teacher reads it with the results, and before the topic is taught again.
  const why = student.getByRole("textbox", { name: /^Why did you choose this/ }).first();
  await why.fill("I took the first that sounded right");
  await why.blur();
  await expect(student.getByText("Saved.")).toBeVisible();
  await expectAccessible(student);
  await student.reload();
  await expect(why).toHaveValue("I took the first that sounded right");
  await teacher.goto(`${demo.address}/results/${releaseId}`);
  await teacher.getByText("1 student said why").click();
  await expect(teacher.getByText(/^“I took the first that sounded right” \S/)).toBeVisible();
  await expectAccessible(teacher);
});

test("only forward: said before and during, no way back by page, list, reload or another device", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await releaseInParts(teacher, { ...usual, paging: "forwardOnly" });
  // The card's code: its words stand in the address only until the page has read them.
  const student = await person({ width: 390, height: 844 });
  await student.goto(`${demo.address}/s#happy-acorn-vest`);
  await expect(student.getByRole("heading", { name: "Your quizzes" })).toBeVisible();
  expect(student.url()).not.toContain("acorn");
  await expect(student.getByText(/cannot go back/i).first()).toBeVisible();
  await student
    .getByRole("button", { name: /^Begin/ })
    .first()
    .click();
  await expect(student.getByRole("heading", { name: "Warm up" })).toBeVisible();
  await expect(student.getByText("One question at a time: you cannot go back to an earlier one.")).toBeVisible();
  await expectAccessible(student);
  await student.getByRole("radio").first().click();
  await student.getByRole("button", { name: "Next" }).click();
  await expect(student.getByText("Question 2 of 6")).toBeVisible();
  await expect(student.getByRole("button", { name: "Back" })).toBeDisabled();
  await student.getByRole("radio").first().click();
  await expect(student.getByText("saved", { exact: true })).toBeVisible();
  await student.reload();
  await expect(student.getByText("Question 3 of 6")).toBeVisible();
  for (let position = 3; position <= 6; position++) {
    await expect(student.getByText(`Question ${position} of 6`)).toBeVisible();
    if (position === 4) await expect(student.getByText("Take a breath.")).toBeVisible();
    await student.getByRole("button", { name: position === 6 ? "Before you hand in" : "Next" }).click();
  }
  await expect(student.getByText("4 questions are still open")).toBeVisible();
  await expect(student.getByRole("button", { name: /^Go to question/ })).toHaveCount(0);
  await student.getByRole("button", { name: "Hand in" }).click();
  await expect(student.getByRole("heading", { name: /You got \d of 6/ })).toBeVisible();
});
