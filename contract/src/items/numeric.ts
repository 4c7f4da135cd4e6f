/** The kind "numeric" as it travels. */
import {
  tolerances,
  type Numeric,
  type NumericAnswer,
  type NumericView,
  type OtherUnit,
} from "@verdant/core/items/numeric";
import { z } from "zod";
import { ExpectedWrong, feedback, TypedText } from "./options.ts";
import { RichText } from "./richText.ts";

const kind = z.literal("numeric");
const unit = z.string().max(40);

export const OtherUnits = z
  .array(
    z.strictObject({
      unit: unit.min(1),
      factor: z.number().refine((factor) => factor !== 0, "factorNought"),
      offset: z.number(),
    }) satisfies z.ZodType<OtherUnit>,
  )
  .max(20);

export const NumericContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  value: z.number().nullable(),
  tolerance: z.strictObject({ kind: z.enum(tolerances), amount: z.number().nonnegative() }),
  unit,
  otherUnits: OtherUnits.optional(),
  expectedWrong: ExpectedWrong,
  ...feedback,
}) satisfies z.ZodType<Numeric>;

export const NumericResponse = z.strictObject({ kind, text: TypedText }) satisfies z.ZodType<NumericAnswer>;

export const NumericStudentView = z.strictObject({
  kind,
  stem: RichText,
  unit,
  otherUnits: z.array(z.string()),
}) satisfies z.ZodType<NumericView>;
