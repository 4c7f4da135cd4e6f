/** What the readers of all interactions share. */
import type { FileContent } from "@verdant/contract/exchange";
import type { Answer } from "@verdant/core/items/kinds";
import { plainText } from "@verdant/core/richText";
import { toRichText, type Reading } from "../readText.ts";
import type { Extension } from "../extension.ts";
import type { ReadFeedback } from "../readFeedback.ts";
import { scoreOf, type Responses } from "../responseProcessing.ts";
import { childOf, childrenOf, textIn, type Element } from "../xml.ts";

/** An answer as the file's rules take it, and the same as ours do. */
export interface Probe {
  readonly responses: Responses;
  readonly answer: Answer;
}

export type ContentOf<K extends FileContent["kind"]> = Extract<FileContent, { kind: K }>;

export interface ReadContent {
  /** With the identifiers of the file as its ids. By how the parts count, where there are several ways. */
  readonly ways: readonly FileContent[];
  /** The right answer first. */
  readonly probes: readonly Probe[];
  readonly optionIds: readonly string[];
  /** Puts what is shown after an answer where it belongs. */
  readonly withRationales: (content: FileContent, feedback: ReadFeedback) => FileContent;
}

export interface ItemSource {
  readonly item: Element;
  readonly reading: Reading;
  /** Of an item that we have written. */
  readonly own: Extension | undefined;
  /** What becomes an id of ours of an identifier in the file. */
  readonly idOf: (identifier: string) => string;
}

export const asIs = (content: FileContent) => content;
export const scorings = ["partial", "all"] as const;

export const responseOf = ({ attributes }: Element) => attributes["response-identifier"] ?? "RESPONSE";
export const idIn = ({ attributes }: Element) => attributes["identifier"] ?? "";

export function declarationOf(item: Element, interaction: Element): Element | undefined {
  const identifier = responseOf(interaction);
  return childrenOf(item, "qti-response-declaration").find((one) => one.attributes["identifier"] === identifier);
}

export const isNumber = (declaration: Element | undefined) =>
  ["float", "integer"].includes(declaration?.attributes["base-type"] ?? "");

export const valuesIn = (declaration: Element | undefined): string[] => {
  const correct = declaration && childOf(declaration, "qti-correct-response");
  return correct ? childrenOf(correct, "qti-value").map((value) => textIn(value).trim()) : [];
};

export const entriesOf = (declaration: Element | undefined) =>
  declaration && childOf(declaration, "qti-mapping")
    ? childrenOf(childOf(declaration, "qti-mapping") as Element, "qti-map-entry")
    : [];

/** The key as the file says it; else what its mapping or its rules pay for. */
export function keysOf({ item }: ItemSource, interaction: Element, candidates: readonly string[]): string[] {
  const declaration = declarationOf(item, interaction);
  const said = valuesIn(declaration);
  if (said.length > 0) return said;
  const mapped = entriesOf(declaration).filter(({ attributes }) => Number(attributes["mapped-value"] ?? 0) > 0);
  if (mapped.length > 0) return mapped.map(({ attributes }) => attributes["map-key"] ?? "");
  return candidates.filter((one) => scoreOf(item, { [responseOf(interaction)]: [one] }) > 0);
}

/** Words of what is chosen from, where only plain words have a place. */
export function plainWordsOf(element: Element, { note, ...reading }: Reading): string {
  const text = toRichText(element.children, { note, ...reading });
  const words = plainText(text);
  if (
    text.content.some(
      (block) => block.type !== "paragraph" || block.content.some((inline) => inline.type !== "text" || inline.marks),
    )
  )
    note("wordsOfOptionsPlain", { words });
  return words;
}
