/** The kind "match" as it travels. */
import type { Match, MatchAnswer, MatchView } from "@verdant/core/items/match";
import { scorings } from "@verdant/core/items/severalRightAnswers";
import { z } from "zod";
import { limits } from "../wire.ts";
import { feedback, idsDiffer, OptionId, TypedText } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("match");
const Right = z.strictObject({ id: OptionId, text: TypedText });

export const MatchContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  scoring: z.enum(scorings),
  pairs: z
    .array(z.strictObject({ id: OptionId, left: RichText, rightId: OptionId, rationale: RichText.optional() }))
    .max(limits.options)
    .refine(idsDiffer, "idsDoubled"),
  rights: z.array(Right).max(limits.options).refine(idsDiffer, "idsDoubled"),
  ...feedback,
}) satisfies z.ZodType<Match>;

export const MatchResponse = z.strictObject({
  kind,
  chosen: z
    .array(z.strictObject({ pairId: OptionId, rightId: OptionId }))
    .max(limits.options)
    .refine((all) => new Set(all.map((one) => one.pairId)).size === all.length, "oneAnswerEach"),
}) satisfies z.ZodType<MatchAnswer>;

export const MatchStudentView = z.strictObject({
  kind,
  stem: RichText,
  lefts: z.array(z.strictObject({ id: OptionId, text: RichText })),
  rights: z.array(Right),
}) satisfies z.ZodType<MatchView>;
