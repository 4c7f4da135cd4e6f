/** The kind "one right answer" as it travels. */
import type { OneRightAnswer, OneRightAnswerAnswer, OneRightAnswerView } from "@verdant/core/items/oneRightAnswer";
import { z } from "zod";
import { feedback, OptionId, Options, OptionViews } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("oneRightAnswer");

export const OneRightAnswerContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  options: Options,
  ...feedback,
}) satisfies z.ZodType<OneRightAnswer>;

export const OneRightAnswerResponse = z.strictObject({
  kind,
  optionId: OptionId.nullable(),
}) satisfies z.ZodType<OneRightAnswerAnswer>;

export const OneRightAnswerStudentView = z.strictObject({
  kind,
  stem: RichText,
  options: OptionViews,
}) satisfies z.ZodType<OneRightAnswerView>;
