/**
 * Timed practice: many short questions against a clock, so that facts come without thinking. What it shows is not only how
 * many were right but how many right in a minute of thinking (fluency as a rate: Lindsley, 1990; Binder, 1996).
 */
import type { Rules } from "./rules.ts";

/** A release of which several goes are compared by rate; its coming questions lie on the device. */
export const isTimedPractice = ({ preset, timeLimitMinutes }: Pick<Rules, "preset" | "timeLimitMinutes">): boolean =>
  preset === "sprint" && timeLimitMinutes !== null;

/**
 * Milliseconds for which the server waits beyond the time limit of timed practice, since the clock on the device begins when
 * the first question shows: coming in over a slow network costs nobody thinking time.
 */
export const allowanceMs = (rules: Pick<Rules, "preset" | "timeLimitMinutes">): number =>
  isTimedPractice(rules) ? 60_000 : 0;

/**
 * When a go ends on the device, in milliseconds of the server's clock; null: it does not end by itself.
 *
 * @param go.deadlineAt when the server ends it, with the allowance; @param go.startedAt when it was begun there
 * @param firstShownAt when the first question showed on this device; null: not yet
 * @example endOnDevice({ startedAt: 0, deadlineAt: 240_000, allowanceMs: 60_000 }, 5_000) // 185_000
 */
export function endOnDevice(
  go: { readonly startedAt: number; readonly deadlineAt: number | null; readonly allowanceMs: number },
  firstShownAt: number | null,
): number | null {
  // Also what an earlier version of the page has kept, which knew no allowance.
  if (go.deadlineAt === null || !(go.allowanceMs > 0)) return go.deadlineAt;
  const waited = Math.min(go.allowanceMs, Math.max(0, (firstShownAt ?? go.startedAt) - go.startedAt));
  return go.deadlineAt - (go.allowanceMs - waited);
}

/** One question of a go. */
export interface TimedAnswer {
  readonly itemId: string;
  /** In [0, 1]; null: it was not reached, or has no mark. */
  readonly credit: number | null;
  /** How long it was before the student, in milliseconds. */
  readonly spentMs: number;
}

export interface Rate {
  readonly right: number;
  readonly reached: number;
  /** Thinking time, in minutes. */
  readonly minutes: number;
  /** Right answers in a minute of thinking; null: so short that no rate means anything. */
  readonly perMinute: number | null;
}

/** Less thinking than this gives no rate. */
const leastMs = 5000;

/**
 * What a go of timed practice came to. Only what was reached counts; a part of a question that was right counts as that part.
 *
 * @example rateOf([{ itemId: "a", credit: 1, spentMs: 6000 }, { itemId: "b", credit: 0, spentMs: 4000 }]).perMinute // 6
 */
export function rateOf(answers: readonly TimedAnswer[]): Rate {
  const reached = answers.flatMap(({ credit, spentMs }) => (credit === null ? [] : [{ credit, spentMs }]));
  const right = reached.reduce((sum, one) => sum + one.credit, 0);
  const ms = reached.reduce((sum, one) => sum + Math.max(0, one.spentMs), 0);
  return {
    right,
    reached: reached.length,
    minutes: ms / 60_000,
    perMinute: ms < leastMs ? null : (right * 60_000) / ms,
  };
}

/**
 * The questions that took longest, the slowest first: those that took at least half as long again as the middle one, since
 * somebody is always slowest.
 *
 * @param most how many at most
 * @returns ids of items, each with the mean time in milliseconds of its answers
 */
export function slowestOf(
  answers: readonly TimedAnswer[],
  most: number,
): readonly { readonly itemId: string; readonly ms: number }[] {
  const times = new Map<string, number[]>();
  for (const { itemId, credit, spentMs } of answers)
    if (credit !== null && spentMs > 0) times.set(itemId, [...(times.get(itemId) ?? []), spentMs]);
  const means = [...times].map(([itemId, all]) => ({ itemId, ms: all.reduce((sum, ms) => sum + ms, 0) / all.length }));
  const sorted = means.sort((a, b) => b.ms - a.ms || (a.itemId < b.itemId ? -1 : 1));
  const middle = sorted[Math.floor(sorted.length / 2)]?.ms ?? 0;
  return sorted.filter((one) => one.ms >= 1.5 * middle).slice(0, most);
}
