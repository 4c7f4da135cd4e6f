/** The parts of an item's body: its question, and the interactions in it. */
import type { RichText } from "@verdant/core/richText";
import { toRichText, type Reading } from "./readText.ts";
import { childOf, el, isElement, textIn, within, wordsIn, type Element, type Node } from "./xml.ts";

export const bodyOf = (item: Element): Element => childOf(item, "qti-item-body") ?? el("qti-item-body", {});

export const interactionsIn = (item: Element): Element[] =>
  [...within(bodyOf(item))].filter((element) => element.name.endsWith("-interaction"));

/** `element` with `gone` taken out, and `instead` in its place. */
function replaced(element: Element, gone: Element, instead: readonly Node[]): Element {
  const children = element.children.flatMap((child): readonly Node[] =>
    child === gone ? instead : isElement(child) ? [replaced(child, gone, instead)] : [child],
  );
  return { ...element, children };
}

/** The question above a block that is answered in, and what stands below it. */
export function stemAround(item: Element, interaction: Element, reading: Reading): RichText {
  const prompt = childOf(interaction, "qti-prompt");
  const instead = prompt ? [el("div", {}, prompt.children)] : [];
  return toRichText(replaced(bodyOf(item), interaction, instead).children, reading);
}

/** Of the element that holds a unit in our own files. */
export const unitClass = "unit";

/** A short word or two after a field is the unit of what is typed. */
const unitPattern = /^\s*([^\s.,;:!?]{1,12}(?: [^\s.,;:!?]{1,8})?)\s*\.?\s*$/;

/**
 * The question around a field in running text: a blank stands where it was, or nothing where it stood at the end.
 *
 * @param hasUnit whether a word or two after the field are its unit
 */
export function stemWithBlank(
  item: Element,
  field: Element,
  reading: Reading,
  { hasUnit }: { readonly hasUnit: boolean },
): { readonly stem: RichText; readonly unit: string } {
  const body = bodyOf(item);
  const line = [...within(body)].find((one) => one.children.includes(field)) ?? body;
  const at = line.children.indexOf(field);
  const [before, after] = [line.children.slice(0, at), line.children.slice(at + 1)];
  const rest = after.map((node) => wordsIn(node)).join(" ");
  const marked = after.find((node) => isElement(node) && node.attributes["class"] === unitClass);
  const found = marked ? textIn(marked) : (unitPattern.exec(rest)?.[1] ?? "");
  const unit = hasUnit && line !== body ? found : "";
  const isLast = /^[\s.]*$/.test(rest) || unit !== "";
  const isAlone = line !== body && before.every((node) => typeof node === "string" && node.trim() === "");
  const instead =
    isLast && isAlone ? [] : [{ ...line, children: isLast ? before : [...before, " ____ ", ...after].map(closeUp) }];
  const changed = line === body ? [...before, ...after] : replaced(body, line, instead).children;
  return { stem: toRichText(changed, reading), unit };
}

/** No space between a blank and the full stop after it. */
const closeUp = (node: Node, i: number, all: readonly Node[]): Node => {
  const next = all[i + 1];
  if (node === " ____ " && typeof next === "string" && /^[.,;:!?)]/.test(next)) return " ____";
  return node;
};
