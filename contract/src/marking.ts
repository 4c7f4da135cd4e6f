/** Marking beyond the machine's: rulings on keys that were found wrong, and what a person marks. */
import { rulings } from "@verdant/core/items/ruling";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Answer, Content } from "./items/kinds.ts";
import { Id, Moment } from "./wire.ts";

const KeyRuling = z.object({
  id: Id,
  ruling: z.enum(rulings),
  /** The answer that is right after all, in words; empty where everybody gets the points or nobody does. */
  answer: z.string(),
  /** null: wherever this revision was given. */
  release: z.string().nullable(),
  by: z.string(),
  at: Moment,
  undone: z.object({ by: z.string(), at: Moment }).nullable(),
});
export type KeyRuling = z.infer<typeof KeyRuling>;

export const ReleasedRevision = z.object({
  revisionId: Id,
  n: z.int(),
  content: Content,
  isLatest: z.boolean(),
  releases: z.array(z.object({ id: Id, name: z.string(), releasedAt: Moment, running: z.int(), handedIn: z.int() })),
  /** The newest first. */
  rulings: z.array(KeyRuling),
});
export type ReleasedRevision = z.infer<typeof ReleasedRevision>;

export const listKeyRulings = endpoint({
  method: "get",
  path: "/items/:itemId/rulings",
  access: "member",
  summary: "The revisions of an item that students were given, where, and what was decided about their keys.",
  params: z.object({ itemId: Id }),
  result: z.object({ number: z.int(), revisions: z.array(ReleasedRevision) }),
});

const RulingBody = z.object({
  revisionId: Id,
  /** null: wherever this revision was given. */
  releaseId: Id.nullable(),
  ruling: z.enum(rulings),
  /** For "correct" and "accept": the answer that is right after all, given as a student would give it. */
  answer: Answer.nullable(),
});

export const previewKeyRuling = endpoint({
  method: "post",
  path: "/items/:itemId/rulings/preview",
  access: "member",
  changesNothing: true,
  summary: "Who would gain and lose how many points by a ruling on a key. Changes nothing.",
  params: z.object({ itemId: Id }),
  body: RulingBody,
  result: z.object({
    /** Sittings that are handed in, and those of them whose points stay the same. */
    sittings: z.int(),
    same: z.int(),
    /** Sittings that are running: they will be marked by the ruling. */
    running: z.int(),
    /** The greatest loss first, then the greatest gain. */
    changed: z.array(
      z.object({
        sittingId: Id,
        student: z.string(),
        className: z.string(),
        release: z.string(),
        ordinal: z.int(),
        pointsBefore: z.number(),
        outOfBefore: z.number(),
        points: z.number(),
        outOf: z.number(),
      }),
    ),
  }),
});

export const giveKeyRuling = endpoint({
  method: "post",
  path: "/items/:itemId/rulings",
  access: "member",
  summary:
    "Rules on a key that was found wrong. Every sitting that has it is marked again in one transaction, and what the class remembers is worked out anew.",
  params: z.object({ itemId: Id }),
  body: RulingBody.extend({
    /** Of "correct": the item gets the corrected key too, as its next revision. */
    mendsItem: z.boolean().default(false),
  }),
  result: z.object({ rulingId: Id, remarked: z.int(), mended: z.boolean() }),
});

export const undoKeyRuling = endpoint({
  method: "post",
  path: "/rulings/:rulingId/undo",
  access: "member",
  summary: "Takes a ruling back: every mark is again what it was without it, and so is the item.",
  params: z.object({ rulingId: Id }),
  result: z.object({ remarked: z.int() }),
});

const Levels = z.record(z.string().min(1).max(80), z.string().min(1).max(80));

export const WrittenAnswers = z.object({
  name: z.string(),
  /** Answers of all questions that nobody has marked yet. */
  waiting: z.int(),
  questions: z.array(
    z.object({
      itemId: Id,
      number: z.int(),
      content: Content,
      answers: z.array(
        z.object({
          sittingId: Id,
          position: z.int(),
          student: z.string(),
          className: z.string(),
          ordinal: z.int(),
          text: z.string(),
          mark: z
            .object({
              levels: Levels,
              credit: z.number(),
              comment: z.string(),
              by: z.string(),
              at: Moment,
              version: z.int(),
            })
            .nullable(),
          /** Another member who has it before them just now; null: nobody else. */
          heldBy: z.string().nullable(),
        }),
      ),
    }),
  ),
});
export type WrittenAnswers = z.infer<typeof WrittenAnswers>;

export const listWrittenAnswers = endpoint({
  method: "get",
  path: "/releases/:releaseId/written",
  access: "member",
  summary:
    "The written answers of a release that are handed in, question by question, with the rubric and the marks so far.",
  params: z.object({ releaseId: Id }),
  result: WrittenAnswers,
});

/** Releases with written answers that nobody has marked yet. */
export const WaitingMarks = z.array(
  z.object({ releaseId: Id, name: z.string(), className: z.string(), waiting: z.int() }),
);

export const markWrittenAnswer = endpoint({
  method: "put",
  path: "/marks/:sittingId/:position",
  access: "member",
  summary: "Marks a written answer by its rubric: a level for each criterion. What the class remembers follows.",
  params: z.object({ sittingId: Id, position: z.coerce.number<number>().int().positive() }),
  body: z.object({
    levels: Levels,
    comment: z.string().max(2000).default(""),
    /** Of the mark that was seen; 0: it had none. When somebody has marked it since, nothing is changed. */
    version: z.int().nonnegative(),
  }),
  result: z.object({ credit: z.number(), version: z.int() }),
});

export const claimWrittenAnswer = endpoint({
  method: "put",
  path: "/marks/:sittingId/:position/claim",
  access: "member",
  summary: "Says that I have this answer before me for the next two minutes, so that colleagues take others.",
  params: z.object({ sittingId: Id, position: z.coerce.number<number>().int().positive() }),
  result: z.object({
    /** Another member who had it before; null: it is mine now. */
    heldBy: z.string().nullable(),
  }),
});

export const markingEndpoints = {
  listKeyRulings,
  previewKeyRuling,
  giveKeyRuling,
  undoKeyRuling,
  listWrittenAnswers,
  markWrittenAnswer,
  claimWrittenAnswer,
};
