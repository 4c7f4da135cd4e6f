/** The lines of a text as a word-processor file. */
import type { WrittenLine } from "@verdant/core/bank/writtenItems";
import { blocksOf } from "@verdant/core/bank/writtenItems";
import { keyHeading } from "@verdant/core/bank/pastedItems";
import { Document, HeadingLevel, Packer, Paragraph, TextRun } from "docx";

/** Twentieths of a point. */
const [above, indent] = [160, 400];

export function wordFileOf(lines: readonly WrittenLine[], title: string): Promise<Buffer> {
  const blocks = blocksOf(lines);
  const paragraphs = lines.map(({ is }, i) => {
    const block = blocks[i];
    const text = block?.kind === "paragraph" ? block.text : "";
    if (is === "heading")
      return new Paragraph({ text, heading: HeadingLevel.HEADING_2, pageBreakBefore: text === keyHeading });
    const isFirst = is === "question" || is === "key";
    // A question stays on one page with its options.
    const next = lines[i + 1]?.is;
    return new Paragraph({
      children: [new TextRun(is === "seen" ? { text, color: "555555" } : { text })],
      keepNext: next === "line" || next === "option" || next === "seen",
      ...(isFirst && { spacing: { before: above } }),
      ...(is === "option" && { indent: { left: indent } }),
    });
  });
  return Packer.toBuffer(new Document({ title, creator: "Verdant Loop", sections: [{ children: paragraphs }] }));
}
