/** What is due for review in a class, and since when. */

import { mondayOf, type Day } from "./day.ts";
import { totalOffset } from "./learn.ts";
import { recall } from "./recall.ts";
import { memoryKey, offsetsOf, taughtMemory, type ClassMemory, type TopicMemory } from "./remember.ts";
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
  /** First day on which mean recall is below the target and it has rested; null when not taught. */
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
  memory: ClassMemory,
  topics: readonly PlanTopic[],
  students: readonly string[],
  today: Day,
  taughtTo?: (studentId: string, topicId: string) => Day | null,
): TopicDue[] {
  return topics.map((topic) => {
    const days = (students.length > 0 ? students : [""]).flatMap((studentId) => {
      const day = taughtTo && studentId !== "" ? taughtTo(studentId, topic.topicId) : topic.taughtOn;
      return day === null || day > today ? [] : [{ studentId, day }];
    });
    return standingOf(memory, topic, days, today);
  });
}

/** @param students those whom it has been taught, each with the day */
function standingOf(
  memory: ClassMemory,
  topic: PlanTopic,
  students: readonly { readonly studentId: string; readonly day: Day }[],
  today: Day,
): TopicDue {
  const { topicId, taughtOn } = topic;
  if (taughtOn === null || taughtOn > today || students.length === 0) {
    const nothing = { recall: null, calendarRecall: null, need: 0, lastOn: null, dueOn: null };
    return { topicId, standing: "notTaught", reviewed: false, neglected: false, ...nothing };
  }
  const memories = students.map(({ studentId, day }) => {
    const state: TopicMemory = memory.topics.get(memoryKey(studentId, topicId)) ?? taughtMemory(day);
    const offset = totalOffset(offsetsOf(memory, studentId, topicId));
    return { stability: state.now.s * Math.exp(offset), lastOn: state.lastOn, reviewed: state.answers.length > 0 };
  });
  const meanRecall = (day: Day) =>
    memories.reduce((sum, one) => sum + recall(Math.max(0, day - one.lastOn), one.stability), 0) / memories.length;

  const reviewed = memories.some((one) => one.reviewed);
  const lastOn = Math.max(...memories.map((one) => one.lastOn));
  const neglected = today - lastOn > (reviewed ? neglectedAfter : firstReturnWithin);
  const now = meanRecall(today);
  return {
    topicId,
    standing: standing(topic, taughtOn, { today, lastOn, reviewed, wanted: now < targetRecall || neglected }),
    recall: now,
    calendarRecall: recall(today - taughtOn, taughtStrength.s),
    need: topic.importance * (1 - now),
    lastOn,
    reviewed,
    neglected,
    dueOn: Math.max(firstDayBelow(targetRecall, meanRecall, today), reviewed ? lastOn + restDays : today),
  };
}

function standing(
  topic: PlanTopic,
  taughtOn: Day,
  seen: { today: Day; lastOn: Day; reviewed: boolean; wanted: boolean },
): Standing {
  if (topic.stance === "never") return "leftOut";
  if (topic.stance === "always") return "due";
  if (mondayOf(taughtOn) === mondayOf(seen.today)) return "justTaught";
  if (seen.reviewed && seen.today - seen.lastOn < restDays) return "justSeen";
  return seen.wanted ? "due" : "fresh";
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
