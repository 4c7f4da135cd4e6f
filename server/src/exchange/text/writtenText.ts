/** A department's items as text that is read, printed and imported again: questions first, then key and explanations. */
import type { FileItem } from "@verdant/contract/exchange";
import { onlySeen } from "@verdant/core/bank/pastedItems";
import { writeItems, type ItemToWrite, type WrittenItems, type WrittenLine } from "@verdant/core/bank/writtenItems";
import { kindNames } from "@verdant/core/items/kindNames";
import { headline } from "@verdant/core/richText";
import { toContent } from "../fileContent.ts";

/** Characters of a question by which it is named. */
const nameLength = 60;

/** Lines of a file with these items, what is left out said at its end. Retired items are not in it. */
export async function linesOf(items: AsyncIterable<FileItem>, department: string): Promise<WrittenLine[]> {
  const all: ItemToWrite[] = [];
  for await (const { content: file, label, topic, standards, use, status } of items) {
    if (status === "retired") continue;
    const content = toContent(file, (idea) => idea);
    const stem = headline(content.stem);
    const name = label ?? (stem.length > nameLength ? `${stem.slice(0, nameLength)}…` : stem);
    all.push({ name, topic: topic ?? null, standards, use, content });
  }
  const written = writeItems(all);
  return [
    seen(`${department}: ${written.written} questions. Their key and explanations are at the end.`),
    ...written.lines,
    ...notesOf(written).map(seen),
  ];
}

const seen = (text: string): WrittenLine => ({ is: "seen", text: `${onlySeen} ${text}` });

function notesOf({ left, withoutMedia }: WrittenItems): string[] {
  const reasons = {
    kind: "Not in this text, which has no words for their kind",
    words: "Not in this text, in which they would be read as something else",
    full: "Not in this text, which holds 999 questions",
  } as const;
  const groups = (["kind", "words", "full"] as const).flatMap((why) => {
    const some = left.filter((one) => one.why === why);
    if (some.length === 0) return [];
    return [`${reasons[why]}: ${some.map(({ name, kind }) => `“${name}” (${kindNames[kind]})`).join("; ")}.`];
  });
  return [
    ...groups,
    ...(withoutMedia.length > 0
      ? [`Without the pictures or recordings that belong to them: ${withoutMedia.join(", ")}.`]
      : []),
    "No text holds formatting, shared texts, wrong ideas, points or how near a number must be: a package or a table does.",
  ];
}
