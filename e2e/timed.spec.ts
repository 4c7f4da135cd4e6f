/** Timed practice from a pattern: the network is cut in the middle, and the clock runs out in the middle of a word. */
import { cardsOf, expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";
import { choose } from "./goes.ts";

const demo = serveDemo("larkmoor");

test("questions go on without the network; what is half typed at the end counts as typed; the rate shows on both sides", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.goto(`${demo.address}/many`);
  await teacher.getByRole("link", { name: /Distances on maps/ }).click();
  await teacher.getByRole("button", { name: "Give them to a class" }).click();
  await teacher.getByRole("menuitem", { name: "for 8B" }).click();
  await expect(teacher.getByRole("heading", { name: "Release “Distances on maps”" })).toBeVisible();
  await expect(teacher.getByRole("button", { name: "Preset: timed practice" })).toBeVisible();
  await choose(teacher, "Time limit", "in 2 minutes");
  await expect(teacher.getByText(/by a clock that starts with the first question/)).toBeVisible();
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Release to 8B" }).click();
  await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();

  const [card = ""] = await cardsOf(teacher, "8B");
  const student = await studentAt(person, demo.address, card);
  await student.clock.install();
  await expect(student.getByText("as many as you can in 2 min", { exact: false }).first()).toBeVisible();
  await student.getByRole("button", { name: /: Distances on maps$/ }).click();
  const answer = async (position: number, text: string) => {
    await expect(student.getByText(`Question ${position} of 25`)).toBeVisible();
    const field = student.getByRole("textbox");
    await expect(field).toBeFocused();
    await field.pressSequentially(text);
    await field.press("Enter");
  };
  await answer(1, "1");
  await expectAccessible(student);
  await student.getByRole("button", { name: "hide" }).click();
  await expect(student.getByText(/left$/)).toBeHidden();
  await student.getByRole("textbox").focus();
  await student.context().setOffline(true);
  for (let position = 2; position <= 9; position++) await answer(position, "5");
  await expect(student.getByText(/no network: \d+ answers wait on this device/).first()).toBeVisible();

  await expect(student.getByText("Question 10 of 25")).toBeVisible();
  await student.getByRole("textbox").pressSequentially("7");
  await student.clock.fastForward(121_000);
  await expect(student.getByText(/Time is up\. Your answers are safe on this device/)).toBeVisible();
  await student.context().setOffline(false);
  await expect(student.getByRole("heading", { name: /^You got/ })).toBeVisible();
  // All ten were reached, the half typed one among them.
  await expect(student.getByText(/right, \d+ not right, 15 not reached/)).toBeVisible();
  await expectAccessible(student);

  const panel = teacher.getByRole("region", { name: "Right in a minute, go by go" });
  await expect(panel.getByRole("listitem").first()).toBeVisible();
  await expectAccessible(teacher);
});
