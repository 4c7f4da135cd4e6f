/**
 * The structure of a package, of whichever version, looked at without a network and without importing anything: what a
 * program that reads it would stumble over. It reads with our reader and trusts nothing that our writer believes.
 */
import { pathOf, type Archive } from "../zip.ts";
import { manifestPath, readManifest } from "./manifest.ts";
import { inNewNames } from "./names.ts";
import { allOf, childrenOf, isElement, mostXmlBytes, readXml, textIn, within, XmlFault, type Element } from "./xml.ts";

export const packageFaults = [
  "manifestMissing",
  "xmlUnreadable",
  "resourceTwice",
  "fileMissing",
  "leadsOutside",
  "dependencyUnknown",
  "notInManifest",
  "declarationMissing",
  "optionTwice",
  "keyNoOption",
  "outcomeUndeclared",
  "templateNeedsResponse",
  "mappingMissing",
  "pointsDiffer",
] as const;

export interface PackageFault {
  readonly file: string;
  /** From 1; null: of the file as a whole. */
  readonly line: number | null;
  readonly code: (typeof packageFaults)[number];
  /** What is meant: an identifier, an address. */
  readonly what: string;
}

export interface PackageCheck {
  readonly items: number;
  readonly tests: number;
  readonly stimuli: number;
  readonly faults: readonly PackageFault[];
}

/** What a test, an item or a text may name in other files. */
const references = ["qti-assessment-item-ref", "qti-assessment-section-ref", "qti-assessment-stimulus-ref"];
const pictured = ["img", "object", "audio", "video", "source", "track"];
const choices = [
  ...["qti-simple-choice", "qti-inline-choice", "qti-simple-associable-choice"],
  ...["qti-gap-text", "qti-gap-img", "qti-gap", "qti-hotspot-choice", "qti-associable-hotspot"],
];

export async function checkPackage(archive: Archive): Promise<PackageCheck> {
  const faults: PackageFault[] = [];
  const counts = { items: 0, tests: 0, stimuli: 0 };
  if (!archive.paths.has(manifestPath))
    return { ...counts, faults: [{ file: manifestPath, line: null, code: "manifestMissing", what: "" }] };
  let manifest: Awaited<ReturnType<typeof readManifest>>;
  try {
    manifest = await readManifest(archive.pieces(manifestPath, 5 * mostXmlBytes));
  } catch (error) {
    return { ...counts, faults: [unreadable(manifestPath, error)] };
  }
  const named = new Set<string>([manifestPath]);
  const ids = new Set<string>();
  const ofManifest = (code: PackageFault["code"], what: string) => {
    faults.push({ file: manifestPath, line: null, code, what });
  };
  for (const { identifier, type, path, href, files } of manifest.resources) {
    if (ids.has(identifier)) ofManifest("resourceTwice", identifier);
    ids.add(identifier);
    if (href !== "" && path === null) ofManifest("leadsOutside", href);
    for (const file of new Set([...(path === null ? [] : [path]), ...files])) {
      named.add(file);
      if (!archive.paths.has(file)) ofManifest("fileMissing", file);
    }
    if (path !== null && archive.paths.has(path) && type.startsWith("imsqti")) {
      const found = await checkFile(archive, path);
      faults.push(...found.faults);
      if (found.kind !== null) counts[found.kind] += 1;
    }
  }
  for (const { dependencies } of manifest.resources)
    for (const one of dependencies) if (!ids.has(one)) ofManifest("dependencyUnknown", one);
  for (const path of archive.paths) if (!named.has(path)) ofManifest("notInManifest", path);
  return { ...counts, faults };
}

const unreadable = (file: string, error: unknown): PackageFault => ({
  ...{ file, line: error instanceof XmlFault ? error.line : null, code: "xmlUnreadable" },
  what: error instanceof Error ? error.message : "",
});

const kinds = {
  "qti-assessment-item": "items",
  "qti-assessment-test": "tests",
  "qti-assessment-stimulus": "stimuli",
} as const;

