/** An item of a package in the form of a department file: what it is called, where it belongs, and how it is used. */
import { FileItem } from "@verdant/contract/exchange";
import { fieldProblems } from "@verdant/contract/fieldProblems";
import type { Note } from "@verdant/contract/packages";
import { limits } from "@verdant/contract/wire";
import { createHash } from "node:crypto";
import { cutTo } from "../cutTo.ts";
import { tagsOf } from "../tags.ts";
import type { Manifest } from "./manifest.ts";
import type { Metadata } from "./metadata.ts";
import { Unusable } from "../unusable.ts";
import type { ReadItem } from "./readItem.ts";
import type { Structure } from "./structure.ts";
import type { Element } from "./xml.ts";

/** What the department has already, by which topics and standards of a package are known again. */
export interface Known {
  /** Paths of topics, by the same in small letters. */
  readonly topics: ReadonlyMap<string, string>;
  /** Codes of standards, by their identifiers. */
  readonly codes: ReadonlyMap<string, string>;
}

interface Sources {
  readonly manifest: Manifest;
  readonly structure: Structure | null;
  readonly known: Known;
}

interface Part {
  readonly metadata: Metadata;
  readonly identifier: string;
  readonly title: string;
  readonly root: Element;
  readonly read: ReadItem;
  /** Key of the text that it hangs on. */
  readonly stimulus: string | undefined;
}

/** The item in the form of a department file; where it belongs is found by names and identifiers. */
export function fileItemOf(
  { metadata, identifier, title, root, read, stimulus }: Part,
  sources: Sources,
): { item: FileItem; notes: Note[] } {
  const { content, points, wantsLook } = read;
  const { own, keywords } = metadata;
  const notes: Note[] = [];
  const say = (code: Note["code"], terms: Note["terms"]) => void notes.push({ code, terms });
  const { topic, unknownTopics } = topicOf(metadata, sources);
  const { standards, unknown } = standardsOf(metadata, sources);
  if (unknownTopics.length > 0)
    notes.push({ code: "topicUnknown", terms: { topics: unknownTopics.join("; ").slice(0, 300) } });
  if (unknown.length > 0) notes.push({ code: "standardsUnknown", terms: { codes: unknown.join(", ").slice(0, 300) } });
  const { tags, left } = tagsOf([...keywords, ...unknownTopics, ...unknown]);
  if (left.length > 0) notes.push({ code: "tagsLeftOut", terms: { tags: left.join("; ").slice(0, 300) } });
  const language = root.attributes["xml:lang"] ?? (metadata.language || "en");
  const common = {
    ...(topic !== undefined && { topic }),
    standards,
    tags,
    points,
    language,
    ...(stimulus !== undefined && { stimulus }),
    content,
  };
  const given = own
    ? {
        key: own.key,
        ...(own.label !== undefined && { label: own.label }),
        demand: own.demand,
        use: own.use,
        status: wantsLook && own.status === "approved" ? ("draft" as const) : own.status,
        expectedSeconds: own.expectedSeconds,
        writerDifficulty: own.writerDifficulty,
        keptFindings: own.keptFindings,
        ...(own.family !== undefined && { family: own.family }),
        ...(own.twin !== undefined && { twin: own.twin }),
      }
    : {
        key: keyOf(sources.manifest.identifier, identifier),
        ...(title !== "" && { label: cutTo(limits.label, title, "title", say) }),
        demand: "apply" as const,
        use: "practice" as const,
        // Whoever has not seen it has not approved it, whatever its file says.
        status: "draft" as const,
        expectedSeconds: 45,
        writerDifficulty: metadata.difficulty ?? 3,
        keptFindings: [],
      };
  const source = {
    ...(metadata.author !== "" && { author: cutTo(limits.name, metadata.author, "author", say) }),
    ...(metadata.licence !== "" && { licence: cutTo(limits.name, metadata.licence, "licence", say) }),
  };
  const checked = FileItem.safeParse({ ...given, ...source, ...common });
  if (checked.success) return { item: checked.data, notes };
  const [first] = fieldProblems(checked.error, "");
  throw new Unusable("notValid", { place: first?.pointer ?? "", code: first?.code ?? "" });
}

function topicOf(
  { own, topics }: Metadata,
  { structure, known }: Sources,
): { topic: string | undefined; unknownTopics: string[] } {
  const inFile = new Set(structure?.topics.map((one) => one.key));
  if (own?.topic !== undefined && inFile.has(own.topic)) return { topic: own.topic, unknownTopics: [] };
  const paths = (own?.topic !== undefined ? [own.topic] : topics.map((names) => names.join(" / "))).filter(
    (path) => path !== "",
  );
  const found = paths.map((path) => known.topics.get(path.toLowerCase()));
  // An item has one topic here; the others of several stay as tags.
  const at = found.findIndex((path) => path !== undefined);
  return { topic: found[at], unknownTopics: paths.filter((_, i) => i !== at) };
}

function standardsOf(
  { own, standards }: Metadata,
  { structure, known }: Sources,
): { standards: string[]; unknown: string[] } {
  const codes = new Set([...known.codes.values(), ...(structure?.framework?.standards.map((one) => one.code) ?? [])]);
  if (own) {
    const said = own.standards;
    return { standards: said.filter((code) => codes.has(code)), unknown: said.filter((code) => !codes.has(code)) };
  }
  const found = standards.map(
    ({ guid, code }) => known.codes.get(guid.toLowerCase()) ?? (codes.has(code) ? code : null),
  );
  return {
    standards: [...new Set(found.filter((code) => code !== null))],
    unknown: standards.flatMap(({ guid, code }, i) => (found[i] === null ? [code === "" ? guid : code] : [])),
  };
}

/** What an item of others is known again by: its package and its identifier there. */
export function keyOf(manifest: string, identifier: string): string {
  const key = `${manifest}/${identifier}`;
  return key.length <= 80 ? key : `${key.slice(0, 50)}~${createHash("sha256").update(key).digest("hex").slice(0, 24)}`;
}
