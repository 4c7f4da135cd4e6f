/**
 * The school's class lists (OneRoster 1.2): read from a file or from the school's own system, compared with the department's
 * classes, and taken as far as somebody says so; the marks of a class sent back to that system.
 */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, limits, LocalDate, Moment } from "./wire.ts";

export const errandStates = ["waiting", "running", "ready", "done", "failed", "dropped"] as const;

/** What can be said of lists that were read, with the terms of each; pages have the words. */
export const listNoteTerms = {
  rowIncomplete: ["file", "row", "column"],
  rowUnknown: ["file", "row", "column", "value"],
  rowTwice: ["file", "row", "value"],
  rowTooLong: ["file", "row"],
  rowsRemoved: ["file", "count"],
  columnsExtra: ["file", "columns"],
  accountsOff: ["count"],
  enrolmentsOver: ["count"],
  otherRoles: ["count", "roles"],
  preferredNames: ["count"],
  passwordsNotRead: [],
  moreRows: ["count"],
} as const;
export type ListNoteCode = keyof typeof listNoteTerms;
export const listNoteCodes = Object.keys(listNoteTerms) as [ListNoteCode, ...ListNoteCode[]];
const Terms = z.record(z.string(), z.union([z.string(), z.number()]));
export const ListNote = z.object({ code: z.enum(listNoteCodes), terms: Terms });
export type ListNote = z.infer<typeof ListNote>;

const count = z.int().nonnegative();
/** What was changed when lists were taken. */
export const Taken = z.object({
  classes: count,
  classesMade: count,
  coursesMade: count,
  studentsMade: count,
  joined: count,
  recognised: count,
  renamed: count,
  left: count,
  teachers: count,
});
export type Taken = z.infer<typeof Taken>;

/** What became of marks that were sent: of what the school's system has of this class, lines and results alike. */
export const Sent = z.object({
  sent: count,
  unchanged: count,
  /** What the system refused, with the status it answered; the first few by name. */
  refused: z.array(z.object({ what: z.string(), status: z.int() })),
  refusedCount: count,
  /** Students whom the lists do not know. */
  unknown: z.array(z.string()),
});
export type Sent = z.infer<typeof Sent>;

/** Something that is done with class lists: lists that were read, or marks that are sent. */
export const Errand = z.object({
  id: Id,
  kind: z.enum(["file", "fetch", "send"]),
  /** `ready`: read, and nobody has said yet what of it is taken. */
  state: z.enum(errandStates),
  /** The file, the system, or the class whose marks are sent. */
  name: z.string(),
  share: z.number(),
  askedBy: z.string(),
  askedAt: Moment,
  finishedAt: Moment.nullable(),
  problem: z.object({ code: z.string(), terms: Terms }).nullable(),
  taken: Taken.nullable(),
  sent: Sent.nullable(),
});
export type Errand = z.infer<typeof Errand>;

const Connection = z.object({ service: z.string(), clientId: z.string(), setBy: z.string(), setAt: Moment });

export const showClassLists = endpoint({
  method: "get",
  path: "/class-lists",
  access: "lead",
  summary: "The connection to the school's system, what was read and sent, and which classes the lists know.",
  result: z.object({
    /** Systems that whoever runs this installation lets it speak with. */
    services: z.array(z.string()),
    connection: Connection.nullable(),
    errands: z.array(Errand),
    classes: z.array(z.object({ classId: Id, name: z.string(), isListed: z.boolean(), sentAt: Moment.nullable() })),
  }),
});
export type ClassListsView = z.infer<typeof showClassLists.result>;

export const connectSchoolSystem = endpoint({
  method: "put",
  path: "/class-lists/connection",
  access: "lead",
  summary: "Sets by what name and secret the department speaks with the school's system.",
  body: z.object({
    service: z.string().min(1).max(500),
    clientId: z.string().trim().min(1, "nameMissing").max(limits.name),
    clientSecret: z.string().min(1, "secretMissing").max(500),
  }),
  result: Done,
});

export const disconnectSchoolSystem = endpoint({
  method: "delete",
  path: "/class-lists/connection",
  access: "lead",
  summary: "Forgets name and secret; classes and students stay.",
  result: Done,
});

export const fetchClassLists = endpoint({
  method: "post",
  path: "/class-lists/fetch",
  access: "lead",
  summary: "Begins to read the class lists of the school's system. Nothing is taken yet.",
  result: Errand,
});

