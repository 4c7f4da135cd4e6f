/** A class's memory: taking evidence in when a sitting is marked, and reading it in step with all evidence. */
import { groupBy } from "@verdant/core/groupBy";
import { checkpointSpacing } from "@verdant/core/plan/checkpoints";
import { dateOf, dayOf } from "@verdant/core/plan/day";
import { memoryKey, remember, type ItemEvidence, type RecallMemory } from "@verdant/core/plan/remember";
import { takeEvidenceSeq } from "../courses/listClasses.ts";
import { loadSchedule, type ClassSchedule } from "../courses/schedule.ts";
import { atomically, type OpenScope, type Scope } from "../platform/scope.ts";
import { byTopic, foldMemory, isBehind, keepCheckpoint } from "./foldMemory.ts";
import { memoryFrom, offsetRows, offsetsIn, stateRows } from "./memoryRows.ts";
import * as store from "./memoryStore.ts";

export interface SittingEvidence {
  readonly departmentId: string;
  readonly classId: string;
  readonly studentId: string;
  readonly sittingId: string;
  /** Local date in the class's zone. */
  readonly on: string;
  readonly answers: readonly (ItemEvidence & {
    readonly position: number;
    readonly topicId: string;
    /** Kept, but says nothing about the student. */
    readonly void: boolean;
  })[];
}

/** The part of a class's memory that concerns one student, and whether all of it is in step. */
async function loadMemory({ db }: Scope, departmentId: string, classId: string, studentId: string) {
  const states = await store.listStates(db, departmentId, classId, studentId);
  const evidence = await store.listLastDayEvidence(db, departmentId, classId, studentId);
  const offsets = await store.listOffsets(db, departmentId, [classId]);
  return { memory: memoryFrom(states, offsets, evidence), standing: offsets[0] };
}

/** What recall is worked out from, by class, in step with all evidence and with these schedules. */
export async function loadRecall(
  scope: OpenScope,
  departmentId: string,
  schedules: readonly ClassSchedule[],
): Promise<Map<string, RecallMemory>> {
  if (schedules.length === 0) return new Map();
  const { found, standings } = await readRecall(scope, departmentId, schedules);
  const behind = schedules.filter((one) => isBehind(standings.get(one.class.id), one));
  if (behind.length === 0) return found;
  for (const one of behind)
    await atomically(scope, async (within) => {
      await store.lockClassMemory(within.db, one.class.id);
      await foldMemory(within, departmentId, one);
    });
  const again = await readRecall(scope, departmentId, behind);
  return new Map([...found, ...again.found]);
}

async function readRecall({ db }: Scope, departmentId: string, schedules: readonly ClassSchedule[]) {
  const classIds = schedules.map((one) => one.class.id);
  const [allStates, allOffsets] = await Promise.all([
    store.listRecall(db, departmentId, classIds),
    store.listOffsets(db, departmentId, classIds),
  ]);
  const states = groupBy(allStates, (row) => row.classId);
  const offsets = groupBy(allOffsets, (row) => row.classId);
  const found = new Map(
    classIds.map((id): [string, RecallMemory] => {
      const topics = (states.get(id) ?? []).map(
        (row) =>
          [memoryKey(row.studentId, row.topicId), { now: { s: row.s, d: row.d }, lastOn: dayOf(row.lastOn) }] as const,
      );
      return [id, { topics: new Map(topics), ...offsetsIn(offsets.get(id) ?? []) }];
    }),
  );
  return { found, standings: new Map([...offsets].map(([id, rows]) => [id, rows[0]])) };
}

/**
 * Takes a marked sitting into the class's memory and returns its place in the class's order of evidence. Locks the
 * class's memory until the transaction ends, so that sittings come in one after another.
 */
export async function takeEvidence(scope: Scope, sitting: SittingEvidence): Promise<number> {
  const { db } = scope;
  const { departmentId, classId, studentId, sittingId } = sitting;
  await store.lockClassMemory(db, classId);
  const seq = await takeEvidenceSeq(db, departmentId, classId);
  const schedule = await loadSchedule(scope, departmentId, classId);
  let { memory, standing } = await loadMemory(scope, departmentId, classId, studentId);
  if (standing === undefined || isBehind(standing, schedule)) {
    await foldMemory(scope, departmentId, schedule);
    ({ memory, standing } = await loadMemory(scope, departmentId, classId, studentId));
  }
  const before = memory;
  const onOf = (topicId: string) =>
    Math.max(dayOf(sitting.on), before.topics.get(memoryKey(studentId, topicId))?.lastOn ?? 0);
  const rows = sitting.answers.map((answer) => {
    const place = { departmentId, classId, seq, studentId, sittingId, on: dateOf(onOf(answer.topicId)) };
    return { ...place, ...answer };
  });
  // In the order of what tells something, as a replay goes through it.
  for (const [topicId, answers] of byTopic(sitting.answers.filter((answer) => !answer.void))) {
    const { standards = 1 } = schedule.topics.find((one) => one.topicId === topicId) ?? {};
    const taughtOn = schedule.taughtTo(studentId, topicId);
    memory = remember(memory, { studentId, topicId, on: onOf(topicId), taughtOn, standards, answers });
  }
  await store.insertEvidence(db, rows);
  const touched = [...memory.topics].filter(([key, state]) => before.topics.get(key) !== state);
  await store.upsertStates(
    db,
    departmentId,
    classId,
    stateRows(touched, () => seq),
  );
  await store.upsertOffsets(db, departmentId, classId, offsetRows(classId, memory, before));
  if (seq % checkpointSpacing === 0) await keepCheckpoint(scope, departmentId, classId, seq + 1);
  return seq;
}

/** Works a class's memory out again from all its evidence. */
export async function replayClass(scope: Scope, departmentId: string, classId: string): Promise<void> {
  await store.lockClassMemory(scope.db, classId);
  await foldMemory(scope, departmentId, await loadSchedule(scope, departmentId, classId), 0);
}

/** Work in the background: brings a class's memory in step with what changed after it was taken in. */
export async function bringInStep(scope: Scope, departmentId: string, classId: string): Promise<void> {
  await store.lockClassMemory(scope.db, classId);
  await foldMemory(scope, departmentId, await loadSchedule(scope, departmentId, classId));
}

export const { deleteVoidEvidence, giveEvidence, listClassesOf, moveEvidence, updateCredits } = store;
export type { EvidencePlace } from "./memoryStore.ts";
