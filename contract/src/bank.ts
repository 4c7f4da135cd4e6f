/** The item bank: finding items, writing them, keeping drafts. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Content, KindName } from "./items/kinds.ts";
import { count, Done, Id, limits, Moment } from "./wire.ts";

export const Status = z.enum(["draft", "inReview", "approved", "retired"]);
export const Use = z.enum(["practice", "reserved"]);
export const Demand = z.enum(["recall", "apply", "reason"]);

export const ItemRow = z.object({
  id: Id,
  number: z.int(),
  kind: KindName,
  label: z.string().nullable(),
  /** The words of the stem, for lists. */
  stem: z.string(),
  topicId: Id.nullable(),
  status: Status,
  use: Use,
  demand: Demand,
  expectedSeconds: z.int(),
  standardCodes: z.array(z.string()),
  changedAt: Moment,
});
export type ItemRow = z.infer<typeof ItemRow>;

/** What serves finding and planning: belongs to the item, not to its revisions. */
export const Tagging = z.object({
  label: z.string().trim().max(limits.label, `At most ${limits.label} characters.`).nullable(),
  topicId: Id.nullable(),
  standardIds: z.array(Id).max(20),
  demand: Demand,
  use: Use,
  expectedSeconds: z.int().min(5, "At least 5 seconds.").max(7200, "At most two hours."),
  writerDifficulty: z.int().min(1).max(5),
});
export type Tagging = z.infer<typeof Tagging>;

export const Fault = z.object({ path: z.array(z.union([z.string(), z.int()])), text: z.string() });

export const Item = z.object({
  id: Id,
  number: z.int(),
  /** Grows with every change; a save names the version it was made to. */
  version: z.int(),
  status: Status,
  owner: z.string(),
  revision: z.object({ id: Id, n: z.int(), at: Moment, author: z.string() }),
  tagging: Tagging,
  content: Content,
  /** What keeps it from being used; empty when it is usable. */
  faults: z.array(Fault),
});
export type Item = z.infer<typeof Item>;

export const listItems = endpoint({
  method: "get",
  path: "/items",
  access: "member",
  summary: "Items of the bank that match words and a topic, newest first, with how many there are.",
  query: z.object({
    text: z.string().max(200).optional(),
    topicId: Id.optional(),
    limit: count.max(200).default(100),
  }),
  result: z.object({ items: z.array(ItemRow), total: z.int() }),
});

export const showItem = endpoint({
  method: "get",
  path: "/items/:itemId",
  access: "member",
  summary: "One item with the content of its latest revision.",
  params: z.object({ itemId: Id }),
  result: Item,
});

export const saveItem = endpoint({
  method: "put",
  path: "/items/:itemId",
  access: "member",
  summary: "Makes a revision of an item, or the item itself when version is 0. A stale version is refused.",
  params: z.object({ itemId: Id }),
  body: z.object({ version: z.int().nonnegative(), tagging: Tagging, content: Content }),
  result: Item,
});

export const DraftBody = z.object({ tagging: Tagging, content: Content });

export const showDraft = endpoint({
  method: "get",
  path: "/items/:itemId/draft",
  access: "member",
  summary: "My unfinished work on an item, if there is any.",
  params: z.object({ itemId: Id }),
  result: z.object({
    draft: z.object({ baseVersion: z.int(), savedAt: Moment, body: DraftBody }).nullable(),
  }),
});

export const keepDraft = endpoint({
  method: "put",
  path: "/items/:itemId/draft",
  access: "member",
  summary: "Keeps my unfinished work on an item, so that a reload or a crash loses nothing.",
  params: z.object({ itemId: Id }),
  body: z.object({ baseVersion: z.int().nonnegative(), body: DraftBody }),
  result: Done,
});

export const dropDraft = endpoint({
  method: "delete",
  path: "/items/:itemId/draft",
  access: "member",
  summary: "Throws my unfinished work on an item away.",
  params: z.object({ itemId: Id }),
  result: Done,
});

export const bankEndpoints = { listItems, showItem, saveItem, showDraft, keepDraft, dropDraft };
