/** Several things in one cell: parted by a sign, which a backslash before it keeps as it is. */

/** A backslash before one of these, and no other, is none of the text: "\pi" stays as it is. */
const special = "[|;:=>\\\\]";

/** @param signs at which the text could be parted by mistake */
export const escaped = (text: string, ...signs: readonly string[]): string =>
  signs.reduce(
    (said, sign) => said.replaceAll(sign, `\\${sign}`),
    text.replaceAll(new RegExp(`\\\\(?=${special}|$)`, "g"), "\\\\"),
  );

/** A part as it was meant. */
export const unescaped = (text: string): string => text.replaceAll(new RegExp(`\\\\(${special})`, "g"), "$1");

/** What stands before the first of a sign, and after it; the second is undefined where there is none. */
export function cut(text: string, sign: string): [head: string, rest: string | undefined] {
  const [head = ""] = rawParts(text, sign);
  const rest = head.length < text.length ? text.slice(head.length + sign.length) : undefined;
  return [head.trim(), rest?.trim()];
}

/** The parts of a cell, without the space around them; escapes stay in them, for what is parted further. */
export const parted = (text: string, sign: string): string[] => rawParts(text, sign).map((part) => part.trim());

function rawParts(text: string, sign: string): string[] {
  const parts = [""];
  const kept = new RegExp(`\\\\${special}`, "y");
  for (let at = 0; at < text.length;) {
    kept.lastIndex = at;
    const pair = kept.exec(text)?.[0];
    const taken = pair ?? (text.startsWith(sign, at) ? sign : (text[at] ?? ""));
    if (pair === undefined && taken === sign) parts.push("");
    else parts.push(`${parts.pop() ?? ""}${taken}`);
    at += taken.length;
  }
  return parts;
}

export const joined = (parts: readonly string[], sign: string): string =>
  parts.map((part) => escaped(part, sign)).join(sign === "|" ? "|" : `${sign} `);

export const listIn = (text: string, sign: string): string[] =>
  parted(text, sign)
    .map(unescaped)
    .filter((part) => part !== "");
