/** XML as a small tree, read within bounds and written in one strict form. */
import { SaxesParser } from "saxes";

export interface Element {
  /** Without its prefix. */
  readonly name: string;
  readonly namespace: string;
  /** Those without a prefix by their name, and those of XML itself as `xml:lang`, `xml:base`. */
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Node[];
  /** Of its start in the file, from 1. */
  readonly line: number;
}
export type Node = Element | string;

/** What bounds the work on one file, whoever made it. */
const most = { depth: 256, elements: 200_000, text: 1_000_000, attributes: 200 };

/** Bytes of one file. */
export const mostXmlBytes = 20 * 1024 * 1024;

/** XML that is not read: broken, in an unknown encoding, with entities of its own, or beyond all bounds. */
export class XmlFault extends Error {
  override readonly name = "XmlFault";
  readonly reason: "xmlBroken" | "xmlEncoding" | "xmlEntities" | "xmlBounds";
  readonly line: number;

  constructor(reason: XmlFault["reason"], line = 1) {
    super(`${reason} in line ${line}`);
    this.reason = reason;
    this.line = line;
  }
}

interface Open {
  name: string;
  namespace: string;
  attributes: Record<string, string>;
  children: Node[];
  line: number;
}

/**
 * The root of a file.
 *
 * @throws XmlFault entities other than those of XML itself are never expanded, and a document type that declares any is
 * refused; so is nesting deeper than 256, and more than 200,000 elements
 */
export function readXml(bytes: Uint8Array): Element {
  const reading = readingXml();
  for (let at = 0; at < bytes.length; at += pieceBytes) reading.take(bytes.subarray(at, at + pieceBytes));
  return reading.end();
}

/** Text takes more room than bytes, so that it is never held as a whole. */
const pieceBytes = 256 * 1024;

/**
 * The same piece by piece, for long files.
 *
 * @param taken what is done with each element that is complete: those for which it answers true are dropped from the tree,
 * and not counted among its elements any more
 */
export function readingXml(taken?: (element: Element) => boolean) {
  const parser = new SaxesParser({ xmlns: true, position: true });
  const stack: Open[] = [];
  const roots: Open[] = [];
  let elements = 0;
  const fail = (reason: XmlFault["reason"]): never => {
    throw new XmlFault(reason, parser.line);
  };
  parser.on("error", (error) => {
    throw new XmlFault(/entity/i.test(error.message) ? "xmlEntities" : "xmlBroken", parser.line);
  });
  parser.on("doctype", (doctype) => {
    if (doctype.includes("[")) fail("xmlEntities");
  });
  parser.on("opentag", (tag) => {
    if (stack.length >= most.depth || ++elements > most.elements) fail("xmlBounds");
    const given = Object.values(tag.attributes);
    if (given.length > most.attributes) fail("xmlBounds");
    const attributes: Record<string, string> = Object.create(null) as Record<string, string>;
    for (const { prefix, local, name, value } of given)
      if (prefix === "" && local !== "xmlns") attributes[local] = value;
      else if (prefix === "xml") attributes[name] = value;
    const open: Open = { name: tag.local, namespace: tag.uri, attributes, children: [], line: parser.line };
    stack.at(-1)?.children.push(open);
    if (stack.length === 0) roots.push(open);
    stack.push(open);
  });
  parser.on("closetag", () => {
    const closed = stack.pop();
    if (!closed || !taken?.(closed)) return;
    stack.at(-1)?.children.pop();
    elements = stack.length;
  });
  const text = (words: string) => {
    const parent = stack.at(-1);
    if (!parent) return;
    const before = parent.children.at(-1);
    const whole = typeof before === "string" ? before + words : words;
    if (whole.length > most.text) fail("xmlBounds");
    if (typeof before === "string") parent.children.pop();
    parent.children.push(whole);
  };
  parser.on("text", text);
  parser.on("cdata", text);
  let decoder: InstanceType<typeof TextDecoder> | null = null;
  const decoded = (bytes?: Uint8Array): string => {
    try {
      decoder ??= new TextDecoder(encodingOf(bytes), { fatal: true });
      return bytes ? decoder.decode(bytes, { stream: true }) : decoder.decode();
    } catch {
      throw new XmlFault("xmlEncoding");
    }
  };
  return {
    take: (bytes: Uint8Array): void => {
      parser.write(decoded(bytes));
    },
    end: (): Element => {
      parser.write(decoded()).close();
      return roots[0] ?? fail("xmlBroken");
    },
  };
}

