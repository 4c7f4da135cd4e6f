/** A check by standards: practice opens it, a go that went wrong is looked back at, the teacher lets on, another go. */
import { cardsOf, expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";
import { choose, compose, takeGo } from "./goes.ts";

const demo = serveDemo();

test("practice opens a check; what went wrong is looked back at, a word in the room lets on, and another go is passed", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await test.step("practice, and a check that it opens", async () => {
    await compose(teacher, demo.address, "Rivers practice");
    await teacher.getByRole("button", { name: "Release to 8B" }).click();
    await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();
    await compose(teacher, demo.address, "Rivers check");
    await choose(teacher, "Preset", "a check");
    await choose(teacher, "Goes", "three goes");
    await choose(teacher, "Wait between goes", "without a wait");
    await choose(teacher, "Needed before a go", "to look back, and your go-ahead");
    await choose(teacher, "To whom it opens", "to those who did well enough in another quiz");
    await teacher.getByLabel("The quiz that opens it").fill("Rivers practice");
    await teacher.getByRole("option", { name: /^Rivers practice/ }).click();
    await expect(teacher.getByText("For example 6, then 7 of 10: the first counts, 6. It stays closed.")).toBeVisible();
    await choose(teacher, "Which go opens it", "by their best go");
    await expect(teacher.getByText("For example 6, then 7 of 10: the best counts, 7. It opens.")).toBeVisible();
    await expectAccessible(teacher);
    await teacher.getByRole("button", { name: "Release to 8B" }).click();
    await expect(teacher.getByRole("heading", { name: "Nobody waits for you" })).toBeVisible();
    await expectAccessible(teacher);
  });

  const [card = ""] = await cardsOf(teacher, "8B");
  const student = await studentAt(person, demo.address, card);
  const check = student.getByRole("button", { name: /: Rivers check$/ });
  const home = student.getByRole("link", { name: "Your quizzes" });
  await test.step("the door is shut until a go of the practice reached enough: the best counts, not the first", async () => {
    await expect(check).toBeDisabled();
    await expect(student.getByText(/^It opens when you have reached 70% in “Rivers practice”/)).toBeVisible();
    await expectAccessible(student);
    await takeGo(student, "Rivers practice", false);
    await home.click();
    await expect(student.getByText(/You are at 0%\./)).toBeVisible();
    await takeGo(student, "Rivers practice", true);
    await home.click();
    await expect(check).toBeEnabled();
    await expect(student.getByText(/^Another go needs a few answers about how it went and your teacher/)).toBeVisible();
  });

  await test.step("a check that went wrong", async () => {
    await takeGo(student, "Rivers check", false);
    await expect(student.getByText("Look back at your last go and answer a few questions.")).toBeVisible();
    await home.click();
    await expect(check).toBeDisabled();
    await expectAccessible(student);
    await student.getByRole("link", { name: "Answer the questions" }).click();
    await student.getByRole("textbox", { name: /^What went wrong/ }).fill("The inside of the bend.");
    await student.getByRole("radio", { name: "I mixed two things up" }).check();
    await expect(student.getByRole("button", { name: "Done" })).toBeDisabled();
    await student.getByRole("textbox", { name: /^What have you done/ }).fill("I drew it.");
    await expectAccessible(student);
    await student.getByRole("button", { name: "Done" }).click();
    await expect(student.getByText("Your teacher gives the go-ahead.")).toBeVisible();
    await expect(student.getByText("Look back at your last go")).toBeHidden();
  });

  await test.step("the teacher reads it, and says a word in the room", async () => {
    await teacher.reload();
    await expect(teacher.getByRole("heading", { name: "1 student waits for your go-ahead" })).toBeVisible();
    const waiting = teacher.getByRole("list", { name: "Students before their next go" });
    await expect(waiting).toContainText("The inside of the bend.");
    await expect(waiting).toContainText("I mixed two things up");
    await teacher.getByRole("button", { name: "Word to say in the room" }).click();
    const said = teacher.getByRole("status").filter({ hasText: "Say in the room:" });
    const word = await said.locator("strong").innerText();
    await expectAccessible(teacher);
    const field = student.getByLabel("Has your teacher said an opening word?");
    await field.fill("no such word");
    await student.getByRole("button", { name: "Open", exact: true }).click();
    await expect(student.getByRole("alert")).toHaveText("That is not the word, or it was too late. Ask your teacher.");
    await field.fill(word);
    await student.getByRole("button", { name: "Open", exact: true }).click();
    await expect(check).toBeEnabled();
  });

  await test.step("another go is passed, and what was written stands beside it", async () => {
    await takeGo(student, "Rivers check", true);
    await expect(student.getByRole("region", { name: "What you wrote before this go" })).toContainText("I drew it.");
    await expect(student.getByText(/Your best go counts/)).toBeVisible();
    await expectAccessible(student);
    await home.click();
    await expect(check).toBeDisabled();
  });
});

test("a go-ahead by a tap: for one, for several, and taken back", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  await compose(teacher, demo.address, "Opened in the room");
  await choose(teacher, "Goes", "one go");
  await choose(teacher, "Needed before a go", "your go-ahead");
  await teacher.getByRole("button", { name: "Release to 8B" }).click();
  const cards = await cardsOf(teacher, "8B");
  const student = await studentAt(person, demo.address, cards[1] ?? "");
  const begin = student.getByRole("button", { name: "Begin: Opened in the room" });
  await expect(student.getByText("Your teacher gives the go-ahead.")).toBeVisible();
  await expect(begin).toBeDisabled();
  const waiting = teacher.getByRole("list", { name: "Students before their next go" });
  const [first, second] = [waiting.getByRole("button").nth(0), waiting.getByRole("button").nth(1)];
  await second.click();
  // The student's page looks by itself whether the door has opened.
  await expect(begin).toBeEnabled();
  await teacher.getByRole("button", { name: "Undo" }).click();
  await expect(second).toHaveText("Go-ahead");
  // A page that waits for nothing is not told; whoever begins is.
  await begin.click();
  await expect(student.getByRole("alert")).toHaveText("Your teacher has to give the go-ahead first.");
  await expect(begin).toBeDisabled();
  await waiting.getByRole("checkbox").nth(0).check();
  await waiting.getByRole("checkbox").nth(1).check();
  await teacher.getByRole("button", { name: "Go-ahead for 2 students" }).click();
  await expect(begin).toBeEnabled();
  await begin.click();
  await expect(student.getByText("Question 1 of")).toBeVisible();
  await expect(first).toBeVisible();
});
