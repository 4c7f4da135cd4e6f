/** Reads a framework of standards from CASE 1.0 JSON (1EdTech, 2017): leniently, in any order, never following an address. */

export interface CaseStandard {
  readonly guid: string;
  readonly code: string;
  readonly statement: string;
  /** Guid of the standard it lies under; null at the top. */
  readonly parentGuid: string | null;
  /** The item as it came, so that nothing unknown is lost. */
  readonly raw: unknown;
}

export interface CaseFramework {
  readonly guid: string;
  readonly title: string;
  /** Parents before their children, in the order of the document. */
  readonly standards: readonly CaseStandard[];
  /** What the document says has taken the place of what: pairs of guids, the older first. */
  readonly replacements: readonly (readonly [string, string])[];
  readonly notes: readonly string[];
}

type Entry = Record<string, unknown>;
const isEntry = (value: unknown): value is Entry =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const textIn = (entry: Entry, key: string) => (typeof entry[key] === "string" ? entry[key].trim() : "");
const entriesIn = (entry: Entry, key: string) => (Array.isArray(entry[key]) ? entry[key].filter(isEntry) : []);
const linkIn = (entry: Entry, key: string) => (isEntry(entry[key]) ? textIn(entry[key], "identifier") : "");

/** The framework of a CASE document; null when it is none. Standards in a circle, or twice under a parent, are noted. */
export function readCase(file: unknown): CaseFramework | null {
  if (!isEntry(file) || !isEntry(file["CFDocument"])) return null;
  const guid = textIn(file["CFDocument"], "identifier");
  const title = textIn(file["CFDocument"], "title");
  if (guid === "" || title === "") return null;
  const notes: string[] = [];
  const items = new Map<string, Entry>();
  for (const item of entriesIn(file, "CFItems")) {
    const id = textIn(item, "identifier");
    if (id === "" || textIn(item, "fullStatement") === "")
      notes.push("An item without identifier or statement was left out.");
    else items.set(id, item);
  }
  const replacements: (readonly [string, string])[] = [];
  const parents = new Map<string, { parent: string; sequence: number }>();
  for (const link of entriesIn(file, "CFAssociations")) {
    const type = textIn(link, "associationType");
    const [child, parent] = [linkIn(link, "originNodeURI"), linkIn(link, "destinationNodeURI")];
    if (type === "replacedBy" && items.has(parent)) replacements.push([child, parent]);
    if (type !== "isChildOf") continue;
    if (!items.has(child) || (!items.has(parent) && parent !== guid)) continue;
    if (parents.has(child)) {
      if (parents.get(child)?.parent !== parent)
        notes.push(`${codeOf(items.get(child) ?? {})} has several parents; it lies under the first.`);
      continue;
    }
    parents.set(child, { parent, sequence: Number(link["sequenceNumber"] ?? Number.MAX_SAFE_INTEGER) });
  }
  const childrenOf = (parent: string) =>
    [...items.keys()]
      .filter((id) => (parents.get(id)?.parent ?? guid) === parent)
      .sort(
        (a, b) =>
          (parents.get(a)?.sequence ?? Number.MAX_SAFE_INTEGER) -
            (parents.get(b)?.sequence ?? Number.MAX_SAFE_INTEGER) ||
          codeOf(items.get(a) ?? {}).localeCompare(codeOf(items.get(b) ?? {}), "en", { numeric: true }),
      );
  const standards: CaseStandard[] = [];
  const visit = (parent: string, parentGuid: string | null) => {
    for (const id of childrenOf(parent)) {
      const raw = items.get(id) ?? {};
      standards.push({ guid: id, code: codeOf(raw), statement: textIn(raw, "fullStatement"), parentGuid, raw });
      visit(id, id);
    }
  };
  visit(guid, null);
  if (standards.length < items.size)
    notes.push(`${items.size - standards.length} standards lie in a circle and were left out.`);
  return { guid, title, standards, replacements, notes };
}

/** The code people use; where there is none, the beginning of the identifier. */
function codeOf(item: Entry): string {
  const code = textIn(item, "humanCodingScheme");
  return code === "" ? textIn(item, "identifier").slice(0, 8) : code;
}
