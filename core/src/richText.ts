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
/** A formula: what was written, and its presentation MathML, which the server makes of it when it is kept. */
export interface Maths {
  readonly type: "maths";
  readonly latex: string;
  readonly mathml: string;
}
export type Inline = TextRun | LineBreak | Maths;

export interface Paragraph {
  readonly type: "paragraph";
  readonly content: readonly Inline[];
}
export interface TextList {
  readonly type: "bulletList" | "orderedList";
  readonly items: readonly (readonly Paragraph[])[];
}
/** Rows of cells, all rows equally long. */
export interface Table {
  readonly type: "table";
  /** The first row holds the headings of the columns. */
  readonly hasHeadings: boolean;
  readonly rows: readonly (readonly (readonly Paragraph[])[])[];
}
/** A picture of the department's media, named by the hash of its bytes (SHA-256, hexadecimal). */
export interface Image {
  readonly type: "image";
  readonly hash: string;
  /** What somebody who cannot see it needs to know. */
  readonly alt: string;
  /** Who made it and under which licence. */
  readonly credit: string;
  readonly width: number;
  readonly height: number;
}
export const recordingKinds = ["audio", "video"] as const;
/** A recording of the department's media, to be heard or watched. */
export interface Recording {
  readonly type: (typeof recordingKinds)[number];
  readonly hash: string;
  readonly title: string;
  /** What is said and what happens, for those who cannot hear or see it. */
  readonly transcript: string;
  readonly credit: string;
}
export type Block = Paragraph | TextList | Table | Image | Recording;

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

/** The words of `text` for one line of a list: its paragraphs, without pictures, recordings and tables unless there is nothing else. */
export function headline(text: RichText): string {
  const words = plainText({ ...text, content: text.content.filter((block) => block.type === "paragraph") });
  return words === "" ? plainText(text) : words;
}

/** True when there is nothing in `text` that a reader could see. */
export function isEmptyText(text: RichText): boolean {
  return plainText(text) === "" && imagesOf(text).length === 0 && recordingsOf(text).length === 0;
}

export function imagesOf(text: RichText): Image[] {
  return text.content.flatMap((block) => (block.type === "image" ? [block] : []));
}

export const isRecording = (block: Block): block is Recording => block.type === "audio" || block.type === "video";

export const recordingsOf = (text: RichText): Recording[] => text.content.filter(isRecording);

/** Hashes of the media that a text shows. */
export const mediaIn = (text: RichText): string[] => [...imagesOf(text), ...recordingsOf(text)].map((one) => one.hash);

/** A copy of `text` in which `change` has been applied to every formula. */
export function mapMaths(text: RichText, change: (maths: Maths) => Maths): RichText {
  const paragraph = (one: Paragraph): Paragraph => ({
    ...one,
    content: one.content.map((inline) => (inline.type === "maths" ? change(inline) : inline)),
  });
  return {
    ...text,
    content: text.content.map((block): Block => {
      if (block.type === "paragraph") return paragraph(block);
      if (block.type === "image" || isRecording(block)) return block;
      if (block.type === "table")
        return { ...block, rows: block.rows.map((row) => row.map((cell) => cell.map(paragraph))) };
      return { ...block, items: block.items.map((item) => item.map(paragraph)) };
    }),
  };
}

function plainBlock(block: Block): string {
  if (block.type === "paragraph") return plainInline(block.content);
  if (block.type === "image") return block.alt;
  if (isRecording(block)) return `${block.title} ${block.transcript}`;
  const cells = block.type === "table" ? block.rows.flat() : block.items;
  return cells.map((cell) => cell.map(plainBlock).join(" ")).join(" ");
}

const plainWords = { text: (run: TextRun) => run.text, lineBreak: () => " ", maths: (maths: Maths) => maths.latex };

function plainInline(content: readonly Inline[]): string {
  return content.map((inline) => plainWords[inline.type](inline as never)).join("");
}