async function checkFile(archive: Archive, file: string) {
  let root: Element;
  try {
    root = inNewNames(readXml(await archive.read(file, mostXmlBytes)));
  } catch (error) {
    return { kind: null, faults: [unreadable(file, error)] };
  }
  const faults: PackageFault[] = [];
  const say = (element: Element, code: PackageFault["code"], what: string) => {
    faults.push({ file, line: element.line, code, what });
  };
  for (const element of within(root))
    for (const address of addressesIn(element)) {
      const path = pathOf(file, address);
      if (path === null) say(element, "leadsOutside", address);
      else if (!archive.paths.has(path)) say(element, "fileMissing", path);
    }
  const kind = root.name in kinds ? kinds[root.name as keyof typeof kinds] : null;
  if (kind === "items") checkItem(root, say);
  return { kind, faults };
}

/** Addresses in a file that have to lie in the package; what lies elsewhere in the web is no fault of it. */
function addressesIn({ name, attributes }: Element): string[] {
  const { src, data, href } = attributes;
  const given = pictured.includes(name) ? [src, data] : references.includes(name) ? [href] : [];
  return given.flatMap((one) => (one === undefined || one === "" || /^(https?|data):/i.test(one) ? [] : [one]));
}

type Say = (element: Element, code: PackageFault["code"], what: string) => void;

function checkItem(item: Element, say: Say): void {
  const declared = new Map(
    childrenOf(item, "qti-response-declaration").map((one) => [one.attributes["identifier"] ?? "", one]),
  );
  const outcomes = new Set(
    childrenOf(item, "qti-outcome-declaration").map((one) => one.attributes["identifier"] ?? ""),
  );
  for (const element of within(item)) {
    const response = element.attributes["response-identifier"];
    if (response !== undefined && element.name.endsWith("-interaction")) {
      const declaration = declared.get(response);
      if (declaration) checkInteraction(element, declaration, say);
      else say(element, "declarationMissing", response);
    }
    const outcome =
      element.attributes["outcome-identifier"] ??
      (element.name === "qti-set-outcome-value" ? element.attributes["identifier"] : undefined);
    if (outcome !== undefined && !outcomes.has(outcome)) say(element, "outcomeUndeclared", outcome);
  }
  for (const processing of childrenOf(item, "qti-response-processing")) checkTemplate(item, processing, declared, say);
}

function checkInteraction(interaction: Element, declaration: Element, say: Say): void {
  const options = allOf(interaction, ...choices).map((one) => one.attributes["identifier"] ?? "");
  for (const id of new Set(options.filter((one, i) => options.indexOf(one) !== i))) say(interaction, "optionTwice", id);
  const base = declaration.attributes["base-type"] ?? "";
  if (!["identifier", "pair", "directedPair"].includes(base) || options.length === 0) return;
  const keys = [
    ...allOf(declaration, "qti-value").map((one) => textIn(one).trim()),
    ...allOf(declaration, "qti-map-entry").map((one) => one.attributes["map-key"] ?? ""),
  ];
  for (const id of new Set(keys.flatMap((key) => key.split(/\s+/)).filter((one) => one !== "")))
    if (!options.includes(id)) say(declaration, "keyNoOption", id);
}

/** The templates of the standard mark one response of this name, and the simplest gives one point. */
function checkTemplate(item: Element, processing: Element, declared: ReadonlyMap<string, Element>, say: Say): void {
  const address = processing.attributes["template"];
  if (address === undefined) return;
  const template = (address.replace(/\/$/, "").split("/").at(-1) ?? "").replace(/\.xml$/, "");
  const response = declared.get("RESPONSE");
  if (!response) {
    say(processing, "templateNeedsResponse", template);
    return;
  }
  const hasMapping = response.children.some((one) => isElement(one) && /mapping$/.test(one.name));
  if (template.startsWith("map_response") && !hasMapping) say(processing, "mappingMissing", template);
  const most = childrenOf(item, "qti-outcome-declaration").find((one) => one.attributes["identifier"] === "MAXSCORE");
  const points = most ? Number(textIn(most).trim() || "1") : 1;
  if (template === "match_correct" && points !== 1) say(processing, "pointsDiffer", String(points));
}
