/** Paths, as a class meets them: doors, ticks, who waits for whom, and what a passed check says of its topics. */
import { beforeEach, describe, expect, test } from "vitest";
import type { StepDraft } from "@verdant/contract/paths";
import type { Rules } from "@verdant/core/delivery/rules";
import { createClass, listEnrolments } from "../courses/service.ts";
import { loadSchedule } from "../courses/schedule.ts";
import { dateOf } from "@verdant/core/plan/day";
import * as delivery from "../delivery/service.ts";
import { keysOf, release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as paths from "./service.ts";

const bench = useWorkbench();
const morning = new Date("2031-02-05T09:00:00Z");
beforeEach(() => {
  bench.clock.now = morning;
});

const step = (kind: StepDraft["kind"], name: string, more: Partial<StepDraft> = {}): StepDraft => ({
  id: null,
  kind,
  name,
  releaseId: null,
  percent: null,
  by: "best",
  dueOn: null,
  ...more,
});
const student = (n: number) => bench.students[n]!;
const idOf = (n: number) => student(n).studentId;
const begin = (n: number, releaseId: string) => delivery.beginSitting(student(n).scope, { params: { releaseId } });
const later = (hours: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + hours * 3_600_000);
};

/** Practice, a talk, and a check from 60 % on; two questions each. */
async function given(rules: Partial<Rules> = {}) {
  const practice = await release(bench, { count: 2, rules: { goes: null } });
  const check = await release(bench, { count: 2, rules: { goes: null, counts: "best", ...rules } });
  const { id } = await paths.makePath(bench.lead, {
    params: { classId: bench.classId },
    body: {
      name: "Rivers",
      steps: [
        step("practice", "Practise river words", { releaseId: practice.releaseId }),
        step("task", "Explain a meander to somebody"),
        step("check", "You will show that you can explain a meander", { releaseId: check.releaseId, percent: 60 }),
      ],
    },
  });
  const show = () => paths.showPath(bench.lead, { params: { pathId: id } });
  const { steps } = await show();
  const stepId = steps[1]?.id ?? "";
  const params = { pathId: id, stepId };
  return {
    ...{ id, practice: practice.releaseId, check: check.releaseId, steps, show },
    rowOf: async (n: number) => (await show()).students.find((one) => one.studentId === idOf(n)),
    mine: async (n: number) => (await paths.listMyPaths(student(n).scope)).paths.find((one) => one.id === id),
    tick: (ns: number[], note: string | null = null) =>
      paths.tickStep(bench.lead, { params, body: { studentIds: ns.map(idOf), note } }),
    untick: (ns: number[]) => paths.untickStep(bench.lead, { params, body: { studentIds: ns.map(idOf) } }),
  };
}
type Given = Awaited<ReturnType<typeof given>>;

const missing = async (n: number, releaseId: string) =>
  (await delivery.whatNow(student(n).scope)).releases.find((one) => one.releaseId === releaseId)?.missing;

/** The days on which this student's topics of the check count as taught by it. */
const saidOf = (n: number, { check }: Given) =>
  bench.db
    .selectFrom("studentTopic")
    .select(["topicId", "taughtOn"])
    .where("studentId", "=", idOf(n))
    .where("releaseId", "=", check)
    .execute();

test("a check is shut until all before it is done: said by name, refused, and open by the last tick", async () => {
  const path = await given();
  expect(await missing(0, path.check)).toEqual([
    { code: "stepsMissing", steps: ["Practise river words", "Explain a meander to somebody"] },
  ]);
  await expect(begin(0, path.check)).rejects.toMatchObject({ code: "stepsMissing" });
  expect(await path.rowOf(0)).toMatchObject({ nextStepId: path.steps[0]?.id, waitsFor: null, since: null });
  await sit(bench, 0, path.practice, () => false);
  expect(await path.rowOf(0)).toMatchObject({
    nextStepId: path.steps[1]?.id,
    waitsFor: "tick",
    since: morning.toISOString(),
    cells: [{ state: "done", goes: 1, reached: 0 }, { state: "open" }, { state: "shut" }],
  });
  await expect(begin(0, path.check)).rejects.toMatchObject({ code: "stepsMissing" });
  later(1);
  await path.tick([0], "Said it well.");
  expect(await path.rowOf(0)).toMatchObject({
    waitsFor: null,
    cells: [{}, { state: "done", note: "Said it well." }, { state: "open" }],
  });
  expect(await missing(0, path.check)).toEqual([]);
  await begin(0, path.check);
  // Somebody else's door is as it was.
  await expect(begin(1, path.check)).rejects.toMatchObject({ code: "stepsMissing" });
});

