/** The department file: a department's structure and bank as readable JSON, in and out without loss. */
import { opinionForms } from "@verdant/core/items/opinion";
import { tolerances } from "@verdant/core/items/numeric";
import { scorings } from "@verdant/core/items/severalRightAnswers";
import { z } from "zod";
import { Which } from "./bulk.ts";
import { FieldProblem, Problem } from "./problem.ts";
import { Demand, ItemPoints, KeptFindings, Status, Tags, Use } from "./bank.ts";
import { endpoint } from "./endpoint.ts";
import { Imported, Undone } from "./imported.ts";
import { OtherUnits } from "./items/numeric.ts";
import { Shape } from "./items/pointOnImage.ts";
import { Image, RichText } from "./items/richText.ts";
import { LevelPoints } from "./items/written.ts";
import { Many } from "./many.ts";
import { FamilyName, GivenName, Id, limits, LocalDate, Moment, Name } from "./wire.ts";

/** Text in a file: plain words where they say everything, the tree where they do not. */
const FileText = z.union([z.string(), RichText]);
const Key = z.string().trim().min(1).max(80);

const FileStandard = z.strictObject({
  code: Key,
  guid: z.string().optional(),
  parent: Key.optional(),
  statement: z.string().min(1),
  studentWording: z.string().optional(),
});

const FileTopic = z.strictObject({
  key: Key,
  name: Name,
  parent: Key.optional(),
  letter: z.string().length(1).optional(),
  hue: z.int().min(0).max(9).optional(),
  note: z.string().optional(),
  standards: z.array(Key).default([]),
});

const FileOptions = z.array(
  z.strictObject({
    id: z.string().optional(),
    text: FileText,
    isKey: z.boolean().optional(),
    rationale: FileText.optional(),
    misconception: Key.optional(),
    staysPut: z.boolean().optional(),
  }),
);

const FileExpected = z
  .array(
    z.strictObject({
      id: z.string().optional(),
      text: z.string(),
      rationale: FileText.optional(),
      misconception: Key.optional(),
    }),
  )
  .default([]);

const everyKind = {
  stem: FileText,
  explanation: FileText.optional(),
  nextStep: FileText.optional(),
  nearly: FileText.optional(),
};

export const FileContent = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("oneRightAnswer"), ...everyKind, options: FileOptions }),
  z.strictObject({
    kind: z.literal("severalRightAnswers"),
    ...everyKind,
    scoring: z.enum(scorings).default("partial"),
    options: FileOptions,
  }),
  z.strictObject({ kind: z.literal("optionSet"), ...everyKind, setName: z.string(), options: FileOptions }),
  z.strictObject({
    kind: z.literal("shortText"),
    ...everyKind,
    accepted: z.array(z.strictObject({ id: z.string().optional(), text: z.string() })),
    caseMatters: z.boolean().default(false),
    allowsNearMiss: z.boolean().default(false),
    expectedWrong: FileExpected,
  }),
  z.strictObject({
    kind: z.literal("numeric"),
    ...everyKind,
    value: z.number().nullable(),
    tolerance: z
      .strictObject({ kind: z.enum(tolerances), amount: z.number() })
      .default({ kind: "absolute", amount: 0 }),
    unit: z.string().default(""),
    otherUnits: OtherUnits.optional(),
    expectedWrong: FileExpected,
  }),
  z.strictObject({
    kind: z.literal("match"),
    ...everyKind,
    scoring: z.enum(scorings).default("partial"),
    /** The right answer of each is named by its words. */
    pairs: z.array(
      z.strictObject({ id: z.string().optional(), left: FileText, right: z.string(), rationale: FileText.optional() }),
    ),
    /** Every answer to choose from. */
    rights: z.array(z.strictObject({ id: z.string().optional(), text: z.string() })),
  }),
  z.strictObject({
    kind: z.literal("order"),
    ...everyKind,
    scoring: z.enum(scorings).default("partial"),
    /** In the right order. */
    steps: z.array(z.strictObject({ id: z.string().optional(), text: FileText })),
    first: z.string().default(""),
    last: z.string().default(""),
  }),
  z.strictObject({
    kind: z.literal("fillGaps"),
    ...everyKind,
    scoring: z.enum(scorings).default("partial"),
    /** Gaps in square brackets: "[a; b]" is typed, "[a | b]" chosen, the right one first. */
    passage: z.string(),
    /** Ids of the gaps in their order. */
    gaps: z.array(z.strictObject({ id: z.string().optional() })).default([]),
    allowsNearMiss: z.boolean().default(false),
  }),
  z.strictObject({
    kind: z.literal("pointOnImage"),
    ...everyKind,
    image: Image.nullable(),
    /** Places in pixels of the picture. */
    regions: z.array(
      z.strictObject({
        id: z.string().optional(),
        label: z.string(),
        shape: Shape,
        isKey: z.boolean().optional(),
        rationale: FileText.optional(),
        misconception: Key.optional(),
      }),
    ),
    showsRegions: z.boolean().default(false),
  }),
  z.strictObject({
    kind: z.literal("keyOnly"),
    ...everyKind,
    letters: z.int().default(4),
    /** The right letter. */
    key: z
      .string()
      .regex(/^[A-H]$/)
      .nullable(),
  }),
  z.strictObject({
    kind: z.literal("written"),
    ...everyKind,
    lines: z.int().default(5),
    criteria: z.array(
      z.strictObject({
        id: z.string().optional(),
        name: z.string(),
        levels: z.array(
          z.strictObject({ id: z.string().optional(), points: LevelPoints, text: z.string().default("") }),
        ),
      }),
    ),
    showsCriteria: z.boolean().default(true),
    modelAnswer: FileText.optional(),
  }),
  z.strictObject({
    kind: z.literal("opinion"),
    ...everyKind,
    form: z.enum(opinionForms),
    choices: z.array(z.strictObject({ id: z.string().optional(), text: FileText })).default([]),
    steps: z.int().default(5),
    low: z.string().default(""),
    high: z.string().default(""),
  }),
]);
export type FileContent = z.infer<typeof FileContent>;

