/** The kind "point on image" as it travels. */
import type {
  PointOnImage,
  PointOnImageAnswer,
  PointOnImageView,
  Shape as ShapeType,
} from "@verdant/core/items/pointOnImage";
import { z } from "zod";
import { limits } from "../wire.ts";
import { feedback, idsDiffer, OptionId, TypedText } from "./options.ts";
import { Image, RichText } from "./richText.ts";

const kind = z.literal("pointOnImage");
const length = z.number().min(-20_000).max(40_000);
const Point = z.strictObject({ x: length, y: length });

export const Shape = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("rectangle"), x: length, y: length, width: length, height: length }),
  z.strictObject({ type: z.literal("circle"), x: length, y: length, radius: length }),
  z.strictObject({
    type: z.literal("polygon"),
    points: z.array(Point).min(3, "polygonCorners").max(limits.corners),
  }),
]) satisfies z.ZodType<ShapeType>;

export const PointOnImageContent = z.strictObject({
  kind,
  schemaVersion: z.literal(1),
  stem: RichText,
  image: Image.nullable(),
  regions: z
    .array(
      z.strictObject({
        id: OptionId,
        label: TypedText,
        shape: Shape,
        isKey: z.boolean(),
        rationale: RichText.optional(),
        misconceptionId: z.uuid().optional(),
      }),
    )
    .max(limits.options)
    .refine(idsDiffer, "idsDoubled"),
  showsRegions: z.boolean(),
  ...feedback,
}) satisfies z.ZodType<PointOnImage>;

export const PointOnImageResponse = z.strictObject({
  kind,
  at: Point.nullable(),
  regionId: OptionId.nullable(),
}) satisfies z.ZodType<PointOnImageAnswer>;

export const PointOnImageStudentView = z.strictObject({
  kind,
  stem: RichText,
  image: Image.nullable(),
  regions: z.array(z.strictObject({ id: OptionId, label: z.string(), shape: Shape.nullable() })),
}) satisfies z.ZodType<PointOnImageView>;
