/** What a student reads about their own topics and standards: made of goes whose results they may see, and of no others. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { masteryLabels } from "./insight.ts";

/** About so many in 10. */
const Band = z.object({ low: z.int(), high: z.int() });

export const OwnProgress = z.object({
  /** The classes the student is in. */
  classes: z.array(
    z.object({
      className: z.string(),
      /** The topics whose return would gain most, the most first: at most three. */
      next: z.array(z.object({ name: z.string(), band: Band })),
      /** Taught ones, and those with answers. */
      topics: z.array(
        z.object({
          name: z.string(),
          /** Points of a question counted as 1, in first goes. */
          right: z.number(),
          answers: z.int(),
          /** How likely the student recalls it today; null: not known, or it rests on a result that is not shown yet. */
          band: Band.nullable(),
          /** The newest answers are not in it: their results are not shown yet. */
          waits: z.boolean(),
        }),
      ),
      standards: z.array(
        z.object({
          /** In the wording for students where there is one. */
          wording: z.string(),
          right: z.number(),
          answers: z.int(),
          label: z.enum(masteryLabels),
          /** Further right answers that would make it secure; null: more than a dozen. */
          toSecure: z.int().nullable(),
        }),
      ),
    }),
  ),
  /** Quizzes handed in whose results are not shown yet. */
  waiting: z.int(),
});
export type OwnProgress = z.infer<typeof OwnProgress>;

export const showOwnProgress = endpoint({
  method: "get",
  path: "/student/progress",
  access: "student",
  summary: "The student's own topics and standards, from results that the student may see.",
  result: OwnProgress,
});
