/** What is due for review in a class, and since when. */

import { mondayOf, type Day } from "./day.ts";
import { totalOffset } from "./learn.ts";
import { recall } from "./recall.ts";
import { memoryKey, offsetsOf, taughtMemory, type RecallMemory } from "./remember.ts";
import { taughtStrength } from "./review.ts";

/** Recall below which a topic counts as due. */
export const targetRecall = 0.8;

export interface PlanTopic {
  readonly topicId: string;
  /** The last lesson day on it; null when it has not been taught. */
  readonly taughtOn: Day | null;
  /** 1 is normal, 2 counts double. */
  readonly importance: number;
  readonly stance: "auto" | "always" | "never";
  /** The next return that somebody has planned; from that day on the topic is due, whatever the model says. */
  readonly plannedOn?: Day | null;
}

export type Standing =
  | "notTaught"
  /** Taught this week: it is in working memory still. */
  | "justTaught"
  /** Asked within the last three days. */
  | "justSeen"
  | "leftOut"
  | "due"
  | "fresh";

/**
 * Why a topic is due: recall has fallen; not seen for more than six weeks; never come back within three weeks of being
 * taught; a return was planned; somebody wants it always.
 */
export type DueReason = "recall" | "longAgo" | "notSince" | "planned" | "always";

/** What recall was worked out from: the calendar, what the class has forgotten elsewhere besides, or answers to the topic. */
export type RecallBasis = "calendar" | "class" | "answers";

export interface TopicDue {
  readonly topicId: string;
  readonly standing: Standing;
  /** Mean over the students, in [0, 1]; null when not taught. */
  readonly recall: number | null;
  /** The same from the calendar alone, as if nothing had been asked since it was taught. */
  readonly calendarRecall: number | null;
  /** Importance x (1 - recall). */
  readonly need: number;
  readonly lastOn: Day | null;
  /** True once any student has been asked about it since it was taught. */
  readonly reviewed: boolean;
  /** Not seen for more than six weeks, or never within three weeks of being taught. */
  readonly neglected: boolean;
  readonly basis: RecallBasis;
  /** Why it is due, the strongest reason first; null when it is not. */
  readonly why: DueReason | null;
  /** The first day from today on which it is due if nothing is asked before; null when not taught, or left out. */
  readonly dueOn: Day | null;
}

const neglectedAfter = 42;
const firstReturnWithin = 21;
const restDays = 3;

/**
 * Every topic of a class's plan with its standing on `today`, in the order given.
 *
 * Recall of a topic is the mean over `students` of R(t, S e^offsets); a student without a state counts from the day
 * the topic was taught. Due: recall below 0.8, or neglected, or marked "always".
 *
 * @param students ids of the students of the class; with none, the state of a topic just taught stands for all
 * @param taughtTo the day a topic was taught to one student, where it is another than the class's; a student whom it
 *   has not been taught yet does not count for it
 */
export function due(
  memory: RecallMemory,
  topics: readonly PlanTopic[],
  students: readonly string[],
  today: Day,
  taughtTo?: (studentId: string, topicId: string) => Day | null,
): TopicDue[] {
  return topics.map((topic) => standingOf(memory, topic, taughtBy(topic, students, today, taughtTo), today));
}

/**
 * Mean over `students` of R(t, S e^offsets) of one topic on a day, in [0, 1]: the recall that {@link due} tells; null
 * where it has been taught to nobody by then.
 *
 * @param memory as it was before that day
 * @param students as for {@link due}
 */
export function meanRecall(
  memory: RecallMemory,
  topic: Pick<PlanTopic, "topicId" | "taughtOn">,
  students: readonly string[],
  day: Day,
  taughtTo?: (studentId: string, topicId: string) => Day | null,
): number | null {
  const taught = taughtBy(topic, students, day, taughtTo);
  if (topic.taughtOn === null || topic.taughtOn > day || taught.length === 0) return null;
  return meanOf(memoriesOf(memory, topic.topicId, taught), day);
}

interface Taught {
  readonly studentId: string;
  readonly day: Day;
}

/** Those whom a topic has been taught by a day, each with theirs. */
const taughtBy = (
  { topicId, taughtOn }: Pick<PlanTopic, "topicId" | "taughtOn">,
  students: readonly string[],
  by: Day,
  taughtTo?: (studentId: string, topicId: string) => Day | null,
): Taught[] =>
  (students.length > 0 ? students : [""]).flatMap((studentId) => {
    const day = taughtTo && studentId !== "" ? taughtTo(studentId, topicId) : taughtOn;
    return day === null || day > by ? [] : [{ studentId, day }];
  });