/** What becomes of a class of the lists: left out, one of ours, or made, in this course or (null) one named as the list says. */
export const Taking = z.discriminatedUnion("as", [
  z.object({ as: z.literal("leftOut") }),
  z.object({ as: z.literal("ours"), classId: Id }),
  z.object({ as: z.literal("new"), courseId: Id.nullable() }),
]);
export type Taking = z.infer<typeof Taking>;

const SourcedId = z.string().min(1).max(300);
const Chosen = z.array(z.object({ sourcedId: SourcedId, taking: Taking })).max(5000);

const Same = z.array(z.object({ sourcedId: SourcedId, studentId: Id })).max(5000);
const Joining = z.object({ sourcedId: SourcedId, name: z.string(), isNew: z.boolean(), from: z.string().nullable() });
const Leaving = z.object({ studentId: Id, name: z.string(), to: z.string().nullable(), isOwn: z.boolean() });
export const ListedClassView = z.object({
  sourcedId: SourcedId,
  name: z.string(),
  course: z.string(),
  year: z.string().nullable(),
  students: count,
  teachers: z.array(z.string()),
  taking: Taking,
  /** Null where it is left out. */
  change: z
    .object({
      joining: z.array(Joining),
      recognised: count,
      /** Who is who, as it was said. */
      same: z.array(z.object({ sourcedId: SourcedId, name: z.string(), before: z.string() })),
      renamed: z.array(z.object({ name: z.string(), before: z.string() })),
      leaving: z.array(Leaving),
      unsure: z.array(z.object({ sourcedId: SourcedId, name: z.string() })),
      /** Of the class, and nobody in the list is known to be them. */
      unclaimed: z.array(z.object({ studentId: Id, name: z.string() })),
      teachersJoining: z.array(z.string()),
      teachersUnknown: z.array(z.string()),
    })
    .nullable(),
});
export type ListedClassView = z.infer<typeof ListedClassView>;

export const Comparison = z.object({
  /** Of what was compared; what is taken must still be the same. */
  seen: z.string(),
  classes: z.array(ListedClassView),
  ours: z.array(z.object({ classId: Id, name: z.string() })),
  courses: z.array(z.object({ courseId: Id, name: z.string() })),
  /** School years that are not here yet, with what their terms leave free. */
  years: z.array(
    z.object({
      name: z.string(),
      from: LocalDate,
      to: LocalDate,
      holidays: z.array(z.object({ from: LocalDate, to: LocalDate })),
    }),
  ),
  notes: z.array(ListNote),
});
export type Comparison = z.infer<typeof Comparison>;

export const compareClassLists = endpoint({
  method: "post",
  path: "/class-lists/:errandId/compare",
  access: "lead",
  changesNothing: true,
  summary: "What taking these lists would change; without a choice for a class, what is usual for it.",
  params: z.object({ errandId: Id }),
  /** `same`: students of the lists who are students of ours, as somebody says. */
  body: z.object({ chosen: Chosen, same: Same }),
  result: Comparison,
});

export const takeClassLists = endpoint({
  method: "post",
  path: "/class-lists/:errandId/take",
  access: "lead",
  summary: "Takes the lists as they were compared; of those who are no longer listed only the students named leave.",
  params: z.object({ errandId: Id }),
  body: z.object({
    seen: z.string().max(100),
    chosen: Chosen,
    same: Same,
    leaving: z.array(z.object({ sourcedId: SourcedId, studentIds: z.array(Id).max(2000) })).max(5000),
  }),
  result: Errand,
});

export const dropClassLists = endpoint({
  method: "delete",
  path: "/class-lists/:errandId",
  access: "lead",
  summary: "Puts lists away that were read, or stops reading or sending. What was taken or sent stays.",
  params: z.object({ errandId: Id }),
  result: Done,
});

export const sendMarks = endpoint({
  method: "post",
  path: "/class-lists/marks/:classId",
  access: "lead",
  summary: "Begins to send the marks of a class to the school's system: what it does not have yet, or has otherwise.",
  params: z.object({ classId: Id }),
  result: Errand,
});

export const classListsEndpoints = {
  showClassLists,
  connectSchoolSystem,
  disconnectSchoolSystem,
  fetchClassLists,
  compareClassLists,
  takeClassLists,
  dropClassLists,
  sendMarks,
};

/** Where a file of class lists goes, as bytes. */
export const classListsFile = "/class-lists/file";
