/** What opens a go: gates, reflections, a teacher's go-ahead, and an opening word said in the room. */
import type { BeforeGo as BeforeGoType, Gate as GateType } from "@verdant/core/delivery/rules";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, Moment } from "./wire.ts";

export const ReflectionQuestion = z.strictObject({
  id: z.string().min(1).max(40),
  text: z.string().trim().min(1).max(200),
  choices: z.array(z.string().trim().min(1).max(80)).min(2).max(6).readonly().nullable(),
});

export const ReflectionQuestions = z.array(ReflectionQuestion).min(1).max(6).readonly();

export const BeforeGo = z.strictObject({
  fromGo: z.union([z.literal(1), z.literal(2)]),
  goAhead: z.boolean(),
  reflection: ReflectionQuestions.nullable(),
}) satisfies z.ZodType<BeforeGoType>;

export const Gate = z.strictObject({
  releaseId: Id,
  percent: z.int().min(1).max(100),
  by: z.enum(["mark", "best"]),
}) satisfies z.ZodType<GateType>;

/** What keeps a student from beginning; all that can be seen to stand together. */
export const Missing = z.discriminatedUnion("code", [
  z.object({ code: z.literal("notOpenYet"), from: Moment }),
  z.object({ code: z.literal("quizClosed") }),
  z.object({ code: z.literal("noMoreGoes"), count: z.int() }),
  z.object({ code: z.literal("lineReached"), percent: z.int() }),
  z.object({ code: z.literal("gateShut"), percent: z.int(), reached: z.int().nullable(), name: z.string() }),
  z.object({ code: z.literal("stepsMissing"), steps: z.array(z.string()) }),
  z.object({ code: z.literal("waitBeforeGo"), until: Moment }),
  z.object({ code: z.literal("reflectionMissing") }),
  z.object({ code: z.literal("goAheadMissing") }),
]);
export type Missing = z.infer<typeof Missing>;

export const OpeningWord = z.object({ word: z.string(), until: Moment });

/** A question of a reflection and what was answered. */
export const Reflected = z.array(z.object({ text: z.string(), answer: z.string() }));

export const Waiting = z.object({
  /** Of a release that asks for something before a go: everybody who has no go under way, in the order of their names. */
  students: z.array(
    z.object({
      studentId: Id,
      name: z.string(),
      className: z.string(),
      /** The go that comes next. */
      ordinal: z.int(),
      missing: z.array(Missing),
      /** Whether the next go has the go-ahead; null: it needs none. */
      hasGoAhead: z.boolean().nullable(),
      /** When the last go was handed in. */
      since: Moment.nullable(),
      /** Points of the last go, as a share of 0 to 1. */
      lastShare: z.number().nullable(),
      /** What was written before the next go. */
      reflection: Reflected.nullable(),
    }),
  ),
  word: OpeningWord.nullable(),
});
export type Waiting = z.infer<typeof Waiting>;

const params = z.object({ releaseId: Id });
const Whom = z.object({ studentIds: z.array(Id).min(1).max(500) });

export const listWaiting = endpoint({
  method: "get",
  path: "/releases/:releaseId/waiting",
  access: "member",
  summary: "Who waits for what before their next go.",
  params,
  result: Waiting,
});

export const giveGoAheads = endpoint({
  method: "post",
  path: "/releases/:releaseId/go-aheads",
  access: "member",
  summary: "Lets students begin their next go, as far as nothing else is missing. Twice is the same as once.",
  params,
  body: Whom,
  result: Waiting,
});

export const takeBackGoAheads = endpoint({
  method: "post",
  path: "/releases/:releaseId/go-aheads/take-back",
  access: "member",
  summary: "Takes go-aheads back of goes that were not begun yet.",
  params,
  body: Whom,
  result: Waiting,
});

export const makeOpeningWord = endpoint({
  method: "post",
  path: "/releases/:releaseId/opening-word",
  access: "member",
  summary: "Makes a word to be said in the room: whoever types it within five minutes has the go-ahead for one go.",
  params,
  result: OpeningWord,
});

export const sayOpeningWord = endpoint({
  method: "post",
  path: "/student/releases/:releaseId/opening-word",
  access: "student",
  summary: "Gives the opening word, and with it gets the go-ahead for the next go.",
  params,
  body: z.object({ word: z.string().min(1).max(80) }),
  result: Done,
});

export const reflect = endpoint({
  method: "post",
  path: "/student/releases/:releaseId/reflection",
  access: "student",
  summary: "Answers the reflection before the next go; it may be written anew until the go begins.",
  params,
  body: z.object({ answers: z.record(z.string().max(40), z.string().trim().max(1000)) }),
  result: Done,
});

export const showReflectionForm = endpoint({
  method: "get",
  path: "/reflection-form",
  access: "member",
  summary: "The department's questions of a reflection, or those to begin with.",
  result: z.object({ questions: ReflectionQuestions }),
});

export const setReflectionForm = endpoint({
  method: "put",
  path: "/reflection-form",
  access: "member",
  summary: "Keeps the department's questions of a reflection. What has been released keeps its own.",
  body: z.object({ questions: ReflectionQuestions }),
  result: Done,
});

export const beforeGoEndpoints = {
  listWaiting,
  giveGoAheads,
  takeBackGoAheads,
  makeOpeningWord,
  sayOpeningWord,
  reflect,
  showReflectionForm,
  setReflectionForm,
};
