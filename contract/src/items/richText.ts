/** Rich text as it travels: the closed tree of core, and nothing else. */
import type { Block, Inline, Paragraph, RichText as Tree } from "@verdant/core/richText";
import { z } from "zod";
import { limits } from "../wire.ts";

const Marks = z.array(z.enum(["bold", "italic", "subscript", "superscript"])).max(4);

const InlineSchema = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("text"),
    text: z.string().min(1).max(limits.run, `At most ${limits.run} characters in one piece of text.`),
    marks: Marks.optional(),
  }),
  z.strictObject({ type: z.literal("lineBreak") }),
]) satisfies z.ZodType<Inline>;

const ParagraphSchema = z.strictObject({
  type: z.literal("paragraph"),
  content: z.array(InlineSchema).max(limits.runsInBlock),
}) satisfies z.ZodType<Paragraph>;

const BlockSchema = z.discriminatedUnion("type", [
  ParagraphSchema,
  z.strictObject({
    type: z.enum(["bulletList", "orderedList"]),
    items: z.array(z.array(ParagraphSchema).max(limits.blocks)).max(limits.listItems),
  }),
]) satisfies z.ZodType<Block>;

export const RichText: z.ZodType<Tree, Tree> = z.strictObject({
  type: z.literal("richText"),
  content: z.array(BlockSchema).max(limits.blocks, `At most ${limits.blocks} paragraphs.`),
});
