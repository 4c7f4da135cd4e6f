/** What has to be there before a go may begin: its time, a wait, a gate, a reflection, a teacher's go-ahead. */
import { openingAt, type Window } from "./opening.ts";
import { markOf, nextGoFrom, type BeforeGo, type Gate, type ReflectionQuestion, type Rules } from "./rules.ts";

/** Why a student may not begin; times in milliseconds. */
export type Missing =
  | { readonly code: "notOpenYet"; readonly from: number }
  | { readonly code: "quizClosed" }
  | { readonly code: "noMoreGoes"; readonly count: number }
  | { readonly code: "lineReached"; readonly percent: number }
  | { readonly code: "gateShut"; readonly percent: number; readonly reached: number | null }
  | { readonly code: "stepsMissing"; readonly steps: readonly string[] }
  | { readonly code: "waitBeforeGo"; readonly until: number }
  | { readonly code: "reflectionMissing" }
  | { readonly code: "goAheadMissing" };

export interface Standing {
  readonly window: Window;
  /** Goes that were begun. */
  readonly goes: number;
  readonly lastHandedIn: number | null;
  /** Share of the points here, 0 to 1, by the mark that counts; null: no go is handed in. */
  readonly reached: number | null;
  /** Share of the points at the gate's release, 0 to 1, by what the gate asks; null: no go is handed in there. */
  readonly reachedAtGate: number | null;
  /** Names of what comes before it on a path and is not done. */
  readonly stepsBefore: readonly string[];
  /** For the next go. */
  readonly hasReflected: boolean;
  readonly hasGoAhead: boolean;
}

/** Whether what goes need holds for this one. */
export const isAskedFor = (before: BeforeGo | null, go: number): before is BeforeGo =>
  before !== null && go >= before.fromGo;

/**
 * Everything that is missing before the next go, in the order in which somebody would see to it; empty: it may begin.
 * What no deed of the student's or teacher's can mend stands alone.
 *
 * @param dayAfter the beginning of the day so many days after a moment, where the class is
 */
export function missingBefore(
  rules: Pick<Rules, "goes" | "waitHours" | "stopAt" | "before" | "gate">,
  standing: Standing,
  now: number,
  dayAfter: (at: number, days: number) => number,
): Missing[] {
  const opening = openingAt(standing.window, now);
  if (opening === "shut") return [{ code: "quizClosed" }];
  if (rules.goes !== null && standing.goes >= rules.goes) return [{ code: "noMoreGoes", count: rules.goes }];
  if (rules.stopAt !== null && isEnough(rules.stopAt, standing.reached))
    return [{ code: "lineReached", percent: rules.stopAt }];
  if (opening === "notYet") return [{ code: "notOpenYet", from: standing.window.opensAt }];
  const missing: Missing[] = [];
  const { gate, before } = rules;
  if (gate !== null && !isEnough(gate.percent, standing.reachedAtGate))
    missing.push({ code: "gateShut", percent: gate.percent, reached: wholePercent(standing.reachedAtGate) });
  if (standing.stepsBefore.length > 0) missing.push({ code: "stepsMissing", steps: standing.stepsBefore });
  const until = nextGoFrom(rules.waitHours, standing.lastHandedIn, dayAfter);
  if (until !== null && until > now) missing.push({ code: "waitBeforeGo", until });
  if (isAskedFor(before, standing.goes + 1)) {
    if (before.reflection !== null && !standing.hasReflected) missing.push({ code: "reflectionMissing" });
    if (before.goAhead && !standing.hasGoAhead) missing.push({ code: "goAheadMissing" });
  }
  return missing;
}

/** Whether a share of 0 to 1 reaches so many percent. Shares come from divisions: 7 of 10 is 70 %, whatever the last bit says. */
export const isEnough = (percent: number, reached: number | null): boolean =>
  reached !== null && reached * 100 >= percent - 1e-9;

/** Rounded down, so that nobody reads "70 % of 70 %" before a shut door. */
const wholePercent = (share: number | null): number | null => (share === null ? null : Math.floor(share * 100 + 1e-9));

/**
 * What a student reached in another release, as its gate asks: a share of 0 to 1; null without a go.
 *
 * @param goes handed in, in the order they were taken
 * @param counts which of several goes is the mark there
 */
export function reachedBy(
  by: Gate["by"],
  counts: Rules["counts"],
  goes: readonly { readonly points: number; readonly outOf: number }[],
): number | null {
  const shares = goes.map(({ points, outOf }) => (outOf === 0 ? 0 : points / outOf));
  return markOf(by === "best" ? "best" : counts, shares);
}

/**
 * Two goes that show what a gate means: the one just short of it and the one that reaches it, in the order in which the
 * rule matters most. Points of goes out of `outOf` (a whole number from 2 on).
 */
export function gateExample(gate: Pick<Gate, "percent" | "by">, counts: Rules["counts"], outOf: number) {
  const enough = Math.min(outOf, Math.max(1, Math.ceil((gate.percent * outOf) / 100 - 1e-9)));
  const rule = gate.by === "best" ? "best" : counts;
  const goes = rule === "last" ? [enough, enough - 1] : [enough - 1, enough];
  const mark = markOf(rule, goes) ?? 0;
  return { goes, rule, mark, isOpen: isEnough(gate.percent, mark / outOf) };
}

/** Every question has an answer, and where there are choices it is one of them. */
export const isAnswered = (
  questions: readonly ReflectionQuestion[],
  answers: Readonly<Record<string, string>>,
): boolean =>
  questions.every(({ id, choices }) => {
    const answer = answers[id]?.trim() ?? "";
    return answer !== "" && (choices === null || choices.includes(answer));
  });
