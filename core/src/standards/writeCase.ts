/** Writes a framework of standards as CASE JSON (1EdTech, 2017): what came in such a file goes out with every field it had. */

export interface WrittenStandard {
  readonly guid: string;
  readonly code: string;
  readonly statement: string;
  readonly studentWording: string | null;
  /** Guid of the standard it lies under; null at the top. */
  readonly parentGuid: string | null;
  /** The item as it came in; null for one that was written here. */
  readonly raw: unknown;
}

/** "replacedBy": the first was withdrawn, and the second stands in its place. */
export const linkTypes = { equals: "exactMatchOf", overlaps: "isRelatedTo", replaced: "replacedBy" } as const;

export interface WrittenLink {
  readonly from: { readonly guid: string; readonly code: string };
  readonly to: { readonly guid: string; readonly code: string };
  readonly kind: keyof typeof linkTypes;
}

export interface WrittenFramework {
  readonly guid: string;
  readonly title: string;
  /** Whose standards they are, where no file has said it. */
  readonly creator: string;
  /** The file that it came in, without its items; null for one that was written here. */
  readonly raw: unknown;
  /** Parents before their children, each in its order. */
  readonly standards: readonly WrittenStandard[];
  readonly links: readonly WrittenLink[];
}

type Entry = Readonly<Record<string, unknown>>;
const isEntry = (value: unknown): value is Entry =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const entries = (value: unknown): Entry[] => (Array.isArray(value) ? value.filter(isEntry) : []);
const guidIn = (entry: Entry, key: string): string => {
  const link = entry[key];
  return isEntry(link) && typeof link["identifier"] === "string" ? link["identifier"] : "";
};

/**
 * The file of a framework. Identifiers, addresses and fields that are not known here stay as they came; what has none gets
 * some. Withdrawn standards are not in it, but what has taken their place is said.
 *
 * @param at when it is written, ISO 8601 with zone: of what was changed here
 * @param identifierOf an identifier for what has none: the same for the same words
 */
export function writeCase(framework: WrittenFramework, at: string, identifierOf: (words: string) => string): Entry {
  const { guid, title, creator, standards, links } = framework;
  const raw = isEntry(framework.raw) ? framework.raw : {};
  const known = isEntry(raw["CFDocument"]) ? raw["CFDocument"] : {};
  const uriOf = (identifier: string) => `urn:uuid:${identifier}`;
  const document: Entry = {
    ...{
      identifier: guid,
      uri: uriOf(guid),
      creator,
      lastChangeDateTime: at,
      CFPackageURI: { title, identifier: guid, uri: uriOf(guid) },
    },
    ...known,
    title,
  };
  const documentLink = { title, identifier: guid, uri: document["uri"] };
  const items = standards.map(({ code, statement, studentWording, raw: own, ...one }): Entry => {
    const before = isEntry(own) ? own : {};
    const words = { fullStatement: statement, ...(code !== codeIn(before, one.guid) && { humanCodingScheme: code }) };
    const { extensions, ...fields } = before;
    const { studentWording: _, ...others } = isEntry(extensions) ? extensions : {};
    const ours = studentWording === null ? others : { ...others, studentWording };
    const isChanged =
      Object.entries(words).some(([key, value]) => before[key] !== value) || wordingIn(before) !== studentWording;
    return {
      ...{ identifier: one.guid, uri: uriOf(one.guid), CFDocumentURI: documentLink },
      ...fields,
      ...words,
      ...(Object.keys(ours).length > 0 && { extensions: ours }),
      ...(isChanged && { lastChangeDateTime: at }),
    };
  });
  const uris = new Map([...items, document].map((entry) => [String(entry["identifier"]), entry["uri"]]));
  const codes = new Map(standards.map((one) => [one.guid, one.code]));
  const linkTo = (identifier: string, name: string) => ({
    title: name,
    identifier,
    uri: uris.get(identifier) ?? uriOf(identifier),
  });
  const kept = entries(raw["CFAssociations"]);
  const said = new Set(
    kept.map(
      (one) => `${String(one["associationType"])} ${guidIn(one, "originNodeURI")} ${guidIn(one, "destinationNodeURI")}`,
    ),
  );
  const association = (associationType: string, from: Entry, to: Entry, more: Entry = {}): Entry[] => {
    const words = `${associationType} ${String(from["identifier"])} ${String(to["identifier"])}`;
    if (said.has(words)) return [];
    said.add(words);
    const identifier = identifierOf(words);
    return [
      {
        ...{ identifier, uri: uriOf(identifier), associationType, CFDocumentURI: documentLink, ...more },
        ...{ originNodeURI: from, destinationNodeURI: to, lastChangeDateTime: at },
      },
    ];
  };
  const places = standards.flatMap(({ guid: own, code, parentGuid }, i) => {
    const parent = parentGuid === null ? documentLink : linkTo(parentGuid, codes.get(parentGuid) ?? parentGuid);
    return association("isChildOf", linkTo(own, code), parent, { sequenceNumber: i + 1 });
  });
  const crossings = links.flatMap(({ from, to, kind }) =>
    // Whichever way round the file had it.
    said.has(`${linkTypes[kind]} ${to.guid} ${from.guid}`) && kind !== "replaced"
      ? []
      : association(linkTypes[kind], linkTo(from.guid, from.code), linkTo(to.guid, to.code)),
  );
  const { CFDocument: _document, CFItems: _items, CFAssociations: _associations, ...rest } = raw;
  return { CFDocument: document, CFItems: items, CFAssociations: [...kept, ...places, ...crossings], ...rest };
}

/** The code as the reader takes it: the beginning of the identifier where there is none. */
function codeIn(item: Entry, guid: string): string {
  const code = item["humanCodingScheme"];
  return typeof code === "string" && code.trim() !== "" ? code.trim() : guid.slice(0, 8);
}

/** Students' words for it, which the standard has no field for, in its place for extensions. */
export function wordingIn(item: unknown): string | null {
  const extensions = isEntry(item) && isEntry(item["extensions"]) ? item["extensions"] : {};
  return typeof extensions["studentWording"] === "string" ? extensions["studentWording"] : null;
}
