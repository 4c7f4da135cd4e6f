/** What a manifest says of an item: LOM (IEEE 1484.12), standards by their CASE identifiers, and what is our own. */
import type { FileItem } from "@verdant/contract/exchange";
import { Extension } from "./extension.ts";
import { namespaces } from "./names.ts";
import { allOf, childOf, el, firstOf, textIn, wordsIn, type Element } from "./xml.ts";

export interface Metadata {
  readonly title: string;
  readonly keywords: readonly string[];
  readonly language: string;
  /** Names of topics, the widest first; one list for each topic. */
  readonly topics: readonly (readonly string[])[];
  readonly standards: readonly { readonly guid: string; readonly code: string }[];
  /** From 1, very easy, to 5, very difficult; undefined where nothing is said. */
  readonly difficulty: number | undefined;
  readonly status: string;
  readonly author: string;
  readonly licence: string;
  /** Of an item that we have written, and that says so in a form that can be read. */
  readonly own: Extension | undefined;
}

const difficulties = ["very easy", "easy", "medium", "difficult", "very difficult"] as const;
const lower = (element: Element) => element.name.toLowerCase();
const find = (element: Element | undefined, ...names: string[]): Element | undefined =>
  element && [...allLower(element)].find((one) => names.includes(lower(one)));
function* allLower(element: Element): Generator<Element> {
  for (const child of element.children)
    if (typeof child !== "string") {
      yield child;
      yield* allLower(child);
    }
}
const listOf = (element: Element | undefined, name: string): Element[] =>
  element ? [...allLower(element)].filter((one) => lower(one) === name) : [];

export function readMetadata(metadata: Element | undefined): Metadata {
  const general = find(metadata, "general");
  const lifeCycle = find(metadata, "lifecycle");
  const classifications = listOf(metadata, "classification");
  const purposeOf = (one: Element) => wordsIn(find(find(one, "purpose"), "value")).toLowerCase();
  const pathsOf = (purpose: string) =>
    classifications.filter((one) => purposeOf(one) === purpose).flatMap((one) => listOf(one, "taxonpath"));
  const labelled = metadata
    ? allOf(metadata, "labelledGUID").map((one) => ({
        guid: wordsIn(childOf(one, "GUID")),
        code: wordsIn(childOf(one, "label")),
      }))
    : [];
  const classified = pathsOf("educational objective").flatMap((path) => {
    const taxon = listOf(path, "taxon").at(-1);
    return taxon ? [{ guid: wordsIn(find(taxon, "id")), code: wordsIn(find(taxon, "entry")) }] : [];
  });
  const difficulty = difficulties.indexOf(
    wordsIn(find(find(metadata, "difficulty"), "value")).toLowerCase() as (typeof difficulties)[number],
  );
  const card = wordsOfCard(textIn(find(lifeCycle, "entity", "vcard") ?? ""));
  return {
    title: wordsIn(find(general, "title")),
    keywords: listOf(general, "keyword")
      .map(wordsIn)
      .filter((one) => one !== ""),
    language: wordsIn(find(general, "language")),
    topics: pathsOf("discipline").map((path) =>
      listOf(path, "taxon")
        .map((taxon) => wordsIn(find(taxon, "entry")))
        .filter((one) => one !== ""),
    ),
    standards: [...labelled, ...classified].filter(
      (one, i, all) =>
        (one.guid !== "" || one.code !== "") &&
        all.findIndex((other) => other.guid === one.guid && other.code === one.code) === i,
    ),
    difficulty: difficulty < 0 ? undefined : difficulty + 1,
    status: wordsIn(find(find(lifeCycle, "status"), "value")).toLowerCase(),
    author: card,
    licence: wordsIn(find(find(metadata, "rights"), "description")),
    own: metadata && ownIn(metadata),
  };
}

const wordsOfCard = (card: string) => /^FN:(.*)$/m.exec(card)?.[1]?.trim() ?? "";

function ownIn(metadata: Element): Extension | undefined {
  const element = firstOf(metadata, "item");
  if (element?.namespace !== namespaces.own) return undefined;
  try {
    return Extension.parse(JSON.parse(textIn(element)));
  } catch {
    return undefined;
  }
}

const words = (text: string, language: string) => el("lom:string", { language }, text);
const vocabulary = (name: string, value: string) =>
  el(name, {}, el("lom:source", {}, "LOMv1.0"), el("lom:value", {}, value));

export interface Described {
  readonly item: FileItem;
  readonly identifier: string;
  readonly title: string;
  readonly topic: readonly string[];
  readonly standards: readonly { readonly guid: string; readonly code: string }[];
  readonly interaction: string;
  readonly hasFeedback: boolean;
  readonly own: Extension;
}

const statusOf = { draft: "draft", inReview: "draft", approved: "final", retired: "unavailable" } as const;

/** Who made it, as a card (RFC 2426). */
function authorOf({ author }: FileItem): Element[] {
  if (author === undefined) return [];
  const card = ["BEGIN:VCARD", "VERSION:3.0", `FN:${author}`, "END:VCARD"].join("\n");
  return [el("lom:contribute", {}, vocabulary("lom:role", "author"), el("lom:entity", {}, card))];
}

/** The metadata of an item's resource. */
export function writeMetadata({
  item,
  identifier,
  title,
  topic,
  standards,
  interaction,
  hasFeedback,
  own,
}: Described): Element {
  const { language, tags } = item;
  const lom = el(
    "lom:lom",
    {},
    el(
      "lom:general",
      {},
      el("lom:identifier", {}, el("lom:catalog", {}, "item"), el("lom:entry", {}, identifier)),
      el("lom:title", {}, words(title, language)),
      el("lom:language", {}, language),
      tags.map((tag) => el("lom:keyword", {}, words(tag, language))),
    ),
    el("lom:lifeCycle", {}, vocabulary("lom:status", statusOf[item.status]), authorOf(item)),
    el(
      "lom:educational",
      {},
      vocabulary("lom:difficulty", difficulties[Math.min(5, Math.max(1, item.writerDifficulty)) - 1] ?? "medium"),
    ),
    item.licence === undefined
      ? []
      : el(
          "lom:rights",
          {},
          vocabulary("lom:copyrightAndOtherRestrictions", "yes"),
          el("lom:description", {}, words(item.licence, language)),
        ),
    topic.length === 0
      ? []
      : el(
          "lom:classification",
          {},
          vocabulary("lom:purpose", "discipline"),
          el(
            "lom:taxonPath",
            {},
            el("lom:source", {}, words("Department topics", language)),
            topic.map((name) => el("lom:taxon", {}, el("lom:entry", {}, words(name, language)))),
          ),
        ),
  );
  const qti = el(
    "qtim:qtiMetadata",
    {},
    el("qtim:timeDependent", {}, "false"),
    el("qtim:interactionType", {}, interaction),
    el("qtim:feedbackType", {}, hasFeedback ? "nonadaptive" : "none"),
    el("qtim:solutionAvailable", {}, "true"),
  );
  const labelled = standards.map(({ guid, code }) =>
    el("csm:labelledGUID", {}, el("csm:label", {}, code), el("csm:GUID", {}, guid)),
  );
  const set =
    labelled.length === 0
      ? []
      : el(
          "csm:curriculumStandardsMetadataSet",
          {},
          el("csm:curriculumStandardsMetadata", { providerId: "case" }, el("csm:setOfGUIDs", {}, labelled)),
        );
  return el("metadata", {}, lom, qti, set, el("own:item", {}, JSON.stringify(own)));
}
