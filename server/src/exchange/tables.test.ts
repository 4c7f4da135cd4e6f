/** Tables of items, out of one department and into another, as a lead does it. */
import type { DepartmentFile, FileItem, Transfer } from "@verdant/contract/exchange";
import type { ReportRow } from "@verdant/contract/packages";
import Papa from "papaparse";
import readSheets from "read-excel-file/node";
import { describe, expect, test } from "vitest";
import writeWorkbook from "write-excel-file/node";
import { richTextOf } from "@verdant/core/richText";
import { addItems, saveItem, showItem } from "../bank/service.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { toContent } from "./fileContent.ts";
import { showReport } from "./keptParts.ts";
import { fixture, zipped } from "./testing/archives.ts";
import { bringFile, listTransfers } from "./service.ts";
import { holdImports } from "./store.ts";
import { bring, doTransfers, exported, inPieces, saved } from "./testing/departmentFiles.ts";

const bench = useWorkbench();

type Lead = OpenScope<Member>;

const rowsOf = async (lead: Lead, { id }: Transfer): Promise<ReportRow[]> =>
  (await showReport(lead, { params: { transferId: id } })).rows;

/** A department with the standards and shared texts of the first, and no items. */
async function emptyDepartment(): Promise<Lead> {
  const { lead } = await otherDepartment(bench);
  const file = await exported(bench);
  await bring(bench, lead, { ...file, items: [], many: [] } satisfies DepartmentFile);
  return lead;
}

async function firstItem({ caller }: Lead): Promise<string> {
  const { id } = await bench.db
    .selectFrom("item")
    .where("departmentId", "=", caller.departmentId)
    .orderBy("number")
    .select("id")
    .executeTakeFirstOrThrow();
  return id;
}

/** The rows of a table by their ids, as somebody has them open. */
function opened(csv: Buffer): { columns: string[]; rows: Record<string, string>[] } {
  const { data, meta } = Papa.parse<Record<string, string>>(csv.toString("utf8"), {
    header: true,
    skipEmptyLines: true,
  });
  return { columns: meta.fields ?? [], rows: data };
}
const csvOf = (rows: readonly Record<string, string>[]) => Buffer.from(`\uFEFF${Papa.unparse([...rows])}\r\n`);

describe.each(["table", "workbook"] as const)("a %s of the bank", (format) => {
  test("comes in again and changes nothing; elsewhere it gives the same bank to the last word", async () => {
    const bytes = await saved(bench, format);
    expect(await bring(bench, bench.lead, bytes)).toMatchObject({
      ...{ state: "done", format, problem: null },
      imported: {
        ...{ created: { items: 0, topics: 0 }, revised: { items: 0 }, unchanged: { items: 24 }, notes: [] },
        parts: { imported: 24, importedWithNotes: 0, kept: 0, refused: 0 },
      },
    });
    const lead = await emptyDepartment();
    const done = await bring(bench, lead, bytes);
    expect(done.imported).toMatchObject({ created: { items: 24 }, parts: { imported: 24 } });
    const [here, there] = [await exported(bench), await exported(bench, lead)];
    // Families are named by their members, whatever these are called elsewhere.
    expect(there.items).toEqual(here.items);
    if (format === "table") expect((await saved(bench, format, lead)).equals(bytes)).toBe(true);
  });
});

