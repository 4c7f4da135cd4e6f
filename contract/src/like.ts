/** Items that are very like another in their words. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Content, KindName } from "./items/kinds.ts";
import { Id, limits } from "./wire.ts";

const Use = z.enum(["practice", "reserved"]);

export const findLikeItems = endpoint({
  method: "post",
  path: "/items/like",
  access: "member",
  changesNothing: true,
  summary: "For each content the item of the bank that is very like it in its words, if there is one. Keeps nothing.",
  body: z.object({
    contents: z.array(Content).min(1).max(limits.itemsAtOnce),
    /** Items that do not count, with all of their families: the one being written, the one it is a variant of. */
    besides: z.array(Id).max(20).default([]),
  }),
  result: z.object({
    like: z.array(
      z
        .object({
          itemId: Id,
          number: z.int(),
          use: Use,
          content: Content,
          /** Share of words and pairs of words that both have, from 0 to 1. */
          likeness: z.number(),
        })
        .nullable(),
    ),
  }),
});

export const listLikeItems = endpoint({
  method: "get",
  path: "/items/:itemId/like",
  access: "member",
  summary: "Items like this one, the likest first; look-alikes of its family too.",
  params: z.object({ itemId: Id }),
  result: z.object({
    items: z.array(
      z.object({
        id: Id,
        number: z.int(),
        kind: KindName,
        stem: z.string(),
        isFamily: z.boolean(),
        /** Share of words and pairs of words that both have, from 0 to 1. */
        likeness: z.number(),
      }),
    ),
  }),
});

export const likeEndpoints = { findLikeItems, listLikeItems };
