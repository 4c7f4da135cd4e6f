/** A class list as people paste it: one student a line. */

export interface PastedName {
  readonly givenName: string;
  readonly familyName: string;
}

export interface ClassList {
  readonly names: readonly PastedName[];
  /** Lines that were not taken, as they stand, and why. Empty lines are not counted. */
  readonly left: readonly { readonly line: string; readonly why: "twice" | "tooLong" }[];
}

/** Characters of a given or family name, as the contract has it. */
const longest = 300;

/**
 * Reads names: "Given Family", "Family, Given" or two columns (tab or semicolon: family, given). Numbers before a name
 * are no part of it. A name that stands there twice is taken once, and said. Time grows with the length of the text.
 *
 * @example readNames("1. Ada Quill\nMoss, Ben").names // Ada Quill, Ben Moss
 */
export function readNames(text: string): ClassList {
  const seen = new Set<string>();
  const names: PastedName[] = [];
  const left: ClassList["left"][number][] = [];
  for (const row of text.split("\n")) {
    const line = row.trim();
    const plain = line.replace(/^\d+[.)]?\s/, "").trim();
    if (plain === "") continue;
    const columns = plain
      .split(/[\t;,]/)
      .map((one) => one.trim())
      .filter(Boolean);
    const name = columns.length >= 2 ? { familyName: columns[0] ?? "", givenName: columns[1] ?? "" } : spaced(plain);
    const key = `${name.givenName} ${name.familyName}`.toLowerCase();
    if (name.givenName.length > longest || name.familyName.length > longest) left.push({ line, why: "tooLong" });
    else if (seen.has(key)) left.push({ line, why: "twice" });
    else {
      seen.add(key);
      names.push(name);
    }
  }
  return { names, left };
}

/** The last word is the family name; particles such as "van" go with it. */
function spaced(plain: string): PastedName {
  const words = plain.split(/\s+/);
  if (words.length === 1) return { givenName: words[0] ?? "", familyName: "" };
  let at = words.length - 1;
  while (at > 1 && /^(van|von|de|der|den|la|le|da|dos|al|el|bin|ten|ter)$/i.test(words[at - 1] ?? "")) at -= 1;
  return { givenName: words.slice(0, at).join(" "), familyName: words.slice(at).join(" ") };
}
