/** Today in one answer: it must say what the pages of each room say, and of this department only. */
import { expect, test } from "vitest";
import { setClassTeachers } from "../courses/service.ts";
import { giveGoAheads, shutRelease } from "../delivery/service.ts";
import { listResults } from "../insight/outcomes.ts";
import { archivePath, makePath, showPath } from "../paths/service.ts";
import { listDue } from "../plan/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { showToday, showWaiting } from "./service.ts";

const bench = useWorkbench();
const day = 86_400_000;

test("each class says what its plan says, before and after answers", async () => {
  const same = async () => {
    const { classes } = await showToday(bench.lead);
    expect(classes.length).toBeGreaterThan(0);
    for (const one of classes) {
      const plan = await listDue(bench.lead, { params: { classId: one.id } });
      expect([one.name, one.today, one.students]).toEqual([plan.className, plan.today, plan.students]);
      const shown = plan.topics.map(
        ({ topicId, name, strand, standing, need, neglected, taughtOn, lastOn, basis, available }) => ({
          ...{ topicId, name, strand, standing, need, neglected, taughtOn, lastOn, basis, available },
        }),
      );
      expect(one.topics.map((topic) => ({ ...topic }))).toMatchObject(shown);
      // "last seen" is said of exactly those that came back, with that day.
      for (const topic of plan.topics)
        expect(one.topics.find((each) => each.topicId === topic.topicId)?.basis === "answers").toBe(
          topic.lastReturn !== null,
        );
    }
  };
  await same();
  const { releaseId } = await release(bench, { count: 2 });
  for (const student of [0, 1, 2]) await sit(bench, student, releaseId, (position) => position === 1);
  await same();
});

test("what is open runs, what is shut was lately, nothing is in both, and more than twelve is said", async () => {
  const shut = await release(bench);
  await shutRelease(bench.lead, { params: { releaseId: shut.releaseId } });
  const open = await release(bench);
  const before = await showToday(bench.lead);
  expect(before.running.map((one) => one.id)).toContain(open.releaseId);
  expect(before.lately.map((one) => one.id)).toContain(shut.releaseId);
  expect(before.moreRun).toBe(false);
  const both = before.running.filter((one) => before.lately.some((other) => other.id === one.id));
  expect(both).toEqual([]);
  for (let n = before.running.length; n < 13; n++) await release(bench);
  const { running, moreRun } = await showToday(bench.lead);
  expect([running.length, moreRun]).toEqual([12, true]);
  const released = running.map((one) => one.opensAt);
  expect(released).toEqual([...released].sort().reverse());
});

test("on Fridays one topic is asked about that only the schedule takes as taught; another department sees none of it", async () => {
  const now = bench.clock.now;
  const asked = [];
  for (let ahead = 0; ahead < 28; ahead++) {
    bench.clock.now = new Date(now.getTime() + ahead * day);
    const { classes } = await showToday(bench.lead);
    for (const one of classes) if (one.asked) asked.push({ weekday: bench.clock.now.getUTCDay(), ...one.asked });
  }
  bench.clock.now = now;
  expect(asked.length).toBeGreaterThan(0);
  expect(asked.every(({ weekday }) => [5, 6, 0].includes(weekday))).toBe(true);
  const other = await otherDepartment(bench);
  expect(await showToday(other.lead)).toEqual({
    ...{ classes: [], running: [], moreRun: false, lately: [], marking: [] },
    news: { waiting: 0, sentBack: [], comments: [], isMore: false },
  });
});