describe("what somebody changes in a table", () => {
  test("a next step for one, another topic for one: these two are revised, and nothing else", async () => {
    const lead = await emptyDepartment();
    await bring(bench, lead, await saved(bench, "table"));
    const before = (await exported(bench, lead)).items;
    const { rows } = opened(await saved(bench, "table", lead));
    const topic = rows.find((row) => row["topic"] !== rows[1]?.["topic"])?.["topic"] ?? "";
    const changed = rows.map((row, i) =>
      i === 0 ? { ...row, next_step: "Look it up." } : i === 1 ? { ...row, topic, tags: "May" } : row,
    );
    expect((await bring(bench, lead, csvOf(changed))).imported).toMatchObject({
      ...{ created: { items: 0 }, revised: { items: 2 }, unchanged: { items: 22 } },
    });
    const after = (await exported(bench, lead)).items;
    expect(after[0]).toMatchObject({ content: { nextStep: "Look it up." }, status: before[0]?.status });
    expect(after[1]).toEqual({ ...before[1], topic, tags: ["may"] });
    expect(after.slice(2)).toEqual(before.slice(2));
  });

  test("what a colleague did meanwhile stays, and where both changed it is said", async () => {
    const lead = await emptyDepartment();
    await bring(bench, lead, await saved(bench, "table"));
    const { rows } = opened(await saved(bench, "table", lead));
    const itemId = await firstItem(lead);
    const { version, tagging, content } = await showItem(lead, { params: { itemId } });
    const body = { version, content, tagging: { ...tagging, label: "Renamed by a colleague", expectedSeconds: 77 } };
    await saveItem(lead, { params: { itemId }, body });
    const [first = {}, ...others] = rows;
    const done = await bring(bench, lead, csvOf([{ ...first, expected_seconds: "88", points: "3" }, ...others]));
    expect(await rowsOf(lead, done)).toContainEqual({
      ...{ file: "row 2", identifier: first["id"], title: first["title"], outcome: "importedWithNotes" },
      notes: [{ code: "changedMeanwhile", terms: { column: "expected_seconds" } }],
    });
    expect((await exported(bench, lead)).items[0]).toMatchObject({
      ...{ label: "Renamed by a colleague", expectedSeconds: 88, points: 3 },
    });
  });

  test("what a colleague saves while the table is on its way in is not taken back either", async () => {
    const lead = await emptyDepartment();
    const { departmentId } = lead.caller;
    await bring(bench, lead, await saved(bench, "table"));
    const { rows } = opened(await saved(bench, "table", lead));
    const { id } = await bringFile(
      lead,
      "late.csv",
      inPieces(csvOf(rows.map((row, i) => (i === 0 ? { ...row, next_step: "Look it up." } : row)))),
    );
    const itemId = await firstItem(lead);
    let work = Promise.resolve();
    await bench.db.transaction().execute(async (other) => {
      // The import is held up between reading and writing.
      await holdImports(other, departmentId);
      work = doTransfers(bench);
      await expect
        .poll(async () => (await listTransfers(lead)).transfers.find((one) => one.id === id)?.share, {
          timeout: 20_000,
        })
        .toBe(1);
      const { version, tagging, content } = await showItem(lead, { params: { itemId } });
      const body = { version, content, tagging: { ...tagging, label: "Renamed just now" } };
      await saveItem(lead, { params: { itemId }, body });
    });
    await work;
    expect((await listTransfers(lead)).transfers.find((one) => one.id === id)).toMatchObject({
      ...{ state: "done", imported: { revised: { items: 1 }, unchanged: { items: 23 } } },
    });
    expect((await exported(bench, lead)).items[0]).toMatchObject({
      ...{ label: "Renamed just now", content: { nextStep: "Look it up." } },
    });
  });

  test("a workbook in which rows were sorted and columns taken out is read by its headings", async () => {
    const lead = await emptyDepartment();
    await bring(bench, lead, await saved(bench, "workbook"));
    const before = (await exported(bench, lead)).items;
    const [sheet] = await readSheets(await saved(bench, "workbook", lead));
    const [head = [], ...rows] = sheet?.data ?? [];
    const at = ["id", "explanation"].map((name) => head.indexOf(name));
    const cells = [head, ...rows.reverse()].map((row) =>
      at.map((i) => ({ value: String(row[i] ?? ""), type: String })),
    );
    const withNew = cells.map(([id, why], i) => [id, i === 1 ? { value: "Since it is so.", type: String } : why]);
    const bytes = await writeWorkbook([
      { sheet: "About", data: [[{ value: "Read me", type: String }]] },
      { sheet: "Bank", data: [[{ value: "Our bank, May", type: String }], ...withNew] as never },
    ]).toBuffer();
    const done = await bring(bench, lead, bytes);
    expect(done.imported).toMatchObject({
      ...{ created: { items: 0 }, revised: { items: 1 }, unchanged: { items: 23 } },
      notes: [{ code: "sheetsLeftOut", terms: { sheets: "About" } }],
    });
    const after = (await exported(bench, lead)).items;
    const why = ({ content: { explanation: _, ...content }, ...item }: FileItem) => ({ ...item, content });
    expect(after.map(why)).toEqual(before.map(why));
    expect(after.at(-1)?.content.explanation).toBe("Since it is so.");
  });

  test("reserved items stay reserved in another department, though the column of use was deleted", async () => {
    const [from, to] = [await emptyDepartment(), await emptyDepartment()];
    const content = {
      ...toContent((await exported(bench)).items[0]!.content, () => ""),
      stem: richTextOf("Kept for tests"),
    };
    await addItems(from, {
      body: { items: [{ content, topicId: null, standardIds: [], about: { use: "reserved" } }] },
    });
    const { rows } = opened(await saved(bench, "table", from));
    const done = await bring(bench, to, csvOf(rows.map(({ use: _use, as_exported: _whole, ...row }) => row)));
    expect((await exported(bench, to)).items[0]).toMatchObject({ use: "reserved", status: "draft" });
    expect((await rowsOf(to, done))[0]?.notes).toEqual([{ code: "useAssumed", terms: {} }]);
  });
});

