/** The kind "one right answer" as it travels. */
import type { OneRightAnswer, OneRightAnswerAnswer, OneRightAnswerView } from "@verdant/core/items/oneRightAnswer";
import { z } from "zod";
import { limits } from "../wire.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("oneRightAnswer");
const OptionId = z.string().min(1).max(40);

export const OneRightAnswerContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  options: z
    .array(
      z.strictObject({
        id: OptionId,
        text: RichText,
        isKey: z.boolean(),
        rationale: RichText.optional(),
        misconceptionId: z.uuid().optional(),
        staysPut: z.boolean().optional(),
      }),
    )
    .max(limits.options, `At most ${limits.options} options.`)
    .refine(
      (options) => new Set(options.map((option) => option.id)).size === options.length,
      "Option ids must differ.",
    ),
  explanation: RichText.optional(),
  nextStep: RichText.optional(),
}) satisfies z.ZodType<OneRightAnswer>;

export const OneRightAnswerResponse = z.strictObject({
  kind,
  optionId: OptionId.nullable(),
}) satisfies z.ZodType<OneRightAnswerAnswer>;

export const OneRightAnswerStudentView = z.strictObject({
  kind,
  stem: RichText,
  options: z.array(z.strictObject({ id: OptionId, text: RichText })),
}) satisfies z.ZodType<OneRightAnswerView>;
