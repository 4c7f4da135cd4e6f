/** Options and expected answers as they travel: parts that several kinds share. */
import type { ExpectedWrongAnswer } from "@verdant/core/items/expectedAnswer";
import type { Option, OptionView } from "@verdant/core/items/options";
import { z } from "zod";
import { limits } from "../wire.ts";
import { RichText } from "./richText.ts";

export const OptionId = z.string().min(1).max(40);

export const idsDiffer = (all: readonly { id: string }[]) => new Set(all.map((one) => one.id)).size === all.length;

const OneOption = z.strictObject({
  id: OptionId,
  text: RichText,
  isKey: z.boolean(),
  rationale: RichText.optional(),
  misconceptionId: z.uuid().optional(),
  staysPut: z.boolean().optional(),
}) satisfies z.ZodType<Option>;

export const Options = z.array(OneOption).max(limits.options).refine(idsDiffer, "idsDoubled");

const OneOptionView = z.strictObject({ id: OptionId, text: RichText }) satisfies z.ZodType<OptionView>;
export const OptionViews = z.array(OneOptionView);

export const feedback = {
  explanation: RichText.optional(),
  nextStep: RichText.optional(),
  nearly: RichText.optional(),
};

export const TypedText = z.string().max(limits.typedAnswer);

export const ExpectedWrong = z
  .array(
    z.strictObject({
      id: OptionId,
      text: TypedText,
      rationale: RichText.optional(),
      misconceptionId: z.uuid().optional(),
    }) satisfies z.ZodType<ExpectedWrongAnswer>,
  )
  .max(limits.typedAnswers)
  .refine(idsDiffer, "idsDoubled");
