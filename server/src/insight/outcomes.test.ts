/** The list of results: what came out, what waits, and finding among many. */
import { beforeAll, describe, expect, test } from "vitest";
import { markWrittenAnswer } from "../marking/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { giveWritten } from "../platform/testing/writtenAnswers.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { setClassTeachers } from "../courses/service.ts";
import { listResults, listResultsOfClasses } from "./outcomes.ts";
import { showResults } from "./service.ts";

const bench = useWorkbench();
type Query = Parameters<typeof listResults>[1]["query"];
const list = (query: Partial<Query> = {}) => listResults(bench.lead, { query: { order: "newest", ...query } });
const rowOf = async (releaseId: string) => (await list()).releases.find((one) => one.id === releaseId)!;

let ended: string;
let running: string;

beforeAll(async () => {
  ended = (await release(bench, { count: 3, shutsInMinutes: 30 })).releaseId;
  await sit(bench, 0, ended, () => true);
  await sit(bench, 1, ended, (position) => position === 1);
  await sit(bench, 2, ended, () => false);
  bench.clock.now = new Date(bench.clock.now.getTime() + 60 * 60_000);
  running = (await release(bench, { count: 2 })).releaseId;
});

describe("what came out", () => {
  test("is the share right that the page of the release says, and the sum of its items", async () => {
    const row = await rowOf(ended);
    const results = await showResults(bench.lead, { params: { releaseId: ended }, query: { go: "first" } });
    expect(row.outcome).toEqual(results.outcome);
    expect([row.outcome.right, row.outcome.outOf]).toEqual([4, 9]);
    const sums = results.items.map((item) => [item.facility.right, item.facility.outOf]);
    expect(sums.reduce((sum, [right = 0]) => sum + right, 0)).toBe(row.outcome.right);
    expect(sums.reduce((sum, [, outOf = 0]) => sum + outOf, 0)).toBe(row.outcome.outOf);
    // Three students answered, not nine: the interval is wider than that of nine answers.
    expect(row.outcome.high! - row.outcome.low!).toBeGreaterThan(0.5);
  });

  test("is nothing where nobody has answered, and the beads say what is in it all the same", async () => {
    const row = await rowOf(running);
    expect(row.outcome).toEqual({ right: 0, outOf: 0, low: null, high: null });
    expect(row.strands).toHaveLength(row.questions);
  });

  test("of several goes is the first; the others show on the page of the release", async () => {
    const { releaseId } = await release(bench, { count: 2, rules: { goes: 2, waitHours: 0 } });
    await sit(bench, 3, releaseId, () => false);
    await sit(bench, 3, releaseId, () => true);
    expect((await rowOf(releaseId)).outcome).toMatchObject({ right: 0, outOf: 2 });
    const at = async (go: "first" | "last" | "all") =>
      (await showResults(bench.lead, { params: { releaseId }, query: { go } })).outcome;
    expect([(await at("first")).right, (await at("last")).right]).toEqual([0, 2]);
    expect(await at("all")).toMatchObject({ right: 2, outOf: 4 });
  });
});

describe("finding among many", () => {
  test("a state narrows the list, and its number is that of what it would show", async () => {
    const { states } = await list();
    for (const state of ["open", "closed", "toMark"] as const)
      expect((await list({ state })).total, state).toBe(states[state]);
    expect((await list({ state: "closed" })).releases.map((one) => one.id)).toContain(ended);
    expect((await list({ state: "open" })).releases.map((one) => one.id)).toContain(running);
    expect(states.open + states.closed).toBe((await list()).total);
  });

  test("words in a name are found whatever their case and accents; signs of a pattern are only signs", async () => {
    await bench.db.updateTable("release").set({ name: "Café 100 % river" }).where("id", "=", running).execute();
    const found = async (text: string) => (await list({ text })).releases.map((one) => one.id);
    expect(await found("cafe 100")).toEqual([running]);
    expect(await found("100 % RIVER")).toEqual([running]);
    expect(await found("C_fé")).toEqual([]);
    expect((await list({ text: "café", state: "closed" })).total).toBe(0);
  });

  test("a topic finds what asked something on it or below it, and nothing else", async () => {
    const on = async (topicId: string) => (await list({ topicId })).releases.map((one) => one.id).sort();
    const all = (await list()).releases.map((one) => one.id);
    const asked = await bench.db
      .selectFrom("releaseItem")
      .innerJoin("item", "item.id", "releaseItem.itemId")
      .innerJoin("topicAncestor", "topicAncestor.topicId", "item.topicId")
      .where("releaseItem.departmentId", "=", bench.departmentId)
      .select(["releaseItem.releaseId", "topicAncestor.ancestorId"])
      .distinct()
      .execute();
    const topics = await bench.db
      .selectFrom("topic")
      .select("id")
      .where("departmentId", "=", bench.departmentId)
      .execute();
    const found = await Promise.all(topics.map(({ id }) => on(id)));
    for (const [i, { id }] of topics.entries())
      expect(found[i]).toEqual(
        asked.flatMap(({ releaseId, ancestorId }) => (ancestorId === id ? [releaseId] : [])).sort(),
      );
    // Some topics are in some of them only, or the test would tell nothing.
    expect(found.some((one) => one.length > 0 && one.length < all.length)).toBe(true);
    expect(found.some((one) => one.length === 0)).toBe(true);
    const [topicId = ""] = asked.map((one) => one.ancestorId);
    const { states, total } = await list({ topicId });
    expect(states.open + states.closed).toBe(total);
  });

  test("the oldest first is the newest first turned round, also from page to page", async () => {
    const newest = (await list()).releases.map((one) => one.id);
    const oldest = (await list({ order: "oldest" })).releases.map((one) => one.id);
    expect(oldest).toEqual([...newest].reverse());
    const rest = (await list({ order: "oldest", after: oldest[0]! })).releases.map((one) => one.id);
    expect(rest).toEqual(oldest.slice(1));
  });

  test("written answers that wait are counted, and the release is found by them until they are marked", async () => {
    const { releaseId, sit: write } = await giveWritten(bench);
    expect((await list({ state: "toMark" })).releases).toEqual([]);
    const { sittingId } = await write(4, "The outer bank is worn away.");
    const [waiting] = (await list({ state: "toMark" })).releases;
    expect([waiting?.id, waiting?.toMark, waiting?.outcome.outOf]).toEqual([releaseId, 1, 0]);
    await markWrittenAnswer(bench.lead, {
      params: { sittingId, position: 1 },
      body: { levels: { reasons: "one" }, comment: "", alike: [], version: 0 },
    });
    expect((await list({ state: "toMark" })).total).toBe(0);
    // An opinion is right or wrong nowhere: the outcome is of the marked answer alone.
    expect((await rowOf(releaseId)).outcome).toMatchObject({ right: 0.5, outOf: 1 });
  });

  test("another department sees none of it", async () => {
    const { lead } = await otherDepartment(bench);
    const theirs = await listResults(lead, { query: { order: "newest" } });
    expect([theirs.releases, theirs.total, theirs.states]).toEqual([[], 0, { open: 0, closed: 0, toMark: 0 }]);
  });
});

