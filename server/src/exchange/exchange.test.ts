import { randomBytes } from "node:crypto";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { DepartmentFile } from "@verdant/contract/exchange";
import { saveItem, showItem } from "../bank/service.ts";
import { enrolStudents } from "../courses/service.ts";
import { listMany, saveMany } from "../many/service.ts";
import { newId } from "../platform/id.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as exchange from "./service.ts";
import { bring, doTransfers, exported, inPieces, newest } from "./testing/departmentFiles.ts";
import { transfers } from "./transferJob.ts";
import { keepPieces, pieceBytes, piecesOf } from "./transfers.ts";

const bench = useWorkbench();
const asDepartment = { body: { format: "department" } } as const;

/** Entry cards are unique per installation, so a second copy of a class gets new ones. */
const withoutCards = (file: DepartmentFile) => ({
  ...file,
  classes: file.classes.map((one) => ({
    ...one,
    students: one.students.map((student) => ({ ...student, entryCard: "" })),
  })),
});

test("what is exported and imported elsewhere is exported there the same: nothing is lost", async () => {
  const [listed] = await bench.db.selectFrom("item").select("id").orderBy("number").execute();
  const item = await showItem(bench.lead, { params: { itemId: listed!.id } });
  const stem = {
    type: "richText" as const,
    content: [
      {
        type: "paragraph" as const,
        content: [
          { type: "text" as const, text: "  Two  spaces, H" },
          { type: "text" as const, text: "2", marks: ["subscript" as const] },
          { type: "lineBreak" as const },
        ],
      },
      {
        type: "bulletList" as const,
        items: [[{ type: "paragraph" as const, content: [{ type: "text" as const, text: "one" }] }]],
      },
    ],
  };
  await saveItem(bench.lead, {
    params: { itemId: item.id },
    body: { version: item.version, tagging: { ...item.tagging, label: null }, content: { ...item.content, stem } },
  });
  const { topicId } = await bench.db.selectFrom("unitTopic").select("topicId").executeTakeFirstOrThrow();
  const pairs = "swash = up the beach\nbackwash = down the beach";
  const list = { kind: "list", schemaVersion: 1, pairs, forward: "{left}?", backward: "", isTyped: false } as const;
  const words = { version: 0, name: "Words", topicId, body: list };
  await saveMany(bench.lead, { params: { manyId: newId() }, body: words });
  const file = await exported(bench);
  const other = await otherDepartment(bench);
  const { state, imported } = await bring(bench, other.lead, file);
  expect(state).toBe("done");
  expect(imported?.created).toEqual({ standards: 15, topics: 9, courses: 1, classes: 1, students: 24, items: 26 });
  expect(withoutCards(await exported(bench, other.lead))).toEqual(withoutCards(file));
  expect(file.items[0]?.content.stem).toEqual(stem);
  const [there] = (await listMany(other.lead)).many;
  expect(there).toMatchObject({ name: "Words", items: 2 });
  // There, too, the list knows its items again.
  expect(
    await saveMany(other.lead, {
      params: { manyId: there?.id ?? "" },
      body: { ...words, version: 1, topicId: null },
    }),
  ).toMatchObject({ added: 0, changed: 0, same: 2 });
});

test("a pattern one of whose items is in the bank no longer goes out and comes in without it", async () => {
  const [from, to] = [await otherDepartment(bench), await otherDepartment(bench)];
  await bring(bench, from.lead, await exported(bench));
  const { departmentId } = from.lead.caller;
  const ofThem = () => bench.db.selectFrom("item").where("departmentId", "=", departmentId).orderBy("number");
  const [gone, stays] = await ofThem().select("id").limit(2).execute();
  const [pattern] = (await listMany(from.lead)).many;
  for (const [itemId, rowKey] of [
    [gone!.id, "gone"],
    [stays!.id, "stays"],
  ] as const)
    await bench.db.insertInto("manyItem").values({ departmentId, manyId: pattern!.id, itemId, rowKey }).execute();
  const { now } = bench.clock;
  await bench.db.updateTable("item").set({ archivedAt: now }).where("id", "=", gone!.id).execute();
  const file = await exported(bench, from.lead);
  const rows = file.many[0]?.items.map(({ row }) => row);
  expect([rows?.includes("stays"), rows?.includes("gone")]).toEqual([true, false]);
  expect(await bring(bench, to.lead, file)).toMatchObject({ state: "done", problem: null });
});

