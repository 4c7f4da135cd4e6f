/**
 * Brings a class's memory in step after something changed that it was worked out from: evidence that was marked again or
 * came late, or the days on which topics count as taught. Folds from the nearest checkpoint on, with the same bits as
 * from the beginning (decision 0022).
 */
import { groupBy } from "@verdant/core/groupBy";
import { checkpointSpacing, checkpointsToKeep } from "@verdant/core/plan/checkpoints";
import { dayOf } from "@verdant/core/plan/day";
import { memoryKey, rememberAll, type TopicEvidence } from "@verdant/core/plan/remember";
import type { ClassSchedule } from "../courses/schedule.ts";
import type { Scope } from "../platform/scope.ts";
import { basisOf, movedTopics } from "./basis.ts";
import { checkpointRows, memoryFrom, offsetRows, stateRows } from "./memoryRows.ts";
import * as store from "./memoryStore.ts";

/** How a class's memory stands; a class that has none yet is in step. */
interface Standing {
  readonly changedFrom: number | null;
  readonly basisDigest: string;
}

export const isBehind = (standing: Standing | undefined, schedule: ClassSchedule): boolean =>
  standing !== undefined && (standing.changedFrom !== null || standing.basisDigest !== basisOf(schedule).digest);

/**
 * Folds what is not in step, or from a place on; the class's memory must be locked. Costs what follows the nearest
 * checkpoint before the change, and nothing where all is in step.
 */
export async function foldMemory(
  scope: Scope,
  departmentId: string,
  schedule: ClassSchedule,
  from: number | null = null,
): Promise<void> {
  const { db } = scope;
  const classId = schedule.class.id;
  const held = await store.holdClassMemory(db, departmentId, classId);
  const basis = basisOf(schedule);
  const isMoved = held.basisDigest !== basis.digest;
  const moved = isMoved ? movedTopics(held.basis as typeof basis.value, basis.value) : [];
  const firstMoved = moved.length > 0 ? await store.findFirstOf(db, departmentId, classId, moved) : null;
  const places = [from, held.changedFrom, firstMoved].filter((place) => place !== null);
  if (places.length > 0) await foldFrom(scope, departmentId, schedule, Math.min(...places));
  if (places.length > 0 || isMoved) await store.setInStep(db, departmentId, classId, basis);
}

async function foldFrom(scope: Scope, departmentId: string, schedule: ClassSchedule, place: number): Promise<void> {
  const { db } = scope;
  const classId = schedule.class.id;
  const checkpoint = await store.goBackTo(db, departmentId, classId, place);
  const { seq: start, ...kept } = checkpoint ?? { seq: 0, states: [], offsets: [] };
  const known = checkpointRows(kept.states, kept.offsets);
  const evidence = await store.listEvidenceFrom(db, departmentId, classId, start);
  const before = memoryFrom(
    known.states,
    known.offsets,
    evidence.filter((row) => row.seq < start),
  );
  const touched = new Map(known.states.map((row) => [memoryKey(row.studentId, row.topicId), row.throughSeq]));
  const following = evidence.filter((row) => row.seq >= start);
  const pieces = piecesOf(following, schedule);
  for (const { studentId, topicId, seq } of pieces) touched.set(memoryKey(studentId, topicId), seq);
  const after = rememberAll(before, pieces);
  const gone = await store.deleteFrom(db, departmentId, classId, start);
  const goneKeys = new Set(gone.map((row) => memoryKey(row.studentId, row.topicId)));
  const changed = [...after.topics].filter(([key, state]) => goneKeys.has(key) || before.topics.get(key) !== state);
  await store.upsertStates(
    db,
    departmentId,
    classId,
    stateRows(changed, (key) => touched.get(key) ?? 0),
  );
  await store.upsertOffsets(db, departmentId, classId, offsetRows(classId, after));
  const head = (following.at(-1)?.seq ?? start - 1) + 1;
  if (head - start >= checkpointSpacing) await keepCheckpoint(scope, departmentId, classId, head);
}

type EvidenceRow = Awaited<ReturnType<typeof store.listEvidenceFrom>>[number];

/** What each sitting says of each of its topics, one after the other as the evidence is given. */
export function piecesOf(
  evidence: readonly EvidenceRow[],
  schedule: ClassSchedule,
): (TopicEvidence & { readonly seq: number })[] {
  const standards = new Map(schedule.topics.map((topic) => [topic.topicId, topic.standards]));
  return [...groupBy(evidence, (row) => row.seq)].flatMap(([seq, rows]) =>
    [...byTopic(rows)].flatMap(([topicId, answers]) => {
      const [first] = answers;
      if (!first) return [];
      const { studentId } = first;
      const taughtOn = schedule.taughtTo(studentId, topicId);
      return [
        { seq, studentId, topicId, on: dayOf(first.on), taughtOn, standards: standards.get(topicId) ?? 1, answers },
      ];
    }),
  );
}

/** Keeps the memory as it is as that of all evidence before a place. */
export async function keepCheckpoint(
  { db }: Scope,
  departmentId: string,
  classId: string,
  head: number,
): Promise<void> {
  const there = await store.listCheckpoints(db, departmentId, classId);
  const keep = checkpointsToKeep(head, [...there.filter((seq) => seq < head), head]);
  await store.insertCheckpoint(db, departmentId, classId, head, keep);
}

/** The answers by topic, in the order in which the topics first came up. */
export function byTopic<T extends { readonly topicId: string }>(answers: readonly T[]): Map<string, T[]> {
  return groupBy(answers, (answer) => answer.topicId);
}
