/** Many items changed at once, and taken back at once. */
import { z } from "zod";
import { Demand, ItemPoints, listItems, Use } from "./bank.ts";
import { endpoint } from "./endpoint.ts";
import { Id, limits } from "./wire.ts";

export const itemsInBulk = 10_000;

/** What to change: what is absent stays as it is. */
export const BulkChange = z
  .strictObject({
    topicId: Id.nullable(),
    demand: Demand,
    use: Use,
    /** Retire, or take back into use what can be used. */
    status: z.enum(["approved", "retired"]),
    expectedSeconds: z.int().min(5).max(7200),
    writerDifficulty: z.int().min(1).max(5),
    points: ItemPoints,
    ownerId: Id,
    language: z.enum(["en-GB", "de-DE", "fr-FR", "es-ES", "cy-GB"]),
    /** All into one family, or each into one of its own. */
    family: z.enum(["together", "apart"]),
    addTags: z.array(z.string().trim().toLowerCase().min(1).max(limits.tag)).max(limits.tags),
    removeTags: z.array(z.string().trim().toLowerCase().min(1).max(limits.tag)).max(limits.tags),
    addStandardIds: z.array(Id).max(20),
    removeStandardIds: z.array(Id).max(20),
  })
  .partial()
  .refine((change) => Object.keys(change).length > 0, "changeNothing");
export type BulkChange = z.infer<typeof BulkChange>;

export const Which = z.union([
  z.strictObject({ itemIds: z.array(Id).min(1).max(itemsInBulk) }),
  /** All that a search finds; refused when it finds another number than the caller saw. */
  z.strictObject({
    query: listItems.query.omit({ from: true, limit: true, sort: true }),
    expected: z.int().min(1).max(itemsInBulk, "narrowFirst"),
  }),
]);
export type Which = z.input<typeof Which>;

/** Why an item was not changed with the others. */
export const SkipReason = z.enum(["gone", "retired", "notInUse", "notRetired", "unfinished"]);
export type SkipReason = z.infer<typeof SkipReason>;

export const changeItems = endpoint({
  method: "post",
  path: "/changes",
  access: "member",
  summary: "Changes what belongs to many items, in one go; their revisions and statistics stay as they are.",
  body: z.object({ which: Which, change: BulkChange }),
  result: z.object({
    batchId: Id,
    changed: z.int(),
    /** Left as they were, with the reason. */
    skipped: z.array(z.object({ why: SkipReason, count: z.int() })),
  }),
});

export const undoChange = endpoint({
  method: "post",
  path: "/changes/:batchId/undo",
  access: "member",
  summary: "Takes a change of many items back; those that somebody has changed since stay as they are.",
  params: z.object({ batchId: Id }),
  result: z.object({ restored: z.int(), kept: z.int() }),
});

export const bulkEndpoints = { changeItems, undoChange };
