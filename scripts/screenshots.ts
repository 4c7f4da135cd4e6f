/** Walks through the running demo and takes the pictures of docs/screenshots: npx tsx scripts/screenshots.ts [folder] */
import { mkdirSync } from "node:fs";
import { chromium, type Browser, type Page } from "@playwright/test";
import { answerQuestion } from "../e2e/answerQuestion.ts";

const folder = process.argv[2] ?? "docs/screenshots";
const address = process.env["ADDRESS"] ?? "http://localhost:4400";
mkdirSync(folder, { recursive: true });

const staffSize = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

async function take(page: Page, name: string): Promise<void> {
  // Pages that listen to a stream are never idle.
  await page.waitForLoadState("networkidle", { timeout: 4000 }).catch(() => undefined);
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(400);
  await page.screenshot({ path: `${folder}/${name}.png` });
}

async function open(browser: Browser, viewport: { width: number; height: number }): Promise<Page> {
  const context = await browser.newContext({ viewport, locale: "en-GB", serviceWorkers: "block" });
  return context.newPage();
}

const pasted = `## Meanders
1. Which bank of a meander has the deepest water?
a) The inner bank -- deposits make it shallow
*b) The outer bank
c) Both alike
Why: the water is fastest there
Standard: LG.1.3

2. The neck of a meander has become very narrow. What turns the bend into an ox-bow lake?
a) A flood that cuts through the neck *
b) A summer in which the river dries up

3. Put in order along a river.
Answer: spring > meander > delta

4. The current is [fastest | slowest] at the outer bank, and drops its load at the [inner] one.

5. Which of these is built by a river?
a) A delta
b) A spit`;

/** Sits what is open for one student, answering with whatever comes first. */
async function sit(page: Page, card: string): Promise<void> {
  await page.goto(`${address}/s`);
  await page.getByLabel(/words of your entry card/).fill(card);
  await page.getByRole("button", { name: "Sign in" }).click();
  await page
    .getByRole("button", { name: /^Begin/ })
    .first()
    .waitFor();
  await take(page, "student-quizzes");
  await page.getByRole("link", { name: "Your topics" }).click();
  await page.getByRole("region", { name: "What you remember" }).waitFor();
  await take(page, "student-topics");
  await page.goBack();
  await page
    .getByRole("button", { name: /^Begin/ })
    .first()
    .click();
  for (let question = 1; ; question++) {
    await page.getByText(`Question ${question} of`).waitFor();
    await answerQuestion(page);
    if (question === 2) await take(page, "student-question");
    const last = page.getByRole("button", { name: "Before you hand in" });
    if (await last.isVisible()) {
      await last.click();
      break;
    }
    await page.getByRole("button", { name: "Next" }).click();
  }
  await page.getByRole("button", { name: "Hand in" }).click();
  await page.getByRole("heading", { name: /You got/ }).waitFor();
  await take(page, "student-result");
}

const browser = await chromium.launch({
  executablePath: process.env["CHROMIUM_PATH"] ?? "/usr/bin/chromium",
  args: ["--no-sandbox", "--lang=en-GB"],
});
const staff = await open(browser, staffSize);
await staff.goto(address);
await staff.getByRole("button", { name: /Mara Okafor/ }).waitFor();
await staff.getByRole("button", { name: /Mara Okafor/ }).click();
await staff
  .getByRole("button", { name: /^Compose/, disabled: false })
  .nth(3)
  .waitFor();
await take(staff, "today");

await staff.getByRole("link", { name: "Bank" }).click();
await staff.getByRole("button", { name: /^Rivers/ }).click();
await staff.getByRole("combobox", { name: "Search items" }).fill("bank");
await staff.getByRole("option", { name: /Inner bank/ }).click();
await staff.getByLabel("Show the key").click();
await staff.getByRole("region", { name: "Results and uses" }).waitFor();
await take(staff, "bank");
await staff.getByRole("button", { name: "Show all items" }).click();
await staff.getByRole("combobox", { name: "Search items" }).fill("wave-cut platform");
await staff.getByRole("option", { name: /Wave-cut/ }).click();
await staff
  .getByRole("article")
  .filter({ hasText: /platform/ })
  .waitFor();
