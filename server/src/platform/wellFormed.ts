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

/**
 * Whether parsing this JSON costs no more than it should: nested no deeper than `depth`, and of no more than `values`
 * values. Looked at byte by byte before anything is made of it, since forty megabytes of brackets become gigabytes.
 */
export function isBounded(json: Buffer, most: { readonly depth: number; readonly values: number }): boolean {
  let [depth, values, isInText] = [0, 1, false];
  for (let i = 0; i < json.length; i++) {
    const byte = json[i];
    if (isInText) {
      if (byte === 0x5c) i += 1;
      else if (byte === 0x22) isInText = false;
    } else if (byte === 0x22) isInText = true;
    else if (byte === 0x5b || byte === 0x7b) {
      depth += 1;
      values += 1;
      if (depth > most.depth) return false;
    } else if (byte === 0x5d || byte === 0x7d) depth -= 1;
    else if (byte === 0x2c) values += 1;
    if (values > most.values) return false;
  }
  return true;
}
