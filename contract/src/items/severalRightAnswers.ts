/** The kind "several right answers" as it travels. */
import {
  scorings,
  type SeveralRightAnswers,
  type SeveralRightAnswersAnswer,
  type SeveralRightAnswersView,
} from "@verdant/core/items/severalRightAnswers";
import { z } from "zod";
import { limits } from "../wire.ts";
import { feedback, OptionId, Options, OptionViews } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("severalRightAnswers");

export const SeveralRightAnswersContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  scoring: z.enum(scorings),
  options: Options,
  ...feedback,
}) satisfies z.ZodType<SeveralRightAnswers>;

export const SeveralRightAnswersResponse = z.strictObject({
  kind,
  optionIds: z.array(OptionId).max(limits.options),
}) satisfies z.ZodType<SeveralRightAnswersAnswer>;

export const SeveralRightAnswersStudentView = z.strictObject({
  kind,
  stem: RichText,
  options: OptionViews,
}) satisfies z.ZodType<SeveralRightAnswersView>;
