/** How a department looks its items over, and what a save makes of an item under these rules. */

/**
 * "off": whatever can be used is in use. "all": an item, or a change of one, is in use once somebody has approved it.
 * "sampled": in use at once, and some are looked over by a second person afterwards.
 */
export const reviewModes = ["off", "all", "sampled"] as const;
export type ReviewMode = (typeof reviewModes)[number];

export interface ReviewRules {
  readonly mode: ReviewMode;
  /** Whether one may approve what one has written. */
  readonly mayApproveOwn: boolean;
}

export const noReview: ReviewRules = { mode: "off", mayApproveOwn: true };

/** The kinds of look that are asked for: before an item is used, or afterwards. */
export const reviewKinds = ["review", "secondLook"] as const;

/** Of new items every tenth gets a second look, by its number, and every reserved one. */
const sampled = 10;

export interface Saved {
  /** Whether nothing is missing. */
  readonly isUsable: boolean;
  /** The item before this save; null: it is new. */
  readonly before: {
    readonly status: "draft" | "inReview" | "approved" | "retired";
    readonly hasApproved: boolean;
  } | null;
  readonly number: number;
  readonly use: "practice" | "reserved";
}

export interface AfterSave {
  readonly status: "draft" | "inReview" | "approved";
  /** Whether what was saved is what quizzes draw from now on. */
  readonly approves: boolean;
  readonly asksSecondLook: boolean;
}

/**
 * What a save makes of an item. An approved revision that is there already stays in use until another is approved.
 *
 * @example
 * afterSave({ mode: "all", mayApproveOwn: false }, { isUsable: true, before: null, number: 7, use: "practice" });
 * // { status: "draft", approves: false, asksSecondLook: false }
 */
export function afterSave({ mode }: ReviewRules, { isUsable, before, number, use }: Saved): AfterSave {
  const hasApproved = before?.hasApproved ?? false;
  const waits = {
    status: hasApproved ? ("approved" as const) : ("draft" as const),
    approves: false,
    asksSecondLook: false,
  };
  if (!isUsable) return waits;
  if (mode === "all") return before?.status === "inReview" && !hasApproved ? { ...waits, status: "inReview" } : waits;
  const isFirst = !hasApproved;
  const asksSecondLook = mode === "sampled" && isFirst && (number % sampled === 0 || use === "reserved");
  return { status: "approved", approves: true, asksSecondLook };
}

/** Whether `personId` may approve what `askedBy` has handed in. */
export const mayApprove = (rules: ReviewRules, { askedBy, personId }: { askedBy: string; personId: string }): boolean =>
  rules.mayApproveOwn || askedBy !== personId;