describe("question by question", () => {
  test("a student's marks are those of the go that the figures are from, and add up to its points", async () => {
    const results = await showResults(bench.lead, { params: { releaseId: ended }, query: { go: "first" } });
    const byPoints = results.perStudent.filter((student) => student.goes.length > 0);
    expect(byPoints.length).toBe(3);
    for (const { goes, marks } of byPoints) {
      expect(marks.map((mark) => mark.position)).toEqual([1, 2, 3]);
      expect(marks.reduce((sum, mark) => sum + (mark.credit ?? 0), 0)).toBe(goes[0]!.points);
    }
    expect(
      results.perStudent.filter((student) => student.goes.length === 0).every((one) => one.marks.length === 0),
    ).toBe(true);
  });

  test("of several goes the one asked for, of all the last", async () => {
    const { releaseId } = await release(bench, { count: 2, rules: { goes: 2, waitHours: 0 } });
    await sit(bench, 5, releaseId, () => false);
    await sit(bench, 5, releaseId, (position) => position === 2);
    const credits = async (go: "first" | "last" | "all") => {
      const results = await showResults(bench.lead, { params: { releaseId }, query: { go } });
      const student = results.perStudent.find((one) => one.studentId === bench.students[5]!.studentId)!;
      return student.marks.map((mark) => mark.credit).sort();
    };
    expect(await credits("first")).toEqual([0, 0]);
    expect(await credits("last")).toEqual([0, 1]);
    expect(await credits("all")).toEqual([0, 1]);
  });

  test("what waits for a mark has none, and an opinion is not there", async () => {
    const { releaseId, sit: write } = await giveWritten(bench);
    await write(6, "It widens.");
    const results = await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
    const marks = results.perStudent.find((one) => one.studentId === bench.students[6]!.studentId)!.marks;
    expect(marks).toEqual([{ position: 1, credit: null, isReached: true }]);
  });
});

describe("the newest of each class", () => {
  const newestOf = async () =>
    (await listResultsOfClasses(bench.lead)).classes.find(({ classId }) => classId === bench.classId);

  test("is the row of the list, once it has opened; who is missing counts once it has closed", async () => {
    const one = await newestOf();
    expect(one?.newest).toEqual(await rowOf(one?.newest?.id ?? ""));
    expect(one?.missing).toBe(0);
    const { releaseId } = await release(bench, { count: 2, shutsInMinutes: 30 });
    await sit(bench, 3, releaseId, () => true);
    bench.clock.now = new Date(bench.clock.now.getTime() + 60 * 60_000);
    const closed = await newestOf();
    expect(closed?.newest?.id).toBe(releaseId);
    expect(closed?.missing).toBe(closed!.newest!.students - 1);
  });

  test("of who teaches are only theirs, of others all; none is of another department", async () => {
    expect((await listResultsOfClasses(bench.lead)).isOwn).toBe(false);
    await setClassTeachers(bench.lead, {
      params: { classId: bench.classId },
      body: { personIds: [bench.lead.caller.personId] },
    });
    const { classes, isOwn, more } = await listResultsOfClasses(bench.lead);
    expect([classes.map(({ classId }) => classId), isOwn, more]).toEqual([[bench.classId], true, 0]);
    const other = await otherDepartment(bench);
    expect((await listResultsOfClasses(other.lead)).classes).toEqual([]);
  });
});
