/** Practice twins: a reserved item is explained by one that asks the same and may be shown. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Moment } from "./wire.ts";

const Named = z.object({ id: Id, number: z.int(), stem: z.string() });

const Twins = z.object({
  /** Of a reserved item: the practice item that is shown in its place. */
  twin: Named.nullable(),
  /** Of a practice item: the reserved items that it explains. */
  explains: z.array(Named),
  /** It explains more than are named here. */
  explainsMore: z.boolean(),
  /** Somebody asked for a twin of it. */
  asked: z.object({ by: z.string(), at: Moment }).nullable(),
});

export const showTwins = endpoint({
  method: "get",
  path: "/items/:itemId/twins",
  access: "member",
  summary:
    "The practice twin of a reserved item, the reserved items that a practice item explains, and who asked for one.",
  params: z.object({ itemId: Id }),
  result: Twins,
});

export const setTwin = endpoint({
  method: "put",
  path: "/items/:itemId/twin",
  access: "member",
  summary: "Says which practice item explains a reserved one; null: none. What was asked for is answered by it.",
  params: z.object({ itemId: Id }),
  body: z.object({ twinId: Id.nullable() }),
  result: Twins,
});

export const askForTwin = endpoint({
  method: "put",
  path: "/items/:itemId/twin-request",
  access: "member",
  summary:
    "Asks colleagues for a twin of an item, or asks no longer. It stands on the writing day until one is written.",
  params: z.object({ itemId: Id }),
  body: z.object({ isWanted: z.boolean() }),
  result: Twins,
});

export const listTwinRequests = endpoint({
  method: "get",
  path: "/twin-requests",
  access: "member",
  summary: "Items of which somebody asked for a twin, the longest waiting first.",
  result: z.object({
    isMore: z.boolean(),
    requests: z.array(
      Named.extend({ use: z.enum(["practice", "reserved"]), topic: z.string().nullable(), by: z.string(), at: Moment }),
    ),
  }),
});

export const twinsEndpoints = { showTwins, setTwin, askForTwin, listTwinRequests };
