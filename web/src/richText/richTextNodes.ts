/** The text editor's nodes for tables, pictures and formulas. */
import { Node, type CommandProps } from "@tiptap/core";
import { tableEditing } from "@tiptap/pm/tables";
import { t } from "../platform/words.ts";

declare module "@tiptap/core" {
  interface NodeConfig<Options, Storage> {
    tableRole?: string | ((this: { name: string; options: Options; storage: Storage }) => string);
  }
}

const Table = Node.create({
  name: "table",
  group: "block",
  content: "tableRow+",
  isolating: true,
  tableRole: "table",
  parseHTML: () => [{ tag: "table" }],
  renderHTML: () => ["table", ["tbody", 0]],
  extendNodeSchema: (extension) => {
    const role = (extension.config as { tableRole?: string }).tableRole;
    return role === undefined ? {} : { tableRole: role };
  },
  addProseMirrorPlugins: () => [tableEditing()],
});

const TableRow = Node.create({
  name: "tableRow",
  content: "(tableCell | tableHeader)+",
  tableRole: "row",
  parseHTML: () => [{ tag: "tr" }],
  renderHTML: () => ["tr", 0],
});

/** What the table plugin reads; cells never span in our tree. */
const spans = { colspan: { default: 1 }, rowspan: { default: 1 }, colwidth: { default: null } };

const cell = (name: "tableCell" | "tableHeader", tag: "td" | "th") =>
  Node.create({
    name,
    content: "paragraph+",
    isolating: true,
    tableRole: name === "tableCell" ? "cell" : "header_cell",
    addAttributes: () => spans,
    parseHTML: () => [{ tag }],
    renderHTML: () => [tag, 0],
  });

const Image = Node.create({
  name: "image",
  group: "block",
  atom: true,
  draggable: true,
  addAttributes: () => ({
    hash: { default: "" },
    alt: { default: "" },
    credit: { default: "" },
    width: { default: 1 },
    height: { default: 1 },
  }),
  // A pasted picture is not one of the department's media: it comes in by the button, not as markup.
  parseHTML: () => [],
  renderHTML: ({ node }) => [
    "img",
    {
      src: `/api/media/${String(node.attrs["hash"])}`,
      alt: String(node.attrs["alt"]),
      width: String(node.attrs["width"]),
      height: String(node.attrs["height"]),
    },
  ],
});

const recording = (name: "audio" | "video") =>
  Node.create({
    name,
    group: "block",
    atom: true,
    draggable: true,
    addAttributes: () => ({
      hash: { default: "" },
      title: { default: "" },
      transcript: { default: "" },
      credit: { default: "" },
    }),
    parseHTML: () => [],
    renderHTML: ({ node }) => [
      "div",
      { class: "recording" },
      `${name === "audio" ? t("Recording to hear") : t("Recording to watch")}: ${String(node.attrs["title"])}`,
    ],
  });

const MathsNode = Node.create({
  name: "maths",
  group: "inline",
  inline: true,
  atom: true,
  addAttributes: () => ({ latex: { default: "" }, mathml: { default: "" } }),
  parseHTML: () => [],
  renderHTML: ({ node }) => ["span", { class: "maths" }, String(node.attrs["latex"])],
  addNodeView:
    () =>
    ({ node }) => {
      const dom = document.createElement("span");
      const latex = String(node.attrs["latex"]);
      dom.className = "maths";
      dom.textContent = latex;
      // The typesetting library is large: it loads when the first formula is written.
      void import("temml").then(({ default: temml }) => {
        dom.replaceChildren();
        temml.render(latex, dom, { throwOnError: false, trust: false });
      });
      return { dom };
    },
});

export const richTextNodes = [
  Table,
  TableRow,
  cell("tableCell", "td"),
  cell("tableHeader", "th"),
  Image,
  recording("audio"),
  recording("video"),
  MathsNode,
];

const emptyCell = (type: "tableCell" | "tableHeader") => ({ type, content: [{ type: "paragraph" }] });

/** Inserts a table of two columns under headings. */
export const insertTable = ({ commands }: Pick<CommandProps, "commands">) =>
  commands.insertContent({
    type: "table",
    content: (["tableHeader", "tableCell", "tableCell"] as const).map((type) => ({
      type: "tableRow",
      content: [emptyCell(type), emptyCell(type)],
    })),
  });
