/** The list of quizzes. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Moment } from "./wire.ts";

export const QuizRow = z.object({
  id: Id,
  number: z.int(),
  name: z.string(),
  classId: Id,
  className: z.string(),
  questions: z.int(),
  createdAt: Moment,
  releasedAt: Moment.nullable(),
  releaseId: Id.nullable(),
});

export type QuizRow = z.infer<typeof QuizRow>;

export const listQuizzes = endpoint({
  method: "get",
  path: "/quizzes",
  access: "member",
  summary:
    "The department's quizzes, the newest first, page by page; those for a class, or that hold an item, in a place or in what is drawn from.",
  query: z.object({
    itemId: Id.optional(),
    classId: Id.optional(),
    /** The number of the last quiz of the page before. */
    after: z.coerce.number().int().positive().optional(),
  }),
  result: z.object({
    quizzes: z.array(QuizRow),
    /** On all pages. */
    total: z.int(),
    /** What to send as `after` for the next page; null: this is the last one. */
    next: z.int().nullable(),
  }),
});
