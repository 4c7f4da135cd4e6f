/** From sign-up to the first student's answer; and the due review by keyboard alone. */
import { expect, expectAccessible, serveDemo, studentAt, tabTo, teacherAt, test } from "./journey.ts";

const demo = serveDemo();

test("from sign-up to a student's answer in no more than forty actions", async ({ person }) => {
  const lead = await person({ width: 1280, height: 800 });
  let actions = 0;
  const act = async (deed: Promise<unknown>) => {
    actions += 1;
    await deed;
  };
  await act(lead.goto(demo.address));
  await act(lead.getByRole("button", { name: "Create a department" }).click());
  await expectAccessible(lead);
  await act(lead.getByLabel("Department and school").fill("History, Brookvale School"));
  await act(lead.getByLabel("Your name").fill("Noor Haddon"));
  await act(lead.getByLabel("E-mail").fill("n.haddon@brookvale.example"));
  await act(lead.getByLabel("Password, at least 10 characters").fill("a long password"));
  await act(lead.getByRole("button", { name: "Create the department" }).click());
  await expect(lead.getByRole("heading", { name: "Welcome" })).toBeVisible();
  await expectAccessible(lead);
  await act(lead.getByRole("link", { name: "Paste questions" }).click());
  await act(
    lead
      .getByLabel("Questions", { exact: true })
      .fill("1. Who built the wall?\na) The Romans *\nb) The Vikings\n\n2. In which year was it begun?\nAnswer: 122"),
  );
  await act(lead.getByLabel("Class", { exact: false }).first().fill("6X"));
  await act(lead.getByLabel(/^Students, one a line/).fill("Ada Quill"));
  await expect(lead.getByRole("region", { name: "What was understood" })).toContainText("Who built the wall?");
  await expectAccessible(lead);
  // What was pasted outlives a reload.
  await lead.reload();
  await expect(lead.getByLabel(/^Students, one a line/)).toHaveValue("Ada Quill");
  await act(lead.getByRole("button", { name: "Release 2 questions to 6X" }).click());
  await act(lead.getByRole("button", { name: "Release to 6X" }).click());
  await expect(lead.getByRole("heading", { name: "No answers yet." })).toBeVisible();
  // What students need to get in stands where the release leads to.
  const howTo = lead.getByRole("region", { name: "How students get in" });
  await expect(howTo).toContainText("/s");
  await expect(howTo.getByRole("link", { name: "Cards of 6X" })).toBeVisible();
  await act(howTo.getByLabel("One student’s card, 6X").click());
  await act(lead.getByRole("option", { name: "Ada Quill" }).click());
  await expectAccessible(lead);
  const card =
    (await howTo
      .getByRole("status")
      .getByText(/^\w+( \w+){3}$/)
      .textContent()) ?? "";
  const student = await studentAt(person, demo.address, card);
  actions += 3;
  await act(student.getByRole("button", { name: /^Begin/ }).click());
  await act(student.getByRole("radio").or(student.getByRole("textbox")).first().click());
  await expect(student.getByText("Question 1 of 2")).toBeVisible();
  expect(actions).toBeLessThanOrEqual(40);
});

test("the due review is composed, woven, released and sat by keyboard alone", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  const press = async (page: typeof teacher, name: RegExp, key = "Enter") => {
    await tabTo(page, name);
    await page.keyboard.press(key);
  };
  await press(teacher, /^Compose \d+ for 8B/);
  await expect(teacher.getByRole("group", { name: "Mix of units" })).toBeVisible();
  const coasts = Number(await teacher.getByLabel("Questions of Coasts").textContent());
  await press(teacher, /^One question of Coasts fewer/);
  await expect(teacher.getByLabel("Questions of Coasts")).toHaveText(String(coasts - 1));
  const second = (await teacher.getByRole("button", { name: /^Question 2:/ }).getAttribute("aria-label")) ?? "";
  await tabTo(teacher, /^Question 1:/);
  await teacher.keyboard.press("ArrowRight");
  await expect(teacher.getByRole("button", { name: second.replace("2:", "1:") })).toBeVisible();
  await press(teacher, /^Hold question 1 where it is/);
  await expect(teacher.getByRole("button", { name: "Hold question 1 where it is" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await teacher.evaluate(() => {
    (document.activeElement as HTMLElement).blur();
  });
  await press(teacher, /^Release to 8B/);
  await expect(teacher.getByRole("region", { name: /notice/ })).toBeVisible();
  await press(teacher, /^Release to 8B/);
  await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();

  const student = await studentAt(person, demo.address, "calm river lamp");
  await press(student, /^Begin/);
  for (let position = 1; ; position++) {
    await expect(student.getByText(`Question ${position} of`)).toBeVisible();
    await student.getByRole("radio").first().focus();
    await student.keyboard.press("Space");
    if (await student.getByRole("button", { name: "Before you hand in" }).isVisible()) break;
    await press(student, /^Next$/);
  }
  await press(student, /^Before you hand in$/);
  await press(student, /^Hand in$/);
  await expect(student.getByRole("heading", { name: /You got/ })).toBeVisible();
});
