/** Rich text between its own tree and the XHTML of a package's bodies. What has no place in the tree is said. */
import {
  isRecording,
  richTextOf,
  type Block,
  type Inline,
  type Mark,
  type Paragraph,
  type RichText,
} from "@verdant/core/richText";
import type { NoteCode } from "@verdant/contract/packages";
import { MathMLToLaTeX } from "mathml-to-latex";
import { ownAttributes, transcriptClass } from "./names.ts";
import {
  childrenOf,
  el,
  elementsIn,
  firstOf,
  isElement,
  textIn,
  wordsIn,
  written,
  type Element,
  type Node,
} from "./xml.ts";

/** A file of the package that a text shows. */
export type Shown =
  | { readonly kind: "picture"; readonly hash: string; readonly width: number; readonly height: number }
  | { readonly kind: "audio" | "video"; readonly hash: string }
  | { readonly kind: "words"; readonly text: string };

export type Note = (code: NoteCode, terms?: Readonly<Record<string, string | number>>) => void;

export interface Reading {
  /** By the address as it is written; undefined where the package does not hold it, or it is none of these. */
  readonly shown: (href: string) => Shown | undefined;
  readonly note: Note;
  /** Words that stand for an interaction in running text. */
  readonly standIn?: (interaction: Element) => string | undefined;
}

const marks: Readonly<Record<string, Mark>> = {
  ...{ strong: "bold", b: "bold", em: "italic", i: "italic", cite: "italic", dfn: "italic", var: "italic" },
  ...{ sub: "subscript", sup: "superscript" },
};
const named = (names: string) => new Set(names.split(" "));
const wrappers = named(
  "div section article figure blockquote details center span abbr acronym address q samp kbd small big bdi bdo ins label ruby " +
    "tbody thead tfoot qti-prompt qti-content-body qti-stimulus-body qti-item-body qti-simple-choice qti-simple-associable-choice qti-inline-choice qti-gap-text",
);
/** Shown at other places, or to other people. */
const elsewhere = named(
  "qti-feedback-inline qti-feedback-block qti-rubric-block qti-modal-feedback rp rt track source param col colgroup",
);
const active = named("script style iframe form input button embed link meta base applet");

/** What stands in `nodes`, as rich text. */
export function toRichText(nodes: readonly Node[], reading: Reading): RichText {
  const builder = new Builder(reading);
  builder.addAll(nodes, { marks: [], isKept: false });
  const content = builder.done();
  return content.length === 0 ? richTextOf("") : { type: "richText", content };
}

interface Style {
  readonly marks: readonly Mark[];
  readonly isKept: boolean;
}

class Builder {
  private readonly blocks: Block[] = [];
  private line: Inline[] | null = null;
  private isLineKept = false;

  private readonly reading: Reading;

  constructor(reading: Reading) {
    this.reading = reading;
  }

  done(): Block[] {
    this.endLine();
    return this.blocks;
  }

  addAll(nodes: readonly Node[], style: Style): void {
    nodes.forEach((node, i) => {
      if (typeof node === "string") this.addText(node, style);
      else this.add(node, style, nodes[i + 1]);
    });
  }

  private endLine(isWanted = false): void {
    if (this.line === null) {
      if (isWanted) this.blocks.push({ type: "paragraph", content: [] });
      return;
    }
    const content = this.isLineKept ? this.line : trimmed(this.line);
    if (content.length > 0 || isWanted) this.blocks.push({ type: "paragraph", content });
    this.line = null;
    this.isLineKept = false;
  }

  private addText(text: string, { marks: style, isKept }: Style): void {
    const words = isKept ? text : text.replaceAll(/[ \t\r\n]+/g, " ");
    if (words === "" || (words === " " && this.line === null && !isKept)) return;
    const line = (this.line ??= []);
    const last = line.at(-1);
    const joined =
      !isKept && words.startsWith(" ") && last?.type === "text" && last.text.endsWith(" ") ? words.slice(1) : words;
    if (joined === "") return;
    if (last?.type === "text" && String(last.marks ?? []) === String(style))
      line[line.length - 1] = { ...last, text: last.text + joined };
    else line.push({ type: "text", text: joined, ...(style.length > 0 && { marks: [...style] }) });
  }

