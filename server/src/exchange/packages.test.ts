/** Packages of items, out of one department and into another, as a lead does it. */
import type { DepartmentFile } from "@verdant/contract/exchange";
import type { ReportRow } from "@verdant/contract/packages";
import { describe, expect, test } from "vitest";
import { richTextOf } from "@verdant/core/richText";
import { addItems, saveItem, showItem } from "../bank/service.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as kept from "./keptParts.ts";
import { checkPackage } from "./qti/checkPackage.ts";
import { archiveOf, fixture, zipped } from "./testing/archives.ts";
import { bringFile, listTransfers } from "./service.ts";
import { bring, exported, inPieces, packed, saved } from "./testing/departmentFiles.ts";
import { transfers } from "./transferJob.ts";

const bench = useWorkbench();

/** What a package is about: the bank, not classes and courses. */
const bankOf = ({ framework, topics, misconceptions, stimuli, items, media }: DepartmentFile) => ({
  ...{ framework, topics, misconceptions, stimuli, items, media },
});

test("a bank that goes out as a package and comes in elsewhere is the same to the last word", async () => {
  const bytes = await packed(bench);
  expect((await checkPackage(await archiveOf(bytes))).faults).toEqual([]);
  const other = await otherDepartment(bench);
  const { state, format, imported, problem } = await bring(bench, other.lead, bytes);
  expect(problem).toBeNull();
  expect([state, format]).toEqual(["done", "package"]);
  expect(imported).toMatchObject({
    created: { standards: 15, topics: 9, items: 24 },
    parts: { imported: 24, importedWithNotes: 0, kept: 0, refused: 0 },
  });
  expect(bankOf(await exported(bench, other.lead))).toEqual(bankOf(await exported(bench)));
  // The same once more changes nothing.
  expect((await bring(bench, other.lead, bytes)).imported).toMatchObject({
    created: { items: 0, topics: 0 },
    revised: { items: 0 },
    unchanged: { items: 24 },
  });
});

test("in the older form it is the same, and every file of it is in that form", async () => {
  const bytes = await saved(bench, "olderPackage");
  const archive = await archiveOf(bytes);
  expect((await checkPackage(archive)).faults).toEqual([]);
  for (const path of archive.paths) {
    if (!path.endsWith(".xml")) continue;
    const words = Buffer.from(await archive.read(path, 1e7)).toString();
    expect([path, /<qti-|v3p0/.exec(words)]).toEqual([path, null]);
    expect(words).toMatch(/v2p2/);
  }
  const other = await otherDepartment(bench);
  const { imported } = await bring(bench, other.lead, bytes);
  expect(imported?.parts).toEqual({ imported: 24, importedWithNotes: 0, kept: 0, refused: 0 });
  expect(bankOf(await exported(bench, other.lead))).toEqual(bankOf(await exported(bench)));
});

test("an item that was written here is no other department's item of the same number", async () => {
  const other = await otherDepartment(bench);
  const write = (lead: typeof bench.lead, words: readonly string[]) => {
    const none = { tolerance: { kind: "absolute" as const, amount: 0 }, unit: "", expectedWrong: [] };
    const content = { kind: "numeric" as const, schemaVersion: 1 as const, value: 4, ...none };
    const items = words.map((text) => ({ topicId: null, content: { ...content, stem: richTextOf(text) } }));
    return addItems(lead, { body: { items: items.map((one) => ({ ...one, standardIds: [] })) } });
  };
  await write(bench.lead, ["How far is it to the mill?"]);
  await write(
    other.lead,
    Array.from({ length: 40 }, (_, n) => `Own question ${n}`),
  );
  const before = await exported(bench, other.lead);
  const { imported } = await bring(bench, other.lead, await packed(bench));
  expect(imported).toMatchObject({ created: { items: 25 }, revised: { items: 0 } });
  const after = await exported(bench, other.lead);
  expect(after.items.slice(0, 40)).toEqual(before.items);
  // Back home it is known again.
  expect((await bring(bench, bench.lead, await packed(bench, other.lead))).imported).toMatchObject({
    created: { items: 40 },
    revised: { items: 0 },
  });
});

test("the same bank gives the same package, byte for byte", async () => {
  expect((await packed(bench)).equals(await packed(bench))).toBe(true);
});

