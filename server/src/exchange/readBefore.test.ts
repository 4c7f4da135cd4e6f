/** A file that was looked at is not read again after the yes; what comes of it is what an import without a look makes. */
import { readFile } from "node:fs/promises";
import { sql } from "kysely";
import { expect, test } from "vitest";
import { newId } from "../platform/id.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { listKept, showReport } from "./keptParts.ts";
import { agreeToImport, bringFile, cancelTransfer, listTransfers } from "./service.ts";
import { bring, doTransfers, exported, inPieces, saved } from "./testing/departmentFiles.ts";

const bench = useWorkbench();
type Lead = OpenScope<Member>;

const fixture = (name: string) => readFile(new URL(`testing/fixtures/${name}`, import.meta.url));

async function look(lead: Lead, bytes: Buffer): Promise<string> {
  const { id } = await bringFile(lead, "a file", inPieces(bytes, 100_000), { looksFirst: true });
  await doTransfers(bench);
  expect(await standing(lead, id)).toMatchObject({ state: "read" });
  return id;
}

async function agree(lead: Lead, transferId: string) {
  await agreeToImport(lead, { params: { transferId } });
  await doTransfers(bench);
  return standing(lead, transferId);
}

const standing = async (lead: Lead, transferId: string) =>
  (await listTransfers(lead)).transfers.find(({ id }) => id === transferId)!;

/** What lies there of a file that was looked at. */
async function lying({ caller: { departmentId } }: Lead, transferId: string) {
  const transfer = await bench.db
    .selectFrom("transfer")
    .where("departmentId", "=", departmentId)
    .where("id", "=", transferId)
    .select("readBesides")
    .executeTakeFirstOrThrow();
  const findings = await bench.db
    .selectFrom("importFinding")
    .where("departmentId", "=", departmentId)
    .where("transferId", "=", transferId)
    .select("item")
    .execute();
  const isItemOf = findings.map(({ item }) => item !== null);
  return { hasRest: transfer.readBesides !== null, items: isItemOf.length, isKept: isItemOf.every(Boolean) };
}

/** All that an import can bring, but for what is made anew each time. */
async function broughtTo(lead: Lead) {
  const { kept } = await listKept(lead);
  const file = await exported(bench, lead);
  return {
    file: counted({
      ...file,
      items: file.items.map(({ family: _of, ...item }) => item),
      classes: file.classes.map((one) => ({
        ...one,
        students: one.students.map(({ entryCard: _card, ...student }) => student),
      })),
    }),
    kept: kept.map(({ id: _id, cameAt: _at, ...part }) => part),
  };
}

/** Names that parts of items are given as they are read, by the order in which they are met. */
function counted(of: unknown): unknown {
  const met = new Map<string, string>();
  const read = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(read);
    if (typeof value !== "object" || value === null) return met.get(String(value)) ?? value;
    const { id } = value as { id?: unknown };
    if (typeof id === "string") met.set(id, met.get(id) ?? `part ${String(met.size)}`);
    return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, read(one)]));
  };
  // Twice, since a key may point at what follows it.
  read(of);
  return read(of);
}

const files: Record<string, () => Promise<Buffer>> = {
  "our package": () => saved(bench, "package"),
  "a department file": () => saved(bench, "department"),
  "a package of others": () => fixture("qti30-geography.zip"),
  "an older package": () => fixture("qti22-geography.zip"),
  "a table": () => saved(bench, "workbook"),
};

test.each(Object.keys(files))("%s brings the same, looked at or not", async (name) => {
  const bytes = await files[name]!();
  const [{ lead: atOnce }, { lead: after }] = [await otherDepartment(bench), await otherDepartment(bench)];
  const direct = await bring(bench, atOnce, bytes);
  const made = await agree(after, await look(after, bytes));
  expect(made).toMatchObject({ state: "done", imported: direct.imported, problem: null });
  expect(await broughtTo(after)).toEqual(await broughtTo(atOnce));
  const reportOf = async (lead: Lead, transferId: string) => (await showReport(lead, { params: { transferId } })).rows;
  expect(await reportOf(after, made.id)).toEqual(await reportOf(atOnce, direct.id));
  expect(await lying(after, made.id)).toMatchObject({ hasRest: false, items: 0 });
});

const setPoints = (transferId: string) =>
  sql`update import_finding set item = jsonb_set(item::jsonb, '{points}', '7')::json where transfer_id = ${transferId}`.execute(
    bench.db,
  );
const pointsOf = async (lead: Lead) => new Set((await exported(bench, lead)).items.map(({ points }) => points));

test.each(["our package", "a department file"])("%s is read once", async (name) => {
  const { lead } = await otherDepartment(bench);
  const id = await look(lead, await files[name]!());
  expect(await lying(lead, id)).toMatchObject({ hasRest: true, isKept: true });
  await setPoints(id);
  expect(await agree(lead, id)).toMatchObject({ state: "done" });
  expect(await pointsOf(lead)).toEqual(new Set([7]));
});

test("a package is read anew where the department has another topic since: it may name it", async () => {
  const { lead } = await otherDepartment(bench);
  const id = await look(lead, await files["our package"]!());
  await setPoints(id);
  await bench.db
    .insertInto("topic")
    .values({ departmentId: lead.caller.departmentId, id: newId(), name: "Said since", position: 0, parentId: null })
    .execute();
  expect(await agree(lead, id)).toMatchObject({ state: "done" });
  expect(await pointsOf(lead)).not.toContain(7);
});

test("a table is compared with the bank as it is, and so is a file that was looked at before this was kept", async () => {
  const { lead } = await otherDepartment(bench);
  const table = await look(lead, await files["a table"]!());
  expect(await lying(lead, table)).toEqual({ hasRest: false, items: 24, isKept: false });
  await cancelTransfer(lead, { params: { transferId: table } });
  const file = await look(lead, await files["a department file"]!());
  await bench.db.updateTable("importFinding").set({ item: null }).where("transferId", "=", file).execute();
  expect(await agree(lead, file)).toMatchObject({ state: "done", imported: { created: { items: 24 } } });
});

test("nothing stays of what was cancelled, nor of what failed after the yes", async () => {
  const { lead } = await otherDepartment(bench);
  const cancelled = await look(lead, await files["our package"]!());
  await cancelTransfer(lead, { params: { transferId: cancelled } });
  expect(await lying(lead, cancelled)).toMatchObject({ hasRest: false, items: 0 });

  const failing = await look(lead, await files["a department file"]!());
  await sql`update import_finding set item = jsonb_set(item::jsonb, '{standards}', '["none such"]')::json
    where transfer_id = ${failing} and n = 3`.execute(bench.db);
  expect(await agree(lead, failing)).toMatchObject({ state: "failed" });
  expect(await lying(lead, failing)).toMatchObject({ hasRest: false, items: 0 });
  expect((await exported(bench, lead)).items).toEqual([]);
});
