/** Plain words in the form that they had before: what cells cannot show stays where its words are the same. */
import type { FileContent } from "@verdant/contract/exchange";
import type { RichText } from "@verdant/core/richText";
import type { PlainContent } from "./readContent.ts";
import { wordsOf } from "./writeRow.ts";

type Value = unknown;
type Obj = Readonly<Record<string, Value>>;

const isText = (value: Value): value is RichText => isObj(value) && value["type"] === "richText";
const isObj = (value: Value): value is Obj => typeof value === "object" && value !== null && !Array.isArray(value);

/**
 * The content that a row says, with ids, formatting and everything that cells cannot show taken from `start` wherever the
 * words are those of `start`.
 *
 * @param lost is told when formatting goes, since its words were changed
 */
export function inForm(said: PlainContent, start: FileContent | null, lost: () => void): Value {
  if (start?.kind !== said.kind) return withoutNothing(said.kind === "opinion" ? { form: "text", ...said } : said);
  const content = merged(said, start, lost) as Obj;
  return start.kind === "match" ? { ...content, rights: inOrder(content["rights"] as Named[], start.rights) } : content;
}

interface Named {
  readonly text: string;
}

/** Answers to choose from, in the order that they had; cells list them by the things that they fit. */
function inOrder(rights: readonly Named[], before: readonly Named[]): Named[] {
  const placeOf = ({ text }: Named) => {
    const at = before.findIndex((one) => wordsOf(one.text) === wordsOf(text));
    return at < 0 ? before.length : at;
  };
  return [...rights].sort((a, b) => placeOf(a) - placeOf(b));
}

function merged(said: Value, start: Value, lost: () => void): Value {
  if (start === undefined || said === undefined) return withoutNothing(said);
  if (isText(start)) {
    if (typeof said === "string" && wordsOf(start) === said) return start;
    lost();
    return said;
  }
  if (typeof start === "string" && typeof said === "string") return wordsOf(start) === wordsOf(said) ? start : said;
  if (Array.isArray(said) && Array.isArray(start)) return inTurn(said, start, lost);
  if (!isObj(said) || !isObj(start)) return withoutNothing(said);
  const keys = new Set([...Object.keys(start), ...Object.keys(said)]);
  return Object.fromEntries(
    [...keys].flatMap((key) => {
      // Said to be nothing is not the same as not said.
      const value = key in said ? merged(said[key], start[key], lost) : start[key];
      return value === undefined ? [] : [[key, value]];
    }),
  );
}

/** Each part with that of the same words; of the others, those in the same place where none came or went. */
function inTurn(said: readonly Value[], start: readonly Value[], lost: () => void): Value[] {
  const left = new Set(start.keys());
  const partners = said.map((one) => {
    const at = [...left].find((i) => nameOf(start[i]) === nameOf(one));
    if (at !== undefined) left.delete(at);
    return at;
  });
  return said.map((one, i) => {
    const at = partners[i] ?? (said.length === start.length && left.has(i) ? i : undefined);
    return at === undefined ? withoutNothing(one) : merged(one, start[at], lost);
  });
}

/** What a part is known again by. */
function nameOf(part: Value): string {
  if (!isObj(part)) return String(part);
  const words = part["text"] ?? part["label"] ?? part["name"] ?? part["left"] ?? part["points"] ?? "";
  const name = isText(words) || typeof words === "string" ? wordsOf(words) : JSON.stringify(words);
  return "right" in part ? `${name} => ${String(part["right"])}` : name;
}

const withoutNothing = (value: Value): Value =>
  Array.isArray(value)
    ? value.map(withoutNothing)
    : isObj(value) && !isText(value)
      ? Object.fromEntries(
          Object.entries(value).flatMap(([key, inner]) => (inner === undefined ? [] : [[key, withoutNothing(inner)]])),
        )
      : value;
