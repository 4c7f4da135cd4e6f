/** Text with gaps in it, typed, chosen, or filled from a bank of words. */
import { gapsOf, readPassage, writePassage, type Gap, type PassageText } from "@verdant/core/items/fillGaps";
import { plainText, richTextOf, type RichText } from "@verdant/core/richText";
import { toText } from "../../fileContent.ts";
import { toRichText } from "../readText.ts";
import { lineNode, type HrefOf, fromRichText } from "../writeText.ts";
import { bodyOf } from "../readBody.ts";
import { Unusable } from "../../unusable.ts";
import type { Responses } from "../responseProcessing.ts";
import { childOf, childrenOf, el, elementsIn, isElement, type Element, type Node, within } from "../xml.ts";
import {
  type Probe,
  type ContentOf,
  type ReadContent,
  type ItemSource,
  asIs,
  scorings,
  responseOf,
  idIn,
  declarationOf,
  valuesIn,
  entriesOf,
  keysOf,
  plainWordsOf,
} from "./reading.ts";
import {
  type WrittenKind,
  variable,
  base,
  setScore,
  when,
  matches,
  allOrNothing,
  share,
  declaration,
  mappingOf,
  lengthOf,
  plainNodes,
  nothing,
} from "./writing.ts";

/** Private characters that stand for the gaps while the text around them is read. */
const markOf = (i: number) => String.fromCodePoint(0xf0000 + i);

/** Of the element that holds the text with the gaps in our own files. */
const passageClass = "passage";

interface ReadGap {
  readonly id: string;
  readonly identifier: string;
  readonly accepted: readonly string[];
  readonly choices: readonly string[];
  /** What the file's rules take for each text. */
  readonly valueOf: (text: string) => Responses;
}

/** Text with gaps in it: its lines, of which those before the first gap are the question. */
function readAround(
  source: ItemSource,
  nodes: readonly Node[],
  gaps: ReadonlyMap<Element, ReadGap>,
): { stem: RichText; passage: string } {
  const { reading } = source;
  const all = [...gaps.keys()];
  const standIn = (element: Element) => (all.includes(element) ? markOf(all.indexOf(element)) : undefined);
  const own = nodes.find((node) => isElement(node) && node.attributes["class"] === passageClass);
  const text = toRichText(isElement(own) ? own.children : nodes, { ...reading, standIn });
  const hasGap = (block: RichText["content"][number]) =>
    /[\u{f0000}-\u{ffffd}]/u.test(plainText({ type: "richText", content: [block] }));
  const first = own ? 0 : text.content.findIndex(hasGap);
  const [above, below] = [text.content.slice(0, first), text.content.slice(first)];
  const lines = below.map((block) =>
    block.type === "paragraph"
      ? block.content
          .map((inline) => (inline.type === "text" ? inline.text : inline.type === "maths" ? inline.latex : "\n"))
          .join("")
      : plainText({ type: "richText", content: [block] }),
  );
  if (
    below.some(
      (block) =>
        block.type !== "paragraph" ||
        block.content.some((inline) => inline.type === "maths" || (inline.type === "text" && inline.marks)),
    )
  )
    reading.note("wordsOfOptionsPlain", {
      words: lines
        .join(" ")
        .replaceAll(/[\u{f0000}-\u{ffffd}]/gu, "…")
        .slice(0, 80),
    });
  const parts = lines.join("\n").split(/([\u{f0000}-\u{ffffd}])/u);
  const passage = parts.flatMap((part): (PassageText | Gap)[] => {
    const at = /^[\u{f0000}-\u{ffffd}]$/u.test(part) ? (part.codePointAt(0) ?? 0) - 0xf0000 : -1;
    const gap = at < 0 ? undefined : gaps.get(all[at] as Element);
    if (gap) return [{ type: "gap" as const, id: gap.id, accepted: gap.accepted, choices: gap.choices }];
    return part === "" ? [] : [{ type: "text" as const, text: part }];
  });
  const stem: RichText = own
    ? toRichText(nodes.slice(0, nodes.indexOf(own)), reading)
    : above.length === 0
      ? richTextOf("Fill the gaps.")
      : { type: "richText", content: above };
  return { stem, passage: writePassage(passage) };
}

