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

export const planEndpoints = { listDue };