describe("a colleague's table", () => {
  const faulty: Readonly<Record<string, string>> = {
    "row 26": "keyNoOption",
    "row 27": "kindUnknown",
    "row 28": "cellNoNumber",
    "row 29": "identifierTwice",
  };

  test("comes in row by row: good rows as drafts, faulty ones with the reason; a second time nothing changes", async () => {
    const { lead } = await otherDepartment(bench);
    const done = await bring(bench, lead, fixture("items.csv"));
    expect([done.state, done.format, done.problem]).toEqual(["done", "table", null]);
    const rows = await rowsOf(lead, done);
    const refused = rows.filter(({ outcome }) => outcome === "refused");
    expect(Object.fromEntries(refused.map(({ file, notes }) => [file, notes[0]?.code]))).toEqual(faulty);
    expect(rows).toHaveLength(30);
    const { items } = await exported(bench, lead);
    expect(items).toHaveLength(26);
    expect(new Set(items.map((item) => item.status))).toEqual(new Set(["draft"]));
    const byKey = new Map(items.map((item) => [item.key, item]));
    expect(byKey.get("csv-001")).toMatchObject({ author: "A. Fenwick-Marlo (fictional)", licence: "CC BY 4.0" });
    expect(byKey.get("csv-002")?.content.stem).toBe(
      `A walker says: "The river is 'young' here." What does "young" mean?`,
    );
    expect(byKey.get("csv-012")?.content.stem).toBe(
      "Is a flood wall worth its cost?\nWrite two paragraphs.\n\n1. For\n2. Against",
    );
    expect(byKey.get("csv-013")?.content.stem).toBe(
      "¿Qué forma deja el mar al unir una isla con la costa? (el niño dibujó una)",
    );
    expect(byKey.get("csv-014")?.content.stem).toBe("次のうち、河川がつくる地形はどれですか。");
    expect(byKey.get("csv-016")?.content).toMatchObject({ options: [{}, {}, {}, { text: "👩🏽‍🔬 scientist" }] });
    expect(byKey.get("csv-019")?.content.stem).toBe(
      'What does <b>bold</b> & "quoted" text show as? <script>alert(1)</script>',
    );
    expect(byKey.get("csv-007")?.content).toMatchObject({ value: 80.3, tolerance: { kind: "relative", amount: 1 } });
    expect(byKey.get("csv-023")?.content).toMatchObject({ value: -13, unit: "°C" });
    expect(byKey.get("csv-029")?.tags).toContain("geo.9.9.z");
    const notesOf = (id: string) => rows.find((row) => row.identifier === id)?.notes.map(({ code }) => code);
    expect(notesOf("csv-022")).toEqual(["topicUnknown", "standardsUnknown", "scoringDiffers"]);
    expect((await bring(bench, lead, fixture("items.csv"))).imported).toMatchObject({
      ...{ created: { items: 0 }, revised: { items: 0 }, unchanged: { items: 26 } },
    });
  });

  test("semicolons are recognised, and said", async () => {
    const { lead } = await otherDepartment(bench);
    const { imported } = await bring(bench, lead, fixture("items-semicolon.csv"));
    expect(imported?.notes).toEqual([{ code: "separatorRead", terms: { separator: ";" } }]);
    expect(imported?.parts?.refused).toBe(0);
    expect((await exported(bench, lead)).items.length).toBe(imported?.created.items);
  });

  test("what a spreadsheet would work out leaves as text, and comes back as it was", async () => {
    const { lead } = await otherDepartment(bench);
    await bring(bench, lead, fixture("items.csv"));
    const csv = (await saved(bench, "table", lead)).toString("utf8");
    expect(csv).toContain("'=1+1 is what");
    expect(csv).toContain(",-13,");
    for (const cell of Papa.parse<string[]>(csv).data.flat()) expect(cell).not.toMatch(/^\s*[=@|\t\r]|^\s*[+-][^\d]/);
    const { items } = await exported(bench, lead);
    expect(items.find(({ key }) => key === "csv-017")?.content.stem).toMatch(/^=1\+1 is/);
  });
});

