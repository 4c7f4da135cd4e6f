/** Writes a department's items as a package of QTI 3.0, or of 2.2: files one at a time, and the manifest at the end. */
import type { FileItem } from "@verdant/contract/exchange";
import { headline, type RichText } from "@verdant/core/richText";
import { toText } from "../fileContent.ts";
import type { ArchiveFile } from "../zip.ts";
import { fromRichText, type HrefOf } from "./writeText.ts";
import type { Extension } from "./extension.ts";
import { manifestPath } from "./manifest.ts";
import { writeMetadata } from "./metadata.ts";
import { namespaces } from "./names.ts";
import { inOldNames, olderNamespaces } from "./oldNames.ts";
import { keptType } from "./readPackage.ts";
import { writeQuizTest, type WrittenQuiz } from "./quizTest.ts";
import { structurePath, type Structure } from "./structure.ts";
import { writeItem } from "./writeItem.ts";
import { el, writeXml, written, type Element } from "./xml.ts";

/** A part that was kept as it came, to travel on unchanged. */
export interface KeptPart {
  readonly id: string;
  readonly type: string;
  readonly files: AsyncIterable<ArchiveFile>;
}

/** What the versions call the same. */
const versions = {
  "3.0": {
    namespaces,
    schema: ["QTI Package", "3.0.0"],
    typeOf: (what: string) => `imsqti_${what}_xmlv3p0`,
    written: (root: Element) => writeXml(root),
  },
  "2.2": {
    namespaces: { ...namespaces, ...olderNamespaces },
    schema: ["QTIv2.2 Package", "1.0.0"],
    typeOf: (what: string) => `imsqti_${what}_xmlv2p2`,
    written: (root: Element) => writeXml(inOldNames(root)),
  },
} as const;

export interface PackageSource {
  readonly version: keyof typeof versions;
  /** Of the package: the same whenever this department writes one. */
  readonly identifier: string;
  readonly title: string;
  readonly structure: Structure;
  readonly stimuli: readonly { readonly key: string; readonly title: string; readonly text: RichText }[];
  readonly items: AsyncIterable<FileItem>;
  /** Bytes of a picture or recording by its hash. */
  readonly bytesOf: (hash: string) => Promise<Uint8Array | null>;
  readonly kept: AsyncIterable<KeptPart>;
  /** A quiz of these items, its points by their keys. */
  readonly quiz?: WrittenQuiz | undefined;
}

const extensions: Readonly<Record<string, string>> = {
  ...{ "image/png": "png", "image/jpeg": "jpg", "image/webp": "webp", "image/svg+xml": "svg", "audio/mpeg": "mp3" },
  ...{ "audio/ogg": "ogg", "audio/wav": "wav", "audio/mp4": "m4a", "video/mp4": "mp4", "video/webm": "webm" },
};

export async function* writePackage(source: PackageSource): AsyncGenerator<ArchiveFile> {
  const { structure, stimuli, items, bytesOf, kept } = source;
  const { typeOf, written: inForm } = versions[source.version];
  const text = (path: string, words: string): ArchiveFile => ({ path, bytes: Buffer.from(words) });
  const media = new Map(structure.media.map(({ hash, mime }) => [hash, `media/${hash}.${extensions[mime] ?? "bin"}`]));
  const hrefOf: HrefOf = (hash) => `../${media.get(hash) ?? `media/${hash}`}`;
  const codes = new Map(structure.framework?.standards.map((one) => [one.code, one.guid ?? ""]) ?? []);
  const resources: string[] = [];
  const list = (resource: Element) => resources.push(written(resource));

  yield text(structurePath, JSON.stringify(structure, null, 1));
  list(file("department", "webcontent", structurePath));

  for (const { hash } of structure.media) {
    const [path, bytes] = [media.get(hash) ?? "", await bytesOf(hash)];
    if (!bytes) continue;
    yield { path, bytes };
    list(file(`media-${hash.slice(0, 16)}`, "webcontent", path));
  }

  const texts = new Map(
    stimuli.map((one, i) => [one.key, { identifier: `text-${i + 1}`, path: `texts/text-${i + 1}.xml` }]),
  );
  for (const { key, title, text: body } of stimuli) {
    const { identifier, path } = texts.get(key) ?? { identifier: "", path: "" };
    // The key by which it is known again stands in the one attribute that the standard leaves to tools.
    const attributes = { xmlns: namespaces.item, identifier, title, label: key, "tool-name": namespaces.own };
    const root = el("qti-assessment-stimulus", attributes, el("qti-stimulus-body", {}, fromRichText(body, hrefOf)));
    yield text(path, inForm(root));
    list(file(identifier, typeOf("stimulus"), path));
  }

  const taken = new Set<string>();
  const fileOf = new Map<string, string>();
  for await (const item of items) {
    const identifier = identifierFor(item.key, taken);
    fileOf.set(item.key, identifier);
    const stimulus = item.stimulus === undefined ? undefined : texts.get(item.stimulus);
    const title =
      (item.label ?? headline(toText(item.content.stem))).replaceAll(/\s+/g, " ").slice(0, 120) || identifier;
    const ref = stimulus && { identifier: stimulus.identifier, href: `../${stimulus.path}` };
    const { root, interaction, hasFeedback, own } = writeItem(item, { identifier, title, stimulus: ref, hrefOf });
    const path = `items/${identifier}.xml`;
    yield text(path, inForm(root));
    const metadata = writeMetadata({
      ...{ item, identifier, title, interaction, hasFeedback },
      topic: item.topic?.split(" / ") ?? [],
      standards: item.standards.map((code) => ({ code, guid: codes.get(code) ?? "" })),
      own: extensionOf(item, own),
    });
    list(file(`item-${identifier}`, typeOf("item"), path, metadata, stimulus ? [stimulus.identifier] : []));
  }

  if (source.quiz) {
    const path = "tests/quiz.xml";
    const root = writeQuizTest(source.quiz, (key) => {
      const identifier = fileOf.get(key);
      return identifier === undefined ? undefined : { identifier, href: `../items/${identifier}.xml` };
    });
    yield text(path, inForm(root));
    const named = [...fileOf.values()].map((identifier) => `item-${identifier}`);
    list(file(source.quiz.identifier, typeOf("test"), path, undefined, named));
  }

  for await (const part of kept) {
    const paths: string[] = [];
    for await (const { path, bytes } of part.files) {
      paths.push(`kept/${part.id}/${path}`);
      yield { path: paths.at(-1) ?? "", bytes };
    }
    const [first = "", ...others] = paths;
    const isItem = /^imsqti_item_/.test(part.type);
    list(
      el(
        "resource",
        { identifier: `kept-${part.id}`, type: isItem ? part.type : keptType, href: first },
        [first, ...others].map((path) => el("file", { href: path })),
      ),
    );
  }
  yield { path: manifestPath, bytes: manifestPieces(source, resources) };
}

