/** A class and a student over the year: the same figures as in results and marks, and nothing of anybody else. */
import { beforeEach, expect, test } from "vitest";
import { presets } from "@verdant/core/delivery/rules";
import { giveReason } from "../delivery/reasons.ts";
import { showResults } from "../insight/service.ts";
import { showClassStandards } from "../insight/standardResults.ts";
import { excuse, showMarks } from "../marks/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { showClassOverTime } from "./classOverTime.ts";
import { showRecallThen } from "./recallThen.ts";
import { dueOfClass } from "../plan/service.ts";
import { bandOf } from "@verdant/core/plan/band";
import { setStudentNote, showStudentOverTime } from "./studentOverTime.ts";

const bench = useWorkbench();
const day = 24 * 3_600_000;
const later = (days: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + days * day);
};
beforeEach(() => {
  later(1);
});
const idOf = (n: number) => bench.students[n]!.studentId;
const show = () => showClassOverTime(bench.lead, { params: { classId: bench.classId } });
const showOne = (n: number) =>
  showStudentOverTime(bench.lead, { params: { classId: bench.classId, studentId: idOf(n) } });

test("an empty class has nothing to show, and says that nothing is new", async () => {
  const { releases, topics, news, students } = await show();
  expect({ releases, topics, news }).toEqual({ releases: [], topics: [], news: [{ code: "nothing", newest: null }] });
  expect(students.every(({ change, missing }) => change === null && missing.length === 0)).toBe(true);
  const one = await showOne(0);
  expect(one).toMatchObject({ releases: [], ideas: [], words: [], note: { text: "", version: 0 }, mark: null });
});

test("a topic that comes back better says so; of one return nothing is compared", async () => {
  const { itemIds, topicId } = await itemsOfOneTopic();
  const first = await release(bench, { itemIds });
  for (let n = 0; n < 10; n++) await sit(bench, n, first.releaseId, () => false);
  later(7);
  const before = (await show()).topics.find((topic) => topic.topicId === topicId);
  expect(before?.change).toBeNull();
  const second = await release(bench, { itemIds });
  for (let n = 0; n < 10; n++) await sit(bench, n, second.releaseId, () => true);
  const { topics, news } = await show();
  const topic = topics.find((one) => one.topicId === topicId);
  expect(topic?.returns.map(({ share }) => share.right / share.outOf)).toEqual([0, 1]);
  expect(topic?.change?.verdict).toBe("rise");
  expect(news).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ code: "handedIn", handedIn: 10 }),
      expect.objectContaining({ code: "topic", name: topic?.name, verdict: "rise" }),
    ]),
  );
});

test("recall behind a return is what the plan said that morning; what is answered from then on does not change it", async () => {
  const { itemIds, topicId } = await itemsOfOneTopic();
  const then = async () =>
    new Map(
      (await showRecallThen(bench.lead, { params: { classId: bench.classId } })).recall
        .filter((one) => one.topicId === topicId)
        .map(({ releaseId, band }) => [releaseId, band]),
    );
  const bandToday = async () => {
    const { topics } = await dueOfClass(bench.lead, bench.lead.caller.departmentId, bench.classId);
    const recall = topics.find((topic) => topic.topicId === topicId)?.recall;
    return recall === null || recall === undefined ? null : bandOf(recall);
  };
  const said = new Map<string, unknown>();
  for (const isRight of [false, true, true]) {
    later(9);
    const morning = await bandToday();
    const { releaseId } = await release(bench, { itemIds });
    said.set(releaseId, morning);
    for (let n = 0; n < 10; n++) await sit(bench, n, releaseId, () => isRight);
  }
  const shown = await then();
  expect(new Map([...shown].filter(([releaseId]) => said.has(releaseId)))).toEqual(said);
  expect(new Set([...said.values()].map((band) => JSON.stringify(band))).size, "they differ").toBeGreaterThan(1);
});

