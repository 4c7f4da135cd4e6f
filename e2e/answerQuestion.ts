import type { Page } from "@playwright/test";

/** Answers the question that a student has before them, whatever its kind; not always rightly. */
export async function answerQuestion(student: Page): Promise<void> {
  const main = student.getByRole("main");
  const choice = main.getByRole("radio").or(main.getByRole("checkbox")).first();
  const move = main.getByRole("button", { name: /^Move down/ }).first();
  const fields = main.getByRole("textbox");
  const lists = main.getByRole("combobox");
  await choice.or(move).or(fields).or(lists).first().waitFor();
  if (await choice.isVisible()) await choice.check();
  else if (await move.isVisible()) await move.click();
  for (const field of await fields.all()) await field.fill("4");
  for (const list of await lists.all()) await list.selectOption({ index: 1 });
}
