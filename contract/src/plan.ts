/** The plan of a class: which topics are due, and why. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, LocalDate, Strand } from "./wire.ts";

export const Band = z.object({ low: z.int(), high: z.int() });

/** The last review in which a topic came back, and what it changed. */
export const LastReturn = z.object({
  releaseId: Id,
  name: z.string(),
  on: LocalDate,
  right: z.number(),
  answers: z.int(),
});

export const DueTopic = z.object({
  topicId: Id,
  name: z.string(),
  strand: Strand,
  standing: z.enum(["notTaught", "justTaught", "justSeen", "leftOut", "due", "fresh"]),
  /** About so many in ten would recall it today; null when not taught. */
  band: Band.nullable(),
  /** The same from the calendar alone. */
  calendarBand: Band.nullable(),
  need: z.number(),
  taughtOn: LocalDate.nullable(),
  lastOn: LocalDate.nullable(),
  dueOn: LocalDate.nullable(),
  neglected: z.boolean(),
  /** What the estimate rests on: the calendar, what the class forgets elsewhere besides, or answers to the topic. */
  basis: z.enum(["calendar", "class", "answers"]),
  /** Why it is due: recall has fallen, not seen for six weeks, not since it was taught, planned, or always. */
  why: z.enum(["recall", "longAgo", "notSince", "planned", "always"]).nullable(),
  /** A return somebody has planned: the next that is not held yet. */
  plannedOn: LocalDate.nullable(),
  importance: z.number(),
  /** Answers of this class that the estimate rests on. */
  answers: z.int(),
  /** Usable items of different families. */
  available: z.int(),
  lastReturn: LastReturn.nullable(),
});
export type DueTopic = z.infer<typeof DueTopic>;

export const DueList = z.object({
  classId: Id,
  className: z.string(),
  today: LocalDate,
  students: z.int(),
  examOn: LocalDate.nullable(),
  /** All answers of the class so far; below 30 the estimates rest on the calendar. */
  answers: z.int(),
  topics: z.array(DueTopic),
});
export type DueList = z.infer<typeof DueList>;

export const listDue = endpoint({
  method: "get",
  path: "/classes/:classId/due",
  access: "member",
  summary: "Every topic of a class's course: what is due today, most needed first, then the others.",
  params: z.object({ classId: Id }),
  result: DueList,
});

/** One comeback of a topic: held, planned by somebody, or suggested by the model. */
export const Return = z.object({
  topicId: Id,
  on: LocalDate,
  state: z.enum(["held", "planned", "suggested"]),
  /** Of one that was held. */
  releaseId: Id.nullable(),
  right: z.number(),
  answers: z.int(),
});

export const Plan = z.object({
  classId: Id,
  className: z.string(),
  today: LocalDate,
  examOn: LocalDate.nullable(),
  /** Mondays of the weeks shown, with whether the school is closed then. */
  weeks: z.array(z.object({ monday: LocalDate, isClosed: z.boolean() })),
  topics: z.array(
    z.object({
      topicId: Id,
      name: z.string(),
      strand: Strand,
      taughtOn: LocalDate.nullable(),
      /** Recall at the end of each week shown, from this week on; null before, and before it is taught. */
      forecast: z.array(z.number().nullable()),
    }),
  ),
  returns: z.array(Return),
  /** Mean recall over all taught topics, week by week to the exam or the end of the year. */
  /** Topics that have not been taught, and so are in no outlook. */
  untaught: z.array(z.string()),
  outlook: z.array(z.object({ on: LocalDate, planned: z.number(), nothing: z.number() })),
});
export type Plan = z.infer<typeof Plan>;

export const showPlan = endpoint({
  method: "get",
  path: "/classes/:classId/plan",
  access: "member",
  summary: "The return grid of a class: topics by week, past and planned returns, and the recall forecast.",
  params: z.object({ classId: Id }),
  result: Plan,
});

export const planReturn = endpoint({
  method: "post",
  path: "/classes/:classId/returns",
  access: "member",
  summary: "Plans a return of a topic on the class's first meeting day from a day on; without a day the next one.",
  params: z.object({ classId: Id }),
  body: z.object({ topicId: Id, from: LocalDate.nullable().default(null) }),
  result: Plan,
});

export const dropReturn = endpoint({
  method: "delete",
  path: "/classes/:classId/returns/:topicId/:on",
  access: "member",
  summary: "Takes a planned return back.",
  params: z.object({ classId: Id, topicId: Id, on: LocalDate }),
  result: Plan,
});

export const planEndpoints = { listDue, showPlan, planReturn, dropReturn };
