/** How a class's memory takes in a sitting, one after another: the fold that a replay repeats. */

import type { Day } from "./day.ts";
import { learn, priorOffsets, totalOffset, type Offset, type Offsets } from "./learn.ts";
import { posterior, type AnswerEvidence } from "./posterior.ts";
import { recall } from "./recall.ts";
import { review, shareExercised, taughtStrength, type Strength } from "./review.ts";

export interface ItemEvidence extends AnswerEvidence {
  readonly itemId: string;
}

/** Where a topic stands in one student's memory. */
export interface TopicMemory {
  readonly now: Strength;
  /** The day of the last review, or the day it was taught. */
  readonly lastOn: Day;
  /** The state before `lastOn`, from which that day is worked out anew when more of its answers come in. */
  readonly before: { readonly strength: Strength; readonly on: Day };
  /** First unaided answers of `lastOn`, in the order they were given; empty when nothing was asked yet. */
  readonly answers: readonly ItemEvidence[];
}

/** What one student's sitting says about one topic. */
export interface TopicEvidence {
  readonly studentId: string;
  readonly topicId: string;
  /** The school day, in the class's zone. */
  readonly on: Day;
  readonly taughtOn: Day | null;
  /** Number of standards of the topic; 0 counts as 1. */
  readonly standards: number;
  /** In the order they were asked. */
  readonly answers: readonly ItemEvidence[];
}

/** Memory of one class. Keys of `topics` come from {@link memoryKey}. */
export interface ClassMemory {
  readonly topics: ReadonlyMap<string, TopicMemory>;
  readonly classOffset: Offset;
  readonly topicOffsets: ReadonlyMap<string, Offset>;
  readonly studentOffsets: ReadonlyMap<string, Offset>;
}

/** As much of a memory as recall is worked out from: without what the last day is worked out anew from. */
export interface RecallMemory extends Omit<ClassMemory, "topics"> {
  /** Those that somebody was asked about. */
  readonly topics: ReadonlyMap<string, Pick<TopicMemory, "now" | "lastOn">>;
}

export const memoryKey = (studentId: string, topicId: string) => `${studentId} ${topicId}`;

export const noMemory: ClassMemory = {
  topics: new Map(),
  classOffset: priorOffsets.classWide,
  topicOffsets: new Map(),
  studentOffsets: new Map(),
};

/** The memory of a topic that was taught on `taughtOn` and never asked since. */
export function taughtMemory(taughtOn: Day): TopicMemory {
  return { now: taughtStrength, lastOn: taughtOn, before: { strength: taughtStrength, on: taughtOn }, answers: [] };
}

/** The three offsets that bear on one student and topic. */
export function offsetsOf(memory: RecallMemory, studentId: string, topicId: string): Offsets {
  return {
    classWide: memory.classOffset,
    topic: memory.topicOffsets.get(topicId) ?? priorOffsets.topic,
    student: memory.studentOffsets.get(studentId) ?? priorOffsets.student,
  };
}

/**
 * The class's memory after one more piece of evidence.
 *
 * All answers of one school day are one review: a second piece on the same day is worked out again from the state before
 * that day, with the first answer to each item. Offsets learn once a day, from its first answer. Evidence from before the
 * topic was taught changes nothing. Dates never run backwards: evidence older than the last review counts on its day.
 *
 * Deterministic: folding the same evidence in the same order gives the same bits, so a replay equals living through it.
 */
export const remember = (memory: ClassMemory, evidence: TopicEvidence): ClassMemory => rememberAll(memory, [evidence]);

/**
 * The class's memory after many pieces of evidence, in this order: bit for bit what {@link remember} gives one after the
 * other, in time that grows with the evidence alone.
 */
export function rememberAll(memory: ClassMemory, all: readonly TopicEvidence[]): ClassMemory {
  const growing: GrowingMemory = {
    topics: new Map(memory.topics),
    classOffset: memory.classOffset,
    topicOffsets: new Map(memory.topicOffsets),
    studentOffsets: new Map(memory.studentOffsets),
  };
  const grown = all.map((evidence) => take(growing, evidence));
  return grown.includes(true) ? growing : memory;
}

interface GrowingMemory {
  readonly topics: Map<string, TopicMemory>;
  classOffset: Offset;
  readonly topicOffsets: Map<string, Offset>;
  readonly studentOffsets: Map<string, Offset>;
}

/** Takes one piece in; false when it says nothing. */
function take(memory: GrowingMemory, evidence: TopicEvidence): boolean {
  const { studentId, topicId, taughtOn } = evidence;
  const first = evidence.answers[0];
  if (!first || taughtOn === null || evidence.on < taughtOn) return false;

  const key = memoryKey(studentId, topicId);
  const known = memory.topics.get(key) ?? taughtMemory(taughtOn);
  const on = Math.max(evidence.on, known.lastOn);
  const sameDay = known.answers.length > 0 && on === known.lastOn;
  const before = sameDay ? known.before : { strength: known.now, on: known.lastOn };
  const days = on - before.on;

  const earlier = offsetsOf(memory, studentId, topicId);
  const offsets = sameDay ? earlier : learn(earlier, first, days, before.strength.s);
  const answers = firstPerItem([...(sameDay ? known.answers : []), ...evidence.answers]);
  const offset = totalOffset(offsets);
  const pi = posterior(recall(days, before.strength.s * Math.exp(offset)), answers);
  const now = review(before.strength, days, pi, shareExercised(evidence.standards, answers.length), offset);

  memory.topics.set(key, { now, lastOn: on, before, answers });
  memory.classOffset = offsets.classWide;
  memory.topicOffsets.set(topicId, offsets.topic);
  memory.studentOffsets.set(studentId, offsets.student);
  return true;
}

function firstPerItem(answers: readonly ItemEvidence[]): ItemEvidence[] {
  return answers.filter((answer, index) => answers.findIndex((other) => other.itemId === answer.itemId) === index);
}
