import { describe, expect, test } from "vitest";
import { release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { replayClass } from "./memory.ts";
import { listDue } from "./service.ts";

const bench = useWorkbench();
const list = () => listDue(bench.lead, { params: { classId: bench.classId } });
const memory = async () => ({
  states: await bench.db.selectFrom("memoryState").selectAll().orderBy("studentId").orderBy("topicId").execute(),
  offsets: await bench.db.selectFrom("memoryOffset").selectAll().orderBy("kind").orderBy("subjectId").execute(),
});
const day = 86_400_000;

describe("what is due", () => {
  test("from the calendar alone: taught topics by need, the newest fresh, the coming one not taught", async () => {
    const { topics, answers } = await list();
    expect(answers).toBe(0);
    expect(topics.map(({ name, standing }) => [name, standing])).toEqual([
      ["Erosion and transport", "due"],
      ["Meanders", "due"],
      ["Waves and drift", "due"],
      ["Coastal landforms", "due"],
      ["Fronts and pressure", "fresh"],
      ["Climate graphs", "notTaught"],
    ]);
    expect(topics[0]).toMatchObject({
      taughtOn: "2030-11-14",
      lastReturn: null,
      available: 3,
      band: topics[0]?.calendarBand,
    });
  });

  test("answers move it: what came back rests, says how it went, and is due later the better it went", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    for (const student of [0, 1, 2, 3]) await sit(bench, student, releaseId, (position) => position === 1);
    const { topics, answers } = await list();
    expect(answers).toBe(8);
    const moved = topics.filter((topic) => topic.lastReturn?.releaseId === releaseId);
    expect(moved.map((topic) => topic.standing)).toEqual(["justSeen", "justSeen"]);
    const right = moved.find((topic) => topic.lastReturn?.right === 4);
    const wrong = moved.find((topic) => topic.lastReturn?.right === 0);
    expect(right?.lastReturn).toMatchObject({ answers: 4, on: "2031-02-05" });
    // Seen a month later, since on the day itself everybody has just seen it.
    bench.clock.now = new Date(bench.clock.now.getTime() + 30 * day);
    const later = (await list()).topics;
    const needOf = (name: string | undefined) => later.find((topic) => topic.name === name)?.need ?? Number.NaN;
    expect(needOf(right?.name)).toBeLessThan(needOf(wrong?.name));
  });

  test("the memory in the database equals a replay of all evidence, bit for bit", async () => {
    for (const days of [3, 3, 40]) {
      bench.clock.now = new Date(bench.clock.now.getTime() + days * day);
      const { releaseId } = await release(bench, { count: 4 });
      for (const student of [0, 2, 5])
        await sit(bench, student, releaseId, (position) => (position + student) % 2 === 0);
      // A second go on the same day is the same review.
      await sit(bench, 0, releaseId, () => true);
    }
    const lived = await memory();
    expect(lived.states.length).toBeGreaterThan(8);
    await bench.db.transaction().execute((db) => replayClass({ ...bench.lead, db }, bench.departmentId, bench.classId));
    expect(await memory()).toEqual(lived);
  });

  test("sittings that come in at the same moment are taken in one after another", async () => {
    bench.clock.now = new Date(bench.clock.now.getTime() + 7 * day);
    const { releaseId } = await release(bench, { count: 2 });
    await Promise.all([6, 7, 8, 9, 10, 11].map((student) => sit(bench, student, releaseId, () => true)));
    const lived = await memory();
    await bench.db.transaction().execute((db) => replayClass({ ...bench.lead, db }, bench.departmentId, bench.classId));
    expect(await memory()).toEqual(lived);
    const seqs = await bench.db
      .selectFrom("sitting")
      .select("evidenceSeq")
      .where("releaseId", "=", releaseId)
      .execute();
    expect(new Set(seqs.map((row) => row.evidenceSeq)).size).toBe(6);
  });
});
