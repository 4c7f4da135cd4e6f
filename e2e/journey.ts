/** What every journey needs: a server on a copy of the demo, people with their screens, and a watch for what must not happen. */
import { spawn, type ChildProcess } from "node:child_process";
import { randomBytes } from "node:crypto";
import { fileURLToPath } from "node:url";
import { AxeBuilder } from "@axe-core/playwright";
import { expect, test as base, type Browser, type Page } from "@playwright/test";
import { sql } from "kysely";
import { freePort } from "../scripts/cluster.mjs";
import { connect } from "../server/src/platform/database.ts";

export { expect };

interface Fixtures {
  /** Opens a page for one person; errors in its console and violations of the policy fail the test. */
  readonly person: (viewport: { width: number; height: number }) => Promise<Page>;
}

const staffScreen = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

export const test = base.extend<Fixtures>({
  person: async ({ browser }, use, info) => {
    const watch: string[] = [];
    const went: string[] = [];
    const pages: Page[] = [];
    await use(async (viewport) => {
      const page = await open(browser, viewport, watch);
      tellWhereItWent(page, pages.length, went);
      pages.push(page);
      return page;
    });
    // What cannot be seen in a picture of the end: a page that loaded itself anew, a part of the program that never came.
    if (info.status !== info.expectedStatus) console.log(["Where the pages went:", ...went].join("\n  "));
    for (const page of pages) await page.context().close();
    expect(watch, "errors in the console, or violations of the content security policy").toEqual([]);
  },
});

async function open(browser: Browser, viewport: { width: number; height: number }, watch: string[]): Promise<Page> {
  // On laptops as for somebody who asked for less motion, on phones as for somebody who did not.
  const isPhone = viewport.width < 600;
  const context = await browser.newContext({
    viewport,
    hasTouch: isPhone,
    reducedMotion: isPhone ? "no-preference" : "reduce",
  });
  const page = await context.newPage();
  page.on("pageerror", (error) => watch.push(error.message));
  page.on("console", (message) => {
    // A request that fails is the journey's own doing (offline, or a problem that the page shows); all else is a defect.
    if (message.type() === "error" && !/Failed to load resource|net::ERR_/.test(message.text()))
      watch.push(message.text());
  });
  return page;
}

/** Notes each address of the page, and each request that failed or was refused by the server. */
function tellWhereItWent(page: Page, number: number, went: string[]): void {
  const note = (what: string): void => void went.push(`${new Date().toISOString()} page ${number}: ${what}`);
  page.on("framenavigated", (frame) => {
    if (frame === page.mainFrame()) note(`at ${frame.url()}`);
  });
  page.on("load", () => {
    note("loaded");
  });
  page.on("requestfailed", (request) => {
    note(`${request.method()} ${request.url()} failed: ${request.failure()?.errorText ?? "?"}`);
  });
  page.on("response", (response) => {
    if (response.status() >= 400) note(`${response.request().method()} ${response.url()}: ${response.status()}`);
  });
}

/** Through the pooler where the journeys are run with one; sessions of their own go past it. */
function databaseOf(url: string, name: string): Record<string, string> {
  const direct = url.replace("{}", name);
  const pooler = process.env["E2E_POOLER_URL"];
  if (pooler === undefined) return { DATABASE_URL: direct };
  return { DATABASE_URL: pooler.replace("{}", name), DATABASE_POOLER: "transaction", DATABASE_DIRECT_URL: direct };
}

/**
 * Call at the top of a journey: starts a server of its own on a copy of a school, or with nobody in it yet; returns where it
 * and its database are.
 */
export function serveDemo(
  school: "small" | "larkmoor" | "empty" = "small",
  more: () => Record<string, string> | Promise<Record<string, string>> = () => ({}),
): { readonly address: string; readonly database: string } {
  const served = { address: "", database: "" };
  let child: ChildProcess | undefined;
  base.beforeAll(async () => {
    const url = process.env["E2E_DATABASE_URL"] ?? "";
    const name = `e2e_${randomBytes(5).toString("hex")}`;
    const admin = connect(url.replace("{}", "maintenance"), 1);
    const template = school === "empty" ? "template0" : `${school}_template`;
    await sql.raw(`create database "${name}" template ${template}`).execute(admin);
    served.database = url.replace("{}", name);
    await admin.destroy();
    const port = await freePort();
    served.address = `http://localhost:${port}`;
    const env = {
      ...process.env,
      ...databaseOf(url, name),
      PORT: String(port),
      DEMO: "1",
      DEMO_CLOCK: process.env["TEST_CLOCK"],
      LOG_LEVEL: "error",
      // What the journeys themselves are loaded with would slow the start of every server.
      NODE_OPTIONS: "",
      ...(await more()),
    };
    child = spawn(process.execPath, [fileURLToPath(new URL("../server/dist/main.js", import.meta.url))], {
      env,
      stdio: "inherit",
    });
    await expect(async () => {
      expect((await fetch(`${served.address}/api/health`)).ok).toBe(true);
    }).toPass({ timeout: 150_000 });
  });
  base.afterAll(async () => {
    const ended = new Promise((resolve) => child?.once("exit", resolve));
    child?.kill("SIGTERM");
    await ended;
  });
  return served;
}

