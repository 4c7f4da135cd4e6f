/** The notice of a release: its rules, as students are told them beforehand, and who has opened them. */
import { countings, openFrom, opennessLevels } from "@verdant/core/delivery/rules";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, Moment } from "./wire.ts";

/** What a student may be told of the rules, before and during a sitting. */
export const Notice = z.object({
  questions: z.int(),
  minutes: z.int(),
  points: z.number(),
  /** What it counts, where that is not its points. */
  outOf: z.int().nullable(),
  /** Some question takes points off for a wrong choice. */
  takesOff: z.boolean(),
  goes: z.int().nullable(),
  waitHours: z.int(),
  counts: z.enum(countings),
  /** With this student's extra time. */
  timeLimitMinutes: z.int().nullable(),
  /** Many short questions against the clock. */
  isTimed: z.boolean(),
  openness: z.enum(opennessLevels),
  openFrom: z.enum(openFrom),
  /** Each answer can be looked at before going on. */
  looksAtEach: z.boolean(),
  /** What a second answer then counts, in percent; null: there is none. */
  second: z.int().nullable(),
  paging: z.enum(["all", "one", "forwardOnly"]),
  shutsAt: Moment.nullable(),
  /** Percent from which there is no other go. */
  stopAt: z.int().nullable(),
  /** What must have been reached elsewhere before it opens. */
  gate: z.object({ name: z.string(), percent: z.int(), by: z.enum(["mark", "best"]) }).nullable(),
  /** What is asked for before a go, from which go on. */
  before: z.object({ fromGo: z.int(), goAhead: z.boolean(), reflects: z.boolean() }).nullable(),
});
export type Notice = z.infer<typeof Notice>;

const params = z.object({ releaseId: Id });

export const showNotice = endpoint({
  method: "get",
  path: "/releases/:releaseId/notice",
  access: "member",
  summary: "The rules of a release as students are told them, and who of them has opened them.",
  params,
  result: z.object({
    notice: Notice,
    /** In the order of their names; null: not opened yet. */
    readers: z.array(z.object({ studentId: Id, name: z.string(), className: z.string(), openedAt: Moment.nullable() })),
  }),
});

export const openNotice = endpoint({
  method: "post",
  path: "/student/releases/:releaseId/notice",
  access: "student",
  summary: "Says that a student has opened the rules of a release; the first time is kept.",
  params,
  result: Done,
});

export const noticeEndpoints = { showNotice, openNotice };
