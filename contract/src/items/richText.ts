/** Rich text as it travels: the closed tree of core, and nothing else. */
import type {
  Block,
  Image as ImageType,
  Inline,
  Paragraph,
  Recording as RecordingType,
  RichText as Tree,
} from "@verdant/core/richText";
import { recordingKinds } from "@verdant/core/richText";
import { z } from "zod";
import { limits } from "../wire.ts";

const Marks = z.array(z.enum(["bold", "italic", "subscript", "superscript"])).max(4);

const InlineSchema = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("text"),
    text: z.string().min(1).max(limits.run),
    marks: Marks.optional(),
  }),
  z.strictObject({ type: z.literal("lineBreak") }),
  z.strictObject({
    type: z.literal("maths"),
    latex: z.string().min(1).max(limits.latex),
    /** Whatever is sent is replaced: the server makes it of the LaTeX. */
    mathml: z.string().max(limits.mathml),
  }),
]) satisfies z.ZodType<Inline>;

const ParagraphSchema = z.strictObject({
  type: z.literal("paragraph"),
  content: z.array(InlineSchema).max(limits.runsInBlock),
}) satisfies z.ZodType<Paragraph>;

const Cell = z.array(ParagraphSchema).max(limits.blocks);

export const Image = z.strictObject({
  type: z.literal("image"),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  alt: z.string().max(limits.alt),
  credit: z.string().max(limits.alt),
  width: z.int().positive().max(20_000),
  height: z.int().positive().max(20_000),
}) satisfies z.ZodType<ImageType>;

const Recording = z.strictObject({
  type: z.enum(recordingKinds),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  title: z.string().max(limits.alt),
  transcript: z.string().max(limits.transcript),
  credit: z.string().max(limits.alt),
}) satisfies z.ZodType<RecordingType>;

const BlockSchema = z.discriminatedUnion("type", [
  ParagraphSchema,
  z.strictObject({
    type: z.enum(["bulletList", "orderedList"]),
    items: z.array(Cell).max(limits.listItems),
  }),
  z.strictObject({
    type: z.literal("table"),
    hasHeadings: z.boolean(),
    rows: z
      .array(z.array(Cell).min(1).max(limits.tableColumns))
      .min(1)
      .max(limits.tableRows)
      .refine((rows) => new Set(rows.map((row) => row.length)).size === 1, "rowsUneven"),
  }),
  Image,
  Recording,
]) satisfies z.ZodType<Block>;

export const RichText: z.ZodType<Tree, Tree> = z.strictObject({
  type: z.literal("richText"),
  content: z.array(BlockSchema).max(limits.blocks),
});
