/** Kinds beyond options and typed words: written, tried, given to a class, answered on a phone, read in the results. */
import type { Page } from "@playwright/test";
import { answerQuestion } from "./answerQuestion.ts";
import { cardsOf, expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

async function beginItem(teacher: Page, question: string, kind: RegExp): Promise<void> {
  await teacher.goto(`${demo.address}/bank/new`);
  await teacher.getByRole("button", { name: /^Kind:/ }).click();
  await teacher.getByRole("button", { name: kind, pressed: false }).click();
  await teacher.getByRole("textbox", { name: "Question" }).fill(question);
}

/** Says the topic and finishes. */
async function finishItem(teacher: Page): Promise<void> {
  await teacher.getByLabel("Topic").click();
  await teacher.getByRole("option", { name: /Coastal landforms/ }).click();
  await expect(teacher.getByRole("region", { name: "Still needed" })).toContainText("Nothing is missing");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Finish", exact: true }).click();
  await expectAccessible(teacher);
}

test("a match is written row by row, sorts into groups, and is answered by the lists beside each thing", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await beginItem(teacher, "Sort these landforms by what made them.", /^match/);
  const pairs = [
    ["Cliff", "erosion"],
    ["Beach", "deposition"],
    ["Stack", "Erosion"],
  ] as const;
  for (const [i, [left, right]] of pairs.entries()) {
    await teacher.getByRole("textbox", { name: `Left side of pair ${i + 1}` }).fill(left);
    await teacher.getByRole("textbox", { name: `Answer of pair ${i + 1}` }).fill(right);
  }
  await teacher.getByRole("textbox", { name: "Answer of pair 3" }).blur();
  await expect(teacher.getByRole("textbox", { name: "Answer of pair 3" })).toHaveValue("erosion");
  await finishItem(teacher);
  const pane = teacher.getByRole("article", { name: /^Item/ });
  await expect(pane.getByRole("combobox", { name: "Cliff" }).getByRole("option")).toHaveText([
    "choose…",
    "deposition",
    "erosion",
  ]);
  await pane.getByRole("combobox", { name: "Cliff" }).selectOption("erosion");
  await pane.getByRole("combobox", { name: "Beach" }).selectOption("erosion");
  await pane.getByLabel("Show the key").click();
  await expect(pane).toContainText("✓ right");
  await expect(pane).toContainText("✗ right: deposition");
  await expectAccessible(teacher);
});

test("an order, a text with gaps and a key for a paper are written, given to a class and answered on a phone", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Ines Fairley");
  const pane = teacher.getByRole("article", { name: /^Item/ });
  const setAside = async (count: string) => {
    await pane.getByRole("button", { name: "Add to tray" }).click();
    await expect(pane.getByRole("button", { name: "Remove from tray" })).toBeVisible();
    await expect(teacher.getByRole("region", { name: "Tray" })).toContainText(count);
  };

  await test.step("order", async () => {
    await beginItem(teacher, "Order these grains by size.", /^order/);
    for (const [i, grain] of ["Sand", "Clay", "Gravel"].entries())
      await teacher.getByRole("textbox", { name: `Place ${i + 1}` }).fill(grain);
    await teacher.getByRole("button", { name: "Move place 2 up" }).click();
    await teacher.getByLabel("What stands above the list").fill("finest");
    await finishItem(teacher);
    await pane.getByRole("button", { name: "Move up: Sand" }).click();
    await pane.getByLabel("Show the key").click();
    await expect(pane.getByRole("listitem")).toContainText(["Clay✓ right", "Sand✓ right", "Gravel✓ right"]);
    await setAside("1 item in the tray");
  });

  await test.step("fill the gaps", async () => {
    await beginItem(teacher, "Fill the gaps about the beach.", /^fill the gaps/);
    await teacher
      .getByRole("textbox", { name: "Text with gaps" })
      .fill("Waves that wear a beach away are called [destructive]. Their backwash is [stronger | weaker].");
    await expect(teacher.getByText(/1 to type, 1 to choose/)).toBeVisible();
    await finishItem(teacher);
    await pane.getByRole("textbox", { name: "Gap 1" }).fill("Destructive");
    await pane.getByRole("combobox", { name: "Gap 2" }).selectOption("weaker");
    await pane.getByLabel("Show the key").click();
    await expect(pane).toContainText("✗ right: stronger");
    await setAside("2 items in the tray");
  });

  await test.step("key only", async () => {
    await beginItem(teacher, "Question 4 of the map sheet", /^key only/);
    await teacher.getByRole("radio", { name: "C" }).check();
    await finishItem(teacher);
    await setAside("3 items in the tray");
  });

  await teacher.getByRole("button", { name: "Release these 3 to…" }).click();
  await teacher.getByRole("menuitem", { name: "8D" }).click();
  await teacher.getByRole("link", { name: "Release to 8D" }).click();
  await teacher.getByRole("button", { name: "Release to 8D" }).click();
  await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();

  const student = await studentAt(person, demo.address, (await cardsOf(teacher, "8D"))[0] ?? "");
  await student.getByRole("button", { name: /^Begin/ }).click();
  for (let position = 1; position <= 3; position++) {
    await expect(student.getByText(`Question ${position} of 3`)).toBeVisible();
    await expectAccessible(student);
    await answerQuestion(student);
    await student.getByRole("button", { name: position < 3 ? "Next" : "Before you hand in" }).click();
  }
  await student.getByRole("button", { name: "Hand in" }).click();
  await expect(student.getByRole("heading", { name: /You got/ })).toBeVisible();
  await expectAccessible(student);

  await teacher.reload();
  await expect(teacher.getByRole("table").first()).toContainText("Question 4 of the map sheet");
  await expectAccessible(teacher);
});

