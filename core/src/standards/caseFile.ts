/** Reads a framework of standards from CASE 1.0 JSON (1EdTech, 2017): leniently, in any order, never following an address. */
import { standardsNote, type StandardsNote } from "./notes.ts";

export interface CaseStandard {
  readonly guid: string;
  readonly code: string;
  readonly statement: string;
  /** Guid of the standard it lies under; null at the top. */
  readonly parentGuid: string | null;
  /** Not where the file names a parent that it does not hold. */
  readonly isParentKnown: boolean;
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
  /** What the document says of standards that equal or overlap one another, also of other frameworks: pairs of guids. */
  readonly links: readonly { readonly from: string; readonly to: string; readonly kind: "equals" | "overlaps" }[];
  /** Guids of which the file says something that cannot be: what is known of them stays as it is. */
  readonly inDoubt: readonly string[];
  readonly notes: readonly StandardsNote[];
}

type Entry = Record<string, unknown>;
const isEntry = (value: unknown): value is Entry =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const textIn = (entry: Entry, key: string) => (typeof entry[key] === "string" ? entry[key].trim() : "");
const entriesIn = (entry: Entry, key: string) => (Array.isArray(entry[key]) ? entry[key].filter(isEntry) : []);
const linkIn = (entry: Entry, key: string) => (isEntry(entry[key]) ? textIn(entry[key], "identifier") : "");

/** Associations that say that two standards ask the same, or some of it. */
const crossings: Readonly<Record<string, "equals" | "overlaps">> = { exactMatchOf: "equals", isRelatedTo: "overlaps" };

/**
 * The framework of a CASE document; null when it is none. Each entry that is faulty is named in the notes and nothing is
 * said of it besides: it is `inDoubt`, so that what is known of it stays as it is.
 */
export function readCase(file: unknown): CaseFramework | null {
  if (!isEntry(file) || !isEntry(file["CFDocument"])) return null;
  const guid = textIn(file["CFDocument"], "identifier");
  const title = textIn(file["CFDocument"], "title");
  if (guid === "" || title === "") return null;
  const notes: StandardsNote[] = [];
  const { items, faulty } = itemsOf(file, notes);
  const replacements = entriesIn(file, "CFAssociations")
    .filter((link) => textIn(link, "associationType") === "replacedBy")
    .map((link) => [linkIn(link, "originNodeURI"), linkIn(link, "destinationNodeURI")] as const)
    .filter(([, newer]) => items.has(newer));
  const links = entriesIn(file, "CFAssociations").flatMap((link) => {
    const kind = crossings[textIn(link, "associationType")];
    const [from, to] = [linkIn(link, "originNodeURI"), linkIn(link, "destinationNodeURI")];
    return kind === undefined || from === "" || to === "" ? [] : [{ from, to, kind }];
  });
  const { parents, lost } = parentsOf(file, guid, items, faulty, notes);
  const name = (id: string) => codeOf(items.get(id) ?? {});
  const at = (id: string) => parents.get(id) ?? { parent: guid, sequence: Number.MAX_SAFE_INTEGER };
  const childrenOf = (parent: string) =>
    [...items.keys()]
      .filter((id) => at(id).parent === parent)
      .sort((a, b) => at(a).sequence - at(b).sequence || name(a).localeCompare(name(b), "en", { numeric: true }));
  const standards = new Map<string, CaseStandard>();
  const visit = (parent: string, parentGuid: string | null) => {
    for (const id of childrenOf(parent)) {
      const raw = items.get(id) ?? {};
      const statement = textIn(raw, "fullStatement");
      standards.set(id, { guid: id, code: name(id), statement, parentGuid, isParentKnown: !lost.has(id), raw });
      visit(id, id);
    }
  };
  visit(guid, null);
  // What lies under a faulty entry keeps its place there.
  for (const id of faulty) visit(id, id);
  const left = new Set([...items.keys()].filter((id) => !standards.has(id)));
  const inDoubt = [...faulty, ...left];
  for (const first of left) {
    const circle: string[] = [];
    for (let id = first; left.delete(id); id = at(id).parent) circle.push(name(id));
    if (circle.length > 0)
      notes.push(standardsNote("leftInCircle", { codes: circle.join(", "), count: circle.length }));
  }
  return { guid, title, standards: [...standards.values()], replacements, links, inDoubt, notes };
}

function itemsOf(file: Entry, notes: StandardsNote[]) {
  const items = new Map<string, Entry>();
  const faulty = new Set<string>();
  const list: unknown[] = Array.isArray(file["CFItems"]) ? file["CFItems"] : [];
  list.forEach((item, i) => {
    const entry = isEntry(item) ? item : {};
    const id = textIn(entry, "identifier");
    const code = textIn(entry, "humanCodingScheme");
    const named = { entry: i + 1, code };
    if (id === "") notes.push(standardsNote("entryNoIdentifier", named));
    else if (textIn(entry, "fullStatement") === "") {
      notes.push(standardsNote("entryNoStatement", named));
      faulty.add(id);
    } else if (items.has(id))
      notes.push(standardsNote("entryIdentifierTaken", { ...named, of: codeOf(items.get(id) ?? {}) }));
    else items.set(id, entry);
  });
  for (const id of items.keys()) faulty.delete(id);
  return { items, faulty };
}

/** The place of each item; `lost`: it should lie under something that the file does not hold. */
function parentsOf(
  file: Entry,
  guid: string,
  items: ReadonlyMap<string, Entry>,
  faulty: ReadonlySet<string>,
  notes: StandardsNote[],
) {
  const name = (id: string) => (id === guid ? "" : codeOf(items.get(id) ?? { identifier: id }));
  const parents = new Map<string, { parent: string; sequence: number }>();
  const others: (readonly [child: string, parent: string])[] = [];
  const missing = new Map<string, string>();
  for (const link of entriesIn(file, "CFAssociations")) {
    if (textIn(link, "associationType") !== "isChildOf") continue;
    const [child, parent] = [linkIn(link, "originNodeURI"), linkIn(link, "destinationNodeURI")];
    if (!items.has(child)) continue;
    if (!items.has(parent) && !faulty.has(parent) && parent !== guid) missing.set(child, parent);
    else if (!parents.has(child))
      parents.set(child, { parent, sequence: Number(link["sequenceNumber"] ?? Number.MAX_SAFE_INTEGER) });
    else if (parents.get(child)?.parent !== parent) others.push([child, parent]);
  }
  for (const [child, parent] of others) {
    const above = new Set<string>();
    for (let id = parent; !above.has(id) && id !== guid && id !== ""; id = parents.get(id)?.parent ?? "") above.add(id);
    const terms = { code: name(child), other: name(parent), under: name(parents.get(child)?.parent ?? guid) };
    notes.push(standardsNote(above.has(child) ? "wouldLieInCircle" : "severalParents", terms));
  }
  const lost = new Set([...missing.keys()].filter((child) => !parents.has(child)));
  for (const child of lost) notes.push(standardsNote("parentMissing", { code: name(child) }));
  return { parents, lost };
}

/** The code people use; where there is none, the beginning of the identifier. */
function codeOf(item: Entry): string {
  const code = textIn(item, "humanCodingScheme");
  return code === "" ? textIn(item, "identifier").slice(0, 8) : code;
}
