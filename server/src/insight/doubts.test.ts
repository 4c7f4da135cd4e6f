/** What the answers say against items: found with the calibration, listed, looked at, and gone with a revision. */
import { beforeAll, expect, test } from "vitest";
import { choiceContent } from "../platform/testing/choices.ts";
import { doAll } from "../platform/testing/doAll.ts";
import { reviseAnew } from "../platform/testing/revise.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { calibrations } from "./calibrationJob.ts";
import { listDoubts, lookAtDoubts } from "./doubts.ts";
import { figures } from "./figuresJob.ts";
import { batchesOf } from "./findDoubts.ts";
import { showItemFigures } from "./itemFigures.ts";

const bench = useWorkbench();
const able = 9;
let itemId = "";
let wrong = "";

beforeAll(async () => {
  const { releaseId } = await release(bench, { count: 6, rules: { goes: null } });
  // Whoever knows the others does not choose the key of the first; whoever knows nothing does.
  for (let n = 0; n < 15; n++) await sit(bench, n, releaseId, (position) => (position === 1) === n >= able);
  const row = await bench.db
    .selectFrom("releaseItem")
    .innerJoin("releasePlace", "releasePlace.id", "releaseItem.placeId")
    .innerJoin("itemRevision", "itemRevision.id", "releaseItem.revisionId")
    .where("releaseItem.releaseId", "=", releaseId)
    .where("releasePlace.position", "=", 1)
    .select(["releaseItem.itemId", "itemRevision.content"])
    .executeTakeFirstOrThrow();
  itemId = row.itemId;
  wrong = JSON.stringify(choiceContent(row.content).options.find((option) => !option.isKey)?.text);
  await doAll(bench.nobody, figures);
  await doAll(bench.nobody, calibrations(bench.installation.threads));
});

const list = () => listDoubts(bench.teacher);
const look = (isLookedAt: boolean) => lookAtDoubts(bench.teacher, { params: { itemId }, body: { isLookedAt } });
const figuresOf = async () => (await showItemFigures(bench.lead, { params: { itemId } })).doubts;

test("before anything was worked out the page says so", async () => {
  const other = await otherDepartment(bench);
  expect(await listDoubts(other.lead)).toMatchObject({ items: [], isMore: false, at: null, enough: 0 });
});

test("a key that the able do not choose is found with its evidence; the item says the same as the list", async () => {
  const { items, at, enough, tooEarly } = await list();
  expect([at === null, enough]).toEqual([false, 6]);
  const approved = await bench.db
    .selectFrom("item")
    .where("departmentId", "=", bench.departmentId)
    .where("status", "=", "approved")
    .select("id")
    .execute();
  expect(tooEarly).toBe(approved.length - 6);
  expect(items[0]).toMatchObject({ itemId, answers: 15, lookedAt: null });
  const [gravest] = items[0]!.found;
  expect(gravest).toMatchObject({ code: "keyDoubtful", able: 5, ableKey: 0, byCounts: false });
  expect(wrong).toContain(gravest?.code === "keyDoubtful" ? gravest.answer : "nothing");
  const { itemId: _, number: __, stem: ___, topic: ____, ...doubts } = items[0]!;
  expect(await figuresOf()).toEqual(doubts);
});

test("whoever has looked says so, it goes to the end, and that can be taken back", async () => {
  expect((await look(true)).lookedAt).toEqual({ by: "Tobias Lind", at: bench.clock.now.toISOString() });
  expect((await list()).items.at(-1)).toMatchObject({ itemId, lookedAt: { by: "Tobias Lind" } });
  expect((await look(false)).lookedAt).toBeNull();
  const deeds = await bench.db
    .selectFrom("history")
    .where("entityId", "=", itemId)
    .where("action", "in", ["doubtsLookedAt", "doubtsOpened"])
    .select("action")
    .orderBy("id")
    .execute();
  expect(deeds.map(({ action }) => action)).toEqual(["doubtsLookedAt", "doubtsOpened"]);
});

test("with twice the answers, or something graver, it is to be looked at again", async () => {
  await look(true);
  const setLook = (values: { answers?: number; gravity?: number }) =>
    bench.db.updateTable("doubtLook").set(values).where("itemId", "=", itemId).execute();
  await setLook({ answers: 7 });
  expect((await figuresOf())?.lookedAt).toBeNull();
  await setLook({ answers: 15, gravity: 3 });
  expect((await figuresOf())?.lookedAt).toBeNull();
  await look(true);
  expect((await figuresOf())?.lookedAt).not.toBeNull();
  await look(false);
});

test("another department neither sees nor settles it", async () => {
  const other = await otherDepartment(bench);
  await expect(lookAtDoubts(other.lead, { params: { itemId }, body: { isLookedAt: true } })).rejects.toMatchObject({
    kind: "missing",
  });
});

test("what is retired, or revised so that it reads otherwise, is no longer doubted", async () => {
  await bench.db.updateTable("item").set({ status: "retired" }).where("id", "=", itemId).execute();
  expect((await list()).items.map((one) => one.itemId)).not.toContain(itemId);
  await bench.db.updateTable("item").set({ status: "approved" }).where("id", "=", itemId).execute();
  expect((await list()).items.map((one) => one.itemId)).toContain(itemId);
  await reviseAnew(bench, itemId);
  expect((await list()).items.map((one) => one.itemId)).not.toContain(itemId);
  expect(await figuresOf()).toBeNull();
});

test("items are looked at in batches of so many answers; one that has more is alone", () => {
  const weights = [5, 5, 3, 30, 4, 4, 4];
  expect(batchesOf(weights, (one) => one, 10)).toEqual([[5, 5], [3], [30], [4, 4], [4]]);
  expect(batchesOf([], () => 1)).toEqual([]);
});
