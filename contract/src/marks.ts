/** The mark table of a class: students by quizzes, what counts by the rule of each, weights, and who is excused. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Moment } from "./wire.ts";

export const markStates = ["notGiven", "open", "running", "absent", "excused", "marked"] as const;

const Cell = z.object({
  releaseId: Id,
  /** `open`: not begun, and it can still be; `absent`: not begun, and it is closed. */
  state: z.enum(markStates),
  /** What counts, in points, and out of how many; of `marked`. */
  points: z.number().nullable(),
  outOf: z.number().nullable(),
  /** Points that wait for somebody's mark; they are in neither. */
  waitingPoints: z.number(),
  /** When the last go was handed in. */
  handedInAt: Moment.nullable(),
  /** Why the student is excused. */
  reason: z.string().nullable(),
});
export type MarkCell = z.infer<typeof Cell>;

export const MarkTable = z.object({
  classId: Id,
  className: z.string(),
  departmentId: Id,
  /** By which the school's class lists know the class and the school; null: not at all. */
  classExternalId: z.string().nullable(),
  schoolExternalId: z.string().nullable(),
  /** The line kept for the course, or else for the department: the share that counts as secure. */
  line: z.number(),
  /** Today, where the class is. */
  today: z.string(),
  /** The newest quizzes of the class, the oldest of them first. */
  releases: z.array(
    z.object({
      id: Id,
      name: z.string(),
      opensAt: Moment,
      shutsAt: Moment.nullable(),
      counts: z.enum(["first", "last", "best", "mean"]),
      /** 0: it does not count. */
      weight: z.number(),
      /** What it weighs until somebody says otherwise. */
      usualWeight: z.number(),
    }),
  ),
  /** Older ones that are not in the table. */
  more: z.int(),
  students: z.array(
    z.object({
      studentId: Id,
      name: z.string(),
      externalId: z.string().nullable(),
      cells: z.array(Cell),
      /** Mean by weight, 0 to 1; null: nothing counts yet. */
      share: z.number().nullable(),
      /** Of how many quizzes. */
      counted: z.int(),
    }),
  ),
});
export type MarkTable = z.infer<typeof MarkTable>;

const ofClass = z.object({ classId: Id });
const ofQuiz = z.object({ classId: Id, releaseId: Id });
const Students = z.array(Id).min(1).max(500);

export const showMarks = endpoint({
  method: "get",
  path: "/classes/:classId/marks",
  access: "member",
  summary: "The marks of a class.",
  params: ofClass,
  result: MarkTable,
});

export const setMarkWeight = endpoint({
  method: "put",
  path: "/classes/:classId/marks/:releaseId/weight",
  access: "member",
  summary: "Says how much a quiz weighs in the marks of a class; without a number what is usual for its kind.",
  params: ofQuiz,
  body: z.object({ weight: z.number().min(0).max(100).nullable() }),
  result: MarkTable,
});

export const excuse = endpoint({
  method: "post",
  path: "/classes/:classId/marks/:releaseId/excuse",
  access: "member",
  summary: "Excuses students from a quiz: it does not count for them, whether they took it or not.",
  params: ofQuiz,
  body: z.object({ studentIds: Students, reason: z.string().trim().max(300) }),
  result: MarkTable,
});

export const excuseNoLonger = endpoint({
  method: "post",
  path: "/classes/:classId/marks/:releaseId/excuse-no-longer",
  access: "member",
  summary: "Takes back that students are excused.",
  params: ofQuiz,
  body: z.object({ studentIds: Students }),
  result: MarkTable,
});

export const marksEndpoints = { showMarks, setMarkWeight, excuse, excuseNoLonger };
