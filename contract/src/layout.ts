/** The layout of a quiz as it is set: parts, and in each its places in their order. */
import { orderRules, type LayoutPart as CoreLayoutPart } from "@verdant/core/assembly/layout";
import { z } from "zod";
import { Id, limits } from "./wire.ts";

const points = z.number().min(0).max(100);
const LayoutPlace = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("fixed"),
    itemId: Id,
    locked: z.boolean().default(false),
    /** Absent: what the item is worth. */
    points: points.optional(),
  }),
  z.strictObject({
    type: z.literal("draw"),
    itemIds: z.array(Id).min(1).max(200),
    take: z.int().min(1, "drawAtLeastOne").max(limits.quizItems),
    points: points.default(1),
  }),
  z.strictObject({ type: z.literal("interlude"), text: z.string().trim().min(1, "sentenceMissing").max(2000) }),
]);

export const LayoutPart = z.strictObject({
  heading: z.string().trim().max(limits.name).nullable(),
  instruction: z.string().trim().max(2000).nullable(),
  orderRule: z.enum(orderRules).default("woven"),
  places: z.array(LayoutPlace).max(limits.quizItems),
}) satisfies z.ZodType<CoreLayoutPart>;
