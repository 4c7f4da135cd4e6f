/** Quizzes: composed from what is due, put in a woven order, changed by hand. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { KindName, StudentView } from "./items/kinds.ts";
import { Id, limits, Moment, Name, Strand } from "./wire.ts";

export const Place = z.object({
  id: Id,
  itemId: Id,
  number: z.int(),
  kind: KindName,
  stem: z.string(),
  view: StudentView,
  topic: z.string(),
  strand: Strand,
  points: z.number(),
  expectedSeconds: z.int(),
  /** Last day this class met the item; null: never. */
  lastOn: z.iso.date().nullable(),
  /** True when the item has a newer approved revision than the quiz was built with. */
  changed: z.boolean(),
});
export type Place = z.infer<typeof Place>;

/** Something a teacher should look at before releasing. */
export const Check = z.object({
  code: z.enum(["fewerThanAsked", "sameTopicNeighbours", "sameFamily", "itemChanged", "itemNotUsable"]),
  text: z.string(),
});

export const Quiz = z.object({
  id: Id,
  number: z.int(),
  name: z.string(),
  version: z.int(),
  classId: Id,
  className: z.string(),
  students: z.int(),
  asked: z.int(),
  places: z.array(Place),
  /** 1 = as woven as can be, 0 = sorted by unit; null when there is nothing to weave. */
  woven: z.number().nullable(),
  /** The relative gap of the last composition: no other quiz of the bank is better by more; null once changed by hand. */
  gap: z.number().nullable(),
  /** Points the class should score, as a band. */
  expected: z.object({ low: z.number(), high: z.number(), outOf: z.number() }),
  checks: z.array(Check),
  releases: z.array(z.object({ id: Id, releasedAt: Moment })),
});
export type Quiz = z.infer<typeof Quiz>;

export const composeQuiz = endpoint({
  method: "post",
  path: "/classes/:classId/quizzes",
  access: "member",
  summary: "Composes a review from what is due in a class, best items first, in a woven order.",
  params: z.object({ classId: Id }),
  body: z.object({
    count: z
      .int()
      .min(1, "Ask for at least one question.")
      .max(limits.quizItems, `At most ${limits.quizItems} questions.`),
  }),
  result: Quiz,
});

export const recomposeQuiz = endpoint({
  method: "post",
  path: "/quizzes/:quizId/composition",
  access: "member",
  summary: "Composes a quiz anew with another number of items, or only weaves it again.",
  params: z.object({ quizId: Id }),
  body: z.object({
    version: z.int(),
    count: z
      .int()
      .min(1, "Ask for at least one question.")
      .max(limits.quizItems, `At most ${limits.quizItems} questions.`),
  }),
  result: Quiz,
});

export const showQuiz = endpoint({
  method: "get",
  path: "/quizzes/:quizId",
  access: "member",
  summary: "A quiz with its items, order and checks.",
  params: z.object({ quizId: Id }),
  result: Quiz,
});

export const arrangeQuiz = endpoint({
  method: "put",
  path: "/quizzes/:quizId/items",
  access: "member",
  summary:
    "Sets the items of a quiz and their order: items left out are taken out, new ones are put in. A stale version is refused.",
  params: z.object({ quizId: Id }),
  body: z.object({
    version: z.int(),
    itemIds: z.array(Id).max(limits.quizItems, `At most ${limits.quizItems} questions.`),
  }),
  result: Quiz,
});

export const renameQuiz = endpoint({
  method: "patch",
  path: "/quizzes/:quizId",
  access: "member",
  summary: "Gives a quiz another name.",
  params: z.object({ quizId: Id }),
  body: z.object({ version: z.int(), name: Name }),
  result: Quiz,
});

export const QuizRow = z.object({
  id: Id,
  number: z.int(),
  name: z.string(),
  className: z.string(),
  questions: z.int(),
  createdAt: Moment,
  releasedAt: Moment.nullable(),
  releaseId: Id.nullable(),
});

export const listQuizzes = endpoint({
  method: "get",
  path: "/quizzes",
  access: "member",
  summary: "The department's quizzes, newest first.",
  result: z.object({ quizzes: z.array(QuizRow) }),
});

export const assemblyEndpoints = { composeQuiz, recomposeQuiz, showQuiz, arrangeQuiz, renameQuiz, listQuizzes };
