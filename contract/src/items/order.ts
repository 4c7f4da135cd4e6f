/** The kind "order" as it travels. */
import type { Order, OrderAnswer, OrderView } from "@verdant/core/items/order";
import { scorings } from "@verdant/core/items/severalRightAnswers";
import { z } from "zod";
import { limits } from "../wire.ts";
import { feedback, idsDiffer, OptionId, OptionViews, TypedText } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("order");

export const OrderContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  scoring: z.enum(scorings),
  steps: OptionViews.max(limits.options).refine(idsDiffer, "idsDoubled"),
  first: TypedText,
  last: TypedText,
  ...feedback,
}) satisfies z.ZodType<Order>;

export const OrderResponse = z.strictObject({
  kind,
  order: z
    .array(OptionId)
    .max(limits.options)
    .refine((ids) => new Set(ids).size === ids.length, "oneStepOnePlace"),
}) satisfies z.ZodType<OrderAnswer>;

export const OrderStudentView = z.strictObject({
  kind,
  stem: RichText,
  steps: OptionViews,
  first: TypedText,
  last: TypedText,
}) satisfies z.ZodType<OrderView>;
