/** Where recall of a topic goes from here, under a plan of reviews to come. */

import type { Day } from "./day.ts";
import { recall } from "./recall.ts";
import { review, shareExercised, type Strength } from "./review.ts";

/** A topic in one student's memory, with all that was learned about it. */
export interface Standing {
  readonly strength: Strength;
  readonly lastOn: Day;
  /** Sum of the learned offsets, a natural logarithm. */
  readonly offset: number;
}

export interface PlannedReview {
  readonly on: Day;
  readonly items: number;
}

/**
 * Mean recall of a topic on each of `days`, in [0, 1]; on a day of review the value is the one after it, or with
 * `moment` "before" the one that the class comes with in the morning.
 *
 * Nothing is known of reviews to come, so each is recalled with the probability that the model predicts (pi = R).
 *
 * @param standings one per student, at least one
 * @param reviews ascending by day
 * @param days ascending
 * @param standards number of standards of the topic
 */
export function project(
  standings: readonly Standing[],
  reviews: readonly PlannedReview[],
  days: readonly Day[],
  standards: number,
  moment: "after" | "before" = "after",
): number[] {
  const sums = days.map(() => 0);
  for (const standing of standings) {
    let { strength, lastOn } = standing;
    const effective = () => strength.s * Math.exp(standing.offset);
    let next = 0;
    days.forEach((day, i) => {
      for (let one = reviews[next]; one && (moment === "after" ? one.on <= day : one.on < day); one = reviews[++next]) {
        if (one.on < lastOn) continue;
        const pi = recall(one.on - lastOn, effective());
        strength = review(strength, one.on - lastOn, pi, shareExercised(standards, one.items), standing.offset);
        lastOn = one.on;
      }
      sums[i] = (sums[i] ?? 0) + recall(Math.max(0, day - lastOn), effective());
    });
  }
  return sums.map((sum) => sum / Math.max(1, standings.length));
}
