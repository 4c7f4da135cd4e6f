/** The kind "short text" as it travels. */
import type { ShortText, ShortTextAnswer, ShortTextView } from "@verdant/core/items/shortText";
import { z } from "zod";
import { limits } from "../wire.ts";
import { ExpectedWrong, feedback, OptionId, TypedText } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("shortText");

export const ShortTextContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  accepted: z.array(z.strictObject({ id: OptionId, text: TypedText })).max(limits.typedAnswers),
  caseMatters: z.boolean(),
  allowsNearMiss: z.boolean(),
  expectedWrong: ExpectedWrong,
  ...feedback,
}) satisfies z.ZodType<ShortText>;

export const ShortTextResponse = z.strictObject({ kind, text: TypedText }) satisfies z.ZodType<ShortTextAnswer>;

export const ShortTextStudentView = z.strictObject({ kind, stem: RichText }) satisfies z.ZodType<ShortTextView>;