function gapsContent(source: ItemSource, nodes: readonly Node[], gaps: ReadonlyMap<Element, ReadGap>): ReadContent {
  const { own } = source;
  const { stem, passage } = readAround(source, nodes, gaps);
  const all = [...gaps.values()];
  const ways = scorings.map((scoring) => ({
    kind: "fillGaps" as const,
    stem,
    scoring,
    passage,
    gaps: all.map(({ id }) => ({ id })),
    allowsNearMiss: own?.allowsNearMiss ?? false,
  }));
  const right = all.map((gap): readonly [ReadGap, string] => [gap, gap.accepted[0] ?? ""]);
  const wrongIn = (gap: ReadGap) => gap.choices.find((one) => !gap.accepted.includes(one)) ?? "\u2014";
  const tries = [
    right,
    ...all.map((_, i) => right.filter((_one, at) => at !== i)),
    ...all.map((_, i) =>
      right.map(([gap, text], at): readonly [ReadGap, string] => [gap, at === i ? wrongIn(gap) : text]),
    ),
    ...all.flatMap((gap) => gap.accepted.slice(1).map((text) => [[gap, text] as const])),
  ];
  const probes = tries
    .filter((filled) => filled.length > 0)
    .map((filled): Probe => ({
      responses: filled
        .map(([gap, text]) => gap.valueOf(text))
        .reduce<Record<string, readonly string[]>>((sum, one) => {
          for (const [key, values] of Object.entries(one)) sum[key] = [...(sum[key] ?? []), ...values];
          return sum;
        }, {}),
      answer: { kind: "fillGaps", filled: filled.map(([gap, text]) => ({ gapId: gap.id, text })) },
    }));
  return { ways, probes, optionIds: [], withRationales: asIs };
}

export function readGaps(source: ItemSource, interactions: readonly Element[]): ReadContent {
  const { item, reading, own, idOf } = source;
  const gaps = new Map(
    interactions.map((interaction, i): [Element, ReadGap] => {
      const declaration = declarationOf(item, interaction);
      const response = responseOf(interaction);
      const choices = childrenOf(interaction, "qti-inline-choice").map((choice) => ({
        identifier: idIn(choice),
        text: plainWordsOf(choice, reading),
      }));
      const said = valuesIn(declaration);
      const mapped = entriesOf(declaration)
        .filter(({ attributes }) => Number(attributes["mapped-value"] ?? 0) > 0)
        .map(({ attributes }) => attributes["map-key"] ?? "");
      const keys = [...said, ...mapped].filter((one, at, list) => list.indexOf(one) === at);
      const wordOf = (key: string) => choices.find((one) => one.identifier === key)?.text ?? key;
      const accepted = keys.map(wordOf);
      // As it is kept, the right one of the choices stands first.
      const kept = own?.gapChoices?.[i];
      const listed = choices.map((one) => one.text);
      const isSame = kept?.length === listed.length && kept.every((text) => listed.includes(text));
      const words = isSame ? kept : listed;
      return [
        interaction,
        {
          id: own?.gapIds?.[i] ?? idOf(response),
          identifier: response,
          accepted: choices.length > 0 ? accepted.slice(0, 1) : accepted,
          choices: [...words.filter((one) => one === accepted[0]), ...words.filter((one) => one !== accepted[0])],
          valueOf: (text) => ({ [response]: [choices.find((one) => one.text === text)?.identifier ?? text] }),
        },
      ];
    }),
  );
  return gapsContent(source, bodyOf(item).children, gaps);
}

export function readGapMatch(source: ItemSource, interaction: Element): ReadContent {
  const { reading, idOf, item } = source;
  if (childOf(interaction, "qti-gap-img")) throw new Unusable("interactionUnknown", { element: "qti-gap-img" });
  const bank = childrenOf(interaction, "qti-gap-text").map((word) => ({
    identifier: idIn(word),
    text: plainWordsOf(word, reading),
  }));
  const pairs = keysOf(source, interaction, []).map((pair) => pair.split(/\s+/));
  const response = responseOf(interaction);
  const fields = [...within(interaction)].filter(({ name }) => name === "qti-gap");
  const gaps = new Map(
    fields.map((field): [Element, ReadGap] => {
      const key = pairs.find(([, gap]) => gap === idIn(field))?.[0];
      const word = bank.find((one) => one.identifier === key)?.text;
      if (word === undefined) throw new Unusable("answersUnlike");
      const identifier = idIn(field);
      return [
        field,
        {
          id: idOf(identifier),
          identifier,
          accepted: [word],
          choices: [word, ...bank.map((one) => one.text).filter((text) => text !== word)],
          valueOf: (text) => ({
            [response]: [`${bank.find((one) => one.text === text)?.identifier ?? text} ${identifier}`],
          }),
        },
      ];
    }),
  );
  reading.note("bankMadeGaps");
  const below = elementsIn(interaction).filter(({ name }) => name !== "qti-gap-text");
  const around = bodyOf(item).children.flatMap((child): readonly Node[] => (child === interaction ? below : [child]));
  return gapsContent(source, around, gaps);
}