describe("a colleague's package", () => {
  const rowsOf = async (lead: typeof bench.lead, transferId: string): Promise<ReportRow[]> =>
    (await kept.showReport(lead, { params: { transferId } })).rows;

  test("comes in as drafts, with who made it and under which licence; the report counts every part once", async () => {
    const { lead } = await otherDepartment(bench);
    const done = await bring(bench, lead, fixture("qti30-geography.zip"));
    expect(done).toMatchObject({ state: "done", format: "package" });
    const { imported, importedWithNotes, kept: n, refused } = done.imported!.parts!;
    const rows = await rowsOf(lead, done.id);
    expect(rows).toHaveLength(19);
    expect(imported + importedWithNotes + n + refused).toBe(19);
    expect([n, refused]).toEqual([3, 0]);
    expect(rows.slice(0, 3).map((row) => row.outcome)).toEqual(["kept", "kept", "kept"]);
    const file = await exported(bench, lead);
    expect(file.items).toHaveLength(15);
    expect(new Set(file.items.map((item) => item.status))).toEqual(new Set(["draft"]));
    expect(file.items[0]).toMatchObject({ author: "A. Fenwick-Marlo (fictional)", licence: "CC BY 4.0" });
  });

  test("once more is unchanged; what the department did with an item stays when its content is revised", async () => {
    const { lead } = await otherDepartment(bench);
    await bring(bench, lead, fixture("qti30-geography.zip"));
    expect((await bring(bench, lead, fixture("qti30-geography.zip"))).imported).toMatchObject({
      created: { items: 0 },
      revised: { items: 0 },
      unchanged: { items: 15 },
    });
    const { departmentId } = lead.caller;
    const row = await bench.db
      .selectFrom("item")
      .where("departmentId", "=", departmentId)
      .where("label", "like", "Landform%")
      .select("id")
      .executeTakeFirstOrThrow();
    const item = await showItem(lead, { params: { itemId: row.id } });
    await saveItem(lead, {
      params: { itemId: row.id },
      body: {
        version: item.version,
        tagging: { ...item.tagging, use: "reserved", demand: "reason" },
        content: item.content,
      },
    });
    const archive = await archiveOf(fixture("qti30-geography.zip"));
    const files: Record<string, Uint8Array | string> = {};
    for (const path of archive.paths) files[path] = await archive.read(path, 1e7);
    const text = Buffer.from(files["items/geo-riv-001.xml"] as Uint8Array).toString();
    files["items/geo-riv-001.xml"] = text.replace("A pair of levees", "Two levees");
    expect((await bring(bench, lead, await zipped(files))).imported).toMatchObject({
      revised: { items: 1 },
      unchanged: { items: 14 },
    });
    const after = await showItem(lead, { params: { itemId: row.id } });
    expect(JSON.stringify(after.content)).toContain("Two levees");
    expect(after.tagging).toMatchObject({ use: "reserved", demand: "reason" });
  });

  test("what is kept as it came is listed, goes out again byte for byte, and comes back elsewhere", async () => {
    const { lead } = await otherDepartment(bench);
    await bring(bench, lead, fixture("qti30-geography.zip"));
    await bring(bench, lead, fixture("qti30-geography.zip"));
    const { kept: parts } = await kept.listKept(lead);
    expect(parts.map((part) => part.identifier).sort()).toEqual(["geo-map-017", "geo-pop-016", "review-quiz"]);
    const bytes = await packed(bench, lead);
    const out = await archiveOf(bytes);
    const slider = [...out.paths].find((path) => path.endsWith("geo-map-017.xml"))!;
    const before = await (await archiveOf(fixture("qti30-geography.zip"))).read("items/geo-map-017.xml", 1e6);
    expect((await out.read(slider, 1e6)).equals(before)).toBe(true);
    const elsewhere = await otherDepartment(bench);
    await bring(bench, elsewhere.lead, bytes);
    const { kept: again } = await kept.listKept(elsewhere.lead);
    expect(again.map((part) => part.identifier).sort()).toEqual(["geo-map-017", "geo-pop-016", "review-quiz"]);
    expect(bankOf(await exported(bench, elsewhere.lead))).toEqual(bankOf(await exported(bench, lead)));

    const [first] = again;
    await kept.dropKept(elsewhere.lead, { params: { keptId: first!.id } });
    expect((await kept.listKept(elsewhere.lead)).kept).toHaveLength(2);
    await expect(kept.dropKept(elsewhere.lead, { params: { keptId: first!.id } })).rejects.toMatchObject({
      kind: "missing",
    });
  });

  test("another department sees neither the report nor what was kept", async () => {
    const { lead } = await otherDepartment(bench);
    const { id } = await bring(bench, lead, fixture("qti22-geography.zip"));
    await expect(kept.showReport(bench.lead, { params: { transferId: id } })).rejects.toMatchObject({
      kind: "missing",
    });
    expect((await kept.listKept(bench.lead)).kept).toEqual([]);
  });
});

test("brought by two leads at once, each item is there once", async () => {
  const { lead } = await otherDepartment(bench);
  for (const name of ["one.zip", "two.zip"])
    await bringFile(lead, name, inPieces(fixture("qti22-geography.zip"), 100_000));
  const jobs = await transfers.due(bench.nobody, []);
  expect(jobs).toHaveLength(2);
  await Promise.all(jobs.map((job) => transfers.work(bench.nobody, job)));
  const done = (await listTransfers(lead)).transfers.map((one) => [one.state, one.imported?.created.items]);
  expect(done.sort()).toEqual([
    ["done", 0],
    ["done", 6],
  ]);
  expect((await exported(bench, lead)).items).toHaveLength(6);
});
