/** A word-processor document, as the reading library gives it, in paragraphs and tables of plain words. */
import type { WordBlock } from "@verdant/core/bank/wordFile";

/** What is used of the library's nodes, which it leaves untyped. */
interface Node {
  readonly type: string;
  readonly value?: string;
  readonly children?: readonly Node[];
  readonly styleName?: string | null;
  readonly numbering?: { readonly level?: string | number } | null;
  readonly isBold?: boolean;
  readonly isUnderline?: boolean;
  readonly highlight?: string | null;
  readonly altText?: string | null;
  readonly readAsArrayBuffer?: () => Promise<ArrayBuffer>;
}

/** A picture of the document, read when it is asked for. */
export interface WordPicture {
  readonly alt: string;
  readonly read: () => Promise<ArrayBuffer>;
}

/** The pictures of the paragraphs, in the order in which these come. */
export function picturesOf(document: unknown): WordPicture[] {
  const inParagraphs = (node: Node): Node[] =>
    node.type === "table" ? [] : node.type === "image" ? [node] : (node.children ?? []).flatMap(inParagraphs);
  return inParagraphs(document as Node).map((node) => ({
    alt: node.altText ?? "",
    read: () => node.readAsArrayBuffer?.() ?? Promise.resolve(new ArrayBuffer(0)),
  }));
}

export const paragraphsOf = (document: unknown): WordBlock[] => blocksOf(document as Node);

function blocksOf(node: Node): WordBlock[] {
  if (node.type === "paragraph") return [paragraph(node)];
  if (node.type !== "table") return (node.children ?? []).flatMap(blocksOf);
  const rows = (node.children ?? []).map((row) => (row.children ?? []).map((cell) => words(cell, "\n").trim()));
  return [{ kind: "table", rows }];
}

function paragraph(node: Node): WordBlock {
  const runs = all(node, "run").filter((run) => words(run).trim() !== "");
  return {
    kind: "paragraph",
    text: words(node),
    isHeading: /^(heading|title)/i.test(node.styleName ?? ""),
    level: node.numbering ? Number(node.numbering.level ?? 0) : null,
    isMarked:
      runs.length > 0 && runs.every((run) => run.isBold === true || run.isUnderline === true || !!run.highlight),
    pictures: all(node, "image").length,
  };
}

const all = (node: Node, type: string): Node[] =>
  node.type === type ? [node] : (node.children ?? []).flatMap((child) => all(child, type));

function words(node: Node, between = ""): string {
  if (node.type === "text") return node.value ?? "";
  if (node.type === "tab") return " ";
  if (node.type === "break") return "\n";
  return (node.children ?? []).map((child) => words(child)).join(between);
}
