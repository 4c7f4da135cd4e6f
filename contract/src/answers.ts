/** Every answer of a release, student by student, in words: for a workbook, or to be read beside the question. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Use } from "./bank.ts";
import { Id } from "./wire.ts";

/** "noMark": nobody marks it, it is an opinion. */
export const answerStates = ["marked", "waiting", "notReached", "noMark"] as const;

export const listAnswersOfRelease = endpoint({
  method: "get",
  path: "/results/:releaseId/answers",
  access: "member",
  summary:
    "Every question that students of a class were given in a release, with what they answered and what it earned.",
  params: z.object({ releaseId: Id }),
  query: z.object({ classId: Id.optional(), go: z.enum(["first", "last", "all"]).default("first") }),
  result: z.object({
    releaseId: Id,
    classId: Id,
    answers: z.array(
      z.object({
        studentId: Id,
        name: z.string(),
        go: z.int(),
        /** Of the question among the items of the results. */
        position: z.int(),
        itemNumber: z.int(),
        question: z.string(),
        use: Use,
        /** In words; null: left blank. */
        answer: z.string().nullable(),
        state: z.enum(answerStates),
        /** In [0, 1]; null unless it is marked. */
        credit: z.number().nullable(),
        seconds: z.number(),
        reason: z.string().nullable(),
      }),
    ),
  }),
});
export type AnswerRow = z.infer<typeof listAnswersOfRelease.result>["answers"][number];

export const answersEndpoints = { listAnswersOfRelease };
