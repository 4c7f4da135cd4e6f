/**
 * Feedback at each question: a student has an answer looked at before going on, and where the rules allow it answers once
 * more. Only the first answer, given without help, says what somebody can recall; the second is there to learn from (feedback
 * that says why, before another try: Hattie and Timperley, 2007; Shute, 2008).
 */
import { markerOf, type Content } from "../items/kinds.ts";
import { shows, type Rules } from "./rules.ts";
import { isTimedPractice } from "./timed.ts";

type Said = Pick<Rules, "openFrom" | "openness" | "preset" | "timeLimitMinutes" | "paging">;

/** Whether answers are looked at one by one. Not on a page of all questions, and not against the clock, which counts thinking. */
export const looksAtEach = (rules: Said): boolean =>
  rules.openFrom === "eachQuestion" &&
  shows(rules.openness, "which") &&
  rules.paging !== "all" &&
  !isTimedPractice(rules);

/** What a second answer counts, as a share of 0 to 1; null: there is none. */
export const secondShare = (rules: Said & Pick<Rules, "second">): number | null =>
  looksAtEach(rules) && rules.second !== null ? rules.second / 100 : null;

/** Whether an answer to it can be looked at at once: what a person marks, or nobody, cannot. */
export const canBeLookedAt = (content: { readonly kind: Content["kind"] }): boolean => markerOf(content) === "machine";
