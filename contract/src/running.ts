/** What is changed while a release runs: its times, whom it is for, minutes for one student, a word to everybody. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Help } from "./live.ts";
import { Id, limits, Moment } from "./wire.ts";

/** What a teacher says, or (without words) that the times were changed. */
export const Message = z.object({ id: Id, text: z.string().nullable(), at: Moment });
export type Message = z.infer<typeof Message>;

/** The same as a teacher sees it: to whom. */
export const SaidMessage = Message.extend({
  /** Names of those to whom it was said; null: to everybody. */
  to: z.array(z.string()).nullable(),
});
export type SaidMessage = z.infer<typeof SaidMessage>;

export const Running = z.object({
  /** Who is in a go, in the order of their names. */
  students: z.array(
    z.object({
      studentId: Id,
      name: z.string(),
      startedAt: Moment,
      /** When it ends by itself; null: it does not. */
      deadlineAt: Moment.nullable(),
      minutesGiven: z.int(),
      answered: z.int(),
      questions: z.int(),
      /** Of the newest answer or question seen. */
      lastSeenAt: Moment.nullable(),
    }),
  ),
  messages: z.array(SaidMessage),
});
export type Running = z.infer<typeof Running>;

const params = z.object({ releaseId: Id });

export const showRunning = endpoint({
  method: "get",
  path: "/releases/:releaseId/running",
  access: "member",
  summary: "Who is in a release at this moment, and what has been said to them.",
  params,
  result: Running,
});

export const changeTimes = endpoint({
  method: "put",
  path: "/releases/:releaseId/times",
  access: "member",
  summary:
    "Gives a release new times, for all or for one, or to one more class, group or student. Whoever is in it gets the new end; what is handed in stays handed in.",
  params,
  body: z.object({
    targets: z
      .array(
        z.object({
          classId: Id,
          groupId: Id.nullable().default(null),
          studentId: Id.nullable().default(null),
          /** null: at once, or as it was where it has opened. */
          opensAt: Moment.nullable(),
          shutsAt: Moment.nullable(),
        }),
      )
      .min(1, "chooseTargets")
      .max(200),
  }),
  result: Running,
});

export const giveMinutes = endpoint({
  method: "post",
  path: "/releases/:releaseId/minutes",
  access: "member",
  summary: "Gives more minutes to students who are in a go with a time limit; never beyond the closing time.",
  params,
  body: z.object({ studentIds: z.array(Id).min(1).max(500), minutes: z.int().min(1).max(120) }),
  result: Running,
});

export const sayToStudents = endpoint({
  method: "post",
  path: "/releases/:releaseId/messages",
  access: "member",
  summary: "Says something to everybody who has this release, or to some of them; also in the middle of it.",
  params,
  body: z.object({
    text: z.string().trim().min(1).max(300),
    /** null: to everybody. */
    studentIds: z.array(Id).min(1).max(500).nullable().default(null),
  }),
  result: Running,
});

export const takeBackMessage = endpoint({
  method: "delete",
  path: "/releases/:releaseId/messages/:messageId",
  access: "member",
  summary: "Takes back what was said; who has read it has read it.",
  params: z.object({ releaseId: Id, messageId: Id }),
  result: Running,
});

export const showNews = endpoint({
  method: "get",
  path: "/sittings/:sittingId/news",
  access: "sitting",
  summary:
    "What may have changed during a sitting: its end, and what the teacher says. Says as well that the student is there.",
  params: z.object({ sittingId: Id }),
  /** The question that is before the student. */
  query: z.object({ at: z.coerce.number().int().min(1).max(limits.quizItems).optional() }),
  result: z.object({
    state: z.enum(["running", "handedIn", "closed", "voided"]),
    deadlineAt: Moment.nullable(),
    messages: z.array(Message),
    help: Help,
  }),
});

/** Goes of a release, and those that were taken out. */
export const Goes = z.object({
  goes: z.array(
    z.object({
      sittingId: Id,
      name: z.string(),
      ordinal: z.int(),
      isRunning: z.boolean(),
      handedInAt: Moment.nullable(),
      points: z.number().nullable(),
      outOf: z.number(),
    }),
  ),
  voided: z.array(
    z.object({
      sittingId: Id,
      name: z.string(),
      reason: z.string(),
      by: z.string(),
      at: Moment,
      /** Whether it can be brought back: the student has begun no other go since. */
      mayComeBack: z.boolean(),
    }),
  ),
});
export type Goes = z.infer<typeof Goes>;

const ofGo = z.object({ releaseId: Id, sittingId: Id });

export const listGoes = endpoint({
  method: "get",
  path: "/releases/:releaseId/goes",
  access: "member",
  summary: "The goes of a release, in the order of names, and those that were taken out.",
  params,
  result: Goes,
});

export const voidGo = endpoint({
  method: "post",
  path: "/releases/:releaseId/goes/:sittingId/void",
  access: "member",
  summary:
    "Takes a go out: it counts nowhere any more, and the student has it back. Its answers are kept; the student reads the reason.",
  params: ofGo,
  body: z.object({ reason: z.string().trim().min(1, "reasonMissing").max(300) }),
  result: Goes,
});

export const bringGoBack = endpoint({
  method: "post",
  path: "/releases/:releaseId/goes/:sittingId/bring-back",
  access: "member",
  summary: "Brings a go back that was taken out, as long as the student has begun no other since.",
  params: ofGo,
  result: Goes,
});

export const runningEndpoints = {
  listGoes,
  voidGo,
  bringGoBack,
  showRunning,
  changeTimes,
  giveMinutes,
  sayToStudents,
  takeBackMessage,
  showNews,
};
