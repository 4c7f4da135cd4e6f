/** A class's memory in the database: taking evidence in when a sitting is marked, and replaying it. */
import { groupBy } from "@verdant/core/groupBy";
import { dateOf, dayOf } from "@verdant/core/plan/day";
import {
  memoryKey,
  noMemory,
  remember,
  rememberAll,
  type ClassMemory,
  type ItemEvidence,
  type RecallMemory,
  type TopicEvidence,
  type TopicMemory,
} from "@verdant/core/plan/remember";
import type { Scope } from "../platform/scope.ts";
import { loadPlan } from "./loadPlan.ts";
import * as store from "./store.ts";

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

/** The part of a class's memory that concerns one student. */
export async function loadMemory(
  { db }: Scope,
  departmentId: string,
  classId: string,
  studentId: string,
): Promise<ClassMemory> {
  const states = await store.listStates(db, departmentId, classId, studentId);
  const evidence = await store.listLastDayEvidence(db, departmentId, classId, studentId);
  const offsets = await store.listOffsets(db, departmentId, [classId]);
  const answers = new Map<string, ItemEvidence[]>();
  for (const { topicId, itemId, chance, slip, credit } of evidence) {
    const list = answers.get(topicId) ?? [];
    if (!list.some((one) => one.itemId === itemId)) list.push({ itemId, chance, slip, credit });
    answers.set(topicId, list);
  }
  const topics = states.map((row): [string, TopicMemory] => {
    const before = { strength: { s: row.beforeS, d: row.beforeD }, on: dayOf(row.beforeOn) };
    const now = { s: row.s, d: row.d };
    return [
      memoryKey(studentId, row.topicId),
      { now, lastOn: dayOf(row.lastOn), before, answers: answers.get(row.topicId) ?? [] },
    ];
  });
  return { topics: new Map(topics), ...offsetsIn(offsets) };
}

/** What recall is worked out from, by class. */
export async function loadRecall(
  { db }: Scope,
  departmentId: string,
  classIds: readonly string[],
): Promise<Map<string, RecallMemory>> {
  if (classIds.length === 0) return new Map();
  const [allStates, allOffsets] = await Promise.all([
    store.listRecall(db, departmentId, classIds),
    store.listOffsets(db, departmentId, classIds),
  ]);
  const states = groupBy(allStates, (row) => row.classId);
  const offsets = groupBy(allOffsets, (row) => row.classId);
  return new Map(
    classIds.map((id) => {
      const topics = (states.get(id) ?? []).map(
        (row) =>
          [memoryKey(row.studentId, row.topicId), { now: { s: row.s, d: row.d }, lastOn: dayOf(row.lastOn) }] as const,
      );
      return [id, { topics: new Map(topics), ...offsetsIn(offsets.get(id) ?? []) }];
    }),
  );
}

function offsetsIn(rows: Awaited<ReturnType<typeof store.listOffsets>>) {
  const ofKind = (kind: string) =>
    rows
      .filter((row) => row.kind === kind)
      .map((row) => [row.subjectId, { value: row.value, lambda: row.lambda }] as const);
  return {
    classOffset: ofKind("class")[0]?.[1] ?? noMemory.classOffset,
    topicOffsets: new Map(ofKind("topic")),
    studentOffsets: new Map(ofKind("student")),
  };
}

/**
 * Takes a marked sitting into the class's memory and returns its place in the class's order of evidence. Locks the
 * class's memory until the transaction ends, so that sittings come in one after another.
 */