test("names of one word, very long ones and ones in any script go out and come in again", async () => {
  const lines = ["Zola", "王小明", "محمد الأمين", `Ana ${"Maria".repeat(50)}`, "Søren Ærø-Þórsson"];
  await enrolStudents(bench.lead, { params: { classId: bench.classId }, body: { names: lines.join("\n") } });
  const file = await exported(bench);
  const other = await otherDepartment(bench);
  await bring(bench, other.lead, file);
  const namesOf = (one: DepartmentFile) =>
    one.classes.flatMap(({ students }) =>
      students.map(({ givenName, familyName }) => `${givenName} ${familyName}`.trim()),
    );
  expect(namesOf(await exported(bench, other.lead)).sort()).toEqual(namesOf(file).sort());
  expect(namesOf(file)).toEqual(expect.arrayContaining(lines));
});

test("the same file again changes nothing; a changed item becomes a revision of the same item", async () => {
  const file = await exported(bench);
  expect((await bring(bench, bench.lead, file)).imported).toMatchObject({
    created: { items: 0, students: 0 },
    revised: { items: 0 },
    unchanged: { items: 26 },
  });
  const [first, ...rest] = file.items;
  const changed = { ...first!, content: { ...first!.content, stem: "Another question?" } };
  expect((await bring(bench, bench.lead, { ...file, items: [changed, ...rest] })).imported).toMatchObject({
    revised: { items: 1 },
    unchanged: { items: 25 },
  });
});

describe("a file that cannot be imported leaves nothing behind, and says why", () => {
  const leftIn = async ({ caller }: { caller: { departmentId: string } }) => ({
    topics: await bench.db.selectFrom("topic").select("id").where("departmentId", "=", caller.departmentId).execute(),
    pieces: await bench.db
      .selectFrom("transferPiece")
      .innerJoin("transfer", "transfer.id", "transferPiece.transferId")
      .select("n")
      .where("transferPiece.departmentId", "=", caller.departmentId)
      .where("transfer.kind", "=", "import")
      .execute(),
  });

  test("what names what it does not hold, or is wrong in places, names each place", async () => {
    const { lead } = await otherDepartment(bench);
    const file = await exported(bench);
    const nowhere = { ...file, items: file.items.map((item, i) => (i === 20 ? { ...item, topic: "Nowhere" } : item)) };
    expect(await bring(bench, lead, nowhere)).toMatchObject({ state: "failed", problem: { errors: [{}] } });
    const wrong = { ...file, items: file.items.map((item, i) => (i === 3 ? { ...item, use: "elsewhere" } : item)) };
    const { problem } = await bring(bench, lead, JSON.stringify({ ...wrong, colour: "red" }));
    expect(problem?.errors.map((one) => one.pointer)).toEqual(["/items/3/use", ""]);
    expect(problem?.errors[1]).toMatchObject({ code: "fieldsUnknown", terms: { names: "“colour”" } });
    expect(await leftIn(lead)).toEqual({ topics: [], pieces: [] });
  });

  test("what is cut off, is empty, is no table or is of another kind", async () => {
    const { lead } = await otherDepartment(bench);
    const text = JSON.stringify(await exported(bench));
    for (const broken of [text.slice(0, -200), "PK\u0003\u0004 a workbook", "", "[1, 2]", '{"items": 7}', "null"]) {
      const { state, problem } = await bring(bench, lead, broken);
      expect([broken.slice(0, 20), state]).toEqual([broken.slice(0, 20), "failed"]);
      expect(problem?.code).toMatch(/^(fileNotJson|fileHasErrors|archiveBroken|tableHeadingsMissing)$/);
    }
    expect(await leftIn(lead)).toEqual({ topics: [], pieces: [] });
  });

  test("what breaks off on its way is not imported", async () => {
    const { lead } = await otherDepartment(bench);
    const text = JSON.stringify(await exported(bench));
    const cut = (async function* () {
      yield* inPieces(text.slice(0, 5000));
      throw new Error("aborted");
    })();
    await expect(exchange.bringFile(lead, "department.json", cut)).rejects.toThrow("aborted");
    await doTransfers(bench);
    expect(await newest(lead)).toMatchObject({ state: "failed" });
    expect(await leftIn(lead)).toEqual({ topics: [], pieces: [] });
  });

  test("cancelled, before it is begun and while it is written; what is over cannot be", async () => {
    const { lead } = await otherDepartment(bench);
    const text = JSON.stringify(await exported(bench));
    const cancel = (transferId: string) => exchange.cancelTransfer(lead, { params: { transferId } });
    const waiting = await exchange.bringFile(lead, "department.json", inPieces(text));
    expect(await cancel(waiting.id)).toMatchObject({ state: "cancelled" });
    await doTransfers(bench);
    expect(await newest(lead)).toMatchObject({ state: "cancelled", imported: null });

    const { id } = await exchange.bringFile(lead, "department.json", inPieces(text));
    const [job] = await transfers.due(bench.nobody, []);
    await Promise.all([transfers.work(bench.nobody, job!), cancel(id).catch(() => undefined)]);
    const state = (await exchange.listTransfers(lead)).transfers.find((one) => one.id === id)?.state;
    const { topics, pieces } = await leftIn(lead);
    // Whichever was first, all of it is there or nothing.
    expect([state, topics.length > 0, pieces.length]).toEqual([state, state === "done", 0]);

    const done = await bring(bench, lead, text);
    expect(done.state).toBe("done");
    await expect(cancel(done.id)).rejects.toMatchObject({ kind: "conflict" });
  });

  test("a teacher neither imports nor exports; who leads no more by the time it is done does not either", async () => {
    await expect(exchange.startExport(bench.teacher, asDepartment)).rejects.toMatchObject({ code: "notAllowed" });
    await expect(exchange.bringFile(bench.teacher, "x", inPieces("{}"))).rejects.toMatchObject({ kind: "forbidden" });
    const other = await otherDepartment(bench);
    await exchange.startExport(other.lead, asDepartment);
    const { departmentId } = other.lead.caller;
    await bench.db
      .updateTable("membership")
      .set({ role: "teacher" })
      .where("departmentId", "=", departmentId)
      .execute();
    await doTransfers(bench);
    expect(await newest(other.lead)).toMatchObject({ state: "failed" });
  });
});