export function writeGaps(content: ContentOf<"fillGaps">, points: number, hrefOf: HrefOf): WrittenKind {
  const { scoring, allowsNearMiss } = content;
  const ids = content.gaps.map((gap) => gap.id ?? "");
  const passage = readPassage(content.passage, ids, () => "");
  const gaps = gapsOf({ passage });
  const identifiers = new Map(gaps.map((gap, i): [Gap, string] => [gap, `GAP${i + 1}`]));
  // As they are kept, the right one of the choices stands first: in the file they stand by the alphabet.
  const listedIn = (gap: Gap) => [...gap.choices].sort();
  const optionOf = (gap: Gap, text: string) => `c${listedIn(gap).indexOf(text) + 1}`;
  const worth = scoring === "partial" && points > 0 ? share(points, gaps.length) : 1;
  const declarations = gaps.map((gap) => {
    const identifier = identifiers.get(gap) ?? "";
    const key = gap.accepted[0];
    if (gap.choices.length > 0)
      return declaration(identifier, ["single", "identifier"], key === undefined ? [] : [optionOf(gap, key)]);
    const entries = gap.accepted.map((text) => [text, worth, { "case-sensitive": "false" }] as const);
    return declaration(identifier, ["single", "string"], gap.accepted.slice(0, 1), mappingOf(entries, worth));
  });
  const isRight = (gap: Gap) => {
    const identifier = identifiers.get(gap) ?? "";
    return gap.choices.length > 0
      ? matches(identifier)
      : el("qti-gt", {}, el("qti-map-response", { identifier }), base("float", 0));
  };
  const add = (gap: Gap) => {
    const more =
      gap.choices.length > 0
        ? base("float", worth)
        : el("qti-map-response", { identifier: identifiers.get(gap) ?? "" });
    return setScore(el("qti-sum", {}, variable("SCORE"), more));
  };
  const rules =
    scoring === "partial"
      ? gaps.map((gap) => when(isRight(gap), add(gap)))
      : allOrNothing(el("qti-and", {}, gaps.map(isRight)));
  const lines: Node[][] = [[]];
  for (const part of passage) {
    if (part.type === "gap") {
      lines.at(-1)?.push(gapNode(part, identifiers.get(part) ?? "", optionOf));
      continue;
    }
    const [same = "", ...next] = part.text.split("\n");
    if (same !== "") lines.at(-1)?.push(same);
    for (const line of next) lines.push(line === "" ? [] : [line]);
  }
  return {
    interaction: gaps.some((gap) => gap.choices.length > 0) ? "inlineChoiceInteraction" : "textEntryInteraction",
    declarations,
    body: [
      ...fromRichText(toText(content.stem), hrefOf),
      el(
        "div",
        { class: passageClass },
        lines.map((line) => lineNode(line)),
      ),
    ],
    rules,
    own: { ...nothing, scoring, allowsNearMiss, gapIds: ids, gapChoices: gaps.map((gap) => [...gap.choices]) },
  };
}

function gapNode(gap: Gap, identifier: string, optionOf: (gap: Gap, text: string) => string): Element {
  if (gap.choices.length === 0)
    return el("qti-text-entry-interaction", {
      "response-identifier": identifier,
      "expected-length": lengthOf(gap.accepted),
    });
  const listed = [...gap.choices]
    .sort()
    .map((text) => el("qti-inline-choice", { identifier: optionOf(gap, text) }, plainNodes(text)));
  return el("qti-inline-choice-interaction", { "response-identifier": identifier, shuffle: "true" }, listed);
}