const memoriesOf = (memory: RecallMemory, topicId: string, students: readonly Taught[]) =>
  students.map(({ studentId, day }) => {
    const known = memory.topics.get(memoryKey(studentId, topicId));
    const state = known ?? taughtMemory(day);
    const offset = totalOffset(offsetsOf(memory, studentId, topicId));
    const stability = state.now.s * Math.exp(offset);
    return { stability, offset, lastOn: state.lastOn, reviewed: known !== undefined };
  });

const meanOf = (memories: ReturnType<typeof memoriesOf>, day: Day) =>
  memories.reduce((sum, one) => sum + recall(Math.max(0, day - one.lastOn), one.stability), 0) / memories.length;

/** @param students those whom it has been taught, each with the day */
function standingOf(memory: RecallMemory, topic: PlanTopic, students: readonly Taught[], today: Day): TopicDue {
  const { topicId, taughtOn } = topic;
  if (taughtOn === null || taughtOn > today || students.length === 0) {
    const nothing = { recall: null, calendarRecall: null, need: 0, lastOn: null, why: null, dueOn: null };
    return { topicId, standing: "notTaught", reviewed: false, neglected: false, basis: "calendar", ...nothing };
  }
  const memories = memoriesOf(memory, topicId, students);
  const recallOn = (day: Day) => meanOf(memories, day);

  const reviewed = memories.some((one) => one.reviewed);
  const lastOn = Math.max(...memories.map((one) => one.lastOn));
  const restedOn = lastOn + (reviewed ? neglectedAfter : firstReturnWithin) + 1;
  const neglected = today >= restedOn;
  const now = recallOn(today);
  // The same terms decide today's standing and the day on which that changes.
  const terms: Terms = {
    plannedOn: topic.plannedOn ?? null,
    openOn: Math.max(mondayOf(taughtOn) + 7, reviewed ? lastOn + restDays : taughtOn),
    restedOn,
    fadedOn: firstDayBelow(targetRecall, recallOn, today),
  };
  const isDueToday = topic.stance === "always" || dueDay(terms) <= today;
  return {
    topicId,
    standing: standingBy(topic, taughtOn, today, isDueToday, terms),
    recall: now,
    calendarRecall: recall(today - taughtOn, taughtStrength.s),
    need: topic.importance * (1 - now),
    lastOn,
    reviewed,
    neglected,
    basis: reviewed ? "answers" : memories.some((one) => one.offset !== 0) ? "class" : "calendar",
    why: topic.stance === "never" || !isDueToday ? null : reasonBy(topic, today, reviewed, terms),
    dueOn: topic.stance === "never" ? null : topic.stance === "always" ? today : Math.max(today, dueDay(terms)),
  };
}

/** Days from which each rule holds. */
interface Terms {
  readonly plannedOn: Day | null;
  /** It has rested: not taught this week, and not asked within three days. */
  readonly openOn: Day;
  /** It has not been seen for too long. */
  readonly restedOn: Day;
  /** Mean recall is below the target. */
  readonly fadedOn: Day;
}

const dueDay = ({ plannedOn, openOn, restedOn, fadedOn }: Terms): Day =>
  Math.min(plannedOn ?? Number.POSITIVE_INFINITY, Math.max(openOn, Math.min(restedOn, fadedOn)));

function reasonBy(topic: PlanTopic, today: Day, reviewed: boolean, terms: Terms): DueReason {
  if (topic.stance === "always") return "always";
  if (terms.plannedOn !== null && terms.plannedOn <= today) return "planned";
  if (terms.fadedOn <= today) return "recall";
  return reviewed ? "longAgo" : "notSince";
}

function standingBy(topic: PlanTopic, taughtOn: Day, today: Day, isDue: boolean, { openOn }: Terms): Standing {
  if (topic.stance === "never") return "leftOut";
  if (isDue) return "due";
  if (mondayOf(taughtOn) === mondayOf(today)) return "justTaught";
  return today < openOn ? "justSeen" : "fresh";
}

/** First whole day from `today` on with `level` undershot, by bisection (recall only falls between reviews). */
function firstDayBelow(level: number, meanRecall: (day: Day) => number, today: Day): Day {
  let [low, high] = [today, today + 1];
  if (meanRecall(today) < level) return today;
  while (meanRecall(high) >= level && high - today < 3650) [low, high] = [high, today + 2 * (high - today)];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (meanRecall(middle) < level) high = middle;
    else low = middle;
  }
  return high;
}