test("ticks are for the class only, keep their day, and are taken back: what they opened is shut again", async () => {
  const path = await given();
  await path.tick([1, 2], "first");
  later(30);
  await path.tick([1], "again");
  await path.tick([1]);
  const cell = async (n: number) => (await path.rowOf(n))?.cells[1];
  expect(await cell(1)).toMatchObject({ doneAt: morning.toISOString(), note: "again" });
  const stranger = { pathId: path.id, stepId: path.steps[1]?.id ?? "" };
  await paths.tickStep(bench.lead, { params: stranger, body: { studentIds: [bench.classId], note: null } });
  expect(
    await bench.db.selectFrom("pathTick").select("studentId").where("stepId", "=", stranger.stepId).execute(),
  ).toHaveLength(2);
  await sit(bench, 1, path.practice, () => true);
  expect(await missing(1, path.check)).toEqual([]);
  await path.untick([1]);
  expect(await missing(1, path.check)).toMatchObject([{ code: "stepsMissing" }]);
  const deeds = await bench.db
    .selectFrom("history")
    .select("action")
    .where("entityId", "=", path.id)
    .orderBy("id")
    .execute();
  expect(deeds.map(({ action }) => action)).toEqual(["made", "ticked", "ticked", "ticked", "tickTakenBack"]);
});

test("only a task is ticked off, and only on its own path", async () => {
  const [path, other] = [await given(), await given()];
  const tick = (pathId: string, stepId: string | undefined) =>
    paths.tickStep(bench.lead, {
      params: { pathId, stepId: stepId ?? "" },
      body: { studentIds: [idOf(0)], note: null },
    });
  await expect(tick(path.id, path.steps[2]?.id)).rejects.toMatchObject({ code: "stepNeedsNoTick" });
  await expect(tick(path.id, other.steps[1]?.id)).rejects.toMatchObject({ kind: "missing" });
});

test("who waits for the go-ahead stands on the board, since the last go; one tap opens the door", async () => {
  const path = await given({ before: { fromGo: 1, goAhead: true, reflection: null } });
  await sit(bench, 3, path.practice, () => true);
  await path.tick([3]);
  expect(await path.rowOf(3)).toMatchObject({ waitsFor: "goAhead", missing: [{ code: "goAheadMissing" }] });
  expect(await missing(3, path.check)).toEqual([{ code: "goAheadMissing" }]);
  await delivery.giveGoAheads(bench.lead, { params: { releaseId: path.check }, body: { studentIds: [idOf(3)] } });
  expect(await path.rowOf(3)).toMatchObject({ waitsFor: null, missing: [] });
  later(2);
  await sit(bench, 3, path.check, () => false);
  expect(await path.rowOf(3)).toMatchObject({ waitsFor: "goAhead", since: bench.clock.now.toISOString() });
});

