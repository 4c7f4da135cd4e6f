/** The department out as a file and in again; the page may be left meanwhile. */
import { readFileSync } from "node:fs";
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo();

test("a department goes out as a file and in again; a broken file says where, and changes nothing", async ({
  person,
}) => {
  const mara = await teacherAt(person, demo.address);
  await mara.getByRole("link", { name: "Team" }).click();
  await mara.getByRole("link", { name: "Import and export" }).click();
  await mara.getByRole("button", { name: "Export the department" }).click();
  const list = mara.getByRole("list", { name: "Of the last week" });
  await expect(list.getByText(/: ready, [\d.]+ (kB|MB)$/)).toBeVisible();
  await expectAccessible(mara);
  const waits = mara.waitForEvent("download");
  await list.getByRole("link", { name: /^Download department-/ }).click();
  const download = await waits;
  expect(download.suggestedFilename()).toMatch(/^department-\d{4}-\d\d-\d\d\.json$/);
  const text = readFileSync(await download.path(), "utf8");
  const file = JSON.parse(text) as { items: { content: { stem: unknown } }[] };
  expect(file.items.length).toBeGreaterThan(20);

  const choose = mara.locator("input[type=file]");
  file.items[0]!.content.stem = "Which of these is asked anew?";
  await choose.setInputFiles({
    name: "changed.json",
    mimeType: "application/json",
    buffer: Buffer.from(JSON.stringify(file)),
  });
  // Left and come back to: it goes on by itself.
  await mara.getByRole("link", { name: "Back to the team" }).click();
  await mara.getByRole("link", { name: "Import and export" }).click();
  await expect(list.getByText(/^changed\.json: read; nothing is imported yet\. In the file: 0 new/)).toBeVisible();
  await list.getByRole("button", { name: "Import changed.json" }).click();
  await expect(list.getByText(/^changed\.json: imported: 0 new items, 1 changed, \d+ as they were$/)).toBeVisible();

  const wrong = { ...file, items: [{ ...file.items[0], use: "elsewhere", demand: "guess" }] };
  await choose.setInputFiles({
    name: "wrong.json",
    mimeType: "application/json",
    buffer: Buffer.from(JSON.stringify(wrong)),
  });
  await expect(list.getByText("wrong.json: could not be imported; nothing was changed")).toBeVisible();
  await expect(list.getByText("item 1, use: This is none of the choices.")).toBeVisible();

  await mara.getByRole("link", { name: "Bank" }).click();
  await mara.getByRole("combobox", { name: "Search items" }).fill("asked anew");
  await expect(mara.getByRole("listbox", { name: "Items, 1 in all" })).toBeVisible();
});