export async function takeEvidence(scope: Scope, sitting: SittingEvidence): Promise<number> {
  const { db } = scope;
  const { departmentId, classId, studentId, sittingId } = sitting;
  await store.lockClassMemory(db, classId);
  const seq = await store.takeSeq(db, departmentId, classId);
  const plan = await loadPlan(scope, departmentId, classId);
  let memory = await loadMemory(scope, departmentId, classId, studentId);
  const before = memory;
  const rows = [];
  for (const [topicId, answers] of byTopic(sitting.answers)) {
    const topic = plan.topics.find((one) => one.topicId === topicId);
    const lastOn = memory.topics.get(memoryKey(studentId, topicId))?.lastOn ?? 0;
    const on = Math.max(dayOf(sitting.on), lastOn);
    for (const { itemId, position, chance, slip, credit, void: isVoid } of answers) {
      rows.push({
        departmentId,
        classId,
        seq,
        studentId,
        topicId,
        itemId,
        on: dateOf(on),
        sittingId,
        position,
        chance,
        slip,
        credit,
        void: isVoid,
      });
    }
    const telling = answers.filter((answer) => !answer.void);
    if (telling.length === 0) continue;
    const { standards = 1 } = topic ?? {};
    const taughtOn = plan.taughtTo(studentId, topicId);
    memory = remember(memory, { studentId, topicId, on, taughtOn, standards, answers: telling });
  }
  await store.insertEvidence(db, rows);
  await storeMemory(scope, departmentId, classId, () => seq, before, memory);
  return seq;
}

/** Works a class's memory out again from all its evidence: after a re-mark, or when a date of teaching has moved. */
export async function replayClass(scope: Scope, departmentId: string, classId: string): Promise<void> {
  const { db } = scope;
  await store.lockClassMemory(db, classId);
  const plan = await loadPlan(scope, departmentId, classId);
  const evidence = await store.listEvidence(db, departmentId, classId);
  const pieces: TopicEvidence[] = [];
  const touchedBy = new Map<string, number>();
  for (const [seq, rows] of groupBy(evidence, (row) => row.seq)) {
    for (const [topicId, answers] of byTopic(rows)) {
      const topic = plan.topics.find((one) => one.topicId === topicId);
      const first = answers[0];
      if (!first) continue;
      const { standards = 1 } = topic ?? {};
      const { studentId } = first;
      const taughtOn = plan.taughtTo(studentId, topicId);
      pieces.push({ studentId, topicId, on: dayOf(first.on), taughtOn, standards, answers });
      touchedBy.set(memoryKey(studentId, topicId), seq);
    }
  }
  const memory = rememberAll(noMemory, pieces);
  await store.deleteMemory(db, departmentId, classId);
  await storeMemory(scope, departmentId, classId, (key) => touchedBy.get(key) ?? 0, noMemory, memory);
}

/** The answers by topic, in the order in which the topics first came up. */
function byTopic<T extends { readonly topicId: string }>(answers: readonly T[]): Map<string, T[]> {
  return groupBy(answers, (answer) => answer.topicId);
}

/** Writes what differs between two memories. */
async function storeMemory(
  { db }: Scope,
  departmentId: string,
  classId: string,
  throughSeqOf: (key: string) => number,
  before: ClassMemory,
  after: ClassMemory,
): Promise<void> {
  const owned = { departmentId, classId };
  const states = [...after.topics].filter(([key, state]) => before.topics.get(key) !== state);
  await store.upsertStates(
    db,
    states.map(([key, state]) => {
      const [studentId = "", topicId = ""] = key.split(" ");
      return {
        ...owned,
        studentId,
        topicId,
        ...state.now,
        lastOn: dateOf(state.lastOn),
        beforeS: state.before.strength.s,
        beforeD: state.before.strength.d,
        beforeOn: dateOf(state.before.on),
        throughSeq: throughSeqOf(key),
      };
    }),
  );
  const changed = <K extends "topicOffsets" | "studentOffsets">(map: K, kind: "topic" | "student") =>
    [...after[map]]
      .filter(([id, offset]) => before[map].get(id) !== offset)
      .map(([subjectId, offset]) => ({ ...owned, kind, subjectId, ...offset }));
  const classWide =
    after.classOffset === before.classOffset
      ? []
      : [{ ...owned, kind: "class" as const, subjectId: classId, ...after.classOffset }];
  await store.upsertOffsets(db, [
    ...classWide,
    ...changed("topicOffsets", "topic"),
    ...changed("studentOffsets", "student"),
  ]);
}

export const updateCredits = store.updateCredits;