describe("a passed check", () => {
  test("says that its topics were taught to that student on that day; a worse go changes nothing", async () => {
    const path = await given();
    await sit(bench, 4, path.practice, () => true);
    await path.tick([4]);
    await sit(bench, 4, path.check, () => false);
    expect(await saidOf(4, path)).toEqual([]);
    later(24);
    await sit(bench, 4, path.check, () => true);
    const said = await saidOf(4, path);
    expect(said.length).toBeGreaterThan(0);
    expect(new Set(said.map(({ taughtOn }) => taughtOn))).toEqual(new Set(["2031-02-06"]));
    const schedule = await loadSchedule(bench.lead, bench.departmentId, bench.classId);
    const day = schedule.taughtTo(idOf(4), said[0]?.topicId ?? "");
    expect(day === null ? null : dateOf(day)).toBe("2031-02-06");
    expect(schedule.taughtTo(idOf(5), said[0]?.topicId ?? "")).not.toBe(day);
    const { students } = await listEnrolments(bench.lead, { params: { classId: bench.classId } });
    expect(students.find((one) => one.studentId === idOf(4))?.topics).toEqual(
      expect.arrayContaining([{ topicId: said[0]?.topicId, taughtOn: "2031-02-06", byCheck: true }]),
    );
    later(24);
    await sit(bench, 4, path.check, () => false);
    expect(await saidOf(4, path)).toEqual(said);
    expect(await path.rowOf(4)).toMatchObject({ nextStepId: null, waitsFor: null });
  });

  test("leaves alone what a colleague has said, and follows when the line is moved", async () => {
    const path = await given();
    await sit(bench, 6, path.practice, () => true);
    await path.tick([6]);
    await sit(bench, 6, path.check, (position) => position === 1);
    expect(await saidOf(6, path)).toEqual([]);
    const { steps, version } = await path.show();
    const save = (percent: number, at: number) =>
      paths.savePath(bench.lead, {
        params: { pathId: path.id },
        body: {
          version: at,
          name: "Rivers",
          steps: steps.map(({ releaseName: _, ...one }) => (one.kind === "check" ? { ...one, percent } : one)),
        },
      });
    const lowered = await save(50, version);
    const said = await saidOf(6, path);
    expect(said.length).toBeGreaterThan(0);
    await expect(save(60, version)).rejects.toMatchObject({ code: "pathChanged" });
    // Of one of these topics a colleague says something else; then the line goes up, and down again.
    const [first] = said;
    await bench.db
      .updateTable("studentTopic")
      .set({ taughtOn: "2031-01-10", releaseId: null })
      .where("studentId", "=", idOf(6))
      .where("topicId", "=", first?.topicId ?? "")
      .execute();
    const raised = await save(60, lowered.version);
    expect(await saidOf(6, path)).toEqual([]);
    await save(50, raised.version);
    expect(await saidOf(6, path)).toHaveLength(said.length - 1);
  });

  test("follows a key that was ruled on", async () => {
    const path = await given();
    await sit(bench, 7, path.practice, () => true);
    await path.tick([7]);
    const { sittingId } = await sit(bench, 7, path.check, (position) => position === 1);
    expect(await saidOf(7, path)).toEqual([]);
    const keys = await keysOf(bench, sittingId);
    const item = await bench.db
      .selectFrom("sittingItem")
      .select(["itemId", "revisionId"])
      .where("sittingId", "=", sittingId)
      .where("position", "=", 2)
      .executeTakeFirstOrThrow();
    expect(keys.size).toBe(2);
    const { rulingId } = await delivery.giveKeyRuling(bench.lead, {
      params: { itemId: item.itemId },
      body: { revisionId: item.revisionId, releaseId: path.check, ruling: "award", answer: null, mendsItem: false },
    });
    expect((await saidOf(7, path)).length).toBeGreaterThan(0);
    await delivery.undoKeyRuling(bench.lead, { params: { rulingId } });
    expect(await saidOf(7, path)).toEqual([]);
  });
});

test("a student reads one door lit, the door of nobody else, and no figure that may not be seen yet", async () => {
  const path = await given({ openness: "nothing" });
  await sit(bench, 8, path.practice, (position) => position === 1);
  await path.tick([8], "only for colleagues");
  await sit(bench, 8, path.check, (position) => position === 1);
  const mine = await path.mine(8);
  expect(mine).toMatchObject({
    name: "Rivers",
    nextStepId: path.steps[2]?.id,
    steps: [
      { state: "done", reachedPercent: 50 },
      { state: "done", reachedPercent: null },
      { state: "open", reachedPercent: null, percent: 60 },
    ],
  });
  expect(JSON.stringify(mine)).not.toContain("colleagues");
  const [practice, , check] = mine?.steps ?? [];
  expect(practice?.standards).toEqual([]);
  expect(check?.standards.length).toBeGreaterThan(0);
  expect(new Set(check?.standards).size).toBe(check?.standards.length);
  expect(await path.mine(9)).toMatchObject({
    nextStepId: path.steps[0]?.id,
    steps: [{ reachedPercent: null }, {}, {}],
  });
});