await staff.getByRole("link", { name: "Edit" }).click();
await staff.getByRole("textbox", { name: "Question" }).waitFor();
await take(staff, "item");
await staff.goto(`${address}/bank/paste`);
await staff.getByRole("textbox", { name: "Questions" }).fill(pasted);
await staff
  .getByText(/item \d+/)
  .first()
  .waitFor();
await take(staff, "paste");

await staff.goto(`${address}/many`);
await staff.getByRole("link", { name: "Distances on maps" }).click();
await staff
  .getByRole("textbox", { name: "Values" })
  .fill("scale = 10 000; 25 000; 50 000; 100 000\ndistance = 2; 3; 7");
await staff
  .getByText(/to change/)
  .first()
  .waitFor();
await take(staff, "many");
await staff.evaluate(() => {
  sessionStorage.clear();
});

await staff.getByRole("link", { name: "Plans" }).click();
await staff.getByLabel("Class", { exact: true }).click();
await staff.getByRole("option", { name: "8B" }).click();
await staff.getByRole("heading", { name: "Plan of 8B" }).waitFor();
await staff.getByRole("table", { name: "Returns by week" }).waitFor();
await take(staff, "plan");
await staff.getByRole("button", { name: /^Compose/ }).click();
await staff.getByRole("group", { name: "Mix of units" }).waitFor();
await staff.getByRole("button", { name: "Swap question 2" }).click();
await staff.getByRole("button", { name: "Put it here" }).first().waitFor();
await take(staff, "composer");
await staff.getByRole("link", { name: /^Release to/ }).click();
await staff.getByRole("region", { name: /notice/ }).waitFor();
await take(staff, "release");

const { releases } = await staff.evaluate(
  async () =>
    (await (await fetch("/api/results")).json()) as {
      releases: { id: string; className: string; handedIn: number; opening: string }[];
    },
);
const idOf = (className: string) =>
  staff.evaluate(async (name) => {
    const { classes } = (await (await fetch("/api/classes")).json()) as { classes: { id: string; name: string }[] };
    return classes.find((one) => one.name === name)?.id ?? "";
  }, className);
const running = releases.find((one) => one.className === "8B" && one.opening === "open");
await staff.goto(`${address}/results/${running?.id ?? ""}/live`);
await staff.getByRole("list", { name: /^In progress: / }).waitFor();
await take(staff, "live");
const over = releases.filter((one) => one.className === "8B" && one.opening === "shut" && one.handedIn >= 20);
await staff.goto(`${address}/results/${over[0]?.id ?? ""}`);
await staff.getByRole("button", { name: "Show the thirds of the class" }).click();
await take(staff, "results");
await staff.goto(`${address}/coverage?by=demand`);
await staff
  .getByText(/runs out of unseen items/)
  .first()
  .waitFor();
await take(staff, "coverage");
await staff.getByRole("link", { name: "Plans" }).click();
await staff.getByRole("link", { name: "Meanders" }).first().click();
await staff.getByRole("region", { name: "Hardest so far" }).waitFor();
await take(staff, "before");
const written = releases.find((one) => one.className === "9C" && one.handedIn === 19);
await staff.goto(`${address}/results/${written?.id ?? ""}/marking`);
await staff.getByRole("article", { name: "The answer" }).waitFor();
await take(staff, "marking");
await staff.goto(`${address}/classes/${await idOf("9C")}`);
await staff.getByRole("link", { name: "Development, at your own pace" }).click();
await staff.getByRole("region", { name: "Where everybody is" }).waitFor();
await take(staff, "path");
await staff.goto(`${address}/classes/${await idOf("9C")}/marks`);
await staff.getByRole("region", { name: "Marks" }).waitFor();
await staff.getByRole("checkbox", { name: "Only quizzes that count" }).uncheck();
await take(staff, "marks");

const { cards } = await staff.evaluate(
  async () => (await (await fetch("/api/demo/people")).json()) as { cards: { card: string }[] },
);
const student = await open(browser, phone);
await sit(student, cards[0]?.card ?? "");
console.log(`the pictures are in ${folder}`);
await browser.close();