test("a written answer and an opinion are written, given, answered on a phone, marked without names and read", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Ruben Castellow");
  const pane = teacher.getByRole("article", { name: /^Item/ });
  await beginItem(teacher, "Explain how a spit grows.", /^written answer/);
  await teacher.getByLabel("Criterion 1", { exact: true }).fill("Gives reasons");
  await teacher.getByLabel("Level 1 of criterion 1").last().fill("names the spit only");
  await teacher.getByLabel("Level 2 of criterion 1").last().fill("says that drift carries sand along");
  await teacher.getByRole("button", { name: "Write one: model answer" }).click();
  await teacher.getByRole("textbox", { name: "Model answer" }).fill("Drift carries sand past the bend of the coast.");
  await finishItem(teacher);
  await pane.getByRole("button", { name: "Add to tray" }).click();
  await expect(pane.getByRole("button", { name: "Remove from tray" })).toBeVisible();
  await beginItem(teacher, "How sure are you about spits?", /^opinion/);
  await finishItem(teacher);
  await pane.getByRole("button", { name: "Add to tray" }).click();
  await expect(pane.getByRole("button", { name: "Remove from tray" })).toBeVisible();
  const tray = teacher.getByRole("region", { name: "Tray" });
  await expect(tray).toContainText("2 items in the tray");
  await tray.getByRole("button", { name: "Release these 2 to…" }).click();
  await teacher.getByRole("menuitem", { name: "7A" }).click();
  await teacher.getByRole("link", { name: "Release to 7A" }).click();
  await teacher.getByRole("button", { name: "Release to 7A" }).click();
  await expect(teacher.getByRole("heading", { name: "Items", exact: true })).toBeVisible();

  const student = await studentAt(person, demo.address, (await cardsOf(teacher, "7A"))[0] ?? "");
  await student.getByRole("button", { name: /^Begin/ }).click();
  await expect(student.getByText("Gives reasons: 1 of 1")).toBeVisible();
  await student.getByRole("textbox", { name: "Explain how a spit grows." }).fill("Drift carries sand along the coast.");
  await expect(student.getByText("6 words")).toBeVisible();
  await expectAccessible(student);
  await student.getByRole("button", { name: "Next" }).click();
  await student.getByRole("radio", { name: "5, very much" }).check();
  await expectAccessible(student);
  await student.getByRole("button", { name: "Before you hand in" }).click();
  await student.getByRole("button", { name: "Hand in" }).click();
  await expect(student.getByText("Question 1: not marked yet")).toBeVisible();
  await expect(student.getByText("Question 2: your view")).toBeVisible();

  await teacher.getByRole("link", { name: "Today" }).click();
  await expect(teacher.getByRole("heading", { name: "To mark" })).toBeVisible();
  await teacher.getByRole("link", { name: "Mark 1 answer" }).click();
  await expect(teacher.getByRole("article", { name: "The answer" })).toHaveText("Drift carries sand along the coast.");
  await expect(teacher.getByText("Answer 1 of 1", { exact: true })).toBeVisible();
  await teacher.getByLabel("Show names").click();
  await expect(teacher.getByText(/Answer 1 of 1: .+, 7A/)).toBeVisible();
  await expectAccessible(teacher);
  await teacher.getByRole("radio", { name: /says that drift carries/ }).check();
  await teacher.getByLabel("A word to the student").fill("Now say where it ends.");
  await teacher.getByRole("button", { name: "Mark and go on" }).click();
  await expect(teacher.getByText(/all marked/)).toBeVisible();
  await student.reload();
  await expect(student.getByText("✓ Question 1: right")).toBeVisible();
  await expect(student.getByText("Now say where it ends.")).toBeVisible();
  await expectAccessible(student);
});