  private add(element: Element, style: Style, next: Node | undefined): void {
    const { name, attributes, children } = element;
    const { note, standIn } = this.reading;
    const mark = marks[name];
    const standing = standIn?.(element);
    if (standing !== undefined) this.addText(standing, { ...style, isKept: true });
    else if (mark !== undefined)
      this.addAll(children, { ...style, marks: [...style.marks.filter((one) => one !== mark), mark] });
    else if (name === "br") (this.line ??= []).push({ type: "lineBreak" });
    else if (name === "math") this.addMaths(element);
    else if (
      name === "p" ||
      name === "li" ||
      name === "summary" ||
      name === "figcaption" ||
      name === "caption" ||
      name === "dd"
    )
      this.addParagraph(
        children,
        { ...style, isKept: style.isKept || attributes[ownAttributes.space] === "kept" },
        name === "p",
      );
    else if (/^h[1-6]$/.test(name) || name === "dt") {
      note("headingMadeBold");
      this.addParagraph(children, { ...style, marks: ["bold"] }, false);
    } else if (name === "ul" || name === "ol") this.addList(element);
    else if (name === "table") this.addTable(element);
    else if (name === "pre") {
      this.endLine();
      for (const line of textIn(element)
        .replace(/^\n|\n$/g, "")
        .split("\n"))
        this.addParagraph([line], { ...style, isKept: true }, true);
    } else if (name === "img" || name === "object" || name === "picture") this.addPicture(element);
    else if (name === "audio" || name === "video") this.addRecording(element, next);
    else if (name === "a") {
      this.addAll(children, style);
      const href = attributes["href"] ?? "";
      if (/^https?:/i.test(href)) {
        note("linkMadeText", { address: href.slice(0, 200) });
        this.addText(` (${href})`, style);
      }
    } else if ((name === "details" || name === "div") && attributes["class"] === transcriptClass) return;
    else if (name === "dl" || isBlockIn(element)) {
      this.endLine();
      this.addAll(children, style);
      this.endLine();
    } else if (wrappers.has(name) || name === "code") this.addAll(children, style);
    else if (active.has(name)) note("activeLeftOut", { element: name });
    else if (name === "hr" || elsewhere.has(name)) return;
    else {
      note("formattingLeftOut", { element: name });
      this.addAll(children, style);
    }
  }

  private addParagraph(children: readonly Node[], style: Style, isWanted: boolean): void {
    this.endLine();
    const before = this.blocks.length;
    if (style.isKept) {
      this.line = [];
      this.isLineKept = true;
    }
    this.addAll(children, style);
    // A picture in it has ended the paragraph that it stood in.
    this.endLine(isWanted && this.blocks.length === before);
  }

  private addMaths(element: Element): void {
    const latex = latexOf(element);
    if (latex === "") this.reading.note("mathsLeftOut");
    else (this.line ??= []).push({ type: "maths", latex, mathml: "" });
  }

  /** Cells and entries hold paragraphs only. */
  private paragraphsOf(element: Element): Paragraph[] {
    const { note } = this.reading;
    const inner = new Builder(this.reading);
    inner.addAll(element.children, { marks: [], isKept: element.attributes[ownAttributes.space] === "kept" });
    const paragraphs = inner.done().flatMap((block): Paragraph[] => {
      if (block.type === "paragraph") return [block];
      if (block.type === "bulletList" || block.type === "orderedList") {
        note("nestedListSpread");
        return block.items.flat();
      }
      if (block.type === "table") {
        note("tableInCellSpread");
        return block.rows.flat(2);
      }
      const words = block.type === "image" ? block.alt : isRecording(block) ? block.title : "";
      note("pictureInCellLeftOut", { picture: words });
      return words === "" ? [] : [{ type: "paragraph", content: [{ type: "text", text: words }] }];
    });
    return paragraphs.length === 0 ? [{ type: "paragraph", content: [] }] : paragraphs;
  }

  private addList(element: Element): void {
    this.endLine();
    const items = childrenOf(element, "li").map((item) => this.paragraphsOf(item));
    if (items.length > 0) this.blocks.push({ type: element.name === "ol" ? "orderedList" : "bulletList", items });
  }

