/** The bank as a table: out into a spreadsheet, changed there, and in again; and a colleague's table with faulty rows. */
import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import Papa from "papaparse";
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo();
const theirs = fileURLToPath(new URL("../server/src/exchange/testing/fixtures/items.csv", import.meta.url));
type Row = Record<string, string>;

test("next steps are written in a spreadsheet: just these items are revised, and each row says what became of it", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  await lead.goto(`${demo.address}/exchange`);
  const rows = await test.step("the table holds every item with all that it says", async () => {
    await lead.getByRole("button", { name: "Export a CSV file" }).click();
    const [file] = await Promise.all([
      lead.waitForEvent("download"),
      lead.getByRole("link", { name: /^Download items-.*\.csv$/ }).click(),
    ]);
    const { data } = Papa.parse<Row>(readFileSync(await file.path(), "utf8"), { header: true, skipEmptyLines: true });
    expect(data.length).toBeGreaterThan(20);
    return data;
  });
  const chosen = rows.filter((row) => row["kind"] === "single_choice" && row["title"] !== "").slice(0, 2);
  const [first, second] = chosen.map((row) => row["id"]);
  await test.step("two next steps and a key that is none: two are revised, the faulty row says why", async () => {
    const faulty = rows.find((row) => row["kind"] === "single_choice" && !chosen.includes(row))?.["id"];
    const changed = rows.map((row) => {
      if (row["id"] === first || row["id"] === second) return { ...row, next_step: "Trace it on the map." };
      return row["id"] === faulty ? { ...row, key: "z" } : row;
    });
    await lead.getByLabel("Choose a file").setInputFiles({
      name: "bank.csv",
      mimeType: "text/csv",
      buffer: Buffer.from(Papa.unparse(changed)),
    });
    await lead.getByRole("button", { name: "Import bank.csv" }).click({ timeout: 60_000 });
    await expect(lead.getByText(/bank\.csv: imported: 0 new items, 2 changed/)).toBeVisible({ timeout: 60_000 });
    await lead.getByRole("button", { name: "What became of each row" }).click();
    const refused = lead.getByRole("region", { name: "Not imported" });
    await expect(refused).toContainText("The key “z” is none of the options.");
    await expectAccessible(lead);
  });
  await test.step("the item reads so now, and its history knows it", async () => {
    const title = chosen[0]?.["title"] ?? "";
    await lead.goto(`${demo.address}/bank`);
    await lead.getByLabel("Search items").fill(title);
    await lead.getByRole("option").filter({ hasText: title }).first().click();
    const item = lead.getByRole("article", { name: /^Item \d+$/ });
    await item.getByRole("switch", { name: "Show the key" }).check();
    await expect(item).toContainText("Trace it on the map.");
  });
  await test.step("a colleague's table: good rows are drafts, four are named with the reason", async () => {
    await lead.goto(`${demo.address}/exchange`);
    await lead.getByLabel("Choose a file").setInputFiles(theirs);
    await lead.getByRole("link", { name: "Look through items.csv" }).click();
    await expect(lead.getByRole("button", { name: "New: 26" })).toBeVisible();
    await expect(lead.getByRole("region", { name: "Not imported" })).toContainText("row 27");
    await expectAccessible(lead);
    const first = lead.getByRole("list", { name: "Items of the file" }).getByRole("combobox").first();
    await first.click();
    await lead.getByRole("option", { name: "leave out" }).click();
    await expect(lead.getByRole("status").filter({ hasText: "As it is chosen now: 25 new items" })).toBeVisible();
    await lead.getByRole("button", { name: "Import", exact: true }).click();
    await expect(
      lead.getByText(/items\.csv: imported: 25 new items.*30 rows in the table: .*4 not imported/),
    ).toBeVisible();
    await lead.getByRole("button", { name: "What became of each row" }).first().click();
    const refused = lead.getByRole("region", { name: "Not imported" });
    await expect(refused).toContainText("row 27");
    await expect(refused).toContainText("There is no kind of item called “riddle”.");
  });
});

test("the questions as text and as a word-processor file: taken to Bank again they are the same questions", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  const numbers: number[] = [];
  for (const [button, file] of [
    ["Export a word-processor file", /^Download items-.*\.docx$/],
    ["Export plain text", /^Download items-.*\.txt$/],
  ] as const) {
    await lead.goto(`${demo.address}/exchange`);
    await lead.getByRole("button", { name: button }).click();
    const [download] = await Promise.all([
      lead.waitForEvent("download"),
      lead.getByRole("link", { name: file }).first().click({ timeout: 60_000 }),
    ]);
    const bytes = readFileSync(await download.path());
    await lead.goto(`${demo.address}/bank/paste`);
    await lead.getByRole("tab", { name: "A file" }).click();
    await lead
      .getByLabel("File of questions")
      .setInputFiles({ name: download.suggestedFilename(), mimeType: "application/octet-stream", buffer: bytes });
    const words = lead.getByRole("textbox", { name: "Questions" });
    await expect(words).toHaveValue(/## Key and explanations/);
    const said = /¦ .+: (\d+) questions/.exec(bytes.toString("utf8"))?.[1];
    const understood = lead.getByRole("region", { name: "What was understood" });
    await expect(understood.getByRole("article").first()).toBeVisible();
    if (said !== undefined) numbers.push(Number(said));
    const count = await understood.getByRole("article").count();
    expect(count).toBeGreaterThan(12);
    numbers.push(count);
  }
  // From the word-processor file, said by the text, and from the text.
  expect(new Set(numbers).size).toBe(1);
});
