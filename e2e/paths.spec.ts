/** A path from practice over a talk to a check, at a student's own pace, with a teacher who sees who waits. */
import { classIdOf, cardsOf, expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";
import { choose, compose, takeGo } from "./goes.ts";

const demo = serveDemo();

test("a path is written; practice, a tick, a failed check, looking back, the go-ahead from the board, and the next door is open", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  const board = teacher.getByRole("region", { name: "Where everybody is" });
  await test.step("two quizzes, and a path for the class", async () => {
    await compose(teacher, demo.address, "Bends practice");
    await choose(teacher, "Preset", "homework");
    await teacher.getByRole("button", { name: "Release to 8B" }).click();
    await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();
    await compose(teacher, demo.address, "Bends check");
    await choose(teacher, "Preset", "a check");
    await choose(teacher, "Goes", "three goes");
    await choose(teacher, "Wait between goes", "without a wait");
    await choose(teacher, "Needed before a go", "to look back, and your go-ahead");
    await teacher.getByRole("button", { name: "Release to 8B" }).click();
    await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();
    const classId = await classIdOf(teacher, "8B");
    await teacher.goto(`${demo.address}/classes/${classId}`);
    await teacher.getByRole("link", { name: "New path" }).click();
    await teacher.getByRole("textbox", { name: "Name of the path" }).fill("Bends of a river");
    const step = (number: number) => teacher.getByRole("listitem", { name: `Step ${String(number)}` });
    await step(1)
      .getByRole("textbox", { name: /What students practise/ })
      .fill("Practise the words");
    await step(1).getByRole("combobox", { name: "Quiz of step 1" }).fill("Bends practice");
    await teacher.getByRole("option", { name: /^Bends practice/ }).click();
    await step(2)
      .getByRole("textbox", { name: /What they do/ })
      .fill("Explain a bend to your teacher");
    await step(3)
      .getByRole("textbox", { name: /What they show/ })
      .fill("Show how a bend moves");
    await teacher.getByRole("button", { name: "Save the path" }).click();
    await expect(teacher.getByText("1 step has no quiz yet, so nobody gets past it.")).toBeVisible();
    await teacher.getByRole("link", { name: "Change the path" }).click();
    await step(3).getByRole("combobox", { name: "Quiz of step 3" }).fill("Bends check");
    await teacher.getByRole("option", { name: /^Bends check/ }).click();
    await teacher.getByRole("button", { name: "Add a task" }).click();
    await step(4)
      .getByRole("textbox", { name: /What they do/ })
      .fill("Draw a bend that moved");
    await expectAccessible(teacher);
    await teacher.getByRole("button", { name: "Save the path" }).click();
    await expect(board.getByRole("columnheader", { name: /4\. Draw a bend/ })).toBeVisible();
    await expectAccessible(teacher);
  });

  const [card = ""] = await cardsOf(teacher, "8B");
  const student = await studentAt(person, demo.address, card);
  const path = student.getByRole("region", { name: "Bends of a river" });
  const home = student.getByRole("link", { name: "Your quizzes" });
  const lit = path.locator("[aria-current=step]");
  await test.step("the student reads one door that is lit, practises, and the next is lit", async () => {
    await expect(lit).toHaveText("Practise the words");
    await expect(student.getByRole("button", { name: "Begin: Bends check" })).toBeDisabled();
    await expect(
      student.getByText("It opens when you have done “Practise the words” and “Explain a bend to your teacher”."),
    ).toBeVisible();
    await expectAccessible(student);
    await takeGo(student, "Bends practice", false);
    await home.click();
    await expect(lit).toHaveText("Explain a bend to your teacher");
    await expect(path.getByText("Then “Show how a bend moves” opens.")).toBeVisible();
  });

  await test.step("the teacher sees who waits and ticks it off; the student's door opens by itself", async () => {
    await expect(teacher.getByRole("heading", { name: "1 student waits for you" })).toBeVisible();
    await teacher.getByRole("textbox", { name: "Note to the tick, if any" }).fill("Good picture.");
    await teacher.getByRole("button", { name: /^Tick “Explain a bend to your teacher” off for/ }).click();
    await expect(teacher.getByRole("heading", { name: "Nobody waits for you" })).toBeVisible();
    await expect(board.getByText("Good picture.")).toBeVisible();
    await expect(lit).toHaveText("Show how a bend moves");
    await expect(student.getByText("Good picture.")).toBeHidden();
  });

  await test.step("a failed check is looked back at; the go-ahead comes from the board; the next go passes", async () => {
    await takeGo(student, "Bends check", false);
    await home.click();
    await student.getByRole("link", { name: "Answer the questions" }).click();
    await student.getByRole("textbox", { name: /^What went wrong/ }).fill("I mixed up the two banks.");
    await student.getByRole("radio", { name: "I mixed two things up" }).check();
    await student.getByRole("textbox", { name: /^What have you done/ }).fill("I drew it.");
    await student.getByRole("button", { name: "Done" }).click();
    await expect(student.getByText("Your teacher gives the go-ahead.")).toBeVisible();
    await teacher.getByRole("button", { name: /^Go-ahead for / }).click();
    await expect(teacher.getByText(/may go on\.$/)).toBeVisible();
    await expect(student.getByRole("button", { name: "Begin: Bends check" })).toBeEnabled();
    await takeGo(student, "Bends check", true);
    await home.click();
    await expect(lit).toHaveText("Draw a bend that moved");
    await expect(path.getByText("3 of 4 steps done")).toBeVisible();
    await expect(board.getByText("100%")).toBeVisible();
  });
});
