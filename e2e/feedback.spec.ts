/** Practice that answers back: the rules read and tried beforehand, a hint, a second answer, and what it counts at the end. */
import school from "../demo/testSchool/items.json" with { type: "json" };
import { cardsOf, expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";
import { choose, compose } from "./goes.ts";

const demo = serveDemo();

test("a student reads the rules, answers, reads a hint, answers once more, and reads what the whole counts", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await test.step("the notice says it, number by number", async () => {
    await compose(teacher, demo.address, "Rivers aloud");
    await choose(teacher, "From when students see it", "After each question, if they wish");
    await choose(teacher, "A second answer", "they answer once more, and that counts half");
    await choose(teacher, "Pages", "one at a time, without going back");
    await choose(teacher, "What the whole counts", "out of 20");
    await choose(teacher, "What they read at the end", "a sentence of yours, by how much they reached");
    await teacher.getByRole("textbox", { name: "Sentence 1" }).fill("Secure: go on to coasts.");
    await teacher.getByRole("textbox", { name: "Sentence 2" }).fill("Nearly there.");
    await expect(teacher.getByRole("button", { name: "Release to 8B" })).toBeDisabled();
    await teacher.getByRole("textbox", { name: "Sentence 3" }).fill("Look at rivers again.");
    await expectAccessible(teacher);
    await teacher.getByRole("button", { name: "Release to 8B" }).click();
    await teacher.getByRole("link", { name: "The rules, to read out or print" }).click();
    await expect(teacher.getByRole("heading", { name: /^0 of \d+ have opened the rules$/ })).toBeVisible();
    await expectAccessible(teacher);
  });

  const [card = ""] = await cardsOf(teacher, "8B");
  const student = await studentAt(person, demo.address, card);
  const said = student.getByRole("group", { name: "How your answer was" });
  await test.step("the rules are read and tried; the teacher sees it", async () => {
    await student.getByRole("button", { name: "The rules of Rivers aloud" }).click();
    await expect(student.getByText(/a second answer counts half\.$/)).toBeVisible();
    await expectAccessible(student);
    await student.getByRole("link", { name: "Try it for 30 seconds" }).click();
    await student.getByRole("radio", { name: "Wind in a wood" }).check();
    await expectAccessible(student);
    await student.getByRole("button", { name: "Next" }).click();
    await expect(student.getByRole("button", { name: "Back" })).toBeDisabled();
    await student.getByRole("textbox").fill("word");
    await student.getByRole("textbox").press("Enter");
    await expect(student.getByText("Here nothing was saved, and nothing counts.")).toBeVisible();
    await student.getByRole("link", { name: "Your quizzes" }).click();
    await expect(teacher.getByRole("heading", { name: /^1 of \d+ have opened the rules$/ })).toBeVisible({
      timeout: 30_000,
    });
  });

  let questions = 0;
  await test.step("a wrong answer, its hint, a second one; without the network it can wait", async () => {
    await student.getByRole("button", { name: /: Rivers aloud$/ }).click();
    const number = await student.getByText(/^Question 1 of \d+/).innerText();
    questions = Number(/of (\d+)/.exec(number)?.[1]);
    await expect(student.getByRole("radio").first()).toBeVisible();
    const page = await student.getByRole("main").innerText();
    const { options } = school.items.find((one) => page.includes(one.content.stem))!.content;
    const textOf = (isKey: boolean) => options.find((option) => Boolean(option.isKey) === isKey)!.text;
    const look = student.getByRole("button", { name: "See how it was" });
    await expect(look).toBeDisabled();
    await student.getByRole("radio", { name: textOf(false), exact: true }).check();
    await student.context().setOffline(true);
    await look.click();
    await expect(student.getByText("The network is away. Go on, or try again when it is back.")).toBeVisible();
    await student.context().setOffline(false);
    await look.click();
    await expect(said).toContainText("Not right. Read this, then answer once more.");
    await expect(said).toBeFocused();
    await expectAccessible(student);
    // What was looked at stands, also after the page comes back.
    await student.reload();
    await expect(said).toContainText("Not right. Read this, then answer once more.");
    await student.getByRole("radio", { name: textOf(true), exact: true }).check();
    await student.getByRole("button", { name: "See how the second answer was" }).click();
    await expect(said).toContainText("Second answer: Right. A second answer counts 50%.");
    await expect(student.getByRole("radio").first()).toBeHidden();
    await expectAccessible(student);
  });

  await test.step("the rest is left; the end says points, marks, and the teacher's sentence", async () => {
    for (let position = 1; position < questions; position++)
      await student.getByRole("button", { name: "Next" }).click();
    await student.getByRole("button", { name: "Before you hand in" }).click();
    await student.getByRole("button", { name: "Hand in" }).click();
    await expect(student.getByRole("heading", { name: `You got 0.5 of ${questions}` })).toBeVisible();
    await expect(student.getByText(/^In the marks that is [\d.]+ of 20\.$/)).toBeVisible();
    await expect(student.getByText("Look at rivers again.")).toBeVisible();
    await expect(
      student.getByText("Your second answer was right; a second answer counts 50%.", { exact: true }),
    ).toBeVisible();
    await expectAccessible(student);
  });
});
