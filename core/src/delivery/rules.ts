/** The rules of a release: what students may do and what they get to see. */

/** What students see of a sitting that is over, from least to most. Each includes the ones before it. */
export const opennessLevels = ["nothing", "score", "which", "why", "everything"] as const;
export type Openness = (typeof opennessLevels)[number];

export interface Rules {
  readonly schemaVersion: 1;
  readonly preset: "weeklyReview" | "check";
  /** Goes each student has; null: as many as they like. */
  readonly goes: number | null;
  /** From the moment the sitting is handed in. */
  readonly openness: Openness;
  /** Whole minutes from the start, before access arrangements; null: no limit. */
  readonly timeLimitMinutes: number | null;
  /** Answers given in time but delivered later still count within so many minutes. */
  readonly graceMinutes: number;
  /** Options mix for each student; those that stay put do not. */
  readonly optionsMix: boolean;
}

export const presets: { readonly [Name in Rules["preset"]]: Rules } = {
  weeklyReview: {
    schemaVersion: 1,
    preset: "weeklyReview",
    goes: null,
    openness: "everything",
    timeLimitMinutes: null,
    graceMinutes: 30,
    optionsMix: true,
  },
  check: {
    schemaVersion: 1,
    preset: "check",
    goes: 1,
    openness: "which",
    timeLimitMinutes: 20,
    graceMinutes: 30,
    optionsMix: true,
  },
};

/** True when `openness` shows at least what `level` shows. */
export function shows(openness: Openness, level: Openness): boolean {
  return opennessLevels.indexOf(openness) >= opennessLevels.indexOf(level);
}

/** Longer by `percent` of the limit, rounded up to whole minutes; null stays no limit. */
export function minutesAllowed(timeLimitMinutes: number | null, extraTimePercent: number): number | null {
  return timeLimitMinutes === null ? null : Math.ceil(timeLimitMinutes * (1 + extraTimePercent / 100));
}
