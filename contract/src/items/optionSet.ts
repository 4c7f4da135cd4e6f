/** The kind "option set" as it travels. */
import type { OptionSet, OptionSetAnswer, OptionSetView } from "@verdant/core/items/optionSet";
import { z } from "zod";
import { limits } from "../wire.ts";
import { feedback, OptionId, Options, OptionViews } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("optionSet");

export const OptionSetContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  setName: z.string().max(limits.name),
  options: Options,
  ...feedback,
}) satisfies z.ZodType<OptionSet>;

export const OptionSetResponse = z.strictObject({
  kind,
  optionId: OptionId.nullable(),
}) satisfies z.ZodType<OptionSetAnswer>;

export const OptionSetStudentView = z.strictObject({
  kind,
  stem: RichText,
  options: OptionViews,
}) satisfies z.ZodType<OptionSetView>;
