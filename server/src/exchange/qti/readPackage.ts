/** Reads a package of items into the form of a department file, and says of each part what became of it. */
import type { FileItem } from "@verdant/contract/exchange";
import { limits } from "@verdant/contract/wire";
import { outcomes, type KeptQuiz, type Note, type ReportRow } from "@verdant/contract/packages";
import { Failure } from "../../platform/failure.ts";
import type { KeptFile } from "../../platform/transferTables.ts";
import { fromText, misconceptionsIn } from "../fileContent.ts";
import type { FileBody } from "../readDepartmentFile.ts";
import { pathOf, type Archive } from "../zip.ts";
import { fileItemOf, type Known } from "./fileItemOf.ts";
import { manifestPath, readManifest, type Manifest, type Resource } from "./manifest.ts";
import type { PackageMedia } from "./packageMedia.ts";
import { readMetadata } from "./metadata.ts";
import { inNewNames, namespaces } from "./names.ts";
import { Unusable } from "../unusable.ts";
import { readQuizTest } from "./quizTest.ts";
import { readItem } from "./readItem.ts";
import { toRichText, type Shown } from "./readText.ts";
import { emptyStructure, type Structure } from "./structure.ts";
import { childOf, childrenOf, firstOf, mostXmlBytes, readXml, within, XmlFault, type Element } from "./xml.ts";

export interface ReadPackage {
  readonly body: FileBody;
  /** Keys of items that others have made: their files do not say how this department uses them. */
  readonly ofOthers: ReadonlySet<string>;
  readonly kept: readonly KeptFile[];
  readonly report: readonly ReportRow[];
}

/** @throws Failure where there is no manifest that can be read; a faulty part never stops the others */
export async function readPackage(
  { archive, media, structure, known }: Omit<Sources, "manifest">,
  moveOn: (share: number) => Promise<void>,
): Promise<ReadPackage> {
  const manifest = await manifestOf(archive);
  const reader = new PackageReader({ archive, media, manifest, structure, known });
  const all = manifest.resources.filter(({ type }) => isPart(type));
  // Tests name items: these are read first.
  const parts = [...all.filter(({ type }) => !mayBeTest(type)), ...all.filter(({ type }) => mayBeTest(type))];
  if (parts.length === 0) throw new Failure("packageEmpty");
  for (const [i, resource] of parts.entries()) {
    await reader.read(resource);
    if (i % 50 === 0) await moveOn(i / parts.length);
  }
  return reader.result();
}

const isPart = (type: string) => /^imsqti_/.test(type) || type === keptType;
const mayBeTest = (type: string) => /^imsqti_(test|assessment)/.test(type) || type === keptType;
/** Of a file that was kept before, and travels on as it is. */
export const keptType = "webcontent/kept";

async function manifestOf(archive: Archive): Promise<Manifest> {
  if (!archive.paths.has(manifestPath)) throw new Failure("manifestMissing");
  try {
    return await readManifest(archive.pieces(manifestPath, 4 * mostXmlBytes));
  } catch (error) {
    if (error instanceof XmlFault) throw new Failure("manifestBroken", { line: error.line });
    throw error;
  }
}

interface Sources {
  readonly archive: Archive;
  readonly media: PackageMedia;
  readonly manifest: Manifest;
  readonly structure: Structure | null;
  readonly known: Known;
}

class PackageReader {
  private readonly sources: Sources;
  private readonly items: FileItem[] = [];
  private readonly stimuli = new Map<string, FileBody["stimuli"][number]>();
  private readonly notesOfStimuli = new Map<string, Note[]>();
  private readonly ofOthers = new Set<string>();
  private readonly kept: KeptFile[] = [];
  private readonly report: ReportRow[] = [];
  private readonly identifiers = new Set<string>();
  /** Keys of items by the paths of their files. */
  private readonly keys = new Map<string, string>();

  constructor(sources: Sources) {
    this.sources = sources;
  }

  result(): ReadPackage {
    const { structure } = this.sources;
    const { format, formatVersion, framework, topics, misconceptions } = structure ?? emptyStructure;
    const named = new Set(misconceptions.map((one) => one.key));
    // Wrong ideas that only an item names still come in with it.
    const more = this.items.flatMap(misconceptionsIn).filter((key) => !named.has(key) && named.add(key));
    const keys = new Set(this.items.map((item) => item.key));
    return {
      body: {
        format,
        formatVersion,
        ...(framework && { framework }),
        topics,
        misconceptions: [...misconceptions, ...more.map((key) => ({ key, name: key }))],
        courses: [],
        classes: [],
        stimuli: [...this.stimuli.values()],
        // An item that explains another may have been refused.
        items: this.items.map((item) =>
          item.twin === undefined || keys.has(item.twin) ? item : without(item, "twin"),
        ),
        many: [],
      },
      ofOthers: this.ofOthers,
      kept: this.kept,
      // The gravest first, each in the order of the package.
      report: [...this.report].sort((a, b) => gravityOf(b) - gravityOf(a)),
    };
  }

