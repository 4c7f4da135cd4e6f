/** Walks through the running demo and takes the pictures of docs/screenshots: npx tsx scripts/screenshots.ts [folder] */
import { mkdirSync } from "node:fs";
import { chromium, type Browser, type Page } from "@playwright/test";

const folder = process.argv[2] ?? "docs/screenshots";
const address = process.env["ADDRESS"] ?? "http://localhost:4400";
mkdirSync(folder, { recursive: true });

const staffSize = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

async function take(page: Page, name: string): Promise<void> {
  await page.waitForLoadState("networkidle");
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(250);
  await page.screenshot({ path: `${folder}/${name}.png` });
}

async function open(
  browser: Browser,
  viewport: { width: number; height: number },
  colorScheme: "light" | "dark" = "light",
) {
  const context = await browser.newContext({ viewport, colorScheme, serviceWorkers: "block" });
  return context.newPage();
}

/** Sits the open review as one student; `right` says which questions go right. */
async function sit(page: Page, card: string, right: (question: number) => boolean, pictures: boolean): Promise<void> {
  await page.goto(`${address}/s`);
  if (pictures) await take(page, "student-door");
  await page.getByLabel(/three words/).fill(card);
  await page.getByRole("button", { name: "Come in" }).click();
  await page.getByRole("button", { name: /^Begin/ }).waitFor();
  if (pictures) await take(page, "student-what-now");
  await page.getByRole("button", { name: /^Begin/ }).click();
  for (let question = 1; ; question++) {
    const options = page.getByRole("radio");
    await options.first().waitFor();
    const keys = await page.evaluate(() => (globalThis as unknown as { keys?: string[] }).keys ?? []);
    const labels = await page.locator("label").allTextContents();
    const at = labels.findIndex((label) => keys.includes(label.trim()));
    await options.nth(right(question) ? Math.max(0, at) : (Math.max(0, at) + 1) % labels.length).check();
    if (pictures && question === 2) await take(page, "student-question");
    const last = page.getByRole("button", { name: "Last look" });
    if (await last.isVisible()) {
      await last.click();
      break;
    }
    await page.getByRole("button", { name: "Next" }).click();
  }
  if (pictures) await take(page, "student-last-look");
  await page.getByRole("button", { name: "Hand in" }).click();
  await page.getByRole("heading", { name: /You got/ }).waitFor();
  if (pictures) await take(page, "student-result");
}

const browser = await chromium.launch({
  executablePath: process.env["CHROMIUM_PATH"] ?? "/usr/bin/chromium",
  args: ["--no-sandbox"],
});
const staff = await open(browser, staffSize);
await staff.goto(address);
await staff.getByRole("button", { name: /Mara Okafor/ }).waitFor();
await take(staff, "sign-in");
await staff.getByRole("button", { name: /Mara Okafor/ }).click();
await staff.getByRole("link", { name: "Bank" }).click();
await staff.getByRole("button", { name: /Inner bank/ }).click();
await staff.getByRole("article").waitFor();
await take(staff, "bank");
await staff.getByRole("link", { name: "Edit" }).click();
await staff.getByRole("textbox", { name: "Question" }).waitFor();
await take(staff, "item");
await staff.getByRole("link", { name: "Plans" }).click();
await staff.getByRole("heading", { name: /Due now/ }).waitFor();
await take(staff, "plan");
await staff.getByRole("button", { name: /^Compose/ }).click();
await staff.getByRole("group", { name: /Order of the quiz/ }).waitFor();
await take(staff, "composer");
const stems = await staff
  .getByRole("list", { name: "Questions in order" })
  .getByRole("button", { expanded: false })
  .allTextContents();
await staff.getByRole("link", { name: "Release to 8B" }).click();
await staff.getByRole("region", { name: /notice/ }).waitFor();
await take(staff, "release");
await staff.getByRole("button", { name: "Release to 8B" }).click();
await staff.getByRole("heading", { name: "Items, weakest first" }).waitFor();

// The keys of the items asked, read as a member may read them, so that invented students answer sensibly.
const keys: string[] = await staff.evaluate(async () => {
  const { items } = (await (await fetch("/api/items?limit=200")).json()) as { items: { id: string }[] };
  const texts = await Promise.all(
    items.map(async ({ id }) => {
      const item = (await (await fetch(`/api/items/${id}`)).json()) as {
        content: { options: { isKey: boolean; text: { content: { content: { text: string }[] }[] } }[] };
      };
      return item.content.options.find((option) => option.isKey)?.text.content[0]?.content[0]?.text ?? "";
    }),
  );
  return texts;
});
const { students } = await staff.evaluate(async () => {
  const { classes } = (await (await fetch("/api/classes")).json()) as { classes: { id: string }[] };
  const answer = await fetch(`/api/classes/${classes[0]?.id ?? ""}/students`);
  return (await answer.json()) as { students: { entryCard: string }[] };
});
for (const [i, { entryCard }] of students.slice(0, 19).entries()) {
  const page = await open(browser, phone);
  await page.addInitScript((given) => ((globalThis as unknown as { keys: string[] }).keys = given), keys);
  await sit(page, entryCard, (question) => (i * 7 + question * 5) % 10 < 9 - question * 1.6, i === 0);
  await page.context().close();
}
await staff.reload();
await staff.getByText("19 of 24 handed in").waitFor();
await take(staff, "results");
await staff.getByRole("link", { name: /See the plan of/ }).click();
await staff.getByText(/This list changed today/).waitFor();
await take(staff, "plan-after");
await staff.getByRole("link", { name: "Today" }).click();
await staff.getByText("19 of 24 handed in, 0 writing, 5 not begun").waitFor();
await take(staff, "today");
await staff.emulateMedia({ colorScheme: "dark" });
await take(staff, "today-dark");
console.log(`pictures of ${stems.length} questions' walk are in ${folder}`);
await browser.close();
