/** The kind "fill the gaps" as it travels. */
import type { FillGaps, FillGapsAnswer, FillGapsView } from "@verdant/core/items/fillGaps";
import { scorings } from "@verdant/core/items/severalRightAnswers";
import { z } from "zod";
import { limits } from "../wire.ts";
import { feedback, idsDiffer, OptionId, TypedText } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("fillGaps");
const Text = z.strictObject({ type: z.literal("text"), text: z.string().max(20_000) });
const Words = z.array(TypedText).max(limits.options);
const gap = { type: z.literal("gap"), id: OptionId, choices: Words };
const Gap = z.strictObject({ ...gap, accepted: Words });

export const FillGapsContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  scoring: z.enum(scorings),
  passage: z
    .array(z.discriminatedUnion("type", [Text, Gap]))
    .max(4 * limits.options)
    .refine((parts) => idsDiffer(parts.filter((part) => part.type === "gap")), "idsDoubled"),
  allowsNearMiss: z.boolean(),
  ...feedback,
}) satisfies z.ZodType<FillGaps>;

export const FillGapsResponse = z.strictObject({
  kind,
  filled: z
    .array(z.strictObject({ gapId: OptionId, text: TypedText }))
    .max(4 * limits.options)
    .refine((all) => new Set(all.map((one) => one.gapId)).size === all.length, "oneAnswerEach"),
}) satisfies z.ZodType<FillGapsAnswer>;

export const FillGapsStudentView = z.strictObject({
  kind,
  stem: RichText,
  passage: z.array(z.discriminatedUnion("type", [Text, z.strictObject(gap)])),
}) satisfies z.ZodType<FillGapsView>;
