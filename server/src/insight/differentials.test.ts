/** Items that treat groups unlike, and items that drift: from the job to the page, with what is missing to say anything. */
import type { ItemDifferential } from "@verdant/core/insight/differential";
import { beforeAll, expect, test } from "vitest";
import { removeCharacteristic, setCharacteristic, setClassCharacteristics } from "../characteristics/service.ts";
import { newId } from "../platform/id.ts";
import { doAll } from "../platform/testing/doAll.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { calibrateTask } from "./calibrateTask.ts";
import { calibrations, lateOf, linksOf, sideOf } from "./calibrationJob.ts";
import { askCalibration, listDifferentials } from "./differentials.ts";
import { replaceDifferentials } from "./differentialStore.ts";
import { figures } from "./figuresJob.ts";
import { driftDoubts } from "./findDoubts.ts";
import { showItemFigures } from "./itemFigures.ts";

const bench = useWorkbench();
const [language, english, another] = [newId(), newId(), newId()];
const work = async () => {
  await doAll(bench.nobody, figures);
  return doAll(bench.nobody, calibrations(bench.installation.threads));
};
const later = (minutes: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + minutes * 60_000);
};
let items: { itemId: string; parameterId: string }[] = [];

beforeAll(async () => {
  const { releaseId } = await release(bench, { count: 3 });
  for (let n = 0; n < 14; n++) await sit(bench, n, releaseId, () => n % 2 === 0);
  items = await bench.db
    .selectFrom("releaseItem")
    .innerJoin("itemRevision", "itemRevision.id", "releaseItem.revisionId")
    .where("releaseId", "=", releaseId)
    .select(["releaseItem.itemId", "itemRevision.parameterId"])
    .execute();
  await work();
});

test("without a characteristic there are no groups, and the item says nothing of any", async () => {
  expect(await listDifferentials(bench.teacher)).toMatchObject({ groups: [], items: [], isAsked: false });
  const { differences } = await showItemFigures(bench.lead, { params: { itemId: items[0]!.itemId } });
  expect(differences).toBeNull();
});

test("what is asked for is worked out at once, not at night; of too few it says how many are missing", async () => {
  await setCharacteristic(bench.lead, {
    params: { characteristicId: language },
    body: {
      version: 0,
      name: "First language",
      values: [
        { id: english, name: "English" },
        { id: another, name: "Another" },
      ],
    },
  });
  const said = bench.students.slice(0, 20).map(({ studentId }, n) => ({
    ...{ studentId, characteristicId: language, valueId: n < 4 ? another : english },
  }));
  await setClassCharacteristics(bench.teacher, { params: { classId: bench.classId }, body: { set: said } });
  later(10);
  expect(await work()).toBe(0);
  await askCalibration(bench.teacher);
  expect((await listDifferentials(bench.teacher)).isAsked).toBe(true);
  later(2);
  expect(await work()).toBe(1);
  const { isAsked, groups } = await listDifferentials(bench.teacher);
  expect(isAsked).toBe(false);
  // 4 of the group and 10 of the others have answered.
  expect(groups).toEqual([
    {
      valueId: another,
      characteristic: "First language",
      value: "Another",
      compared: 0,
      much: 0,
      missing: { group: 56, others: 50 },
    },
  ]);
  const { differences } = await showItemFigures(bench.lead, { params: { itemId: items[0]!.itemId } });
  expect(differences).toMatchObject({ compared: [], tooFew: [{ value: "Another", group: 4, others: 10 }] });
  // It rests for a minute at least, however often somebody asks.
  await askCalibration(bench.teacher);
  expect(await work()).toBe(0);
});

const found = (delta: number, of: "A" | "B" | "C"): ItemDifferential => ({
  ...{ focal: 80, reference: 90 },
  found: { alpha: 1, delta, error: 0.4, chiSquared: 9, p: 0.001, found: of, gap: delta / 10, strata: 10 },
});