describe("what is refused or said", () => {
  test("a quiz that the class does not have, one that stands there twice, a step of another path", async () => {
    const path = await given();
    const course = await bench.db
      .selectFrom("class")
      .select("courseId")
      .where("id", "=", bench.classId)
      .executeTakeFirstOrThrow();
    const stage = await createClass(bench.lead, {
      body: { name: "Stage 2", courseId: course.courseId, rehearsal: true },
    });
    const make = (classId: string, ...steps: StepDraft[]) =>
      paths.makePath(bench.lead, { params: { classId }, body: { name: "P", steps } });
    const check = step("check", "Show it", { releaseId: path.check, percent: 60 });
    await expect(make(stage.id, check)).rejects.toMatchObject({ code: "quizNotForClass" });
    await expect(make(bench.classId, check, { ...check, kind: "practice" })).rejects.toMatchObject({
      code: "stepTwice",
    });
    await expect(make(bench.classId, { ...check, id: path.steps[2]?.id ?? "" })).rejects.toMatchObject({
      code: "stepGone",
    });
    const copied = await paths.copyPath(bench.lead, { params: { pathId: path.id }, body: { classId: stage.id } });
    expect(copied.quizzesLeft).toBe(2);
    const copy = await paths.showPath(bench.lead, { params: { pathId: copied.id } });
    expect(copy.steps.map(({ kind, releaseId }) => [kind, releaseId])).toEqual([
      ["practice", null],
      ["task", null],
      ["check", null],
    ]);
    const again = await paths.copyPath(bench.lead, { params: { pathId: path.id }, body: { classId: bench.classId } });
    expect(again.quizzesLeft).toBe(0);
  });

  test("an archived path shuts nothing and is not shown to students; brought back it is as it was", async () => {
    const path = await given();
    await path.tick([10]);
    const archive = (isArchived: boolean) =>
      paths.archivePath(bench.lead, { params: { pathId: path.id }, body: { isArchived } });
    await archive(true);
    expect(await missing(10, path.check)).toEqual([]);
    expect(await path.mine(10)).toBeUndefined();
    await archive(false);
    expect(await missing(10, path.check)).toMatchObject([{ code: "stepsMissing", steps: ["Practise river words"] }]);
  });

  test("nothing of it is seen, ticked or changed from another department", async () => {
    const path = await given();
    const other = await otherDepartment(bench);
    const params = { pathId: path.id, stepId: path.steps[1]?.id ?? "" };
    const deeds = [
      () => paths.showPath(other.lead, { params }),
      () => paths.tickStep(other.lead, { params, body: { studentIds: [idOf(0)], note: null } }),
      () => paths.archivePath(other.lead, { params, body: { isArchived: true } }),
      () => paths.copyPath(other.lead, { params, body: { classId: bench.classId } }),
      () => paths.listPaths(other.lead, { params: { classId: bench.classId } }),
    ];
    for (const deed of deeds) await expect(deed()).rejects.toMatchObject({ kind: "missing" });
  });

  test("a removed step takes its ticks along; the others keep theirs", async () => {
    const path = await given();
    await path.tick([11]);
    const { steps, version } = await path.show();
    const kept = steps.map(({ releaseName: _, ...one }) => one);
    const saved = await paths.savePath(bench.lead, {
      params: { pathId: path.id },
      body: { version, name: "Rivers 2", steps: [...kept.slice(1), step("task", "A poster")] },
    });
    expect(saved.students.find((one) => one.studentId === idOf(11))?.cells.map(({ state }) => state)).toEqual([
      "done",
      "open",
      "open",
    ]);
    const fewer = await paths.savePath(bench.lead, {
      params: { pathId: path.id },
      body: { version: saved.version, name: "Rivers 2", steps: kept.slice(2) },
    });
    expect(fewer.steps).toHaveLength(1);
    expect(
      await bench.db
        .selectFrom("pathTick")
        .select("stepId")
        .where("stepId", "=", steps[1]?.id ?? "")
        .execute(),
    ).toEqual([]);
  });
});
