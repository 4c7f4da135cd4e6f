/** A late answer in a class with two thousand sittings behind it: what its sender waits for, and what follows behind. */
import { dateOf, dayOf } from "../core/src/plan/day.ts";
import { randomFrom } from "../core/src/random.ts";
import { loadSchedule } from "../server/src/courses/schedule.ts";
import { markAgain } from "../server/src/delivery/marking.ts";
import { bringInStep, replayClass, takeEvidence } from "../server/src/plan/memory.ts";
import { atomically } from "../server/src/platform/scope.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median } from "./median.ts";
import { classOfTerm, handInAll } from "./sittingEvidence.ts";

const sittings = 2000;

export async function lateAnswer(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { db, departmentId, lead } = bench;
  const random = randomFrom("late answers");
  const below = (n: number) => Math.floor(random() * n);
  const classId = await classOfTerm(bench);
  const known = await db
    .selectFrom("evidence")
    .selectAll()
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .orderBy("seq", "desc")
    .execute();
  const students = [...new Set(known.map((row) => row.studentId))];
  const items = [...new Map(known.map((row) => [row.topicId, row.itemId]))];
  const { topics } = await loadSchedule(lead, departmentId, classId);
  let day = Math.max(...known.map((row) => dayOf(row.on)), ...topics.map((topic) => topic.taughtOn ?? 0));
  let position = 1000;
  const answer = (sittingId: string) =>
    atomically(lead, (within) =>
      takeEvidence(within, {
        ...{ departmentId, classId, sittingId, studentId: students[below(students.length)] ?? "" },
        on: dateOf(day),
        answers: Array.from({ length: 10 }, () => items[below(items.length)]).map(
          ([topicId = "", itemId = ""] = ["", ""]) => ({
            ...{ topicId, itemId, position: position++, chance: 0.25, slip: 0.05, credit: below(2), void: false },
          }),
        ),
      }),
    );
  const old = known.at(-1)?.sittingId ?? "";
  for (let n = 0; n < sittings; n++) {
    if (n % students.length === 0) day += 3;
    await answer(old);
  }
  const now = () => new Date(`${dateOf(day + 3)}T10:00:00Z`);
  await handInAll({ ...bench, lead: { ...lead, now }, scope: (caller) => ({ ...bench.scope(caller), now }) });
  const handedIn = await db
    .selectFrom("evidence")
    .select(["sittingId", "seq"])
    .distinct()
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("sittingId", "<>", old)
    .orderBy("seq", "desc")
    .limit(20)
    .execute();
  const sent: number[] = [];
  const behind: number[] = [];
  for (const { sittingId, seq } of handedIn) {
    await db
      .updateTable("evidence")
      .set((eb) => ({ credit: eb(eb.val(1), "-", eb.ref("credit")) }))
      .where("departmentId", "=", departmentId)
      .where("classId", "=", classId)
      .where("seq", "=", seq)
      .execute();
    const start = performance.now();
    await markAgain(lead, departmentId, sittingId);
    sent.push(performance.now() - start);
    const folded = performance.now();
    await atomically(lead, (within) => bringInStep(within, departmentId, classId));
    behind.push(performance.now() - folded);
  }
  const start = performance.now();
  await atomically(lead, (within) => replayClass(within, departmentId, classId));
  const whole = performance.now() - start;
  await bench.close();
  const note = `${String(sittings)} sittings of 10 answers behind it, 26 topics or fewer`;
  return [
    { name: "late-answer-2000", value: median(sent), unit: "ms", target: "at most 15", note },
    {
      name: "late-answer-2000-behind",
      value: median(behind),
      unit: "ms",
      baseline: whole,
      ratio: median(behind) / whole,
      target: "none set",
      note: "bringing the memory in step in the background; beside it a fold of all evidence",
    },
  ];
}
