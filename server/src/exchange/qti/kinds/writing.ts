/** What the writers of all kinds share: declarations, keys and rules. */
import type { FileContent } from "@verdant/contract/exchange";
import { richTextOf } from "@verdant/core/richText";
import { toText } from "../../fileContent.ts";
import { fromRichText, fromShortText, losesSpace, type HrefOf } from "../writeText.ts";
import type { Extension } from "../extension.ts";
import { identifierOf } from "../names.ts";
import { el, type Element, type Node } from "../xml.ts";

export interface WrittenKind {
  readonly interaction: string;
  readonly declarations: readonly Element[];
  readonly body: readonly Node[];
  /** The standard template that says the same as the rules, where there is one. */
  readonly template?: "match_correct" | "map_response";
  /** None for what no machine scores. */
  readonly rules?: readonly Element[];
  /** The response by whose values feedback on options is shown. */
  readonly optionFeedback?: string;
  readonly own: Pick<Extension, "misconceptions" | "rationales"> & Partial<Extension>;
}

export type Attributes = Readonly<Record<string, string | number | undefined>>;

export const response = "RESPONSE";
export const variable = (identifier: string) => el("qti-variable", { identifier });
export const correct = (identifier: string) => el("qti-correct", { identifier });
export const base = (type: string, value: string | number) =>
  el("qti-base-value", { "base-type": type }, String(value));
export const setScore = (value: Element) => el("qti-set-outcome-value", { identifier: "SCORE" }, value);
export const when = (condition: Element, ...then: Element[]) =>
  el("qti-response-condition", {}, el("qti-response-if", {}, condition, then));
export const matches = (identifier: string) => el("qti-match", {}, variable(identifier), correct(identifier));
export const allOrNothing = (condition: Element) => [when(condition, setScore(variable("MAXSCORE")))];
export const bySum = [setScore(el("qti-map-response", { identifier: response }))];
/** Enough digits that thirds and sevenths of the points come out right to a thousandth. */
export const share = (points: number, parts: number) => Number((points / Math.max(1, parts)).toFixed(8));
export const id = (one: string | undefined) => identifierOf(one ?? "");

export function declaration(
  identifier: string,
  [cardinality, baseType]: readonly [string, string],
  keys: readonly (string | number)[],
  mapping?: Element,
): Element {
  const values = keys.map((key) => el("qti-value", {}, String(key)));
  return el(
    "qti-response-declaration",
    { identifier, cardinality, "base-type": baseType },
    values.length > 0 ? el("qti-correct-response", {}, values) : [],
    mapping ?? [],
  );
}

/** What each answer is worth; never less than nothing, never more than all. */
export const mappingOf = (entries: readonly (readonly [string, number, Attributes?])[], points: number): Element =>
  el(
    "qti-mapping",
    { "lower-bound": 0, "upper-bound": points, "default-value": 0 },
    entries.map(([key, value, attributes = {}]) =>
      el("qti-map-entry", { "map-key": key, "mapped-value": value, ...attributes }),
    ),
  );

/** A question of one paragraph is the prompt of its interaction; a longer one stands above it. */
export function asked(stem: FileContent["stem"], hrefOf: HrefOf): { above: Node[]; prompt: Element[] } {
  const text = toText(stem);
  const [only, ...more] = text.content;
  const isShort =
    only?.type === "paragraph" && more.length === 0 && !losesSpace(only.content) && only.content.length > 0;
  return isShort
    ? { above: [], prompt: [el("qti-prompt", {}, fromShortText(text, hrefOf))] }
    : { above: fromRichText(text, hrefOf), prompt: [] };
}

export const nothing = { misconceptions: {}, rationales: {} };

/** Wrong ideas by the id of what shows them. */
export const misconceptionsOf = (parts: readonly { id?: string | undefined; misconception?: string | undefined }[]) =>
  Object.fromEntries(
    parts.flatMap(({ id: part = "", misconception }) => (misconception === undefined ? [] : [[part, misconception]])),
  );
export const rationalesOf = (
  parts: readonly { id?: string | undefined; rationale?: FileContent["stem"] | undefined }[],
) =>
  Object.fromEntries(
    parts.flatMap(({ id: part = "", rationale }) => (rationale === undefined ? [] : [[part, rationale]])),
  );

/** How long a field is, by what belongs in it. */
export const lengthOf = (texts: readonly string[]) =>
  Math.min(60, Math.max(6, ...texts.map((text) => text.length + 4)));

/** Plain words, with white space as it is. */
export const plainNodes = (text: string): Node[] => fromShortText(richTextOf(text.replaceAll("\n", " ")), () => "");
