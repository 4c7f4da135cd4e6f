/** An import that is looked at first: what it would do is what it does, less what was left out, and nothing before the yes. */
import type { DepartmentFile } from "@verdant/contract/exchange";
import type { FindingChoice, findingFacets } from "@verdant/contract/importFindings";
import { expect, test } from "vitest";
import { saveItem, showItem } from "../bank/service.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { withoutItems } from "./findings.ts";
import {
  agreeToImport,
  bringFile,
  cancelTransfer,
  chooseFindings,
  listFindings,
  showFinding,
  listTransfers,
  undoImport,
} from "./service.ts";
import { doTransfers, exported, inPieces, saved } from "./testing/departmentFiles.ts";

const bench = useWorkbench();
type Lead = OpenScope<Member>;
type Facet = (typeof findingFacets)[number];

async function look(lead: Lead, file: DepartmentFile | Buffer | string): Promise<string> {
  const bytes = typeof file === "string" || Buffer.isBuffer(file) ? file : JSON.stringify(file);
  const { id } = await bringFile(lead, "a file", inPieces(bytes, 100_000), { looksFirst: true });
  await doTransfers(bench);
  return id;
}
const found = (lead: Lead, transferId: string, query: { facet?: Facet; after?: number } = {}) =>
  listFindings(lead, { params: { transferId }, query });
const choose = (
  lead: Lead,
  transferId: string,
  choice: FindingChoice,
  which: { places: number[] } | { facet?: Facet },
) => chooseFindings(lead, { params: { transferId }, body: { choice, which } });
async function agree(lead: Lead, transferId: string) {
  await agreeToImport(lead, { params: { transferId } });
  await doTransfers(bench);
  return (await listTransfers(lead)).transfers.find(({ id }) => id === transferId)!;
}
/** Everything of the department that an import could write. */
async function held({ caller: { departmentId } }: Lead) {
  const counted = async (table: "item" | "topic" | "course" | "class" | "student" | "media" | "stimulus" | "family") =>
    bench.db
      .selectFrom(table)
      .where("departmentId", "=", departmentId)
      .select((eb) => eb.fn.countAll<string>().as("n"))
      .executeTakeFirstOrThrow();
  return Promise.all(
    (["item", "topic", "course", "class", "student", "media", "stimulus", "family"] as const).map(
      async (table) => `${table} ${(await counted(table)).n}`,
    ),
  );
}

test("in each form it says what it would do, writes nothing of it, and does just that after the yes", async () => {
  for (const form of ["department", "package", "workbook"] as const) {
    const { lead } = await otherDepartment(bench);
    const before = await held(lead);
    const id = await look(lead, await saved(bench, form));
    expect(await held(lead)).toEqual(before);
    const { transfer, counts, findings, taken, next } = await found(lead, id);
    expect(transfer).toMatchObject({ state: "read", canUndo: false, finishedAt: null });
    expect([counts.new, counts.differs, counts.same, counts.left]).toEqual([24, 0, 0, 0]);
    expect([findings.length, next, taken]).toEqual([24, null, { new: 24, differs: 0 }]);
    expect(findings[0]).toMatchObject({ n: 0, state: "new", item: null, choice: "take" });
    const done = await agree(lead, id);
    expect(done).toMatchObject({ state: "done", canUndo: true });
    // The same figures that were shown.
    expect(done.imported).toEqual(transfer.imported);
    expect((await found(lead, id)).findings).toEqual([]);
    // Looked at again, all of it is here.
    const again = await found(lead, await look(lead, await saved(bench, form)));
    expect([again.counts.new, again.counts.differs, again.counts.same]).toEqual([0, 0, 24]);
  }
});

test("what is left out stays out, what differs stays as it is; a look-alike joins the family of the one it is like", async () => {
  const { lead } = await otherDepartment(bench);
  const file = await exported(bench);
  await agree(lead, await look(lead, { ...file, items: file.items.slice(0, 10) }));
  const changed = file.items.map((item, n) => ({
    ...item,
    // The first two say something else; the last is the third once more, under another name.
    ...(n < 2 && { label: `changed ${String(n)}` }),
  }));
  const { family: _, ...third } = file.items[2]!;
  const id = await look(lead, { ...file, items: [...changed, { ...third, key: "copy of the third" }] });
  const { counts, findings } = await found(lead, id);
  expect([counts.new, counts.differs, counts.same]).toEqual([15, 2, 8]);
  const copy = findings.at(-1)!;
  expect(copy).toMatchObject({ state: "new", item: null });
  expect(copy.like?.id).toBe(findings[2]?.item?.id);
  expect((await found(lead, id, { facet: "like" })).findings.map(({ n }) => n)).toContain(copy.n);

  await choose(lead, id, "leave", { facet: "new" });
  // What is like nothing cannot be a look-alike, what is the same cannot be left out.
  await choose(lead, id, "variant", { places: [copy.n, 0] });
  await choose(lead, id, "leave", { places: [1, 5] });
  const chosen = await found(lead, id);
  expect(chosen.taken).toEqual({ new: 1, differs: 1 });
  expect(chosen.findings.map(({ choice }) => choice).slice(0, 6)).toEqual([
    ...["take", "leave", "take", "take", "take", "take"],
  ]);
  expect((await found(lead, id, { facet: "left" })).findings.length).toBe(chosen.counts.left);

  const { imported } = await agree(lead, id);
  expect([imported?.created.items, imported?.revised.items, imported?.unchanged.items]).toEqual([1, 1, 8]);
  const rows = await bench.db
    .selectFrom("item")
    .where("departmentId", "=", lead.caller.departmentId)
    .select(["id", "label", "familyId"])
    .orderBy("number")
    .execute();
  expect(rows.map(({ label }) => label).slice(0, 2)).toEqual(["changed 0", file.items[1]!.label ?? null]);
  expect(rows).toHaveLength(11);
  expect(rows[10]?.familyId).toBe(rows.find((row) => row.id === copy.like?.id)?.familyId);
  // Undone as a whole like any other.
  expect((await undoImport(lead, { params: { transferId: id } })).undone).toEqual({
    takenOut: 1,
    restored: 1,
    kept: 0,
  });
});

