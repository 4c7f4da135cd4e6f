/** The kind "opinion" as it travels. */
import {
  opinionForms,
  stepCounts,
  type Opinion,
  type OpinionAnswer,
  type OpinionView,
} from "@verdant/core/items/opinion";
import { z } from "zod";
import { limits } from "../wire.ts";
import { feedback, idsDiffer, OptionViews, TypedText } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("opinion");
const parts = {
  stem: RichText,
  form: z.enum(opinionForms),
  choices: OptionViews.max(limits.options).refine(idsDiffer, "idsDoubled"),
  steps: z.int().min(stepCounts.least).max(stepCounts.most),
  low: TypedText,
  high: TypedText,
};

export const OpinionContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  ...parts,
  ...feedback,
}) satisfies z.ZodType<Opinion>;

export const OpinionResponse = z.strictObject({
  kind,
  value: z.string().max(1000),
}) satisfies z.ZodType<OpinionAnswer>;

export const OpinionStudentView = z.strictObject({ kind, ...parts }) satisfies z.ZodType<OpinionView>;