/** A teacher at a laptop, signed in by one click. */
export async function teacherAt(person: Fixtures["person"], address: string, name = "Mara Okafor"): Promise<Page> {
  const page = await person(staffScreen);
  await page.goto(address);
  await page.getByRole("button", { name: new RegExp(name) }).click();
  await expect(page.getByRole("heading", { name: "Due for review" })).toBeVisible();
  return page;
}

/**
 * Searches the bank and chooses what is found. The list of all items is there first, and may name the same one: whoever
 * points at a row of it while the search comes in points at nothing a moment later.
 */
export async function findItem(teacher: Page, text: string, name: RegExp): Promise<void> {
  const list = teacher.getByRole("listbox", { name: /^Items/ });
  const all = (await list.getAttribute("aria-label")) ?? "";
  await teacher.getByLabel("Search items").fill(text);
  await expect(list).not.toHaveAttribute("aria-label", all);
  await expect(list).toHaveAttribute("aria-busy", "false");
  await list.getByRole("option", { name }).first().click();
}

/** A student with a phone who has come in with the entry card. */
export async function studentAt(person: Fixtures["person"], address: string, card: string): Promise<Page> {
  const page = await person(phone);
  await page.goto(`${address}/s`);
  await page.getByLabel("The words of your entry card").fill(card);
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("heading", { name: "Your quizzes" })).toBeVisible();
  return page;
}

/** The id of a class of this year. */
export const classIdOf = (teacher: Page, className: string): Promise<string> =>
  teacher.evaluate(async (name) => {
    const { classes } = (await (await fetch("/api/classes")).json()) as { classes: { id: string; name: string }[] };
    return classes.find((one) => one.name === name)?.id ?? "";
  }, className);

/** The entry cards of a class, in the order of its list. */
export const cardsOf = async (teacher: Page, className: string): Promise<string[]> =>
  teacher.evaluate(
    async (id) => {
      const roster = (await (await fetch(`/api/classes/${id}/students`)).json()) as {
        students: { entryCard: string }[];
      };
      return roster.students.map((one) => one.entryCard);
    },
    await classIdOf(teacher, className),
  );

/** Composes what is due for 8B and releases it as a weekly review. */
export async function releaseDue(teacher: Page): Promise<void> {
  await teacher.getByRole("link", { name: "Today" }).click();
  await teacher.getByRole("button", { name: /^Compose \d+ for 8B/ }).click();
  await teacher.getByRole("link", { name: "Release to 8B" }).click();
  await teacher.getByRole("button", { name: "Release to 8B" }).click();
  await expect(teacher.getByRole("heading", { name: "Items", exact: true })).toBeVisible();
}

/** Presses Tab until what has the focus is the button, link or field of this name; then it can be pressed or typed in. */
export async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let presses = 0; presses < 160; presses++) {
    const focused = await page.evaluate(() => {
      const at = document.activeElement;
      const labels = at instanceof HTMLInputElement ? [...(at.labels ?? [])].map((label) => label.textContent) : [];
      return [at?.getAttribute("aria-label"), ...labels, at?.textContent].filter(Boolean).join(" ");
    });
    if (name.test(focused)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`Tab never reached ${String(name)}`);
}

/** No serious finding by axe in light; in dark, where only colours differ, none about contrast. */
export async function expectAccessible(page: Page): Promise<void> {
  for (const colorScheme of ["dark", "light"] as const) {
    await page.emulateMedia({ colorScheme });
    // Colours that are still on their way would be measured half-way.
    await page.evaluate(async () => {
      for (let frames = 0; frames < 3; frames++) await new Promise(requestAnimationFrame);
      // One that never ends, such as the pulse around what has the focus, is not waited for.
      const ending = document.getAnimations().filter((one) => one.effect?.getComputedTiming().endTime !== Infinity);
      await Promise.race([
        Promise.allSettled(ending.map((animation) => animation.finished)),
        new Promise((resolve) => setTimeout(resolve, 3000)),
      ]);
    });
    let serious = await seriousFindings(page, colorScheme);
    // A message that fades away while it is looked at has no contrast for a moment; what is wrong is wrong twice.
    if (serious.length > 0) {
      await page.waitForTimeout(800);
      serious = await seriousFindings(page, colorScheme);
    }
    expect(
      serious.map((one) => `${one.id}: ${one.nodes.map((node) => node.html.slice(0, 200)).join(" | ")}`),
      `axe in ${colorScheme} at ${page.url()}`,
    ).toEqual([]);
  }
}

async function seriousFindings(page: Page, colorScheme: "dark" | "light") {
  // Legacy: run whole in the page, which has no frames, and not pieced together in another that is opened for it.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ["violations"] });
  const { violations } = await (colorScheme === "dark" ? axe.withRules("color-contrast") : axe).analyze();
  return violations.filter((one) => one.impact === "serious" || one.impact === "critical");
}