test("who changes an item between the look and the yes is not overwritten: it is shown anew", async () => {
  for (const form of ["department", "workbook"] as const) {
    const { lead } = await otherDepartment(bench);
    const file = await exported(bench);
    await agree(lead, await look(lead, file));
    const { twin: _, ...extra } = file.items[3]!;
    // In the department file stands one more, which is left out.
    const more = { ...file, items: [...(await exported(bench, lead)).items, { ...extra, key: "one more" }] };
    const id = await look(lead, form === "department" ? more : await saved(bench, form, lead));
    await choose(lead, id, "leave", { facet: "new" });
    const [first] = (await found(lead, id)).findings;
    const itemId = first?.item?.id ?? "";
    const item = await showItem(lead, { params: { itemId } });
    await saveItem(lead, {
      params: { itemId },
      body: { version: item.version, content: item.content, tagging: { ...item.tagging, expectedSeconds: 77 } },
    });
    const shown = await agree(lead, id);
    expect(shown).toMatchObject({ state: "read", imported: { notes: [{ code: "bankMovedOn" }] } });
    expect((await showItem(lead, { params: { itemId } })).tagging.expectedSeconds).toBe(77);
    // A cell of a table that is as it was written out says nothing against what the bank says now.
    const differs = form === "department" ? 1 : 0;
    const { counts } = await found(lead, id);
    // What was chosen at the first look still holds.
    expect(counts).toMatchObject({ new: differs, left: differs, differs, same: 24 - differs });
    await choose(lead, id, "leave", { facet: "differs" });
    expect(await agree(lead, id)).toMatchObject({ state: "done", imported: { revised: { items: 0 } } });
    expect((await showItem(lead, { params: { itemId } })).tagging.expectedSeconds).toBe(77);
  }
});

test("where the item that was to get a look-alike has left the bank, it is shown anew, and comes in by itself", async () => {
  const { lead } = await otherDepartment(bench);
  const file = await exported(bench);
  await agree(lead, await look(lead, { ...file, items: file.items.slice(0, 4) }));
  const { family: _, twin: __, ...third } = file.items[2]!;
  const id = await look(lead, { ...file, items: [{ ...third, key: "a copy" }], many: [] });
  await choose(lead, id, "variant", { facet: "like" });
  const [{ like, choice } = {}] = (await found(lead, id)).findings;
  expect(choice).toBe("variant");
  await bench.db
    .updateTable("item")
    .set({ archivedAt: bench.clock.now })
    .where("departmentId", "=", lead.caller.departmentId)
    .where("id", "=", like?.id ?? "")
    .execute();
  expect(await agree(lead, id)).toMatchObject({ state: "read", imported: { notes: [{ code: "bankMovedOn" }] } });
  expect(await agree(lead, id)).toMatchObject({ state: "done", imported: { created: { items: 1 } } });
});

test("cancelled, nothing of it stays; afterwards nothing can be chosen or agreed; a second yes finds the first", async () => {
  const { lead } = await otherDepartment(bench);
  const before = await held(lead);
  const file = await exported(bench);
  const id = await look(lead, file);
  const params = { transferId: id };
  expect(await cancelTransfer(lead, { params })).toMatchObject({ state: "cancelled" });
  await expect(choose(lead, id, "leave", {})).rejects.toMatchObject({ code: "importNotWaiting" });
  await expect(agreeToImport(lead, { params })).rejects.toMatchObject({ code: "importNotWaiting" });
  await doTransfers(bench);
  expect(await held(lead)).toEqual(before);
  expect(await bench.db.selectFrom("transferPiece").select("n").where("transferId", "=", id).execute()).toEqual([]);

  const next = { params: { transferId: await look(lead, file) } };
  await agreeToImport(lead, next);
  expect(await agreeToImport(lead, next)).toMatchObject({ state: "waiting" });
  await doTransfers(bench);
  expect(await agreeToImport(lead, next)).toMatchObject({ state: "done" });
});