export const FileItem = z.strictObject({
  key: Key,
  label: z.string().optional(),
  topic: Key.optional(),
  standards: z.array(Key).default([]),
  demand: Demand,
  use: Use,
  status: Status,
  expectedSeconds: z.int(),
  writerDifficulty: z.int(),
  keptFindings: KeptFindings.default([]),
  tags: Tags.default([]),
  points: ItemPoints.default(1),
  language: z.string(),
  /** Items that name the same family are variants of one another. */
  family: Key.optional(),
  /** The shared text, map or chart it hangs on, by its key. */
  stimulus: Key.optional(),
  /** Of a reserved item: the practice item that explains it after a sitting. */
  twin: Key.optional(),
  /** Who made it and under which licence, where it came from somebody else. */
  author: z.string().max(limits.name).optional(),
  licence: z.string().max(limits.name).optional(),
  content: FileContent,
});
export type FileItem = z.infer<typeof FileItem>;

const FileCourse = z.strictObject({
  key: Key,
  name: Name,
  units: z.array(
    z.strictObject({ name: Name, letter: z.string().length(1), hue: z.int().min(0).max(9), topics: z.array(Key) }),
  ),
});

const FileClass = z.strictObject({
  name: Name,
  course: Key,
  rehearsal: z.boolean().default(false),
  meetingDays: z.array(z.int().min(1).max(7)).default([]),
  examOn: LocalDate.optional(),
  units: z.array(z.strictObject({ letter: z.string().length(1), from: LocalDate, to: LocalDate })),
  taught: z.array(z.strictObject({ topic: Key, on: LocalDate })).default([]),
  students: z.array(
    z.strictObject({
      givenName: GivenName,
      familyName: FamilyName,
      entryCard: z.string().optional(),
      extraTimePercent: z.int().optional(),
    }),
  ),
});

export const FileMedia = z.strictObject({
  hash: z.string(),
  mime: z.string(),
  width: z.int().nullable(),
  height: z.int().nullable(),
  name: z.string().max(limits.alt).default(""),
  description: z.string().max(limits.alt).default(""),
  credit: z.string().max(limits.alt).default(""),
  base64: z.base64(),
});
export type FileMedia = z.infer<typeof FileMedia>;

export const DepartmentFile = z.strictObject({
  format: z.literal("verdant-loop-department"),
  formatVersion: z.literal(1),
  framework: z.strictObject({ guid: z.string(), title: Name, standards: z.array(FileStandard) }).optional(),
  topics: z.array(FileTopic).default([]),
  misconceptions: z.array(z.strictObject({ key: Key, name: Name })).default([]),
  courses: z.array(FileCourse).default([]),
  schoolYear: z
    .strictObject({
      name: Name,
      startsOn: LocalDate,
      endsOn: LocalDate,
      closed: z.array(z.strictObject({ from: LocalDate, to: LocalDate, label: Name })).default([]),
    })
    .optional(),
  classes: z.array(FileClass).default([]),
  /** Shared texts, maps and charts. One of a title that is there already is revised where it differs. */
  stimuli: z.array(z.strictObject({ key: Key, title: Name, text: FileText })).default([]),
  items: z.array(FileItem).default([]),
  /** The pictures and recordings that items and stimuli show, by the hash of their bytes. */
  media: z.array(FileMedia).default([]),
  /** Patterns and lists, with the items they made, by key. */
  many: z
    .array(
      z.strictObject({
        name: Name,
        topic: Key.optional(),
        body: Many,
        items: z.array(z.strictObject({ item: Key, row: z.string() })).default([]),
      }),
    )
    .default([]),
});
export type DepartmentFile = z.infer<typeof DepartmentFile>;

