/** A class's memory as rows, and back. */
import { groupBy } from "@verdant/core/groupBy";
import { dateOf, dayOf } from "@verdant/core/plan/day";
import {
  memoryKey,
  noMemory,
  type ClassMemory,
  type ItemEvidence,
  type TopicMemory,
} from "@verdant/core/plan/remember";
import type { OffsetRow, StateRow } from "./memoryStore.ts";

type EvidenceRow = ItemEvidence & { readonly studentId: string; readonly topicId: string; readonly on: string };
/** As a class's offsets are read: with nothing in them while there is none. */
type FoundOffset = { readonly [K in keyof OffsetRow]: OffsetRow[K] | null };

/** The memory of these states; the evidence, in order, holds the first answers of their last days. */
export function memoryFrom(
  states: readonly StateRow[],
  offsets: readonly FoundOffset[],
  evidence: readonly EvidenceRow[],
): ClassMemory {
  const given = groupBy(evidence, ({ studentId, topicId, on }) => `${memoryKey(studentId, topicId)} ${on}`);
  const topics = states.map((row): [string, TopicMemory] => {
    const key = memoryKey(row.studentId, row.topicId);
    const answers = new Map<string, ItemEvidence>();
    for (const { itemId, chance, slip, credit } of given.get(`${key} ${row.lastOn}`) ?? [])
      if (!answers.has(itemId)) answers.set(itemId, { itemId, chance, slip, credit });
    const before = { strength: { s: row.beforeS, d: row.beforeD }, on: dayOf(row.beforeOn) };
    return [key, { now: { s: row.s, d: row.d }, lastOn: dayOf(row.lastOn), before, answers: [...answers.values()] }];
  });
  return { topics: new Map(topics), ...offsetsIn(offsets) };
}

export function offsetsIn(rows: readonly FoundOffset[]): Omit<ClassMemory, "topics"> {
  const ofKind = (kind: string) =>
    rows.flatMap((row) =>
      row.kind === kind && row.subjectId !== null && row.value !== null && row.lambda !== null
        ? [[row.subjectId, { value: row.value, lambda: row.lambda }] as const]
        : [],
    );
  return {
    classOffset: ofKind("class")[0]?.[1] ?? noMemory.classOffset,
    topicOffsets: new Map(ofKind("topic")),
    studentOffsets: new Map(ofKind("student")),
  };
}

export const stateRows = (
  states: readonly (readonly [string, TopicMemory])[],
  throughSeqOf: (key: string) => number,
): StateRow[] =>
  states.map(([key, state]) => {
    const [studentId = "", topicId = ""] = key.split(" ");
    return {
      ...{ studentId, topicId, ...state.now, lastOn: dateOf(state.lastOn) },
      ...{ beforeS: state.before.strength.s, beforeD: state.before.strength.d, beforeOn: dateOf(state.before.on) },
      throughSeq: throughSeqOf(key),
    };
  });

/** The offsets that differ from those before. */
export function offsetRows(classId: string, after: ClassMemory, before: ClassMemory = noMemory): OffsetRow[] {
  const changed = (map: "topicOffsets" | "studentOffsets", kind: "topic" | "student") =>
    [...after[map]]
      .filter(([id, offset]) => before[map].get(id) !== offset)
      .map(([subjectId, offset]) => ({ kind, subjectId, ...offset }));
  const classWide =
    after.classOffset === before.classOffset
      ? []
      : [{ kind: "class" as const, subjectId: classId, ...after.classOffset }];
  return [...classWide, ...changed("topicOffsets", "topic"), ...changed("studentOffsets", "student")];
}

/** A checkpoint's arrays, as {@link insertCheckpoint} writes them. */
export function checkpointRows(states: unknown, offsets: unknown): { states: StateRow[]; offsets: OffsetRow[] } {
  return {
    states: (states as [string, string, number, number, string, number, number, string, number][]).map(
      ([studentId, topicId, s, d, lastOn, beforeS, beforeD, beforeOn, throughSeq]) => ({
        ...{ studentId, topicId, s, d, lastOn, beforeS, beforeD, beforeOn, throughSeq },
      }),
    ),
    offsets: (offsets as [OffsetRow["kind"], string, number, number][]).map(([kind, subjectId, value, lambda]) => ({
      ...{ kind, subjectId, value, lambda },
    })),
  };
}
