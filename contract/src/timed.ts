/** Timed practice: how many right in a minute, go by go, and which facts take longest. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Moment } from "./wire.ts";

const TimedGo = z.object({
  ordinal: z.int(),
  handedInAt: Moment,
  right: z.number(),
  reached: z.int(),
  questions: z.int(),
  /** Right in a minute of thinking; null: too short to say. */
  perMinute: z.number().nullable(),
});
export type TimedGo = z.infer<typeof TimedGo>;

/** What a student sees of their own. */
export const OwnTimed = z.object({
  /** All goes that are handed in, in their order; the one that is shown is among them. */
  goes: z.array(TimedGo),
  /** Of the go that is shown: what took much longer than the rest, by its place. */
  slowest: z.array(z.object({ position: z.int(), seconds: z.number() })),
});

export const Timed = z.object({
  /** Who has handed in a go, in the order of their names. */
  students: z.array(z.object({ studentId: Id, name: z.string(), goes: z.array(TimedGo) })),
  /** What took much longer than the rest, over all goes: mean time, and how many had it right. */
  slowest: z.array(
    z.object({ itemId: Id, stem: z.string(), seconds: z.number(), right: z.number(), reached: z.int() }),
  ),
});
export type Timed = z.infer<typeof Timed>;

export const showTimed = endpoint({
  method: "get",
  path: "/releases/:releaseId/timed",
  access: "member",
  summary: "Of timed practice: right answers in a minute for each go of each student, and the facts that took longest.",
  params: z.object({ releaseId: Id }),
  result: Timed,
});

export const timedEndpoints = { showTimed };
