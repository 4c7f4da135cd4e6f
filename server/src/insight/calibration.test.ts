/** Items on one scale: what was answered goes in once, the job rests for a day, and the item says what came out. */
import { beforeAll, expect, test } from "vitest";
import { doAll } from "../platform/testing/doAll.ts";
import { reviseAnew } from "../platform/testing/revise.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { calibrations, responsesOf } from "./calibrationJob.ts";
import { figures } from "./figuresJob.ts";
import { showItemFigures } from "./itemFigures.ts";

const bench = useWorkbench();
const day = 24 * 3_600_000;
const later = (ms: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + ms);
};
const work = async () => {
  await doAll(bench.nobody, figures);
  return doAll(bench.nobody, calibrations(bench.installation.threads));
};
const itemsOf = (releaseId: string) =>
  bench.db
    .selectFrom("releaseItem")
    .innerJoin("releasePlace", "releasePlace.id", "releaseItem.placeId")
    .where("releaseItem.releaseId", "=", releaseId)
    .select("releaseItem.itemId")
    .orderBy("releasePlace.position")
    .execute();
const figuresOf = (itemId: string) => showItemFigures(bench.lead, { params: { itemId } });

let releaseId = "";
beforeAll(async () => {
  releaseId = (await release(bench, { count: 4, rules: { goes: null } })).releaseId;
  // The first question goes wrong for all but one, the last for none.
  for (let n = 0; n < 14; n++) await sit(bench, n, releaseId, (position) => position !== 1 || n === 0);
});

test("each item that was answered is on the scale, the harder one higher, and its page says so", async () => {
  expect(await work()).toBe(1);
  const items = await itemsOf(releaseId);
  const [first, , , last] = await Promise.all(items.map(({ itemId }) => figuresOf(itemId)));
  expect(first?.calibrated).toMatchObject({ answers: 14, trust: "provisional" });
  expect(first?.calibrated?.right).toBeLessThan(last?.calibrated?.right ?? 0);
  for (const { calibrated } of [first!, last!]) {
    expect(calibrated!.low).toBeLessThan(calibrated!.right);
    expect(calibrated!.high).toBeGreaterThan(calibrated!.right);
  }
  const run = await bench.db.selectFrom("calibration").selectAll().executeTakeFirstOrThrow();
  expect(run.students).toBe(14);
});

test("it rests for a day, and then knows what came since; another go changes nothing", async () => {
  await sit(bench, 0, releaseId, () => false);
  const before = await bench.db.selectFrom("itemCalibration").selectAll().orderBy("parameterId").execute();
  expect(await work()).toBe(0);
  later(day);
  await sit(bench, 14, releaseId, () => true);
  expect(await work()).toBe(1);
  const after = await bench.db.selectFrom("itemCalibration").selectAll().orderBy("parameterId").execute();
  expect(after.map(({ answers }) => answers)).toEqual(before.map(({ answers }) => answers + 1));
  later(day);
  // Nothing has come since: nothing is worked out.
  expect(await work()).toBe(0);
});

test("under ten answers the item says nothing; another department has none of it", async () => {
  const { releaseId: small } = await release(bench, { count: 3 });
  for (let n = 0; n < 3; n++) await sit(bench, n, small, () => true);
  later(day);
  expect(await work()).toBe(1);
  const known = new Set((await itemsOf(releaseId)).map(({ itemId }) => itemId));
  const [fresh] = (await itemsOf(small)).filter(({ itemId }) => !known.has(itemId));
  if (fresh) expect((await figuresOf(fresh.itemId)).calibrated).toBeNull();
  const other = await otherDepartment(bench);
  const [row] = await itemsOf(releaseId);
  await expect(showItemFigures(other.lead, { params: { itemId: row!.itemId } })).rejects.toMatchObject({
    kind: "missing",
  });
});

test("what is revised so that its difficulty may change is not spoken of by the old answers", async () => {
  const [row] = await itemsOf(releaseId);
  const { itemId } = row!;
  expect((await figuresOf(itemId)).calibrated).not.toBeNull();
  await reviseAnew(bench, itemId);
  expect((await figuresOf(itemId)).calibrated).toBeNull();
});

test("students become rows, years and courses groups, the earliest first", () => {
  const rows = [
    { group: "2029 a", parameterIds: ["x", "y"], credits: [1, 0] },
    { group: "2029 b", parameterIds: ["y"], credits: [0.5] },
    { group: "2029 a", parameterIds: [], credits: [] },
  ];
  const { responses, parameterIds, answers } = responsesOf(rows);
  expect(parameterIds).toEqual(["x", "y"]);
  expect(answers).toEqual([1, 2]);
  expect([...responses.start]).toEqual([0, 2, 3, 3]);
  expect([...responses.item]).toEqual([0, 1, 1]);
  expect([...responses.credit]).toEqual([1, 0, 0.5]);
  expect([...responses.group]).toEqual([0, 1, 0]);
});
