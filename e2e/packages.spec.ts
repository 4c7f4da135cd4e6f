/** A colleague's package of items: imported, looked at, edited, and out again with all that came in it. */
import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { strFromU8, unzipSync } from "fflate";
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo();
const theirs = fileURLToPath(new URL("../server/src/exchange/testing/fixtures/qti30-geography.zip", import.meta.url));

test("a colleague's package is imported with a report, is edited, and goes out again with what was only kept", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  await lead.getByRole("link", { name: "Team", exact: true }).click();
  await lead.getByRole("link", { name: "Import and export" }).click();
  await test.step("what is no package says so, and changes nothing", async () => {
    await lead.getByLabel("Choose a file").setInputFiles({
      name: "photo.zip",
      mimeType: "application/zip",
      buffer: Buffer.from("PK\u0003\u0004 no archive at all"),
    });
    await expect(lead.getByText(/This is no zip file that can be read/)).toBeVisible();
  });
  await test.step("the report names each part, the gravest first", async () => {
    await lead.getByLabel("Choose a file").setInputFiles(theirs);
    await expect(
      lead.getByText(/nothing is imported yet\. In the file: 15 new items.*19 parts.*3 kept as they came/),
    ).toBeVisible();
    await lead.getByRole("link", { name: "Look through qti30-geography.zip" }).click();
    await expect(lead.getByRole("button", { name: "New: 15" })).toBeVisible();
    await expectAccessible(lead);
    await lead.getByRole("button", { name: "Import", exact: true }).click();
    await expect(
      lead.getByText(/imported: 15 new items.*19 parts in the package: .*3 kept as they came/),
    ).toBeVisible();
    await lead.getByRole("button", { name: "What became of each part" }).click();
    const kept = lead.getByRole("region", { name: "Kept as it came" });
    await expect(kept).toContainText("There is no kind of item here for “qti-slider-interaction”.");
    await expect(lead.getByRole("region", { name: "Imported, with notes" })).toContainText(
      "“drift” earns 0 of 2 here, and 1 by its file",
    );
    await expectAccessible(lead);
  });
  await test.step("a draft says who made it, is answered as a student would, and is edited", async () => {
    await lead.getByRole("link", { name: "Look at the drafts" }).click();
    await expect(lead.getByRole("heading", { name: "Items", exact: true })).toBeVisible();
    await lead.getByText("Landform left by a retreating waterfall").click();
    const item = lead.getByRole("article", { name: /^Item \d+$/ });
    await expect(item).toContainText("made by A. Fenwick-Marlo (fictional) · CC BY 4.0");
    await item.getByRole("radio", { name: "A steep-sided gorge" }).check();
    await item.getByRole("link", { name: "Edit" }).click();
    await lead.getByRole("textbox", { name: "Option 2", exact: true }).fill("A pair of levees beside it");
    await lead.getByRole("button", { name: "Finish", exact: true }).click();
    await expect(lead.getByRole("article", { name: /^Item \d+$/ })).toContainText("A pair of levees beside it");
  });
  await test.step("the package that goes out holds the change, the maker, and the slider byte for byte", async () => {
    await lead.goto(`${demo.address}/exchange`);
    await lead.getByRole("button", { name: "Export a package" }).click();
    const [file] = await Promise.all([
      lead.waitForEvent("download"),
      lead.getByRole("link", { name: /^Download items-.*\.zip$/ }).click(),
    ]);
    const out = unzipSync(readFileSync(await file.path()));
    const text = (path: string | undefined) => strFromU8(out[path ?? ""] ?? new Uint8Array());
    const changed = Object.keys(out).find((path) => text(path).includes("A pair of levees beside it"));
    expect(changed).toMatch(/^items\/.*geo-riv-001\.xml$/);
    expect(text("imsmanifest.xml")).toContain("FN:A. Fenwick-Marlo (fictional)");
    const slider = Object.keys(out).find((path) => path.endsWith("geo-map-017.xml"));
    const before = unzipSync(readFileSync(theirs))["items/geo-map-017.xml"];
    expect(Buffer.from(out[slider ?? ""] ?? []).equals(Buffer.from(before ?? []))).toBe(true);
  });
  await test.step("the quiz that came in it is made for a class, and goes out from its own page", async () => {
    const kept = lead.getByRole("list", { name: "Kept as they came" });
    await kept.getByRole("button", { name: "Make a quiz of “Interleaved review, week 6”" }).click();
    await lead.getByRole("menuitem", { name: "for 8B" }).click();
    await expect(lead.getByRole("textbox", { name: "Name, as students read it" })).toHaveValue(
      "Interleaved review, week 6",
    );
    await expect(lead.getByText(/9 questions/).first()).toBeVisible();
    await lead.getByRole("button", { name: "Export", exact: true }).click();
    await lead.getByRole("menuitem", { name: "Package with its items (QTI 3.0)" }).click();
    const [file] = await Promise.all([
      lead.waitForEvent("download"),
      lead.getByRole("link", { name: /^Download quiz-\d+-.*\.zip$/ }).click(),
    ]);
    const out = unzipSync(readFileSync(await file.path()));
    expect(Object.keys(out).filter((path) => path.startsWith("items/"))).toHaveLength(15);
    expect(strFromU8(out["tests/quiz.xml"] ?? new Uint8Array())).toContain('select="5"');
  });
  await test.step("a part that is only kept is done away with once that is meant", async () => {
    const kept = lead.getByRole("list", { name: "Kept as they came" });
    await kept.getByRole("button", { name: "Remove Estimate a slope (slider)…" }).click();
    await kept.getByRole("button", { name: "Remove for good" }).click();
    await expect(kept.getByText("Estimate a slope (slider)")).toBeHidden();
  });
  await test.step("the import is undone: what the quiz asks and what was edited stays, and is counted", async () => {
    await lead.getByRole("button", { name: /^Undo the import of / }).click();
    await expect(
      lead.getByText(/15 items leave the bank again\. What somebody has changed or put into a quiz/),
    ).toBeVisible();
    await lead.getByRole("button", { name: "Undo it" }).click();
    await expect(lead.getByText(/undone: .*; \d+ stay, changed or used since/)).toBeVisible();
    await expect(lead.getByRole("button", { name: /^Undo the import of / })).toBeHidden();
  });
});
