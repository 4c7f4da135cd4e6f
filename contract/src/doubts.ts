/** What the answers of all classes and years say against items, and that somebody has looked. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Moment } from "./wire.ts";

const Counted = z.object({ right: z.number(), outOf: z.int() });
const OfAverage = z.object({ right: z.number(), low: z.number(), high: z.number(), answers: z.int() });
const Agreement = { r: z.number(), low: z.number(), high: z.number() };

/** What deserves a look, with the figures it was found by (`core/insight/doubts`). `answer`: the option, or what was typed. */
export const Doubt = z.discriminatedUnion("code", [
  z.object({
    code: z.literal("keyDoubtful"),
    answer: z.string(),
    /** Of the most able third: how many chose that answer, and how many the key. */
    able: z.int(),
    ableKey: z.int(),
    /** The counts of all speak for it too. */
    byCounts: z.boolean(),
  }),
  z.object({ code: z.literal("ableChoose"), answer: z.string(), ...Agreement }),
  z.object({ code: z.literal("belowLookAlikes"), own: Counted, others: Counted }),
  z.object({ code: z.literal("measuresElse"), ...Agreement }),
  z.object({
    code: z.literal("drifted"),
    /** Of students as good as the mean of the first year: how many would have got it right, and would now. */
    ...{ before: OfAverage, now: OfAverage },
    /** Items of the same topic that it was held against, and whether they moved the same way. */
    ...{ around: z.int(), isTopic: z.boolean() },
  }),
  z.object({ code: z.literal("unused"), answer: z.string(), high: z.number() }),
]);
export type Doubt = z.infer<typeof Doubt>;

/** Of an item as it reads now. */
export const Doubts = z.object({
  /** First answers that it is made of. */
  answers: z.int(),
  /** The gravest first. */
  found: z.array(Doubt),
  /** Somebody looked and left it; it comes back when it is revised, or with twice the answers. */
  lookedAt: z.object({ by: z.string(), at: Moment }).nullable(),
});
export type Doubts = z.infer<typeof Doubts>;

export const listDoubts = endpoint({
  method: "get",
  path: "/doubts",
  access: "member",
  summary:
    "Items that the answers of all classes and years speak against, the gravest first; and of how many it is too early to say.",
  result: z.object({
    items: z.array(Doubts.extend({ itemId: Id, number: z.int(), stem: z.string(), topic: z.string().nullable() })),
    isMore: z.boolean(),
    /** When it was worked out; null: not yet. */
    at: Moment.nullable(),
    /** Somebody asked for it since, and it is not done yet. */
    isAsked: z.boolean(),
    /** Items in use with enough answers to say anything, and without. */
    enough: z.int(),
    tooEarly: z.int(),
  }),
});

export const lookAtDoubts = endpoint({
  method: "put",
  path: "/items/:itemId/doubts",
  access: "member",
  summary: "Says that one has looked at what speaks against an item and leaves it as it is; or takes that back.",
  params: z.object({ itemId: Id }),
  body: z.object({ isLookedAt: z.boolean() }),
  result: Doubts,
});

export const doubtsEndpoints = { listDoubts, lookAtDoubts };
