/** The kind "key only" as it travels. */
import { letterCounts, type KeyOnly, type KeyOnlyAnswer, type KeyOnlyView } from "@verdant/core/items/keyOnly";
import { z } from "zod";
import { feedback } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("keyOnly");
const Letters = z.int().min(letterCounts.least).max(letterCounts.most);
const Letter = z
  .int()
  .min(0)
  .max(letterCounts.most - 1)
  .nullable();

export const KeyOnlyContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  letters: Letters,
  key: Letter,
  ...feedback,
}) satisfies z.ZodType<KeyOnly>;

export const KeyOnlyResponse = z.strictObject({ kind, letter: Letter }) satisfies z.ZodType<KeyOnlyAnswer>;

export const KeyOnlyStudentView = z.strictObject({
  kind,
  stem: RichText,
  letters: Letters,
}) satisfies z.ZodType<KeyOnlyView>;