const head = "id,kind,stem,option_a,option_b,key\r\n";
const row = "1,single_choice,Which is hard?,granite,clay,a\r\n";

describe("what is no table of items", () => {
  test.each([
    ["a,b\r\n1,2\r\n", "tableHeadingsMissing"],
    ["", "tableHeadingsMissing"],
    [head, "tableEmpty"],
    [`id,Kind,stem,KIND\r\n1,x,y,z\r\n`, "tableHeadingTwice"],
    [`${head}1,single_choice,"Which is hard?,granite,clay,a\r\n${row}`, "tableQuoteOpen"],
    [`${head}${row}2,${"x,".repeat(65_000)}\r\n`, "tableTooManyColumns"],
    [`${head}${row.repeat(20_001)}`, "tableTooManyRows"],
    [`${head}1,single_choice,${"x".repeat(300_000)},a,b,a\r\n`, "tableCellTooLong"],
    [`${head}${row}\0`, "tableNoText"],
    [Buffer.from([0xff, 0xfe, 0x00, 0xd8, 0x41]), "tableNoText"],
  ])("%# is refused as a whole, and nothing of it stays", async (content, code) => {
    const { lead } = await otherDepartment(bench);
    expect(await bring(bench, lead, Buffer.from(content as string))).toMatchObject({
      state: "failed",
      problem: { code },
    });
    expect((await exported(bench, lead)).items).toEqual([]);
  });

  test("workbooks that are none, or grow without end, are refused", async () => {
    const { lead } = await otherDepartment(bench);
    const broken = await zipped({ "xl/workbook.xml": "<nothing", "[Content_Types].xml": "" });
    expect((await bring(bench, lead, broken)).problem?.code).toBe("workbookBroken");
    const bomb = await zipped({ "xl/workbook.xml": "<a/>", "xl/worksheets/sheet1.xml": " ".repeat(30_000_000) });
    expect((await bring(bench, lead, bomb)).problem?.code).toBe("archiveBomb");
  });

  test.each([
    ["utf16le" as const, [0xff, 0xfe], null],
    ["utf8" as const, [0xef, 0xbb, 0xbf], null],
    ["latin1" as const, [], "Windows-1252"],
  ])("%s is read as it was meant", async (encoding, mark, said) => {
    const { lead } = await otherDepartment(bench);
    const text = `${head}1,single_choice,Où est la côte ?,là,ici,a\r\n`;
    const bytes = Buffer.concat([Buffer.from(mark), Buffer.from(text, encoding)]);
    const { imported, problem } = await bring(bench, lead, bytes);
    expect(problem).toBeNull();
    expect((await exported(bench, lead)).items[0]?.content.stem).toBe("Où est la côte ?");
    const told = imported?.notes?.find(({ code }) => code === "encodingAssumed")?.terms["encoding"] ?? null;
    expect(told).toBe(encoding === "utf16le" ? "UTF-16LE" : said);
  });
});