export { Imported, Undone };

/**
 * "department": our own file, with everything it says; "package": items as QTI, for other programs too, and
 * "olderPackage" for those that read only its version 2.2; "table" and "workbook": a row for each item, as CSV or for a
 * spreadsheet. "text" and "word": questions with their key to read, print and
 * paste. "archive" and "archiveWithoutPeople": all that the department has, only out; whoever runs an installation restores it.
 */
export const fileFormats = [
  "department",
  "package",
  "olderPackage",
  "table",
  "workbook",
  "text",
  "word",
  "archive",
  "archiveWithoutPeople",
] as const;

/** Of these a file may hold some items only; the others hold the whole department. */
export const itemFormats: readonly (typeof fileFormats)[number][] = [
  ...(["package", "olderPackage", "table", "workbook", "text", "word"] as const),
];
export const isPackage = (format: (typeof fileFormats)[number]): format is "package" | "olderPackage" =>
  format === "package" || format === "olderPackage";

/** "read": an import that has been looked at and waits for a yes. */
export const transferStates = ["receiving", "waiting", "running", "read", "done", "failed", "cancelled"] as const;

/** A file on its way in or out: it is worked on in the background, and stays for a week. */
export const Transfer = z.object({
  id: Id,
  kind: z.enum(["import", "export"]),
  format: z.enum(fileFormats),
  state: z.enum(transferStates),
  /** Of the file. */
  name: z.string(),
  bytes: z.int(),
  /** How much of an import is read, in [0, 1]; 1 while what was read is written. */
  share: z.number().min(0).max(1),
  askedBy: z.string(),
  askedAt: Moment,
  finishedAt: Moment.nullable(),
  /** Of an import that is done; of one that waits for a yes, what it would do. */
  imported: Imported.nullable(),
  /** It has brought or changed items, and nobody has undone it. */
  canUndo: z.boolean(),
  undone: Undone.nullable(),
  /** Why it failed; nothing was changed then. */
  problem: Problem.pick({ code: true, terms: true })
    .extend({ errors: z.array(FieldProblem) })
    .nullable(),
});
export type Transfer = z.infer<typeof Transfer>;

/**
 * A file comes in as the body of a request, whatever its type, named by `?name=`, and is answered with a
 * {@link Transfer}; with `?look=first` it is read, and imported only after a yes. The file of an export which is done is
 * shown as a download.
 */
export const exchangePaths = { bring: "/department/imports", file: "/department/transfers/:transferId/file" } as const;

export const listTransfers = endpoint({
  method: "get",
  path: "/department/transfers",
  access: "lead",
  summary: "Imports and exports of the last week, the newest first.",
  result: z.object({ transfers: z.array(Transfer) }),
});

export const startExport = endpoint({
  method: "post",
  path: "/department/exports",
  access: "lead",
  summary:
    "Begins to write a file: the department's structure and bank as a department file, its items as a package of QTI 3.0 or 2.2 or as a table, or all that it has as an archive.",
  body: z
    .object({
      format: z.enum(fileFormats).default("department"),
      /** Only these items; absent: all. */
      which: Which.optional(),
      /** This quiz, with its items: as a package. */
      quizId: Id.optional(),
    })
    .refine(({ format, which }) => which === undefined || itemFormats.includes(format), "formatHoldsAll")
    .refine(({ format, which, quizId }) => quizId === undefined || (isPackage(format) && which === undefined), {
      error: "quizAsPackage",
    }),
  result: Transfer,
});

export const cancelTransfer = endpoint({
  method: "post",
  path: "/department/transfers/:transferId/cancel",
  access: "lead",
  summary: "Stops what is not done yet. Nothing of it stays.",
  params: z.object({ transferId: Id }),
  result: Transfer,
});

export const undoImport = endpoint({
  method: "post",
  path: "/department/transfers/:transferId/undo",
  access: "lead",
  summary:
    "Takes the items that an import brought out of the bank again, and gives those that it changed back what they said; what was changed or used since stays, and so do topics, standards, courses, classes and students.",
  params: z.object({ transferId: Id }),
  result: Transfer,
});

export const exchangeEndpoints = { listTransfers, startExport, cancelTransfer, undoImport };