test("the gravest first; A is not listed and still said of the item; another department has none of it", async () => {
  const rows = [found(-1.2, "B"), found(0.2, "A"), found(-2.4, "C")].map((one, i) => ({
    ...{ ...one, valueId: another, parameterId: items[i]!.parameterId },
  }));
  await replaceDifferentials(bench.db, bench.departmentId, [
    ...rows,
    // Its value was deleted while it was worked out.
    { ...rows[0]!, valueId: newId() },
  ]);
  const { items: listed, groups } = await listDifferentials(bench.teacher);
  expect(listed.map(({ itemId, found: of }) => [itemId, of])).toEqual([
    [items[2]!.itemId, "C"],
    [items[0]!.itemId, "B"],
  ]);
  expect(groups).toMatchObject([{ compared: 3, much: 1, missing: { group: 0, others: 0 } }]);
  const { differences } = await showItemFigures(bench.lead, { params: { itemId: items[1]!.itemId } });
  expect(differences?.compared).toMatchObject([{ found: "A", group: 80, others: 90 }]);
  const other = await otherDepartment(bench);
  expect(await listDifferentials(other.lead)).toMatchObject({ groups: [], items: [], at: null });
  await removeCharacteristic(bench.lead, { params: { characteristicId: language } });
  expect(await bench.db.selectFrom("itemDifferential").select("valueId").execute()).toEqual([]);
});

test("persons, years and revisions are put in their places", () => {
  const rows = ["2029 a", "2030 a", "2030 b"].map((group, n) => ({ group, studentId: `s${String(n)}` }));
  expect([...lateOf(rows)]).toEqual([0, 1, 1]);
  expect([...lateOf([])]).toEqual([]);
  expect([...sideOf(rows, { group: new Set(["s2"]), others: new Set(["s0"]) })]).toEqual([0, -1, 1]);
  const revised = [
    { before: "p1", after: "p2", changeKind: "wording" },
    { before: "p2", after: "p3", changeKind: "key" },
    { before: "p3", after: "p4", changeKind: "rewritten" },
    { before: "p9", after: "p1", changeKind: "wording" },
  ];
  expect(linksOf(revised, ["p1", "p2", "p3", "p4"])).toEqual([
    { item: 1, before: 0, sd: 0.3 },
    { item: 3, before: 2, sd: 0.6 },
  ]);
});

test("the thread gives what each part of the job is made of", () => {
  const responses = {
    start: Int32Array.of(0, 2, 4),
    item: Int32Array.of(0, 1, 0, 1),
    credit: Float64Array.of(1, 0, 1, 1),
    group: new Int32Array(2),
  };
  const priors = [0, 1].map(() => ({ mean: 0, sd: 0.8 }));
  const side = Int8Array.of(0, 1);
  const out = calibrateTask({ responses, priors, links: [], late: Int8Array.of(0, 1), sides: [side] });
  expect(out.drifts).toEqual([null, null]);
  expect(out.differentials).toEqual([
    [
      { reference: 1, focal: 1, found: null },
      { reference: 1, focal: 1, found: null },
    ],
  ]);
});

test("what drifts is said with what the rest of its topic did", () => {
  const estimate = (difficulty: number) => ({ difficulty, error: 0.2, answers: 60 });
  const drift = (by: number) => ({ before: estimate(0), now: estimate(by), z: by / (0.2 * Math.SQRT2) });
  const all = ["a", "b", "c"].map((id) => ({ itemId: id, parameterId: `p${id}`, topicId: "rivers" }));
  const alone = { itemId: "d", parameterId: "pd", topicId: "seas" };
  const said = (moves: Record<string, number>) =>
    Object.fromEntries(
      [...driftDoubts([...all, alone], new Map(Object.entries(moves).map(([id, by]) => [`p${id}`, drift(by)])))].map(
        ([id, [doubt]]) => [
          id,
          doubt?.code === "drifted" ? [doubt.around, doubt.isTopic, doubt.now.right > 0.5] : null,
        ],
      ),
    );
  expect(said({ a: -1.2, b: 0, c: 0.1, d: 0.1 })).toEqual({ a: [2, false, true] });
  expect(said({ a: -1.2, b: -0.6, c: -0.6 })).toEqual({ a: [2, true, true] });
  expect(said({ d: 1.2 })).toEqual({ d: [0, false, false] });
});
