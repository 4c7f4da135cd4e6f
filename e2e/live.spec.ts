/** A teacher watches a quiz while three students sit in it on their phones. */
import { cardsOf, expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";
import { choose, compose } from "./goes.ts";

const demo = serveDemo();

test("three phones on the live page: who is where, a call for help, a stream that is lost, handed in for one and let back in", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await compose(teacher, demo.address, "Watched");
  await choose(teacher, "Time limit", "in 20 minutes");
  await teacher.getByRole("button", { name: "Release to 8B" }).click();
  await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();
  await teacher.getByRole("link", { name: "Watch live" }).click();
  await expect(
    teacher.getByText("Nobody is in progress at the moment. Whoever begins shows here at once."),
  ).toBeVisible();
  await expectAccessible(teacher);

  const cards = (await cardsOf(teacher, "8B")).slice(0, 3);
  await teacher.goBack();
  await teacher.goto(demo.address);
  await teacher.getByRole("link", { name: /^Watch live: Watched/ }).click();
  const phones = [];
  for (const card of cards) {
    const phone = await studentAt(person, demo.address, card);
    await phone.setViewportSize({ width: 390, height: 844 });
    await phone.getByRole("button", { name: /: Watched$/ }).click();
    await expect(phone.getByText("Question 1 of")).toBeVisible();
    phones.push(phone);
  }
  const [first, second, third] = phones as [(typeof phones)[0], (typeof phones)[0], (typeof phones)[0]];
  const inIt = teacher.getByRole("list", { name: /^In progress: / });
  await expect(inIt.getByRole("listitem")).toHaveCount(3);

  // An answer shows without anybody asking for it.
  await first.getByRole("radio").first().check();
  const soFar = teacher.getByRole("list", { name: "Questions so far" }).getByText(/\d of \d right/);
  await expect(soFar).toHaveCount(1);

  // Where a student is, and that they ask for help.
  await second.getByRole("button", { name: "Next" }).click();
  await second.getByRole("button", { name: "Ask for help" }).click();
  await expect(second.getByText("Your teacher sees that you need help.")).toBeVisible();
  const asking = teacher.getByRole("region", { name: "Who asks for help" });
  await expect(asking).toContainText("at question 2");
  await expectAccessible(teacher);
  await expectAccessible(second);
  await asking.getByRole("button", { name: /^Helped: / }).click();
  await expect(asking).toBeHidden();
  await expect(second.getByRole("button", { name: "Ask for help" })).toBeVisible();

  // The teacher's network goes and comes back: what happened meanwhile shows.
  await teacher.context().setOffline(true);
  await third.getByRole("radio").first().check();
  await expect(third.getByText("saved", { exact: true })).toBeVisible();
  await teacher.context().setOffline(false);
  // Each student has an order of their own, so it may be the same question or another.
  await expect
    .poll(async () =>
      (await soFar.allInnerTexts()).reduce((sum, text) => sum + Number(/of (\d) right/.exec(text)?.[1]), 0),
    )
    .toBe(2);

  // One is handed in for, by mistake, and let back in.
  await teacher
    .getByRole("button", { name: /^What to do for / })
    .first()
    .click();
  await teacher.getByRole("menuitem", { name: /^Hand in for / }).click();
  await expect(inIt.getByRole("listitem")).toHaveCount(2);
  await teacher.getByRole("button", { name: "Undo" }).click();
  await expect(inIt.getByRole("listitem")).toHaveCount(3);

  await teacher.getByRole("button", { name: "For the projector" }).click();
  await expect(teacher.getByText(/^0 of \d+ handed in$/)).toBeVisible();
  await expect(teacher.getByText("3 in progress", { exact: true })).toBeVisible();
  await expect(inIt).toBeHidden();
  await expectAccessible(teacher);
});
