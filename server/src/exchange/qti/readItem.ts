/** One item of a package: what it is here, and whether it gives here what its own rules give. */
import type { FileContent } from "@verdant/contract/exchange";
import type { Note } from "@verdant/contract/packages";
import { Content as ContentSchema } from "@verdant/contract/items/kinds";
import { fieldProblems } from "@verdant/contract/fieldProblems";
import { creditOf, faultsOf, type Content } from "@verdant/core/items/kinds";
import { givenInWords } from "@verdant/core/items/onPaper";
import type { RichText } from "@verdant/core/richText";
import { fromText, toContent } from "../fileContent.ts";
import type { Reading, Shown } from "./readText.ts";
import type { Extension } from "./extension.ts";
import { idOf } from "./names.ts";
import { pointsOf, quarters } from "./points.ts";
import { Unusable } from "../unusable.ts";
import { readFeedback } from "./readFeedback.ts";
import type { Probe, ReadContent } from "./kinds/reading.ts";
import { readContent } from "./readKinds.ts";
import { scoreOf, UnknownRule } from "./responseProcessing.ts";
import { childOf, childrenOf, isTrue, type Element } from "./xml.ts";

export interface ReadItem {
  readonly content: FileContent;
  readonly points: number;
  /** It does not give here exactly what it gives there, or cannot be used before somebody has looked at it. */
  readonly wantsLook: boolean;
  readonly notes: readonly Note[];
}

/** Two shares of the points that differ by less are the same: thirds are written with finite digits. */
const hair = 0.002;

/**
 * @param item its root, in the names of 3.0
 * @param own of an item that we have written, what the standard does not carry
 * @throws Unusable what we have no kind for, or rules that are not read: nothing is guessed
 */
export function readItem(
  item: Element,
  { own, shown }: { readonly own: Extension | undefined; readonly shown: (href: string) => Shown | undefined },
): ReadItem {
  const notes: Note[] = [];
  const note: Reading["note"] = (code, terms = {}) => {
    if (!notes.some((one) => one.code === code && JSON.stringify(one.terms) === JSON.stringify(terms)))
      notes.push({ code, terms: { ...terms } });
  };
  if (isTrue(item.attributes["adaptive"])) throw new Unusable("adaptive");
  if (childrenOf(item, "qti-template-declaration", "qti-template-processing").length > 0)
    throw new Unusable("templated");
  const reading = { shown, note };
  try {
    const read = readContent({ item, reading, own, idOf: own ? idOf : (identifier) => identifier });
    const points = pointsIn(item, read, note);
    const way = wayOf(item, { ...read, ways: inOrderOf(own, read.ways) }, points);
    if (way.difference) note("scoringDiffers", way.difference);
    const [right, ...others] = read.probes;
    const wrong = others.find((one) => scoreOf(item, one.responses) === 0);
    const feedback = readFeedback(item, reading, {
      right: right?.responses,
      wrong: wrong?.responses,
      optionIds: read.optionIds,
    });
    const { explanation, nextStep, nearly } = feedback;
    const whole = {
      ...read.withRationales(way.content, feedback),
      ...(explanation && { explanation }),
      ...(nextStep && { nextStep }),
      ...(nearly && { nearly }),
    };
    const content = contentOf(own ? whole : withoutIds(whole));
    // A draft of ours may well have something missing still.
    if (content.hasFaults && own?.status !== "draft") note("keyMissing");
    return {
      content: plain(own ? whole : withoutIds(whole)),
      points,
      wantsLook: way.difference !== undefined || content.hasFaults,
      notes,
    };
  } catch (error) {
    if (error instanceof UnknownRule) throw new Unusable("rulesUnknown", { element: error.element });
    throw error;
  }
}

function pointsIn(item: Element, { probes }: ReadContent, note: Reading["note"]): number {
  const said = pointsOf(item);
  const [right] = probes;
  const points = said?.points ?? (right ? scoreOf(item, right.responses) || 1 : 1);
  if (!said) note("pointsAssumed", { points });
  const rounded = quarters(points);
  if (rounded !== points) note("pointsRounded", { points, rounded });
  return rounded;
}

