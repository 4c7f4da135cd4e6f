/** Rich text as the XHTML of a package's bodies. */
import { isRecording, type Block, type Inline, type Paragraph, type RichText } from "@verdant/core/richText";
import { namespaces, ownAttributes, transcriptClass } from "./names.ts";
import { el, readXml, type Element, type Node } from "./xml.ts";

const elementOfMark = { bold: "strong", italic: "em", subscript: "sub", superscript: "sup" } as const;

/** Where the file of a picture or recording lies, seen from the one that is written. */
export type HrefOf = (hash: string) => string;

/** Blocks of XHTML. */
export const fromRichText = (text: RichText, hrefOf: HrefOf): Node[] =>
  text.content.flatMap((block) => blockNodes(block, hrefOf));

/** The same for where running text is enough: a text of one paragraph without the element around it. */
export function fromShortText(text: RichText, hrefOf: HrefOf): Node[] {
  const [only, ...more] = text.content;
  return only?.type === "paragraph" && more.length === 0 && !losesSpace(only.content) && only.content.length > 0
    ? only.content.map(inlineNode)
    : fromRichText(text, hrefOf);
}

function blockNodes(block: Block, hrefOf: HrefOf): Node[] {
  if (block.type === "paragraph") return [paragraphNode(block)];
  if (block.type === "image") {
    const { hash, alt, width, height } = block;
    return [el("p", {}, el("img", { src: hrefOf(hash), alt, width, height, ...creditOf(block) }))];
  }
  if (isRecording(block)) {
    const { hash, title, transcript } = block;
    const player = el(block.type, { src: hrefOf(hash), controls: "controls", title, ...creditOf(block) });
    if (transcript === "") return [player];
    const lines = transcript.split("\n").map((line) => el("p", {}, line));
    return [player, el("details", { class: transcriptClass }, el("summary", {}, "Transcript"), ...lines)];
  }
  if (block.type === "table") {
    const rows = block.rows.map((row, i) =>
      el(
        "tr",
        {},
        row.map((cell) => cellNode(block.hasHeadings && i === 0 ? "th" : "td", cell)),
      ),
    );
    return [el("table", {}, el("tbody", {}, rows))];
  }
  return [
    el(
      block.type === "orderedList" ? "ol" : "ul",
      {},
      block.items.map((item) => cellNode("li", item)),
    ),
  ];
}

const creditOf = (block: { readonly credit: string }) =>
  block.credit === "" ? {} : { [ownAttributes.credit]: block.credit };

function cellNode(name: string, paragraphs: readonly Paragraph[]): Element {
  const [only, ...more] = paragraphs;
  return only && more.length === 0 && !losesSpace(only.content)
    ? el(name, {}, only.content.map(inlineNode))
    : el(name, {}, paragraphs.map(paragraphNode));
}

const paragraphNode = ({ content }: Paragraph): Element =>
  el("p", losesSpace(content) ? { [ownAttributes.space]: "kept" } : {}, content.map(inlineNode));

/** Whether XHTML would not show the white space as it is written. */
export function losesSpace(content: readonly Inline[]): boolean {
  const text = content.map((inline) => (inline.type === "text" ? inline.text : "\u0001")).join("");
  return /^[ \t\r\n]|[ \t\r\n]$|[ \t\r\n]{2}|[\t\r\n]/.test(text);
}

/** A line of plain words as a paragraph. */
export const lineNode = (nodes: readonly Node[]): Element =>
  el(
    "p",
    losesSpace(nodes.map((node) => ({ type: "text", text: typeof node === "string" ? node : "\u0001" })))
      ? { [ownAttributes.space]: "kept" }
      : {},
    nodes,
  );

function inlineNode(inline: Inline): Node {
  if (inline.type === "lineBreak") return el("br", {});
  if (inline.type === "maths") return mathsNode(inline);
  return [...(inline.marks ?? [])]
    .reverse()
    .reduce<Node>((inner, mark) => el(elementOfMark[mark], {}, inner), inline.text);
}

/** Presentation MathML with what was typed beside it, so that it can be typed on. */
function mathsNode({ latex, mathml }: { readonly latex: string; readonly mathml: string }): Element {
  const typed = el("annotation", { encoding: "application/x-tex" }, latex);
  let shown: Node[];
  try {
    shown = readXml(Buffer.from(mathml)).children.map(plainMaths);
  } catch {
    shown = [el("mtext", {}, latex)];
  }
  const [only, ...more] = shown;
  const row = only !== undefined && more.length === 0 ? only : el("mrow", {}, shown);
  return el("math", { xmlns: namespaces.maths }, el("semantics", {}, row, typed));
}

function plainMaths(node: Node): Node {
  if (typeof node === "string") return node;
  const { class: _class, style: _style, href: _href, ...attributes } = node.attributes;
  return { ...node, attributes, children: node.children.map(plainMaths) };
}
