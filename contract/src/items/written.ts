/** The kind "written answer" as it travels. */
import { longestWritten, type Written, type WrittenAnswer, type WrittenView } from "@verdant/core/items/written";
import { z } from "zod";
import { feedback, idsDiffer, OptionId, TypedText } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("written");
const Lines = z.int().min(1).max(40);

/** In steps of a quarter. */
export const LevelPoints = z.number().min(0).max(100).multipleOf(0.25, "quarterPoints");

export const Criterion = z.strictObject({
  id: OptionId,
  name: TypedText,
  levels: z
    .array(z.strictObject({ id: OptionId, points: LevelPoints, text: z.string().max(1000) }))
    .max(10)
    .refine(idsDiffer, "idsDoubled"),
});

export const WrittenContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  lines: Lines,
  criteria: z.array(Criterion).max(12).refine(idsDiffer, "idsDoubled"),
  showsCriteria: z.boolean(),
  modelAnswer: RichText.optional(),
  ...feedback,
}) satisfies z.ZodType<Written>;

export const WrittenResponse = z.strictObject({
  kind,
  text: z.string().max(longestWritten),
}) satisfies z.ZodType<WrittenAnswer>;

export const WrittenStudentView = z.strictObject({
  kind,
  stem: RichText,
  lines: Lines,
  criteria: z.array(z.strictObject({ id: OptionId, name: TypedText, points: z.number() })),
}) satisfies z.ZodType<WrittenView>;
