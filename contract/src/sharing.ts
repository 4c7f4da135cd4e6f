/** Parts of the bank that a guest was let in to, to see or to write, and copying them into one's own department. */
import { z } from "zod";
import { Demand, Fault, KeptFindings, Status, Use } from "./bank.ts";
import { endpoint } from "./endpoint.ts";
import { Content, KindName } from "./items/kinds.ts";
import { ShownStimulus } from "./stimuli.ts";
import { count, Id } from "./wire.ts";

const SharedRow = z.object({
  id: Id,
  number: z.int(),
  kind: KindName,
  label: z.string().nullable(),
  stem: z.string(),
  topicId: Id.nullable(),
  /** Of those that are not in use yet a guest sees only their own. */
  status: Status,
  use: Use,
  demand: Demand,
  standardCodes: z.array(z.string()),
});
export type SharedRow = z.infer<typeof SharedRow>;

export const listSharedItems = endpoint({
  method: "get",
  path: "/shared/items",
  access: "guest",
  summary: "Items that I was let in to see, by words and topic, with how many each topic has of them.",
  query: z.object({
    text: z.string().max(400).optional(),
    topicId: Id.optional(),
    /** How many items come before these. */
    from: count.max(10_000_000).optional(),
    limit: count.max(200).default(60),
  }),
  result: z.object({
    items: z.array(SharedRow),
    total: z.int(),
    /** Those with items, and those on which I may write. */
    topics: z.array(z.object({ id: Id, name: z.string(), count: z.int(), mayEdit: z.boolean() })),
  }),
});

export const SharedItem = z.object({
  id: Id,
  number: z.int(),
  version: z.int(),
  status: Status,
  use: Use,
  demand: Demand,
  topicId: Id.nullable(),
  topic: z.string().nullable(),
  /** What is in use; for who may write it, the newest, be it in use or not. */
  content: Content,
  stimulus: ShownStimulus.nullable(),
  mayEdit: z.boolean(),
  keptFindings: KeptFindings,
  /** What keeps it from being used. */
  faults: z.array(Fault),
});
export type SharedItem = z.infer<typeof SharedItem>;

export const showSharedItem = endpoint({
  method: "get",
  path: "/shared/items/:itemId",
  access: "guest",
  summary: "An item that I was let in to see, with its key.",
  params: z.object({ itemId: Id }),
  result: SharedItem,
});

export const saveSharedItem = endpoint({
  method: "put",
  path: "/shared/items/:itemId",
  access: "guest",
  summary:
    "Makes an item, or its next revision, on a topic on which I may write. The department's rules of review hold for it.",
  params: z.object({ itemId: Id }),
  body: z.object({
    /** The version it was opened at; 0: it is new. */
    version: z.int().min(0),
    topicId: Id,
    demand: Demand,
    keptFindings: KeptFindings.default([]),
    content: Content,
  }),
  result: SharedItem,
});

export const copySharedItems = endpoint({
  method: "post",
  path: "/shared/copies",
  access: "guest",
  summary: "Copies items into a department of my own, each with where it comes from. They need a topic there.",
  body: z.object({ departmentId: Id, itemIds: z.array(Id).min(1).max(200) }),
  result: z.object({ copied: z.int() }),
});

export const sharingEndpoints = { listSharedItems, showSharedItem, saveSharedItem, copySharedItems };