/** @param resources as they are written: as trees, those of ten thousand items would fill the memory */
function* manifestPieces(
  { identifier, title, version }: PackageSource,
  resources: readonly string[],
): Generator<Uint8Array> {
  const { namespaces: spaces, schema } = versions[version];
  const start = el(
    "manifest",
    {
      xmlns: spaces.manifest,
      "xmlns:lom": spaces.lom,
      "xmlns:qtim": spaces.metadata,
      "xmlns:csm": spaces.standards,
      "xmlns:own": spaces.own,
      identifier,
    },
    el(
      "metadata",
      {},
      el("schema", {}, schema[0]),
      el("schemaversion", {}, schema[1]),
      el("lom:lom", {}, el("lom:general", {}, el("lom:title", {}, el("lom:string", { language: "en" }, title)))),
    ),
    el("organizations", {}),
    el("resources", {}, ""),
  );
  const [before = "", after = ""] = writeXml(start).split("<resources></resources>");
  yield Buffer.from(`${before}<resources>\n`);
  for (let from = 0; from < resources.length; from += 200)
    yield Buffer.from(`${resources.slice(from, from + 200).join("\n")}\n`);
  yield Buffer.from(`</resources>${after}`);
}

function file(
  identifier: string,
  type: string,
  path: string,
  metadata?: Element,
  dependencies: readonly string[] = [],
): Element {
  return el(
    "resource",
    { identifier, type, href: path },
    metadata ?? [],
    el("file", { href: path }),
    dependencies.map((identifierref) => el("dependency", { identifierref })),
  );
}

/** A name for a file and an identifier of the standard, made of the item's key. */
function identifierFor(key: string, taken: Set<string>): string {
  const plain = key
    .normalize("NFKD")
    .replaceAll(/[^A-Za-z0-9._-]+/g, "-")
    .replaceAll(/^[-.]+|[-.]+$/g, "");
  const start = /^[A-Za-z_]/.test(plain) ? plain : `item-${plain}`;
  for (let n = 1; ; n++) {
    const name = n === 1 ? start : `${start}-${n}`;
    if (taken.has(name.toLowerCase())) continue;
    taken.add(name.toLowerCase());
    return name;
  }
}

function extensionOf(
  item: FileItem,
  own: Pick<Extension, "misconceptions" | "rationales"> & Partial<Extension>,
): Extension {
  const {
    key,
    label,
    demand,
    use,
    status,
    expectedSeconds,
    writerDifficulty,
    keptFindings,
    family,
    twin,
    topic,
    standards,
    content,
  } = item;
  return {
    ...{ key, demand, use, status, expectedSeconds, writerDifficulty, keptFindings, standards, kind: content.kind },
    ...(label !== undefined && { label }),
    ...(family !== undefined && { family }),
    ...(twin !== undefined && { twin }),
    ...(topic !== undefined && { topic }),
    ...own,
  };
}