  async read(resource: Resource): Promise<void> {
    const { archive } = this.sources;
    const { path, href, identifier } = resource;
    const say = (row: Omit<ReportRow, "file" | "identifier"> & { identifier?: string }) =>
      this.report.push({ file: (path ?? href).slice(0, 300), identifier: identifier.slice(0, 200), ...row });
    if (path === null || !archive.paths.has(path)) {
      say({ title: "", outcome: "refused", notes: [{ code: "fileMissing", terms: { file: href.slice(0, 200) } }] });
      return;
    }
    let root: Element;
    try {
      root = inNewNames(readXml(await archive.read(path, mostXmlBytes)));
    } catch (error) {
      if (error instanceof XmlFault)
        say({ title: "", outcome: "refused", notes: [{ code: error.reason, terms: { line: error.line } }] });
      // What grows without end stops all of it; what is broken or too large, only itself.
      else if (error instanceof Failure && error.code !== "archiveBomb")
        say({ title: "", outcome: "refused", notes: [{ code: "fileBroken", terms: { file: path.slice(0, 200) } }] });
      else throw error;
      return;
    }
    const title = (root.attributes["title"] ?? "").slice(0, 200);
    const own = root.attributes["identifier"] ?? identifier;
    if (root.name === "qti-assessment-stimulus") {
      await this.stimulusAt(path, root);
      const notes = this.notesOfStimuli.get(path) ?? [];
      say({ title, identifier: own, outcome: notes.length === 0 ? "imported" : "importedWithNotes", notes });
    } else if (root.name === "qti-assessment-item" && resource.type !== keptType)
      await this.readItem(resource, path, root, say);
    else if (root.name.startsWith("qti-assessment-")) {
      const quiz = readQuizTest(root, (href) => this.keys.get(pathOf(path, href) ?? ""));
      const notes: Note[] = [{ code: "testKept", terms: {} }, ...(quiz?.notes ?? [])];
      this.keep(resource, root, notes, quiz && { parts: quiz.parts });
      say({ title, identifier: own, outcome: "kept", notes });
    } else
      say({ title, outcome: "refused", notes: [{ code: "notAnItem", terms: { element: root.name.slice(0, 100) } }] });
  }

  private async readItem(
    resource: Resource,
    path: string,
    root: Element,
    say: (row: Omit<ReportRow, "file" | "identifier"> & { identifier?: string }) => void,
  ): Promise<void> {
    const { metadata: described } = this.sources.manifest;
    const metadata = described.get(resource) ?? readMetadata(undefined);
    described.delete(resource);
    const identifier = (root.attributes["identifier"] ?? resource.identifier).slice(0, 200);
    const title = (root.attributes["title"] ?? metadata.title).slice(0, 200);
    if (this.identifiers.has(identifier)) {
      say({ title, identifier, outcome: "refused", notes: [{ code: "identifierTwice", terms: { identifier } }] });
      return;
    }
    this.identifiers.add(identifier);
    try {
      const shown = await this.shownIn(path, root);
      const stimulus = await this.stimulusOf(path, root);
      const read = readItem(root, { own: metadata.own, shown });
      const { item, notes } = fileItemOf({ metadata, identifier, title, root, read, stimulus }, this.sources);
      this.items.push(item);
      this.keys.set(path, item.key);
      if (!metadata.own) this.ofOthers.add(item.key);
      const all = [...read.notes, ...notes];
      say({ title, identifier, outcome: all.length === 0 ? "imported" : "importedWithNotes", notes: all });
    } catch (error) {
      if (!(error instanceof Unusable)) throw error;
      const notes: Note[] = [{ code: error.code, terms: { ...error.terms } }];
      this.keep(resource, root, notes);
      say({ title, identifier, outcome: "kept", notes });
    }
  }