test("lists that come page by page give everything once, the newest first, and narrowed to a class", async () => {
  const quiz = await bench.db.selectFrom("quiz").selectAll().executeTakeFirstOrThrow();
  const first = await bench.db.selectFrom("release").selectAll().executeTakeFirstOrThrow();
  const target = await bench.db.selectFrom("releaseTarget").selectAll().executeTakeFirstOrThrow();
  const many = Array.from({ length: 130 }, (_, i) => i);
  const id = (kind: number, i: number) => `00000000-0000-4000-8000-${String(kind * 1000 + i).padStart(12, "0")}`;
  await bench.db
    .insertInto("release")
    .values(
      many.map((i) => ({
        ...{
          departmentId: bench.departmentId,
          id: id(1, i),
          quizId: quiz.id,
          name: `Old ${i}`,
          state: "closed" as const,
        },
        ...{ rules: JSON.stringify(first.rules), seed: "", releasedBy: first.releasedBy },
        // Several at the same moment: the page must not turn between them.
        releasedAt: new Date(bench.clock.now.getTime() - day * (100 + Math.floor(i / 3))),
      })),
    )
    .execute();
  await bench.db
    .insertInto("releaseTarget")
    .values(
      many.map((i) => ({
        ...{ departmentId: bench.departmentId, id: id(2, i), releaseId: id(1, i), classId: target.classId },
        opensAt: bench.clock.now,
      })),
    )
    .execute();
  const all: string[] = [];
  let after: string | undefined;
  let total: number;
  do {
    const page = await listResults(bench.lead, { query: { after, order: "newest" } });
    all.push(...page.releases.map((one) => one.id));
    after = page.next ?? undefined;
    total = page.total;
  } while (after !== undefined);
  const known = await bench.db.selectFrom("release").select(["id", "releasedAt"]).execute();
  expect(new Set(all).size).toBe(all.length);
  expect([all.length, total]).toEqual([known.length, known.length]);
  const times = all.map((one) => known.find((row) => row.id === one)?.releasedAt.getTime() ?? 0);
  expect(times).toEqual([...times].sort((a, b) => b - a));
  const ofClass = await listResults(bench.lead, { query: { classId: target.classId, order: "newest" } });
  expect(ofClass.releases.every((one) => one.targets.some((each) => each.classId === target.classId))).toBe(true);
  const elsewhere = await listResults(bench.lead, { query: { classId: id(9, 9), order: "newest" } });
  expect([elsewhere.releases.length, elsewhere.total, elsewhere.next]).toEqual([0, 0, null]);
});

test("who waits for me: on a path as its board says, and before a go; only in my classes, the longest first, each once", async () => {
  const teacher = bench.teacher;
  const of = async (scope = teacher) =>
    (await showWaiting(scope)).waiting.map(({ kind, id, students }) => ({ kind, id, students }));
  expect(await of()).toEqual([]);
  const teaches = (personIds: string[]) =>
    setClassTeachers(bench.lead, { params: { classId: bench.classId }, body: { personIds } });
  await teaches([teacher.caller.personId]);

  const { releaseId } = await release(bench, {
    count: 2,
    rules: { goes: 3, before: { fromGo: 2, goAhead: true, reflection: null } },
  });
  await sit(bench, 3, releaseId, () => false);
  expect(await of()).toEqual([{ kind: "release", id: releaseId, students: 1 }]);
  await giveGoAheads(teacher, { params: { releaseId }, body: { studentIds: [bench.students[3]!.studentId] } });
  expect(await of()).toEqual([]);

  bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
  await sit(bench, 4, releaseId, () => false);
  const step = { id: null, percent: null, by: "best" as const, dueOn: null };
  const { id: pathId } = await makePath(teacher, {
    params: { classId: bench.classId },
    body: {
      name: "At your own pace",
      steps: [
        { ...step, kind: "task", name: "Draw a map", releaseId: null },
        { ...step, kind: "check", name: "Show it", releaseId, percent: 60 },
      ],
    },
  });
  const { students } = await showPath(teacher, { params: { pathId } });
  // The check is a step of the path by now: who waits there is said once, by the path.
  expect(await of()).toEqual([
    { kind: "path", id: pathId, students: students.filter((one) => one.waitsFor !== null).length },
  ]);
  expect(await of(bench.lead)).toEqual([]);
  expect(await of((await otherDepartment(bench)).lead)).toEqual([]);
  await archivePath(teacher, { params: { pathId }, body: { isArchived: true } });
  expect(await of()).toEqual([{ kind: "release", id: releaseId, students: 1 }]);
  await teaches([]);
  expect(await of()).toEqual([]);
});
