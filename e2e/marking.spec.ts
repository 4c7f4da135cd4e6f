/** Marking a class to its end, by two people; what its students see, and what one of them reads from the others. */
import { cardsOf, expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

test("a half-marked class: alike answers at once, two marks settled, and only then its students see theirs", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Ruben Castellow");
  const student = await studentAt(person, demo.address, (await cardsOf(teacher, "9C"))[0] ?? "");
  const card = student.getByRole("link", { name: "See your result: In your own words: aid" });
  await card.click();
  await expect(student.getByText("Question 1: not marked yet")).toBeVisible();

  await teacher.goto(demo.address);
  await teacher.getByRole("link", { name: "Mark 7 answers" }).click();
  await expect(teacher.getByText(/^Students do not see 12 marks yet\./)).toBeVisible();
  await expectAccessible(teacher);
  const answer = teacher.getByRole("article", { name: "The answer" });
  await expect(answer).toBeVisible();
  // They stand in an order that tells nothing of whose they are, another one in each demo.
  const alike = teacher.getByRole("region", { name: "Answers that say the same" });
  while ((await alike.count()) === 0) {
    const before = (await answer.textContent()) ?? "";
    await teacher.getByRole("button", { name: "Next answer" }).click();
    await expect(answer).not.toHaveText(before);
  }
  await expect(answer).toHaveText(/it helps because (people|pepple) are starving/i);
  await expect(teacher.getByText("2 more answers say the same and get the same mark:")).toBeVisible();
  await answer.focus();
  await teacher.keyboard.press("2");
  await teacher.keyboard.press("1");
  await teacher.keyboard.press("Alt+2");
  await expect(teacher.getByLabel("A word to the student")).toHaveValue(
    "You have half of it: what happens after a year?",
  );
  await teacher.getByRole("button", { name: "Mark 3 and go on" }).click();
  for (const left of [3, 2, 1, 0]) {
    await expect(teacher.getByText(new RegExp(`${left + 1} answers? to mark`))).toBeVisible();
    await expect(teacher.getByText("not marked yet")).toBeVisible();
    await answer.focus();
    await teacher.keyboard.press("1");
    await teacher.keyboard.press("1");
    await teacher.keyboard.press("Control+Enter");
  }
  await expect(teacher.getByText(/all marked/)).toBeVisible();
  await expect(teacher.getByText(/^Students do not see/)).toBeHidden();

  // Who marked first can settle it, too; best is a third.
  const third = await teacherAt(person, demo.address, "Ines Fairley");
  await third.goto(teacher.url());
  await third.getByRole("link", { name: "Mark a second time" }).click();
  await expect(third.getByText("12 marked twice, 10 of them the same.")).toBeVisible();
  await expectAccessible(third);
  await third.getByRole("button", { name: "This one counts" }).first().click();
  await expect(third.getByRole("heading", { name: "1 answer is marked differently" })).toBeVisible();
  await third.getByRole("button", { name: "Neither: choose other levels" }).click();
  const differing = third.getByRole("region", { name: "Marked differently" });
  await differing.getByRole("radio", { name: /says why/ }).check();
  await differing.getByRole("radio", { name: /says how farmers are hurt/ }).check();
  await differing.getByRole("button", { name: "Settle" }).click();
  await expect(third.getByText("2 differences are settled.")).toBeVisible();
  await expect(third.getByText("7 answers to mark a second time")).toBeVisible();

  await student.reload();
  await expect(student.getByText(/Question 1: (right|partly right|not right)/)).toBeVisible();
  await student.goto(`${demo.address}/s`);
  await student.getByRole("link", { name: "Your topics" }).click();
  await expect(student.getByRole("region", { name: "What you remember" })).toBeVisible();
  await expectAccessible(student);
});

test("a reason of a classmate is found good, and who was wrong says they would tell it a friend", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  // Who had it wrong, and in which review, differs from demo to demo.
  const found = await teacher.evaluate(async (stem) => {
    const get = async (path: string) => (await fetch(`/api${path}`)).json() as Promise<unknown>;
    const { classes } = (await get("/classes")) as { classes: { id: string; name: string }[] };
    const classId = classes.find((one) => one.name === "8B")?.id ?? "";
    const { students } = (await get(`/classes/${classId}/students`)) as {
      students: { studentId: string; entryCard: string }[];
    };
    const { releases } = (await get(`/results?classId=${classId}`)) as { releases: { id: string; name: string }[] };
    for (const { id, name } of releases) {
      const { items } = (await get(`/releases/${id}/results`)) as {
        items: { stem: string; position: number; choices: { isKey: boolean; id: string | null; by: string[] }[] }[];
      };
      const item = items.find((one) => one.stem.startsWith(stem));
      const wrong = item?.choices.find((one) => !one.isKey && one.id !== null && one.by.length > 0)?.by[0];
      const card = students.find((one) => one.studentId === wrong)?.entryCard;
      if (card !== undefined) return { card, name };
    }
    return null;
  }, "The same storm falls on four river basins");
  const student = await studentAt(person, demo.address, found?.card ?? "");
  const link = student.getByRole("link", { name: `See your result: ${found?.name ?? ""}` });
  await expect(student.getByRole("heading", { name: "Your results" })).toBeVisible();
  if ((await link.count()) === 0) await student.getByRole("button", { name: "Show earlier ones" }).click();
  await link.click();
  const question = student.getByText(/^The same storm falls on four river basins/);
  const paper = student.locator(".MuiPaper-root", { has: question });
  await paper.getByRole("button", { name: "How others explain it" }).click();
  await paper.getByRole("radio").last().check();
  await expect(paper.getByText("Saved. Nobody sees that it was you.")).toBeVisible();
  await expectAccessible(student);
});