/** By the byte order mark, else by what the file declares, else UTF-8. */
function encodingOf(start: Uint8Array = new Uint8Array(0)): string {
  const head = Buffer.from(start.subarray(0, 200)).toString("latin1");
  if (head.startsWith("\u00ff\u00fe")) return "utf-16le";
  if (head.startsWith("\u00fe\u00ff")) return "utf-16be";
  return /^<\?xml[^>]*encoding=["']([\w.:-]+)["']/.exec(head)?.[1] ?? "utf-8";
}

export const isElement = (node: Node | undefined): node is Element => typeof node === "object";
export const elementsIn = (element: Element): Element[] => element.children.filter(isElement);
export const childrenOf = (element: Element, ...names: string[]): Element[] =>
  elementsIn(element).filter((child) => names.includes(child.name));
export const childOf = (element: Element, ...names: string[]): Element | undefined => childrenOf(element, ...names)[0];

/** `element` and all below it, in the order of the file. */
export function* within(element: Element): Generator<Element> {
  yield element;
  for (const child of elementsIn(element)) yield* within(child);
}
export const allOf = (element: Element, ...names: string[]): Element[] =>
  [...within(element)].filter((one) => names.includes(one.name));
export const firstOf = (element: Element, ...names: string[]): Element | undefined => {
  for (const one of within(element)) if (names.includes(one.name)) return one;
  return undefined;
};

/** All text below `node`, white space as it stands. */
export const textIn = (node: Node): string =>
  typeof node === "string" ? node : node.children.map((child) => textIn(child)).join("");
/** The same without white space at its ends, and with one space for each run of it. */
export const wordsIn = (node: Node | undefined): string =>
  node === undefined ? "" : textIn(node).replaceAll(/\s+/g, " ").trim();

/** "true" and "1" are true in XML. */
export const isTrue = (value: string | undefined): boolean => value === "true" || value === "1";

type Attributes = Readonly<Record<string, string | number | boolean | undefined>>;

/** An element to be written; attributes that are undefined are left out. */
export function el(name: string, attributes: Attributes, ...children: readonly (Node | readonly Node[])[]): Element {
  const given: Record<string, string> = {};
  for (const [key, value] of Object.entries(attributes)) if (value !== undefined) given[key] = String(value);
  return { name, namespace: "", attributes: given, children: children.flat(), line: 0 };
}

/** What XML cannot hold (most control characters, lone halves of pairs) is shown as a replacement mark. */
const unwritable =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

const escaped = (text: string) =>
  text
    .replaceAll(unwritable, "\ufffd")
    .replaceAll("&", "&amp;")
    .replaceAll("<", "&lt;")
    .replaceAll(">", "&gt;")
    .replaceAll("\r", "&#13;");
const escapedValue = (text: string) =>
  escaped(text).replaceAll('"', "&quot;").replaceAll("\n", "&#10;").replaceAll("\t", "&#9;");

/** One element as text; nothing is indented, since white space counts in running text. */
export function written(node: Node): string {
  if (typeof node === "string") return escaped(node);
  const attributes = Object.entries(node.attributes).map(([name, value]) => ` ${name}="${escapedValue(value)}"`);
  const start = `<${node.name}${attributes.join("")}`;
  return node.children.length === 0 ? `${start}/>` : `${start}>${node.children.map(written).join("")}</${node.name}>`;
}

export const writeXml = (root: Element): string => `<?xml version="1.0" encoding="UTF-8"?>\n${written(root)}\n`;
