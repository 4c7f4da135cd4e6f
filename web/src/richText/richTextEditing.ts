/** Between the closed tree of rich text and the document of the text editor. */
import { Mark } from "@tiptap/core";
import type { JSONContent } from "@tiptap/core";
import StarterKit from "@tiptap/starter-kit";
import {
  isRecording,
  type Block,
  type Image,
  type Inline,
  type Mark as MarkName,
  type Paragraph,
  type Recording,
  type RichText,
  type Table,
} from "@verdant/core/richText";
import { richTextNodes } from "./richTextNodes.ts";

const raised = (name: "subscript" | "superscript", tag: "sub" | "sup") =>
  Mark.create({
    name,
    excludes: name === "subscript" ? "superscript" : "subscript",
    parseHTML: () => [{ tag }],
    renderHTML: () => [tag, 0],
    addKeyboardShortcuts() {
      return { [name === "subscript" ? "Mod-," : "Mod-."]: () => this.editor.commands.toggleMark(name) };
    },
  });

/** Only what the tree can hold; anything else that is pasted comes in as its plain words. */
export const extensions = [
  StarterKit.configure({
    heading: false,
    blockquote: false,
    code: false,
    codeBlock: false,
    horizontalRule: false,
    strike: false,
    underline: false,
    link: false,
    trailingNode: false,
  }),
  raised("subscript", "sub"),
  raised("superscript", "sup"),
  ...richTextNodes,
];

export function toDocument(text: RichText): JSONContent {
  return { type: "doc", content: text.content.length > 0 ? text.content.map(fromBlock) : [{ type: "paragraph" }] };
}

function fromBlock(block: Block): JSONContent {
  if (block.type === "paragraph") return { type: "paragraph", content: block.content.map(fromInline) };
  if (block.type === "image" || isRecording(block)) {
    const { type, ...attrs } = block;
    return { type, attrs };
  }
  if (block.type === "table") {
    return {
      type: "table",
      content: block.rows.map((row, i) => ({
        type: "tableRow",
        content: row.map((cell) => ({
          type: block.hasHeadings && i === 0 ? "tableHeader" : "tableCell",
          content: cell.length > 0 ? cell.map(fromBlock) : [{ type: "paragraph" }],
        })),
      })),
    };
  }
  return { type: block.type, content: block.items.map((item) => ({ type: "listItem", content: item.map(fromBlock) })) };
}

function fromInline(inline: Inline): JSONContent {
  if (inline.type === "lineBreak") return { type: "hardBreak" };
  if (inline.type === "maths") return { type: "maths", attrs: { latex: inline.latex, mathml: inline.mathml } };
  return { type: "text", text: inline.text, marks: (inline.marks ?? []).map((type) => ({ type })) };
}

export function fromDocument(document: JSONContent): RichText {
  return { type: "richText", content: (document.content ?? []).flatMap(toBlock) };
}

function toBlock(node: JSONContent): Block[] {
  if (node.type === "paragraph") return [toParagraph(node)];
  if (node.type === "image") return [{ type: "image", ...(node.attrs as Omit<Image, "type">) }];
  if (node.type === "audio" || node.type === "video")
    return [{ type: node.type, ...(node.attrs as Omit<Recording, "type">) }];
  if (node.type === "table") return [toTable(node)];
  if (node.type !== "bulletList" && node.type !== "orderedList") return [];
  return [{ type: node.type, items: (node.content ?? []).map((item) => (item.content ?? []).flatMap(paragraphsOf)) }];
}

/** Rows may come in of different lengths by pasting; all are made as long as the longest. */
function toTable(node: JSONContent): Table {
  const rows = (node.content ?? []).map((row) => row.content ?? []);
  const columns = Math.max(1, ...rows.map((row) => row.length));
  return {
    type: "table",
    hasHeadings: rows[0]?.every((cell) => cell.type === "tableHeader") ?? false,
    rows: rows.map((row) => Array.from({ length: columns }, (_, i) => (row[i]?.content ?? []).flatMap(paragraphsOf))),
  };
}

/** The paragraphs of a list item; those of a list inside it follow, since the tree holds lists of one level. */
function paragraphsOf(node: JSONContent): Paragraph[] {
  return node.type === "paragraph" ? [toParagraph(node)] : (node.content ?? []).flatMap(paragraphsOf);
}

function toParagraph(node: JSONContent): Paragraph {
  return { type: "paragraph", content: (node.content ?? []).flatMap(toInline) };
}

const markNames: readonly string[] = ["bold", "italic", "subscript", "superscript"];

function toInline(node: JSONContent): Inline[] {
  if (node.type === "hardBreak") return [{ type: "lineBreak" }];
  if (node.type === "maths") {
    const { latex, mathml } = node.attrs as { latex: string; mathml: string };
    return latex === "" ? [] : [{ type: "maths", latex, mathml }];
  }
  if (node.type !== "text" || !node.text) return [];
  const marks = (node.marks ?? [])
    .map((mark) => mark.type)
    .filter((type): type is MarkName => markNames.includes(type));
  return [{ type: "text", text: node.text, ...(marks.length > 0 && { marks }) }];
}
