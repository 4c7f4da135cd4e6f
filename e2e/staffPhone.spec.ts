/** Staff pages on a phone and on a tablet: what a teacher does between two lessons, by thumb; and no page wider than the screen. */
import type { Page } from "@playwright/test";
import { expect, expectAccessible, serveDemo, test } from "./journey.ts";

const demo = serveDemo();

/** Pages of every part of the house. */
const pages = [
  "/",
  "/bank",
  "/bank/new",
  "/bank/paste",
  "/plans",
  "/quizzes",
  "/results",
  "/team",
  "/class-lists",
  "/exchange",
  "/topics",
  "/coverage",
  "/doubts",
  "/privacy",
  "/writing",
  "/media",
  "/stimuli",
  "/many",
  "/review",
  "/start",
  "/account",
];

/** And of a class and one of its students. */
async function pagesOfClass(page: Page): Promise<string[]> {
  const [classId, studentId] = await page.evaluate(async () => {
    const { classes } = (await (await fetch("/api/classes")).json()) as { classes: { id: string; name: string }[] };
    const id = classes.find((one) => one.name === "8B")?.id ?? "";
    const { students } = (await (await fetch(`/api/classes/${id}/students`)).json()) as {
      students: { studentId: string }[];
    };
    return [id, students[0]?.studentId ?? ""] as const;
  });
  return ["", "/over-time", "/comparison", "/marks", "/seating", "/cards", `/students/${studentId}`].map(
    (path) => `/classes/${classId}${path}`,
  );
}

const isWiderThanTheScreen = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth > document.documentElement.clientWidth);

for (const viewport of [
  { width: 390, height: 844 },
  { width: 834, height: 1112 },
]) {
  test(`at ${viewport.width} pixels a review is composed and released, and an item found and read, by thumb`, async ({
    person,
  }) => {
    const mara = await person(viewport);
    await mara.goto(demo.address);
    await mara.getByRole("button", { name: /Mara Okafor/ }).click();
    await expect(mara.getByRole("heading", { name: "Due for review" })).toBeVisible();
    const doors = mara.getByRole("navigation", { name: "Areas" }).getByRole("link");
    await expect(doors).toHaveText(["Today", "Bank", "Plans", "Quizzes", "Results"]);

    await mara.getByRole("button", { name: /^Compose \d+ for 8B/ }).click();
    const keep = mara.getByRole("button", { name: "Hold question 1 where it is" });
    await keep.click();
    await expect(keep).toHaveAttribute("aria-pressed", "true");
    expect(await isWiderThanTheScreen(mara)).toBe(false);
    await expectAccessible(mara);
    await mara.getByRole("link", { name: "Release to 8B" }).click();
    expect(await isWiderThanTheScreen(mara)).toBe(false);
    await mara.getByRole("button", { name: "Release to 8B" }).click();
    await expect(mara.getByRole("heading", { name: "Items", exact: true })).toBeVisible();
    expect(await isWiderThanTheScreen(mara)).toBe(false);

    await doors.filter({ hasText: "Bank" }).click();
    await mara.getByRole("button", { name: "Filters" }).click();
    const filters = mara.getByRole("dialog", { name: "Filters" });
    await filters.getByRole("region", { name: "Topic" }).getByRole("button").first().click();
    await filters.getByRole("button", { name: "Close filters" }).click();
    await expect(filters).toBeHidden();
    await expect(mara.getByRole("button", { name: "Filters (on)" })).toBeVisible();
    await mara
      .getByRole("listbox", { name: /^Items/ })
      .getByRole("option")
      .first()
      .click();
    const item = mara.getByRole("dialog", { name: "Item" });
    await expect(item.getByRole("link", { name: "Edit" })).toBeVisible();
    await expectAccessible(mara);
    await item.getByRole("button", { name: "Close item" }).click();
    await expect(item).toBeHidden();

    await mara.getByRole("button", { name: "Mara Okafor: account" }).click();
    await mara.getByRole("menuitem", { name: "Team" }).click();
    await expect(mara.getByRole("heading", { name: "Members" })).toBeVisible();
  });

  test(`at ${viewport.width} pixels no page is wider than the screen`, async ({ person }) => {
    const mara = await person(viewport);
    await mara.goto(demo.address);
    await mara.getByRole("button", { name: /Mara Okafor/ }).click();
    await expect(mara.getByRole("heading", { name: "Due for review" })).toBeVisible();
    const wide: string[] = [];
    for (const path of [...pages, ...(await pagesOfClass(mara))]) {
      await mara.goto(demo.address + path);
      await mara.getByRole("heading", { level: 1 }).first().waitFor();
      await expect(mara.getByRole("progressbar", { name: /^Loading/ })).toHaveCount(0);
      if (await isWiderThanTheScreen(mara)) wide.push(path);
    }
    expect(wide).toEqual([]);
  });
}