  private addTable(element: Element): void {
    this.endLine();
    for (const caption of childrenOf(element, "caption"))
      this.addParagraph(caption.children, { marks: [], isKept: false }, false);
    const rows = elementsIn(element)
      .flatMap((part) => (part.name === "tr" ? [part] : childrenOf(part, "tr")))
      .map((row) => childrenOf(row, "td", "th"));
    if (rows.every((row) => row.length === 0)) return;
    if (
      rows.flat().some((cell) => cell.attributes["colspan"] !== undefined || cell.attributes["rowspan"] !== undefined)
    )
      this.reading.note("cellsSpread");
    const columns = Math.max(...rows.map((row) => row.length));
    const empty = (): Paragraph[] => [{ type: "paragraph", content: [] }];
    this.blocks.push({
      type: "table",
      hasHeadings: (rows[0] ?? []).every((cell) => cell.name === "th"),
      rows: rows.map((row) =>
        Array.from({ length: columns }, (_, i) => (row[i] ? this.paragraphsOf(row[i]) : empty())),
      ),
    });
  }

  private addPicture(element: Element): void {
    const picture = pictureOf(element, this.reading);
    if (!picture) return;
    this.endLine();
    this.blocks.push(picture);
  }

  private addRecording(element: Element, next: Node | undefined): void {
    const href = element.attributes["src"] ?? firstOf(element, "source")?.attributes["src"] ?? "";
    const shown = this.reading.shown(href);
    if (shown?.kind !== "audio" && shown?.kind !== "video") {
      this.reading.note("recordingLeftOut", { file: href });
      return;
    }
    const captions = this.reading.shown(firstOf(element, "track")?.attributes["src"] ?? "");
    const details = isElement(next) && next.attributes["class"] === transcriptClass ? next : undefined;
    this.endLine();
    this.blocks.push({
      type: shown.kind,
      hash: shown.hash,
      title: element.attributes["title"] ?? element.attributes["aria-label"] ?? "",
      transcript: details
        ? childrenOf(details, "p")
            .map((line) => textIn(line))
            .join("\n")
        : captions?.kind === "words"
          ? captions.text
          : "",
      credit: element.attributes[ownAttributes.credit] ?? "",
    });
  }
}

const blocky = named("p div ul ol dl table h1 h2 h3 h4 h5 h6 pre blockquote section article figure details hr");
const isBlockIn = ({ name, children }: Element) =>
  (blocky.has(name) && name !== "hr") ||
  (wrappers.has(name) && children.some((child) => isElement(child) && blocky.has(child.name)));

/** The picture that `element` shows; where it cannot be had, that is said, and its words are lost with it. */
export function pictureOf(element: Element, { shown, note }: Reading) {
  const source = element.name === "picture" ? (firstOf(element, "img") ?? element) : element;
  const href = source.attributes["src"] ?? source.attributes["data"] ?? "";
  const found = shown(href);
  if (found?.kind !== "picture") {
    note("pictureLeftOut", { file: href });
    return undefined;
  }
  const { hash, width, height } = found;
  const alt = source.attributes["alt"] ?? (source.name === "object" ? wordsIn(source) : "");
  return { type: "image" as const, hash, alt, credit: source.attributes[ownAttributes.credit] ?? "", width, height };
}

function trimmed(line: readonly Inline[]): Inline[] {
  const content = [...line];
  for (const [at, pattern] of [
    [0, /^ +/],
    [-1, / +$/],
  ] as const) {
    const run = content.at(at);
    if (run?.type !== "text") continue;
    const text = run.text.replace(pattern, "");
    if (text === "") content.splice(at, 1);
    else content[at === 0 ? 0 : content.length - 1] = { ...run, text };
  }
  return content;
}

/** What was typed, where the file says so; else what the MathML says, as near as it can be typed. */
function latexOf(element: Element): string {
  const typed = firstOf(element, "annotation");
  if (typed?.attributes["encoding"] === "application/x-tex") return textIn(typed);
  try {
    return MathMLToLaTeX.convert(written(el("math", {}, ...withoutAnnotations(element)))).trim();
  } catch {
    return wordsIn(element);
  }
}

const withoutAnnotations = (element: Element): Node[] =>
  element.children.flatMap((child): Node[] => {
    if (typeof child === "string") return [child];
    if (child.name.startsWith("annotation")) return [];
    return [el(child.name, {}, ...withoutAnnotations(child))];
  });