/** Where the rules fit several ways, an item of ours counts as it did. */
function inOrderOf(own: Extension | undefined, ways: readonly FileContent[]): FileContent[] {
  const isOwn = (way: FileContent) =>
    ("scoring" in way && way.scoring === own?.scoring) ||
    ("caseMatters" in way && way.caseMatters === own?.caseMatters);
  return [...ways.filter(isOwn), ...ways.filter((way) => !isOwn(way))];
}

interface Way {
  readonly content: FileContent;
  /** Terms of what differs; none where it gives the same to all that was tried. */
  readonly difference?: Record<string, string | number>;
}

/** Of the ways in which parts can count, the one that gives what the rules of the file give. */
function wayOf(item: Element, { ways, probes }: ReadContent, points: number): Way {
  const [first] = ways;
  if (!first) throw new Unusable("interactionMissing");
  const hasRules = childOf(item, "qti-response-processing") !== undefined;
  if (!hasRules || points === 0) return { content: first };
  let best: (Way & { readonly n: number }) | undefined;
  for (const way of ways) {
    const content = toContent(way, (key) => key);
    const differing = probes.filter(
      (probe) => Math.abs(shareOf(item, probe, points) - creditOf(content, probe.answer)) > hair,
    );
    const [one] = differing;
    if (!one) return { content: way };
    if (best && best.n <= differing.length) continue;
    const [there, here] = [shareOf(item, one, points), creditOf(content, one.answer)];
    best = {
      content: way,
      n: differing.length,
      difference: { answer: said(content, one), there: rounded(there * points), here: rounded(here * points), points },
    };
  }
  return best ?? { content: first };
}

const rounded = (points: number) => Math.round(points * 100) / 100;
const shareOf = (item: Element, { responses }: Probe, points: number) => scoreOf(item, responses) / points;
const said = (content: Content, { answer }: Probe) => {
  const words = givenInWords(content, answer) ?? "";
  return words.length > 120 ? `${words.slice(0, 119)}…` : words;
};

/** What our own form makes of it, so that it can be looked at before it is taken in. */
function contentOf(file: FileContent): { readonly hasFaults: boolean } {
  const content = toContent(file, () => "00000000-0000-4000-8000-000000000000");
  const checked = ContentSchema.safeParse(content);
  if (!checked.success) {
    const [first] = fieldProblems(checked.error, "");
    throw new Unusable("notValid", { place: first?.pointer ?? "", code: first?.code ?? "" });
  }
  return { hasFaults: faultsOf(content).length > 0 };
}

/** Ids of others follow the order of their options, and would give the key away. */
function withoutIds(file: FileContent): FileContent {
  const strip = <T extends { id?: string | undefined }>(parts: readonly T[]): T[] =>
    parts.map(({ id: _, ...rest }) => rest as T);
  switch (file.kind) {
    case "oneRightAnswer":
    case "severalRightAnswers":
    case "optionSet":
      return { ...file, options: strip(file.options) };
    case "match":
      return { ...file, pairs: strip(file.pairs), rights: strip(file.rights) };
    case "order":
      return { ...file, steps: strip(file.steps) };
    case "fillGaps":
      return { ...file, gaps: [] };
    case "pointOnImage":
      return { ...file, regions: strip(file.regions) };
    default:
      return file;
  }
}

/** Plain words where they say everything, as in a department file: they also take far less room than trees. */
function plain<T>(part: T): T {
  if (Array.isArray(part)) return part.map((one: unknown) => plain(one)) as T;
  if (typeof part !== "object" || part === null) return part;
  if ("type" in part && part.type === "richText") return fromText(part as unknown as RichText) as T;
  return Object.fromEntries(Object.entries(part).map(([key, value]) => [key, plain(value as unknown)])) as T;
}
