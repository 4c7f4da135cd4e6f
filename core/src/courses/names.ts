/** A class list as people paste it: one student a line. */

export interface PastedName {
  readonly givenName: string;
  readonly familyName: string;
}

/**
 * Reads names: "Given Family", "Family, Given" or two columns (tab or semicolon: family, given). Numbers before a name,
 * empty lines, and lines that are there already are left out.
 *
 * @example readNames("1. Ada Quill\nMoss, Ben") // Ada Quill, Ben Moss
 */
export function readNames(text: string): PastedName[] {
  const seen = new Set<string>();
  return text.split(/\r?\n/).flatMap((line): PastedName[] => {
    const plain = line.replace(/^\s*\d+[.)]?\s+/, "").trim();
    const columns = plain.split(/\s*[\t;,]\s*/).filter(Boolean);
    const name = columns.length >= 2 ? { familyName: columns[0] ?? "", givenName: columns[1] ?? "" } : spaced(plain);
    if (!name) return [];
    const key = `${name.givenName} ${name.familyName}`.toLowerCase();
    if (seen.has(key)) return [];
    seen.add(key);
    return [name];
  });
}

/** The last word is the family name; particles such as "van" go with it. */
function spaced(plain: string): PastedName | null {
  const words = plain.split(/\s+/).filter(Boolean);
  if (words.length === 0) return null;
  if (words.length === 1) return { givenName: words[0] ?? "", familyName: "" };
  let at = words.length - 1;
  while (at > 1 && /^(van|von|de|der|den|la|le|da|dos|al|el|bin|ten|ter)$/i.test(words[at - 1] ?? "")) at -= 1;
  return { givenName: words.slice(0, at).join(" "), familyName: words.slice(at).join(" ") };
}