  /** Everything that the texts of a file show, fetched once, so that reading itself need not wait. */
  private async shownIn(path: string, root: Element): Promise<(href: string) => Shown | undefined> {
    const found = new Map<string, Shown | undefined>();
    for (const { name, attributes } of within(root)) {
      if (!["img", "object", "audio", "video", "source", "track"].includes(name)) continue;
      const href = attributes["src"] ?? attributes["data"] ?? "";
      if (href === "" || found.has(href)) continue;
      const at = pathOf(path, href);
      found.set(href, at === null ? undefined : await this.sources.media.shown(at));
    }
    return (href) => found.get(href);
  }

  /** The key of the text that an item hangs on; one file is one text, however many items name it. */
  private async stimulusOf(path: string, root: Element): Promise<string | undefined> {
    const { archive } = this.sources;
    for (const ref of childrenOf(root, "qti-assessment-stimulus-ref")) {
      const at = pathOf(path, ref.attributes["href"] ?? "");
      if (at === null || !archive.paths.has(at))
        throw new Unusable("fileMissing", { file: (ref.attributes["href"] ?? "").slice(0, 200) });
      const known = this.stimuli.get(at);
      if (known) return known.key;
      try {
        return await this.stimulusAt(at, inNewNames(readXml(await archive.read(at, mostXmlBytes))));
      } catch (error) {
        if (error instanceof XmlFault) throw new Unusable("fileMissing", { file: at.slice(0, 200) });
        throw error;
      }
    }
    return undefined;
  }

  private async stimulusAt(path: string, root: Element): Promise<string> {
    const known = this.stimuli.get(path);
    if (known) return known.key;
    const title = (root.attributes["title"] ?? root.attributes["identifier"] ?? "Text").slice(0, limits.name) || "Text";
    const shown = await this.shownIn(path, root);
    const body = childOf(root, "qti-stimulus-body") ?? firstOf(root, "qti-stimulus-body");
    const notes: Note[] = [];
    const text = toRichText(body?.children ?? [], { shown, note: (code, terms = {}) => notes.push({ code, terms }) });
    this.notesOfStimuli.set(path, notes);
    const key =
      root.attributes["label"] !== undefined && isOwnLabel(root)
        ? root.attributes["label"]
        : uniqueKey(title.slice(0, 70), this.stimuli);
    this.stimuli.set(path, { key, title, text: fromText(text) });
    return key;
  }

  private keep(
    { identifier, type, path, files, dependencies }: Resource,
    root: Element,
    notes: readonly Note[],
    quiz: KeptQuiz | null = null,
  ): void {
    const { manifest, archive } = this.sources;
    const isItem = root.name === "qti-assessment-item";
    const below = isItem
      ? manifest.resources
          .filter((one) => dependencies.includes(one.identifier))
          .flatMap((one) => [...(one.path === null ? [] : [one.path]), ...one.files])
      : [];
    const paths = [...(path === null ? [] : [path]), ...files, ...below].filter(
      (one, i, all) => archive.paths.has(one) && all.indexOf(one) === i,
    );
    this.kept.push({
      package: manifest.identifier.slice(0, 200),
      identifier: (root.attributes["identifier"] ?? identifier).slice(0, 200),
      title: (root.attributes["title"] ?? "").slice(0, 200),
      words: isItem ? spacedWords(childOf(root, "qti-item-body")).slice(0, 400) : "",
      notes,
      type,
      quiz,
      paths,
    });
  }
}

/** What was refused before what was kept, and what somebody has to look at before what only has notes. */
const gravityOf = ({ outcome, notes }: ReportRow): number =>
  2 * outcomes.indexOf(outcome) + Number(notes.some(({ code }) => code === "scoringDiffers" || code === "keyMissing"));

/** What a body says, with a space between what stands in different elements. */
const spacedWords = (body: Element | undefined): string =>
  body === undefined
    ? ""
    : [...within(body)]
        .flatMap((one) => one.children.filter((child) => typeof child === "string"))
        .join(" ")
        .replaceAll(/\s+/g, " ")
        .trim();

/** Texts of ours carry the key by which they are known again. */
const isOwnLabel = (root: Element) => root.attributes["tool-name"] === namespaces.own;

function uniqueKey(title: string, all: ReadonlyMap<string, { key: string }>): string {
  const taken = new Set([...all.values()].map((one) => one.key));
  for (let n = 1; ; n++) {
    const key = n === 1 ? title : `${title} (${n})`;
    if (!taken.has(key)) return key;
  }
}

function without<K extends keyof FileItem>(item: FileItem, key: K): FileItem {
  const { [key]: _, ...rest } = item;
  return rest as FileItem;
}
