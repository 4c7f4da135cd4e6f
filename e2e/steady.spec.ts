/** What one is about to press stays where it is, however late its neighbours come. */
import type { Page } from "@playwright/test";
import { expect, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

interface Shift {
  /** Share of the screen that moved times how far, as the browser measures it (0 to 1 and more). */
  readonly size: number;
  readonly what: string;
}

/** From now on the browser notes what moves, and everything comes as if from far away: each at a moment of its own. */
async function comeSlowly(page: Page, factor: () => number): Promise<void> {
  await page.addInitScript(() => {
    const shifts: Shift[] = [];
    Object.assign(globalThis, { shifts });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) {
        const { value, sources } = entry as unknown as { value: number; sources: { node: Node | null }[] };
        const what = sources.map((one) => `${one.node?.nodeName ?? "?"} ${(one.node?.textContent ?? "").slice(0, 40)}`);
        shifts.push({ size: value, what: what.join(" | ") });
      }
    }).observe({ type: "layout-shift", buffered: true });
  });
  await page.route(/\/api\/|\.js$/, async (route) => {
    const { pathname } = new URL(route.request().url());
    const sum = new TextEncoder().encode(pathname).reduce((total, byte) => (total * factor() + byte) % 997, 7);
    await new Promise((resolve) => setTimeout(resolve, 40 + sum / 2));
    await route.continue();
  });
}

const moved = (page: Page): Promise<Shift[]> =>
  page.evaluate(() => (globalThis as unknown as { shifts: Shift[] }).shifts.filter((one) => one.size > 0.02));

test("on a slow network nothing moves away from under a finger while a page comes in", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  const ids = await teacher.evaluate(async () => {
    const read = async (path: string): Promise<unknown> => (await fetch(path)).json();
    const { classes } = (await read("/api/classes")) as { classes: { id: string }[] };
    const { items } = (await read("/api/items?kind=keyOnly")) as { items: { id: string }[] };
    return { classId: classes[0]?.id ?? "", itemId: items[0]?.id ?? "" };
  });
  let factor = 31;
  await comeSlowly(teacher, () => factor);
  const pages: [path: string, seen: () => Promise<void>][] = [
    ["/", () => expect(teacher.getByRole("heading", { name: "Due for review" })).toBeVisible()],
    [`/bank?item=${ids.itemId}`, () => expect(teacher.getByRole("link", { name: "Remix" })).toBeVisible()],
    [`/plans/${ids.classId}`, () => expect(teacher.getByRole("heading", { name: "Not due yet" })).toBeVisible()],
    [`/classes/${ids.classId}`, () => expect(teacher.getByRole("heading", { name: "Calendar" })).toBeVisible()],
    ["/team", () => expect(teacher.getByRole("heading", { name: "Courses" })).toBeVisible()],
    ["/quizzes", () => expect(teacher.getByRole("heading", { name: "Quizzes" })).toBeVisible()],
    ["/results", () => expect(teacher.getByRole("heading", { name: "Results" })).toBeVisible()],
  ];
  // Twice, so that what came first comes last.
  for (const [path, seen] of [...pages, ...pages]) {
    await test.step(path, async () => {
      await teacher.goto(`${demo.address}${path}`);
      await seen();
      await teacher.waitForLoadState("networkidle");
      expect(await moved(teacher), path).toEqual([]);
    });
    factor += 6;
  }
  await test.step("kinds, each with its example", async () => {
    await teacher.goto(`${demo.address}/bank/new`);
    await teacher.getByRole("button", { name: /^Kind:/ }).click();
    const kind = teacher.getByRole("button", { name: "key only" });
    await expect(kind).toBeVisible();
    const place = await kind.boundingBox();
    await teacher.waitForLoadState("networkidle");
    expect(await kind.boundingBox()).toEqual(place);
    await kind.click();
    await expect(teacher.getByRole("textbox", { name: "Question" })).toBeVisible();
  });
});