test("a department has three files under way at most", async () => {
  const { lead } = await otherDepartment(bench);
  for (let i = 0; i < 3; i++) await exchange.startExport(lead, asDepartment);
  await expect(exchange.startExport(lead, asDepartment)).rejects.toMatchObject({ kind: "conflict" });
  await expect(exchange.bringFile(lead, "x", inPieces("{}"))).rejects.toMatchObject({ kind: "conflict" });
  await doTransfers(bench);
  await exchange.startExport(lead, asDepartment);
  await doTransfers(bench);
});

test("pieces are of one size however the bytes come, and give the same bytes again", async () => {
  const { departmentId, personId } = bench.lead.caller;
  const sizes = fc.integer({ min: 1, max: 3 * pieceBytes });
  await fc.assert(
    fc.asyncProperty(sizes, fc.integer({ min: 1000, max: 900_000 }), async (size, by) => {
      const bytes = randomBytes(size);
      const id = newId();
      const row = { departmentId, id, name: "x", askedBy: personId, askedAt: bench.clock.now } as const;
      await bench.db
        .insertInto("transfer")
        .values({ ...row, kind: "import", state: "cancelled" })
        .execute();
      const source = (async function* () {
        for (let at = 0; at < size; at += by) yield Promise.resolve(bytes.subarray(at, at + by));
      })();
      expect(await keepPieces(bench.db, { departmentId, id }, source)).toBe(size);
      const kept: Buffer[] = [];
      for await (const piece of piecesOf(bench.db, departmentId, id)) kept.push(piece);
      expect(Buffer.concat(kept).equals(bytes)).toBe(true);
      expect(kept.slice(0, -1).every((piece) => piece.length === pieceBytes)).toBe(true);
    }),
    { numRuns: 12 },
  );
});

test("after a week nothing is left of it", async () => {
  await exported(bench);
  const later = new Date(bench.clock.now.getTime() + 8 * 86_400_000);
  expect(await exchange.putAwayTransfers(bench.db, later)).toBeGreaterThan(0);
  expect(await bench.db.selectFrom("transferPiece").select("n").execute()).toEqual([]);
});

test("what was on its way when its process died says after two hours that it broke off", async () => {
  const { departmentId, personId } = bench.lead.caller;
  const row = { departmentId, id: newId(), name: "x", askedBy: personId, askedAt: bench.clock.now } as const;
  await bench.db
    .insertInto("transfer")
    .values({ ...row, kind: "import", state: "receiving" })
    .execute();
  const standing = async () => (await exchange.listTransfers(bench.lead)).transfers.find((one) => one.id === row.id);
  await exchange.putAwayTransfers(bench.db, new Date(bench.clock.now.getTime() + 3_600_000));
  expect(await standing()).toMatchObject({ state: "receiving" });
  await exchange.putAwayTransfers(bench.db, new Date(bench.clock.now.getTime() + 3 * 3_600_000));
  expect(await standing()).toMatchObject({
    state: "failed",
    problem: { code: "fileBrokeOff", terms: {}, errors: [] },
  });
});
