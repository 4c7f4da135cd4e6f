/** What is kept of one student: to be read, taken away as a file, and erased. For leads. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, limits, LocalDate, Moment, Name } from "./wire.ts";

/**
 * What the file does not hold: signed-in devices and entry cards let somebody in; what was drawn for a go that is not begun
 * stands with the go once it is; who is marking at this moment is about staff; reserved questions would be known.
 */
export const leftOutOfFile = ["devices", "cards", "drawn", "marking", "reservedQuestions"] as const;

const Kept = z.object({
  studentId: Id,
  name: z.string(),
  /** The name was taken off, and what was written by or about the student with it; null: not. */
  erasedOn: Moment.nullable(),
  classes: z.array(
    z.object({ id: Id, name: z.string(), year: z.string(), leftOn: LocalDate.nullable(), isIn: z.boolean() }),
  ),
});
export type Kept = z.infer<typeof Kept>;

export const listKeptStudents = endpoint({
  method: "get",
  path: "/kept-students",
  access: "lead",
  summary: "All students of whom anything is kept, of whatever year, by name; those too who left.",
  query: z.object({ text: z.string().trim().max(limits.name).default("") }),
  result: z.object({ students: z.array(Kept), isMore: z.boolean() }),
});

export const showKeptStudent = endpoint({
  method: "get",
  path: "/kept-students/:studentId",
  access: "lead",
  summary: "What is kept of one student, in numbers.",
  params: z.object({ studentId: Id }),
  result: Kept.extend({
    goes: z.int(),
    answers: z.int(),
    /** Texts that the student wrote: reasons, looking back, written answers. */
    ownWords: z.int(),
    /** What staff wrote about the student: notes, comments, reasons for excusing or taking out. */
    staffWords: z.int(),
  }),
});

export const exportStudent = endpoint({
  method: "get",
  path: "/kept-students/:studentId/file",
  access: "lead",
  summary: "All that is kept of one student, table by table, and each answer in words.",
  params: z.object({ studentId: Id }),
  result: z.object({
    format: z.literal("verdant-loop-student"),
    version: z.literal(1),
    at: Moment,
    student: Kept.extend({ externalId: z.string().nullable() }),
    /** Each answer as a person reads it; the text of a question that is reserved for tests is not given away. */
    answers: z.array(
      z.object({
        quiz: z.string(),
        go: z.int(),
        answeredAt: Moment.nullable(),
        itemNumber: z.int(),
        question: z.string().nullable(),
        answer: z.string().nullable(),
        credit: z.number().nullable(),
        reason: z.string().nullable(),
      }),
    ),
    /** What the department says of the student to compare groups by. */
    characteristics: z.array(z.object({ characteristic: z.string(), value: z.string() })),
    /** The rows as they are kept, by table. */
    tables: z.record(z.string(), z.array(z.record(z.string(), z.unknown()))),
    leftOut: z.array(z.enum(leftOutOfFile)),
  }),
});
export type StudentFile = z.infer<typeof exportStudent.result>;

export const eraseStudent = endpoint({
  method: "post",
  path: "/kept-students/:studentId/erase",
  access: "lead",
  summary:
    "Takes the name off a student who is in no class any more, and erases what was written by and about them. Marks and answers stay, without a name. It cannot be undone.",
  params: z.object({ studentId: Id }),
  /** As it stands, so that nobody erases another by mistake. */
  body: z.object({ name: Name }),
  result: Kept,
});

export const privacyEndpoints = { listKeptStudents, showKeptStudent, exportStudent, eraseStudent };
