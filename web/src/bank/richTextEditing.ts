/** Between the closed tree of rich text and the document of the text editor. */
import { Mark } from "@tiptap/core";
import type { JSONContent } from "@tiptap/core";
import StarterKit from "@tiptap/starter-kit";
import type { Block, Inline, Mark as MarkName, Paragraph, RichText } from "@verdant/core/richText";

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
];

export function toDocument(text: RichText): JSONContent {
  return { type: "doc", content: text.content.length > 0 ? text.content.map(fromBlock) : [{ type: "paragraph" }] };
}

function fromBlock(block: Block): JSONContent {
  if (block.type === "paragraph") return { type: "paragraph", content: block.content.map(fromInline) };
  return { type: block.type, content: block.items.map((item) => ({ type: "listItem", content: item.map(fromBlock) })) };
}

const fromInline = (inline: Inline): JSONContent =>
  inline.type === "lineBreak"
    ? { type: "hardBreak" }
    : { type: "text", text: inline.text, marks: (inline.marks ?? []).map((type) => ({ type })) };

export function fromDocument(document: JSONContent): RichText {
  return { type: "richText", content: (document.content ?? []).flatMap(toBlock) };
}

function toBlock(node: JSONContent): Block[] {
  if (node.type === "paragraph") return [toParagraph(node)];
  if (node.type !== "bulletList" && node.type !== "orderedList") return [];
  return [{ type: node.type, items: (node.content ?? []).map((item) => (item.content ?? []).flatMap(paragraphsOf)) }];
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
  if (node.type !== "text" || !node.text) return [];
  const marks = (node.marks ?? [])
    .map((mark) => mark.type)
    .filter((type): type is MarkName => markNames.includes(type));
  return [{ type: "text", text: node.text, ...(marks.length > 0 && { marks }) }];
}
