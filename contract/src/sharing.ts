/** Parts of the bank that a guest was let in to see, and copying them into one's own department. */
import { z } from "zod";
import { Demand, Use } from "./bank.ts";
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
    after: Id.optional(),
    limit: count.max(200).default(60),
  }),
  result: z.object({
    items: z.array(SharedRow),
    total: z.int(),
    topics: z.array(z.object({ id: Id, name: z.string(), count: z.int() })),
  }),
});

export const showSharedItem = endpoint({
  method: "get",
  path: "/shared/items/:itemId",
  access: "guest",
  summary: "An item that I was let in to see, with its key.",
  params: z.object({ itemId: Id }),
  result: z.object({
    id: Id,
    number: z.int(),
    use: Use,
    topic: z.string().nullable(),
    content: Content,
    stimulus: ShownStimulus.nullable(),
  }),
});

export const copySharedItems = endpoint({
  method: "post",
  path: "/shared/copies",
  access: "guest",
  summary: "Copies items into a department of my own, each with where it comes from. They need a topic there.",
  body: z.object({ departmentId: Id, itemIds: z.array(Id).min(1).max(200) }),
  result: z.object({ copied: z.int() }),
});

export const sharingEndpoints = { listSharedItems, showSharedItem, copySharedItems };