test("three files that wait for a yes are as many as a department may have under way", async () => {
  const { lead } = await otherDepartment(bench);
  const file = await exported(bench);
  const ids = [await look(lead, file), await look(lead, file), await look(lead, file)];
  await expect(look(lead, file)).rejects.toMatchObject({ code: "transfersFull" });
  await cancelTransfer(lead, { params: { transferId: ids[0]! } });
  // Both would bring the same; the second is not what it was when it was looked at.
  expect(await agree(lead, ids[1]!)).toMatchObject({ state: "done", imported: { created: { items: 24 } } });
  expect(await agree(lead, ids[2]!)).toMatchObject({ state: "read", imported: { created: { items: 0 } } });
});

test("a file that cannot be used says so at once, and waits for nothing; a teacher and another department see none", async () => {
  const { lead } = await otherDepartment(bench);
  const broken = await look(lead, "{ not json");
  expect((await listTransfers(lead)).transfers[0]).toMatchObject({ id: broken, state: "failed" });
  const id = await look(lead, await exported(bench));
  await expect(found(bench.lead, id)).rejects.toMatchObject({ kind: "missing" });
  await expect(choose(bench.lead, id, "leave", {})).rejects.toMatchObject({ kind: "missing" });
  await expect(agreeToImport(bench.lead, { params: { transferId: id } })).rejects.toMatchObject({ kind: "missing" });
  await expect(found(bench.teacher, id)).rejects.toMatchObject({ code: "notAllowed" });
});

test("what is left out is pointed at no longer: neither as a twin nor by the list that made it", async () => {
  const file = await exported(bench);
  const [one, two] = file.items;
  const many = [
    {
      name: "rows",
      body: {} as never,
      items: [
        { item: one!.key, row: "1" },
        { item: two!.key, row: "2" },
      ],
    },
  ];
  const body = { ...file, many, items: [one!, { ...two!, use: "reserved" as const, twin: one!.key }] };
  const left = new Set([one!.key]);
  const without = withoutItems(body, left, left, new Map());
  expect(without.items.map(({ key, twin }) => [key, twin])).toEqual([[two!.key, undefined]]);
  expect(without.many[0]?.items.map(({ item }) => item)).toEqual([two!.key]);
  // One that the bank has already can be pointed at, though the file's words for it are left out.
  const kept = withoutItems(body, left, new Set(), new Map());
  expect(kept.items[0]?.twin).toBe(one!.key);
  expect(kept.many[0]?.items).toHaveLength(2);
});

test("what each item of a file says is read before the yes, beside the item that it meets, tags by their names", async () => {
  const { lead } = await otherDepartment(bench);
  const file = await exported(bench);
  await agree(lead, await look(lead, { ...file, items: file.items.slice(0, 3) }));
  const [first, second, third, ...rest] = file.items;
  const { family: _, ...copied } = third!;
  const id = await look(lead, {
    ...file,
    items: [
      { ...first!, demand: first!.demand === "apply" ? "recall" : "apply", standards: [], tags: ["new tag"] },
      second!,
      third!,
      { ...copied, key: "copy" },
      rest[0]!,
    ],
  });
  const { findings } = await found(lead, id);
  const full = (n: number) => showFinding(lead, { params: { transferId: id, n } });
  const differs = await full(0);
  expect(findings[0]?.state).toBe("differs");
  // What it says is the same in words: only what belongs to the item differs.
  expect(differs.content).toEqual(differs.here?.content);
  const ours = (await showItem(lead, { params: { itemId: findings[0]!.item!.id } })).tagging;
  const topic = file.topics.find(({ key }) => key === first!.topic)?.name;
  expect(differs.here).toMatchObject({
    number: findings[0]?.item?.number,
    tagging: { demand: ours.demand, topic, standards: [...first!.standards].sort(), tags: ours.tags },
  });
  const changed = { demand: first!.demand === "apply" ? "recall" : "apply", standards: [], tags: ["new tag"] };
  expect(differs.tagging).toEqual({ ...differs.here?.tagging, ...changed });
  // What is just as here is the same in all.
  const same = await full(1);
  expect(same.tagging).toEqual(same.here?.tagging);
  expect(same.content).toEqual(same.here?.content);
  expect((await full(3)).here?.number).toBe(findings[2]?.item?.number);
  expect((await full(4)).here).toBeNull();
  await expect(full(9)).rejects.toMatchObject({ kind: "missing" });
  const elsewhere = { ...bench.lead };
  await expect(showFinding(elsewhere, { params: { transferId: id, n: 0 } })).rejects.toMatchObject({ kind: "missing" });
  await expect(showFinding(bench.teacher, { params: { transferId: id, n: 0 } })).rejects.toMatchObject({
    code: "notAllowed",
  });
  await agree(lead, id);
  await expect(full(0)).rejects.toMatchObject({ kind: "missing" });
});
