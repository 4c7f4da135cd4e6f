/** Rich text as a closed tree: the only form in which formatted text is kept, sent or drawn. */

export type Mark = "bold" | "italic" | "subscript" | "superscript";

export interface TextRun {
  readonly type: "text";
  readonly text: string;
  readonly marks?: readonly Mark[] | undefined;
}
export interface LineBreak {
  readonly type: "lineBreak";
}
export type Inline = TextRun | LineBreak;

export interface Paragraph {
  readonly type: "paragraph";
  readonly content: readonly Inline[];
}
export interface TextList {
  readonly type: "bulletList" | "orderedList";
  readonly items: readonly (readonly Paragraph[])[];
}
export type Block = Paragraph | TextList;

export interface RichText {
  readonly type: "richText";
  readonly content: readonly Block[];
}

/** Rich text of one paragraph for each line of `plain`; marks are not read from it. */
export function richTextOf(plain: string): RichText {
  const paragraphs = plain
    .split("\n")
    .map((line): Paragraph => ({ type: "paragraph", content: line === "" ? [] : [{ type: "text", text: line }] }));
  return { type: "richText", content: paragraphs };
}

/** The words of `text` without formatting: runs joined as they stand, blocks and line breaks by one space. */
export function plainText(text: RichText): string {
  return text.content.map(plainBlock).join(" ").replaceAll(/\s+/g, " ").trim();
}

/** True when there is nothing in `text` that a reader could see. */
export function isEmptyText(text: RichText): boolean {
  return plainText(text) === "";
}

function plainBlock(block: Block): string {
  if (block.type === "paragraph") return plainInline(block.content);
  return block.items.map((item) => item.map(plainBlock).join(" ")).join(" ");
}

function plainInline(content: readonly Inline[]): string {
  return content.map((inline) => (inline.type === "text" ? inline.text : " ")).join("");
}
