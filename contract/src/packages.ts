/** What became of each part of a package of items, or of each row of a table, that came in, and what was kept of it as it came. */
import { orderRules } from "@verdant/core/assembly/layout";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Moment } from "./wire.ts";

/** Of a part of a package: it came in as it is, with what is noted, was kept as it came but cannot be used, or was refused. */
export const outcomes = ["imported", "importedWithNotes", "kept", "refused"] as const;
export type Outcome = (typeof outcomes)[number];

/** What can be said of a part, with the terms of each; pages have the words. */
export const noteTerms = {
  // Of a file as a whole
  bankMovedOn: [],
  likeOnlyFirst: ["count"],
  // Texts
  headingMadeBold: [],
  linkMadeText: ["address"],
  activeLeftOut: ["element"],
  formattingLeftOut: ["element"],
  mathsLeftOut: [],
  nestedListSpread: [],
  tableInCellSpread: [],
  pictureInCellLeftOut: ["picture"],
  cellsSpread: [],
  pictureLeftOut: ["file"],
  recordingLeftOut: ["file"],
  // Questions and answers
  scoringDiffers: ["answer", "here", "there", "points"],
  pointsAssumed: ["points"],
  pointsRounded: ["points", "rounded"],
  wordsOfOptionsPlain: ["words"],
  pairsMadeMatch: [],
  bankMadeGaps: [],
  ellipseMadePolygon: [],
  rubricMadeLevel: [],
  feedbackByAnswerLeftOut: ["identifier"],
  keyMissing: [],
  // Where it belongs
  topicUnknown: ["topics"],
  standardsUnknown: ["codes"],
  tagsLeftOut: ["tags"],
  cellCut: ["column", "kept"],
  // Why it was kept or refused
  interactionUnknown: ["element"],
  severalInteractions: [],
  interactionMissing: [],
  rulesUnknown: ["element"],
  answersUnlike: [],
  adaptive: [],
  templated: [],
  testKept: [],
  testItemsMissing: ["count"],
  testItemTwice: ["count"],
  testRulesLeftOut: ["elements"],
  testSelectionAll: ["count"],
  testSectionsJoined: ["count"],
  notAnItem: ["element"],
  fileMissing: ["file"],
  fileBroken: ["file"],
  xmlBroken: ["line"],
  xmlEncoding: ["line"],
  xmlEntities: ["line"],
  xmlBounds: ["line"],
  identifierTwice: ["identifier"],
  notValid: ["place", "code"],
  // Rows of a table
  kindUnknown: ["kind", "kinds"],
  stemMissing: [],
  keyNoOption: ["key"],
  cellNoNumber: ["column", "value"],
  pairUnreadable: ["column", "value"],
  orderIncomplete: ["key"],
  gapsMissing: [],
  picturesNotHere: [],
  idOfAnother: ["id", "words"],
  wholeUnreadable: [],
  valueAssumed: ["column", "value", "taken"],
  cellUnused: ["column", "value", "kind"],
  numberRead: ["column", "value", "read"],
  dateRead: ["column", "value"],
  formattingLost: [],
  changedMeanwhile: ["column"],
  columnStays: ["column"],
  stimulusUnknown: ["title"],
  twinUnknown: ["twin"],
  useAssumed: [],
  statusDraft: [],
  // A table as a whole
  columnLeftOut: ["column"],
  separatorRead: ["separator"],
  encodingAssumed: ["encoding"],
  sheetsLeftOut: ["sheets"],
} as const;
export type NoteCode = keyof typeof noteTerms;
export const noteCodes = Object.keys(noteTerms) as [NoteCode, ...NoteCode[]];
/** What the sentence of a code is made of. */
export type NoteTerms<C extends NoteCode> = Readonly<Record<(typeof noteTerms)[C][number], string | number>>;

export const Note = z.object({
  code: z.enum(noteCodes),
  terms: z.record(z.string(), z.union([z.string(), z.number()])),
});
export type Note = z.infer<typeof Note>;

export const ReportRow = z.object({
  file: z.string(),
  identifier: z.string(),
  title: z.string(),
  outcome: z.enum(outcomes),
  notes: z.array(Note),
});
export type ReportRow = z.infer<typeof ReportRow>;

/** How many parts had which outcome; together as many as the package has items, tests and texts. */
export const ReportCounts = z.object({
  imported: z.int(),
  importedWithNotes: z.int(),
  kept: z.int(),
  refused: z.int(),
});
export type ReportCounts = z.infer<typeof ReportCounts>;

/** Rows of a report, and kept parts, that are shown on a page. */
export const shownRows = 300;

export const showReport = endpoint({
  method: "get",
  path: "/department/transfers/:transferId/report",
  access: "lead",
  summary:
    "What became of each part of a package that was imported: first what was refused or kept, then what has notes.",
  params: z.object({ transferId: Id }),
  result: z.object({
    rows: z.array(ReportRow),
    /** Rows that are not shown: the gravest come first. */
    more: z.int(),
  }),
});

/** A quiz of a package: its places by the keys of items, from which a quiz is made for a class. */
export const KeptQuiz = z.object({
  parts: z.array(
    z.object({
      heading: z.string().nullable(),
      instruction: z.string().nullable(),
      orderRule: z.enum(orderRules),
      places: z.array(
        z.discriminatedUnion("type", [
          z.object({
            type: z.literal("fixed"),
            key: z.string(),
            locked: z.boolean(),
            /** Of the item's own points; null: as many. */
            weight: z.number().nullable(),
            points: z.number().nullable(),
          }),
          z.object({
            type: z.literal("draw"),
            keys: z.array(z.string()),
            take: z.int(),
            weight: z.number().nullable(),
            points: z.number().nullable(),
          }),
          z.object({ type: z.literal("interlude"), text: z.string() }),
        ]),
      ),
    }),
  ),
});
export type KeptQuiz = z.infer<typeof KeptQuiz>;

export const KeptPart = z.object({
  id: Id,
  /** Of the package it came in. */
  package: z.string(),
  identifier: z.string(),
  title: z.string(),
  /** Questions that each student would get; null where it is no quiz that one could be made of. */
  questions: z.int().nullable(),
  /** What it says, in plain words and cut off. */
  words: z.string(),
  notes: z.array(Note),
  files: z.int(),
  bytes: z.number(),
  cameAt: Moment,
});
export type KeptPart = z.infer<typeof KeptPart>;

export const listKept = endpoint({
  method: "get",
  path: "/department/kept",
  access: "lead",
  summary:
    "Parts of packages that cannot be used here and are kept as they came: every export of a package holds them again.",
  result: z.object({ kept: z.array(KeptPart), total: z.int() }),
});

export const dropKept = endpoint({
  method: "delete",
  path: "/department/kept/:keptId",
  access: "lead",
  summary: "Does away with a part that was kept as it came.",
  params: z.object({ keptId: Id }),
  result: z.object({}),
});

export const makeQuizOfKept = endpoint({
  method: "post",
  path: "/department/kept/:keptId/quiz",
  access: "lead",
  summary:
    "Makes a quiz for a class of one that came in a package, from its items; it can be made for other classes too.",
  params: z.object({ keptId: Id }),
  body: z.object({ classId: Id }),
  result: z.object({
    quizId: Id,
    questions: z.int(),
    /** Items of it that are not in the bank any more, or are retired. */
    left: z.int(),
  }),
});

export const packageEndpoints = { showReport, listKept, dropKept, makeQuizOfKept };
