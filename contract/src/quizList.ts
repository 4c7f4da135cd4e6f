/** The list of quizzes. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Moment, Strand } from "./wire.ts";

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
  /** What is in it, question by question, in order; the first few. */
  strands: z.array(Strand),
});

export type QuizRow = z.infer<typeof QuizRow>;

export const quizStates = ["waiting", "released"] as const;
export type QuizState = (typeof quizStates)[number];

export const listQuizzes = endpoint({
  method: "get",
  path: "/quizzes",
  access: "member",
  summary:
    "The department's quizzes, the newest or the oldest first, page by page; those for a class, or that hold an item, in a place or in what is drawn from.",
  query: z.object({
    itemId: Id.optional(),
    classId: Id.optional(),
    state: z.enum(quizStates).optional(),
    /** Words in the name, or the number. */
    text: z.string().trim().max(120).optional(),
    order: z.enum(["newest", "oldest"]).default("newest"),
    /** The number of the last quiz of the page before. */
    after: z.coerce.number().int().positive().optional(),
  }),
  result: z.object({
    quizzes: z.array(QuizRow),
    /** On all pages. */
    total: z.int(),
    /** How many there would be in each state. */
    states: z.record(z.enum(quizStates), z.int()),
    /** What to send as `after` for the next page; null: this is the last one. */
    next: z.int().nullable(),
  }),
});
