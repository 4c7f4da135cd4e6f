/** Deeds that journeys about checks and paths begin with. */
import type { Page } from "@playwright/test";
import school from "../demo/testSchool/items.json" with { type: "json" };
import { expect } from "./journey.ts";

export async function choose(teacher: Page, label: string, choice: string): Promise<void> {
  await teacher.getByRole("button", { name: new RegExp(`^${label}: `) }).click();
  await teacher.getByRole("menuitem", { name: choice, exact: true }).click();
  await expect(teacher.getByRole("menu")).toBeHidden();
}

/** Types day, month, year, hour and minute into a date field, one after the other. */
export async function typeMoment(teacher: Page, label: string, digits: string): Promise<void> {
  await teacher.getByRole("group", { name: label }).getByRole("spinbutton", { name: "Day" }).click();
  await teacher.keyboard.type(digits);
}

/** Composes what is due under a name of its own, and leads to the notice. */
export async function compose(teacher: Page, address: string, name: string): Promise<void> {
  await teacher.goto(address);
  await teacher.getByRole("button", { name: /^Compose \d+ for 8B/ }).click();
  const field = teacher.getByRole("textbox", { name: "Name, as students read it" });
  await field.fill(name);
  await field.press("Enter");
  await teacher.getByRole("link", { name: "Release to 8B" }).click();
  await expect(teacher.getByRole("heading", { name: `Release “${name}”` })).toBeVisible();
}

/** Takes a go with every answer right, or none given. */
export async function takeGo(student: Page, name: string, isRight: boolean): Promise<void> {
  await student.getByRole("button", { name: new RegExp(`: ${name}$`) }).click();
  for (let position = 1; position <= 20; position++) {
    await expect(student.getByText(`Question ${position} of`)).toBeVisible();
    if (isRight) {
      const page = await student.getByRole("main").innerText();
      const item = school.items.find((one) => page.includes(one.content.stem));
      const key = item?.content.options.find((option) => option.isKey)?.text ?? "";
      await student.getByRole("radio", { name: key, exact: true }).check();
    }
    const last = student.getByRole("button", { name: "Before you hand in" });
    if (await last.isVisible()) {
      await last.click();
      break;
    }
    await student.getByRole("button", { name: "Next" }).click();
  }
  await student.getByRole("button", { name: "Hand in" }).click();
  await expect(student.getByRole("heading", { name: /You got/ })).toBeVisible();
}