test("each quiz says what its results say, and each mark is the mark table's", async () => {
  const { releaseId } = await release(bench, { count: 6, rules: { goes: null } });
  await sit(bench, 0, releaseId, () => true);
  await sit(bench, 1, releaseId, (position) => position > 2);
  // A second go counts for the mark by the rule, and never for what was known.
  await sit(bench, 1, releaseId, () => true);
  const over = await show();
  const results = await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
  const marks = await showMarks(bench.lead, { params: { classId: bench.classId } });
  const one = over.releases.find(({ id }) => id === releaseId);
  expect(one?.outcome).toEqual(results.outcome);
  expect(one?.handedIn).toBe(results.handedIn);
  for (const { studentId, share } of one?.marks ?? []) {
    const at = marks.releases.findIndex(({ id }) => id === releaseId);
    const cell = marks.students.find((student) => student.studentId === studentId)?.cells[at];
    expect(share).toBe(cell!.points! / cell!.outOf!);
  }
  expect(one?.marks.length).toBe(2);
  const returns = over.topics.flatMap((topic) => topic.returns.filter((back) => back.releaseId === releaseId));
  expect(returns.reduce((sum, { share }) => sum + share.right, 0)).toBeCloseTo(results.outcome.right, 6);
  expect(returns.reduce((sum, { share }) => sum + share.outOf, 0)).toBe(results.outcome.outOf);
});

test("who did not begin before the end is missing, who is excused is not, and what is open misses nobody", async () => {
  const closed = await release(bench, { count: 3, shutsInMinutes: 60 });
  await release(bench, { count: 3 });
  await sit(bench, 0, closed.releaseId, () => true);
  const { classId } = bench;
  await excuse(bench.lead, {
    params: { classId, releaseId: closed.releaseId },
    body: { studentIds: [idOf(1)], reason: "ill" },
  });
  later(0.5);
  const { students, news, releases } = await show();
  const of = (n: number) => students.find(({ studentId }) => studentId === idOf(n));
  expect(of(0)).toMatchObject({ missing: [], closed: 1 });
  expect(of(1)).toMatchObject({ missing: [], closed: 0 });
  expect(of(2)).toMatchObject({ missing: [{ id: closed.releaseId }], closed: 1 });
  const missing = students.length - 2;
  expect(news).toContainEqual(expect.objectContaining({ code: "closed", missing }));
  expect(releases.find(({ id }) => id === closed.releaseId)).toMatchObject({ given: missing + 1, handedIn: 1 });
  expect((await showOne(1)).releases.find(({ id }) => id === closed.releaseId)?.state).toBe("excused");
});

test("who falls behind the class falls, and the student's page says the same", async () => {
  const right = (n: number, at: number) => (n === 0 ? at < 3 : true);
  for (let at = 0; at < 6; at++) {
    const { releaseId } = await release(bench, { count: 12 });
    // Half of the class is wrong in each question, so that there is something to stand beside.
    for (let n = 0; n < 8; n++)
      await sit(bench, n, releaseId, (position) => right(n, at) && (n === 0 || (position + n + at) % 2 === 0));
    later(7);
  }
  const { students } = await show();
  const one = students.find(({ studentId }) => studentId === idOf(0));
  expect(one?.change?.verdict).toBe("fall");
  expect(students.filter(({ change }) => change?.verdict === "fall")).toHaveLength(1);
  expect((await showOne(0)).change).toEqual(one?.change);
});

