/** What a student reads about themselves: what the staff's page says, and nothing that is not shown yet. */
import { beforeEach, describe, expect, test } from "vitest";
import { openResults } from "../delivery/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { giveWritten } from "../platform/testing/writtenAnswers.ts";
import { markWrittenAnswer } from "../marking/service.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { showOwnProgress } from "./ownProgress.ts";
import { showStudentOverTime } from "./studentOverTime.ts";

const bench = useWorkbench();
const later = (days: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + days * 24 * 3_600_000);
};
beforeEach(() => {
  later(1);
});
const own = async (n: number) => {
  const shown = await showOwnProgress(bench.students[n]!.scope);
  return { ...shown, mine: shown.classes[0]! };
};
const staff = (n: number) =>
  showStudentOverTime(bench.lead, {
    params: { classId: bench.classId, studentId: bench.students[n]!.studentId },
  });
const open = { openness: "everything", openFrom: "handIn" } as const;

describe("a student's own topics and standards", () => {
  test("without answers there is what was taught, and nothing else", async () => {
    const { mine, waiting } = await own(0);
    expect([mine.standards, waiting]).toEqual([[], 0]);
    expect(mine.topics.every((topic) => topic.answers === 0 && !topic.waits)).toBe(true);
  });

  test("are the figures of the staff's page once all results are shown", async () => {
    const { releaseId } = await release(bench, { count: 8, rules: open });
    for (const n of [0, 1, 2]) await sit(bench, n, releaseId, (position) => position % 2 === n % 2);
    later(3);
    const [{ mine, waiting }, theirs] = [await own(0), await staff(0)];
    expect(waiting).toBe(0);
    expect(mine.topics).toEqual(
      theirs.topics.map(({ name, band, share }) => ({
        ...{ name, band, right: share.right, answers: share.outOf, waits: false },
      })),
    );
    expect(mine.topics.some((topic) => topic.answers > 0 && topic.band !== null)).toBe(true);
    expect(mine.next).toEqual(theirs.next.map(({ name, band }) => ({ name, band })));
    expect(
      mine.standards.map(({ right, answers, label, toSecure }) => ({ right, given: answers, label, toSecure })),
    ).toEqual(
      theirs.standards
        .filter(({ given }) => given > 0)
        .map(({ right, given, label, toSecure }) => ({ right, given, label, toSecure })),
    );
  });

  test.each(["nothing", "score"] as const)("leave out a quiz of which the student may see %s", async (openness) => {
    const n = openness === "nothing" ? 3 : 4;
    const first = await release(bench, { count: 8, rules: open });
    await sit(bench, n, first.releaseId, () => true);
    later(3);
    const before = await own(n);
    const { releaseId } = await release(bench, { count: 8, rules: { openness, openFrom: "shut" } });
    // All wrong, or all right: what the student reads is the same either way.
    await sit(bench, n, releaseId, () => openness === "score");
    const after = await own(n);
    expect(after.waiting).toBe(1);
    expect(after.mine.standards).toEqual(before.mine.standards);
    const asked = after.mine.topics.filter((topic) => topic.waits);
    expect(asked.length).toBeGreaterThan(0);
    for (const topic of asked) {
      expect(topic.band).toBeNull();
      expect(topic).toMatchObject({ answers: before.mine.topics.find((one) => one.name === topic.name)!.answers });
    }
    expect(after.mine.next.some((one) => asked.some((topic) => topic.name === one.name))).toBe(false);
  });

  test("take a quiz in as soon as its results are opened", async () => {
    const { releaseId } = await release(bench, { count: 8, rules: { openness: "everything", openFrom: "word" } });
    await sit(bench, 5, releaseId, () => true);
    const before = await own(5);
    expect([before.waiting, before.mine.standards]).toEqual([1, []]);
    await openResults(bench.lead, { params: { releaseId } });
    const after = await own(5);
    expect(after.waiting).toBe(0);
    expect(after.mine.topics.reduce((sum, topic) => sum + topic.right, 0)).toBe(8);
  });

  test("leave out a written answer that is marked while others of the class still wait", async () => {
    const { sit: write } = await giveWritten(bench);
    const mine = await write(6, "The outer bank.");
    const other = await write(7, "The inner bank.");
    later(1);
    const mark = (sittingId: string) =>
      markWrittenAnswer(bench.lead, {
        params: { sittingId, position: 1 },
        body: { levels: { reasons: "none" }, comment: "", version: 0, alike: [] },
      });
    await mark(mine.sittingId);
    expect((await own(6)).waiting).toBe(1);
    await mark(other.sittingId);
    const { waiting, mine: shown } = await own(6);
    expect(waiting).toBe(0);
    expect(shown.topics.reduce((sum, topic) => sum + topic.answers, 0)).toBe(1);
  });
});
