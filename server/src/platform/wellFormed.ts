/** Text as the database can keep it: PostgreSQL refuses the null character and halves of surrogate pairs. */

/** `value` with every string in it, however deep, without null characters and with lone surrogates replaced (U+FFFD). */
export function wellFormed(value: unknown): unknown {
  if (typeof value === "string") return wellFormedText(value);
  if (Array.isArray(value)) return value.map(wellFormed);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [wellFormedText(key), wellFormed(one)]));
}

export const wellFormedText = (text: string): string => Buffer.from(text.replaceAll("\0", ""), "utf8").toString("utf8");

/** Whether JSON may hold such text: there it can only be written as an escape, so that most bodies need no second walk. */
export const mayBeIllFormed = (json: Buffer): boolean => /\\u(0000|d[89a-f])/i.test(json.toString("latin1"));
