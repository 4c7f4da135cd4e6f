/** A path: steps that a student takes through a unit, in order; a check opens when all before it is done. */
import { isEnough, reachedBy } from "../delivery/beforeGo.ts";
import type { Gate, Rules } from "../delivery/rules.ts";

export const stepKinds = ["practice", "task", "check"] as const;
export type StepKind = (typeof stepKinds)[number];

export interface Step {
  readonly id: string;
  readonly kind: StepKind;
  /** The released quiz of a practice or check; null: none is chosen yet. A task has none. */
  readonly releaseId: string | null;
  /** From how many percent on it is done; null: from the first go on that is handed in. */
  readonly percent: number | null;
  /** By the mark that counts there, or by the best go. */
  readonly by: Gate["by"];
}

/** What one student did at one step; moments in milliseconds. */
export interface StepDone {
  /** Goes handed in at its quiz, in the order they were taken. */
  readonly goes: readonly { readonly points: number; readonly outOf: number; readonly at: number }[];
  /** Which of several goes is the mark there. */
  readonly counts: Rules["counts"];
  /** When a colleague ticked it off. */
  readonly tickedAt: number | null;
}

export interface StepStanding {
  readonly id: string;
  readonly state: "done" | "open" | "shut";
  /** When it was done. */
  readonly doneAt: number | null;
  /** When the last of the steps before it was done; null: it stands first, or something before it is not done. */
  readonly openedAt: number | null;
  /** Share of the points so far, 0 to 1; null: no go is handed in. */
  readonly reached: number | null;
}

/**
 * When a step was done for the first time: what was reached once stays reached, whatever later goes bring.
 *
 * @returns a moment in milliseconds; null while it is not done
 */
export function doneAt(step: Pick<Step, "kind" | "percent" | "by">, done: StepDone): number | null {
  if (step.kind === "task") return done.tickedAt;
  const reaches = (count: number) =>
    step.percent === null || isEnough(step.percent, reachedBy(step.by, done.counts, done.goes.slice(0, count)));
  return done.goes.find((_, i) => reaches(i + 1))?.at ?? null;
}

/**
 * How a student stands on a path. Practice and tasks are always open; a check is shut until all before it is done, and
 * stays as it is once it was done.
 *
 * @param doneOf what the student did at each step
 */
export function standOn(steps: readonly Step[], doneOf: (step: Step) => StepDone): StepStanding[] {
  let openedAt: number | null = null;
  let isFree = true;
  return steps.map((step, i) => {
    const done = doneOf(step);
    const at = doneAt(step, done);
    const state =
      at !== null ? ("done" as const) : step.kind === "check" && !isFree ? ("shut" as const) : ("open" as const);
    const standing = {
      id: step.id,
      state,
      doneAt: at,
      openedAt: isFree && i > 0 ? openedAt : null,
      reached: step.kind === "task" ? null : reachedBy(step.by, done.counts, done.goes),
    };
    if (at === null) isFree = false;
    else openedAt = Math.max(openedAt ?? at, at);
    return standing;
  });
}

/** The door that is lit: the first step that is not done; null: the whole path is done. */
export const nextStep = (standings: readonly StepStanding[]): StepStanding | null =>
  standings.find(({ state }) => state !== "done") ?? null;