test("a student's page: standards as the class has them, what would secure them, and the reason they gave", async () => {
  const asked = (one: Awaited<ReturnType<typeof showOne>>) =>
    one.topics.reduce((sum, { share }) => sum + share.outOf, 0);
  const before = asked(await showOne(0));
  const { releaseId } = await release(bench, { count: 6, rules: { ...presets.homework, openFrom: "handIn" } });
  const { sittingId } = await sit(bench, 0, releaseId, (position) => position !== 1);
  await giveReason(bench.students[0]!.scope, {
    params: { sittingId, position: 1 },
    body: { text: "It was the longest" },
  });
  const one = await showOne(0);
  const { standards, words, next } = one;
  const all = await showClassStandards(bench.lead, { params: { classId: bench.classId } });
  for (const { standardId, right, given, label, toSecure } of standards) {
    const own = all.standards
      .find((one) => one.standardId === standardId)
      ?.students.find(({ studentId }) => studentId === idOf(0));
    expect(own).toMatchObject({ right, given, label });
    expect(toSecure === 0).toBe(label === "secure");
  }
  expect(standards.length).toBe(all.standards.length);
  expect(words).toMatchObject([{ text: "It was the longest" }]);
  expect(asked(one)).toBe(before + 6);
  expect(next.length).toBeLessThanOrEqual(3);
  // Of another student the words are not there.
  expect((await showOne(1)).words).toEqual([]);
});

test("the note: of two who write at once the second is told, and the first stands", async () => {
  const params = { classId: bench.classId, studentId: idOf(0) };
  const write = (text: string, version: number) => setStudentNote(bench.lead, { params, body: { text, version } });
  expect(await write("Sits in front.", 0)).toMatchObject({ text: "Sits in front.", version: 1 });
  await expect(write("Sits at the back.", 0)).rejects.toMatchObject({ code: "noteChanged" });
  const both = await Promise.allSettled([write("one", 1), write("two", 1)]);
  expect(both.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
  expect((await showOne(0)).note.version).toBe(2);
  expect(await write("", 2)).toMatchObject({ text: "", version: 3 });
  const history = await bench.db.selectFrom("history").select("after").where("action", "=", "studentNoted").execute();
  expect(JSON.stringify(history)).not.toContain("front");
});

test("nobody reads or writes in another department, nor about a student of another class", async () => {
  const other = await otherDepartment(bench);
  const params = { classId: bench.classId, studentId: idOf(0) };
  const asked = [
    () => showClassOverTime(other.lead, { params: { classId: bench.classId } }),
    () => showStudentOverTime(other.lead, { params }),
    () => setStudentNote(other.lead, { params, body: { text: "x", version: 0 } }),
    () => showStudentOverTime(bench.lead, { params: { ...params, studentId: bench.classId } }),
  ];
  for (const one of asked) await expect(one()).rejects.toMatchObject({ kind: "missing" });
});

/** Practice items of the topic that has most of them. */
async function itemsOfOneTopic() {
  const rows = await bench.db
    .selectFrom("item")
    .innerJoin("unitTopic", (join) =>
      join.onRef("unitTopic.departmentId", "=", "item.departmentId").onRef("unitTopic.topicId", "=", "item.topicId"),
    )
    .innerJoin("class", "class.courseId", "unitTopic.courseId")
    .where("class.id", "=", bench.classId)
    .where("item.status", "=", "approved")
    .where("item.kind", "=", "oneRightAnswer")
    .where("item.use", "=", "practice")
    .select(["item.id", "item.topicId"])
    .execute();
  const topicId = rows
    .map((row) => row.topicId)
    .sort((a, b) => count(b) - count(a))
    .at(0);
  function count(of: string | null) {
    return rows.filter((row) => row.topicId === of).length;
  }
  return {
    topicId,
    itemIds: rows
      .filter((row) => row.topicId === topicId)
      .map((row) => row.id)
      .slice(0, 4),
  };
}

test("several goes of a quiz: the first beside the last, as far as chance allows; one go says nothing", async () => {
  const { releaseId } = await release(bench, { count: 8, rules: { goes: null } });
  await sit(bench, 6, releaseId, (position) => position === 1);
  const of = async () => (await showOne(6)).releases.find(({ id }) => id === releaseId)?.between;
  expect(await of()).toBeNull();
  await sit(bench, 6, releaseId, (position) => position < 4);
  expect(await of()).toEqual({ first: 1 / 8, last: 3 / 8, goes: 2, by: "sameQuestions", verdict: "unclear" });
  await sit(bench, 6, releaseId, () => true);
  expect(await of()).toEqual({ first: 1 / 8, last: 1, goes: 3, by: "sameQuestions", verdict: "rise" });
});
