/** The rules of a release: presets, and what follows from a rule. */

/** What students see of a sitting that is over, from least to most. Each includes the ones before it. */
export const opennessLevels = ["nothing", "score", "which", "why", "everything"] as const;
export type Openness = (typeof opennessLevels)[number];

/** From when students see it: after each question, as they hand in, when the release has shut, or when a teacher says so. */
export const openFrom = ["eachQuestion", "handIn", "shut", "word"] as const;
/** Which of several goes is the mark. */
export const countings = ["first", "last", "best", "mean"] as const;
export const presetNames = ["weeklyReview", "homework", "check", "test", "sprint", "preTest"] as const;
export type PresetName = (typeof presetNames)[number];

/** One question of a reflection: with `choices` one of them is chosen, without them a sentence is written. */
export interface ReflectionQuestion {
  readonly id: string;
  readonly text: string;
  readonly choices: readonly string[] | null;
}

/** What goes need besides time. */
export interface BeforeGo {
  /** From the first go on, or only from the second on. */
  readonly fromGo: 1 | 2;
  readonly goAhead: boolean;
  /** What the student answers before each go; null: nothing. */
  readonly reflection: readonly ReflectionQuestion[] | null;
}

/** Shut until so much was reached in another release, by the mark that counts there or by the best go. */
export interface Gate {
  readonly releaseId: string;
  /** 1 to 100, of the points of a go. */
  readonly percent: number;
  readonly by: "mark" | "best";
}

/** A sentence for those who reached so many percent of the points, 0 to 100. */
export interface Closing {
  readonly from: number;
  readonly text: string;
}

export interface Rules {
  readonly schemaVersion: 1;
  readonly preset: PresetName;
  /** Goes each student has; null: as many as they like. */
  readonly goes: number | null;
  /** Hours between handing one go in and beginning the next. */
  readonly waitHours: number;
  readonly counts: (typeof countings)[number];
  readonly openness: Openness;
  readonly openFrom: (typeof openFrom)[number];
  /** What a second answer counts, in percent, after each question that went wrong; null: there is none. */
  readonly second: number | null;
  /** Whole minutes from the start, before access arrangements; null: no limit. */
  readonly timeLimitMinutes: number | null;
  /** Answers given in time but delivered later still count within so many minutes. */
  readonly graceMinutes: number;
  /** Options mix for each student; those that stay put do not. */
  readonly optionsMix: boolean;
  /** Each student gets a woven order of their own. */
  readonly ownOrder: boolean;
  /** All questions on a page, one at a time, or one at a time without going back. */
  readonly paging: "all" | "one" | "forwardOnly";
  /** False: answered before it was taught, so it changes no plan. */
  readonly countsForPlan: boolean;
  /** Percent of the points, by the mark that counts, from which there is no other go; null: goes go on. */
  readonly stopAt: number | null;
  /** What goes need besides time; null: nothing. */
  readonly before: BeforeGo | null;
  /** Another release that opens this one; null: none. */
  readonly gate: Gate | null;
  /** What the whole counts, whatever its points add up to; null: as its points. */
  readonly outOf: number | null;
  /** What students read of the whole, by how much they reached. */
  readonly closing: readonly Closing[];
}

const usual: Rules = {
  schemaVersion: 1,
  preset: "weeklyReview",
  goes: null,
  waitHours: 0,
  counts: "first",
  openness: "everything",
  openFrom: "handIn",
  second: null,
  timeLimitMinutes: null,
  graceMinutes: 30,
  optionsMix: true,
  ownOrder: true,
  paging: "one",
  countsForPlan: true,
  stopAt: null,
  before: null,
  gate: null,
  outOf: null,
  closing: [],
};

export const presets: { readonly [Name in PresetName]: Rules } = {
  weeklyReview: usual,
  homework: { ...usual, preset: "homework", goes: 3, counts: "best" },
  check: { ...usual, preset: "check", goes: 2, waitHours: 24, counts: "best", openness: "which", timeLimitMinutes: 20 },
  test: {
    ...usual,
    preset: "test",
    goes: 1,
    openness: "score",
    openFrom: "word",
    timeLimitMinutes: 40,
    graceMinutes: 10,
  },
  sprint: { ...usual, preset: "sprint", timeLimitMinutes: 3, counts: "best", openness: "which", paging: "forwardOnly" },
  preTest: { ...usual, preset: "preTest", goes: 1, openness: "nothing", countsForPlan: false },
};

/** Rules as they were kept, with what did not exist yet when they were. */
export const completeRules = (kept: Partial<Rules>): Rules => ({ ...usual, ownOrder: false, ...kept });

/** True when `openness` shows at least what `level` shows. */
export function shows(openness: Openness, level: Openness): boolean {
  return opennessLevels.indexOf(openness) >= opennessLevels.indexOf(level);
}

/**
 * What a student sees now of a sitting that is handed in.
 *
 * @param at.isSettled no answer to it can count any more; before that nothing shows, since whoever has read the key could
 *   still answer
 * @param at.isShut the release has shut for this student; @param at.isOpened a teacher has opened the results
 */
export function opennessNow(
  { openness, openFrom: from }: Pick<Rules, "openness" | "openFrom">,
  at: { readonly isSettled: boolean; readonly isShut: boolean; readonly isOpened: boolean },
): Openness {
  if (!at.isSettled) return "nothing";
  const isOpen = from === "handIn" || from === "eachQuestion" || at.isOpened || (from === "shut" && at.isShut);
  return isOpen ? openness : "nothing";
}

/**
 * Until when answers to a go may still arrive that count; null when none can. In milliseconds.
 *
 * @param go.isOver handed in, or its time ran out; @param go.graceUntil set only for what the clock ends
 */
export function settlesAt(go: { readonly isOver: boolean; readonly graceUntil: number | null }, now: number) {
  return go.isOver && go.graceUntil !== null && go.graceUntil > now ? go.graceUntil : null;
}

/** Longer by `percent` of the limit, rounded up to whole minutes; null stays no limit. */
export function minutesAllowed(timeLimitMinutes: number | null, extraTimePercent: number): number | null {
  return timeLimitMinutes === null ? null : Math.ceil(timeLimitMinutes * (1 + extraTimePercent / 100));
}

/** The mark of several goes, in points; null without any. Goes in the order they were taken. */
export function markOf(counts: Rules["counts"], points: readonly number[]): number | null {
  if (points.length === 0) return null;
  switch (counts) {
    case "first":
      return points[0] ?? null;
    case "last":
      return points.at(-1) ?? null;
    case "best":
      return Math.max(...points);
    case "mean":
      return points.reduce((sum, one) => sum + one, 0) / points.length;
  }
}

/** Whole days of a wait; null when it is counted in hours. A day apart means the next day, not the same minute of it. */
export const daysOf = (waitHours: number): number | null =>
  waitHours > 0 && waitHours % 24 === 0 ? waitHours / 24 : null;

/**
 * The moment from which the next go may begin, in milliseconds; null when there is nothing to wait for.
 *
 * @param dayAfter the beginning of the day so many days after the last hand-in, where the class is
 */
export function nextGoFrom(
  waitHours: number,
  lastHandedIn: number | null,
  dayAfter: (lastHandedIn: number, days: number) => number,
): number | null {
  if (waitHours === 0 || lastHandedIn === null) return null;
  const days = daysOf(waitHours);
  return days === null ? lastHandedIn + waitHours * 3_600_000 : dayAfter(lastHandedIn, days);
}
