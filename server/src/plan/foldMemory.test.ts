/** A memory that is brought in step from a checkpoint on has the same bits as one folded from all evidence. */
import { randomFrom } from "@verdant/core/random";
import { dateOf, dayOf } from "@verdant/core/plan/day";
import { beforeAll, describe, expect, test } from "vitest";
import { doAll } from "../platform/testing/doAll.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { setTaught } from "../courses/calendar.ts";
import { replayClass, takeEvidence, updateCredits } from "./memory.ts";
import { memories } from "./memoryJob.ts";
import { listDue } from "./service.ts";

const bench = useWorkbench();
const random = randomFrom("fold");
const below = (n: number) => Math.floor(random() * n);

const memory = async () => ({
  states: await bench.db.selectFrom("memoryState").selectAll().orderBy("studentId").orderBy("topicId").execute(),
  offsets: await bench.db.selectFrom("memoryOffset").selectAll().orderBy("kind").orderBy("subjectId").execute(),
});
const checkpoints = async () =>
  (await bench.db.selectFrom("memoryCheckpoint").select("seq").orderBy("seq").execute()).map((row) => row.seq);
const changedFrom = async () =>
  (
    await bench.db
      .selectFrom("classMemory")
      .select("changedFrom")
      .where("classId", "=", bench.classId)
      .executeTakeFirstOrThrow()
  ).changedFrom;
const credit = (marks: readonly { position: number; credit: number; void: boolean }[]) =>
  bench.db.transaction().execute((db) =>
    updateCredits(
      db,
      bench.departmentId,
      marks.map((mark) => ({ sittingId, ...mark })),
    ),
  );
const replay = () =>
  bench.db.transaction().execute((db) => replayClass({ ...bench.lead, db }, bench.departmentId, bench.classId));

let sittingId: string;
let topics: readonly { topicId: string; itemId: string }[];
let position = 100;
/** Some answers of one student, a few topics with one or two each, on a day that mostly goes forward. */
async function answers(day: number): Promise<number> {
  const student = bench.students[below(12)]!;
  const asked = topics.slice(below(topics.length - 3)).slice(0, 1 + below(3));
  return bench.db.transaction().execute((db) =>
    takeEvidence(
      { ...bench.lead, db },
      {
        ...{ departmentId: bench.departmentId, classId: bench.classId, studentId: student.studentId, sittingId },
        on: dateOf(day),
        answers: [...asked, ...asked.slice(0, below(2))].map((one) => ({
          ...{ ...one, position: position++, chance: 0.25, slip: 0.05, credit: below(2), void: below(9) === 0 },
        })),
      },
    ),
  );
}

beforeAll(async () => {
  const { releaseId } = await release(bench, { count: 8 });
  await sit(bench, 0, releaseId, () => true);
  const rows = await bench.db
    .selectFrom("evidence")
    .select(["sittingId", "topicId", "itemId"])
    .orderBy("position")
    .execute();
  sittingId = rows[0]!.sittingId;
  topics = rows;
});

describe("a memory in step", () => {
  test("after hundreds of sittings, marks that change, days of teaching that move, and both at once", async () => {
    const first = dayOf("2031-02-06");
    let day = first;
    for (let sitting = 0; sitting < 330; sitting++) {
      day += below(12) === 0 ? below(5) - 1 : 0;
      await answers(day);
    }
    const lived = await memory();
    expect((await checkpoints()).length).toBeGreaterThan(2);
    await replay();
    expect(await memory(), "taken in one by one").toEqual(lived);

    for (const back of [3, 40, 150, 400, 3]) {
      const from = Math.max(100, position - back);
      const marks = Array.from({ length: Math.min(20, position - from) }, (_, i) => ({
        ...{ position: from + i, credit: below(2), void: below(6) === 0 },
      }));
      await credit(marks);
      expect(await changedFrom()).not.toBeNull();
      expect(Math.max(0, ...(await checkpoints()))).toBeLessThanOrEqual((await changedFrom()) ?? 0);
      if (back === 150) await answers(day);
      else expect(await doAll(bench.nobody, memories)).toBe(1);
      expect(await changedFrom()).toBeNull();
      const folded = await memory();
      await replay();
      expect(await memory(), `changed ${String(back)} answers back`).toEqual(folded);
    }
  });

  test("a day of teaching that moves is in what is read next, and so is its way back", async () => {
    const before = await memory();
    const due = await listDue(bench.lead, { params: { classId: bench.classId } });
    const { topicId } = topics[2]!;
    const say = (taughtOn: string | null) =>
      setTaught(bench.lead, { params: { classId: bench.classId, topicId }, body: { taughtOn } });
    await say("2031-02-07");
    await listDue(bench.lead, { params: { classId: bench.classId } });
    const moved = await memory();
    expect(moved).not.toEqual(before);
    await replay();
    expect(await memory()).toEqual(moved);
    await say(null);
    expect(await listDue(bench.lead, { params: { classId: bench.classId } })).toEqual(due);
    expect(await memory()).toEqual(before);
  });

  test("what says the same as before changes nothing; who reads at the same moment folds once", async () => {
    const evidence = await bench.db.selectFrom("evidence").selectAll().where("position", "=", 150).execute();
    await credit(evidence.map((row) => ({ position: row.position, credit: row.credit, void: row.void })));
    expect(await changedFrom()).toBeNull();
    await credit(evidence.map((row) => ({ position: row.position, credit: 1 - row.credit, void: row.void })));
    const read = () => listDue(bench.lead, { params: { classId: bench.classId } });
    const [one, ...others] = await Promise.all([read(), read(), read(), read()]);
    for (const other of others) expect(other).toEqual(one);
    expect(await doAll(bench.nobody, memories)).toBe(0);
  });
});
