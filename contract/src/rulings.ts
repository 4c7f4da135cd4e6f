/** Rulings on keys that were found wrong. */
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

export const rulingEndpoints = { listKeyRulings, previewKeyRuling, giveKeyRuling, undoKeyRuling };
