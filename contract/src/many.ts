/** Many items from few: patterns and lists, from which items of the bank are computed. */
import type { Pattern as PatternType, PairList as PairListType } from "@verdant/core/many/many";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Content } from "./items/kinds.ts";
import { Id, limits, Name } from "./wire.ts";

const line = z.string().max(2000);
const table = z.string().max(100_000);

export const Pattern = z.strictObject({
  kind: z.literal("pattern"),
  schemaVersion: z.literal(1),
  stem: line,
  values: table,
  key: line,
  unit: z.string().max(60),
  tolerancePercent: z.number().min(0).max(100),
  distractors: z.string().max(10_000),
  explanation: line,
}) satisfies z.ZodType<PatternType>;

export const PairList = z.strictObject({
  kind: z.literal("list"),
  schemaVersion: z.literal(1),
  pairs: table,
  forward: line,
  backward: line,
  isTyped: z.boolean(),
}) satisfies z.ZodType<PairListType>;

export const Many = z.discriminatedUnion("kind", [Pattern, PairList]);

export const ShownMany = z.object({
  id: Id,
  name: z.string(),
  topicId: Id.nullable(),
  body: Many,
  /** Grows with every save; a save names the version it was made to. */
  version: z.int(),
  /** The items it has made that are in use, in the order of their numbers. */
  items: z.array(z.object({ itemId: Id, number: z.int(), rowKey: z.string(), content: Content })),
  /** Rows whose items somebody has retired on purpose: they are not made again. */
  leftOut: z.array(z.string()),
});
export type ShownMany = z.infer<typeof ShownMany>;

export const listMany = endpoint({
  method: "get",
  path: "/many",
  access: "member",
  summary: "The department's patterns and lists, by name, with how many items each has made.",
  result: z.object({
    many: z.array(z.object({ id: Id, name: z.string(), kind: z.enum(["pattern", "list"]), items: z.int() })),
  }),
});

export const showMany = endpoint({
  method: "get",
  path: "/many/:manyId",
  access: "member",
  summary: "A pattern or list with the items it has made.",
  params: z.object({ manyId: Id }),
  result: ShownMany,
});

export const saveMany = endpoint({
  method: "put",
  path: "/many/:manyId",
  access: "member",
  summary: `Keeps a pattern or list, or makes it when version is 0, and brings its items in line, at most ${limits.itemsAtOnce}: new ones are added, changed ones get a revision, those whose row is gone are retired.`,
  params: z.object({ manyId: Id }),
  body: z.object({ version: z.int().nonnegative(), name: Name, topicId: Id.nullable(), body: Many }),
  result: z.object({ version: z.int(), added: z.int(), changed: z.int(), same: z.int(), retired: z.int() }),
});

export const manyEndpoints = { listMany, showMany, saveMany };
