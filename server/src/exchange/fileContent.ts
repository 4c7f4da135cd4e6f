/** Item content between its file form (plain words, keys of misconceptions) and its own form (trees, ids). */
import type { FileContent } from "@verdant/contract/exchange";
import type { Content } from "@verdant/core/items/kinds";
import { richTextOf, type Inline, type RichText } from "@verdant/core/richText";
import { newOptionId } from "../platform/id.ts";

type FileText = FileContent["stem"];

const toText = (text: FileText): RichText => (typeof text === "string" ? richTextOf(text) : text);
const optionalText = <K extends string>(key: K, text: FileText | undefined) =>
  text === undefined ? {} : ({ [key]: toText(text) } as { [P in K]: RichText });

/** Plain words where they say everything. */
function fromText(text: RichText): FileText {
  const plain = text.content.every(
    (block) =>
      block.type === "paragraph" &&
      block.content.length <= 1 &&
      block.content.every(
        (inline) => inline.type === "text" && (inline.marks ?? []).length === 0 && !inline.text.includes("\n"),
      ),
  );
  if (!plain || text.content.length === 0) return text;
  const words = (inline: Inline) => (inline.type === "text" ? inline.text : "");
  return text.content.map((block) => (block.type === "paragraph" ? block.content.map(words).join("") : "")).join("\n");
}
const optionalFileText = <K extends string>(key: K, text: RichText | undefined) =>
  text === undefined ? {} : ({ [key]: fromText(text) } as { [P in K]: FileText });

/** @param misconceptionId the id of a misconception by its key in the file */
export function toContent(file: FileContent, misconceptionId: (key: string) => string): Content {
  return {
    kind: file.kind,
    schemaVersion: 1,
    stem: toText(file.stem),
    options: file.options.map((option) => ({
      id: option.id ?? newOptionId(),
      text: toText(option.text),
      isKey: option.isKey === true,
      ...optionalText("rationale", option.rationale),
      ...(option.misconception !== undefined && { misconceptionId: misconceptionId(option.misconception) }),
      ...(option.staysPut === true && { staysPut: true }),
    })),
    ...optionalText("explanation", file.explanation),
    ...optionalText("nextStep", file.nextStep),
  };
}

/** @param misconceptionKey the key in the file of a misconception by its id */
export function fromContent(content: Content, misconceptionKey: (id: string) => string): FileContent {
  return {
    kind: content.kind,
    stem: fromText(content.stem),
    options: content.options.map((option) => ({
      id: option.id,
      text: fromText(option.text),
      ...(option.isKey && { isKey: true }),
      ...optionalFileText("rationale", option.rationale),
      ...(option.misconceptionId !== undefined && { misconception: misconceptionKey(option.misconceptionId) }),
      ...(option.staysPut === true && { staysPut: true }),
    })),
    ...optionalFileText("explanation", content.explanation),
    ...optionalFileText("nextStep", content.nextStep),
  };
}
