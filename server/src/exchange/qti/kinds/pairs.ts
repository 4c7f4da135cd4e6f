/** Pairs: things that each have one answer out of a list. */
import { toText } from "../../fileContent.ts";
import { toRichText } from "../readText.ts";
import { fromShortText, type HrefOf } from "../writeText.ts";
import { stemAround } from "../readBody.ts";
import { Unusable } from "../../unusable.ts";
import { childrenOf, el, type Element, type Node } from "../xml.ts";
import {
  type Probe,
  type ContentOf,
  type ReadContent,
  type ItemSource,
  asIs,
  scorings,
  responseOf,
  idIn,
  keysOf,
  plainWordsOf,
} from "./reading.ts";
import {
  type WrittenKind,
  response,
  matches,
  allOrNothing,
  bySum,
  share,
  id,
  declaration,
  mappingOf,
  asked,
  rationalesOf,
  plainNodes,
  nothing,
} from "./writing.ts";

export function readMatch(source: ItemSource, interaction: Element): ReadContent {
  const sets = childrenOf(interaction, "qti-simple-match-set").map((set) =>
    childrenOf(set, "qti-simple-associable-choice"),
  );
  const [first = [], second = []] = sets;
  const pairs = keysOf(source, interaction, []).map((pair) => pair.split(/\s+/) as [string, string]);
  const isOnce = (side: 0 | 1, all: readonly Element[]) =>
    all.every((choice) => pairs.filter((pair) => pair[side] === idIn(choice)).length === 1);
  if (isOnce(0, first)) return pairsOf(source, interaction, { lefts: first, rights: second, pairs, isTurned: false });
  // Groups may stand first: each thing still belongs to one of them.
  const turned = pairs.map(([a, b]): [string, string] => [b, a]);
  if (isOnce(1, second))
    return pairsOf(source, interaction, { lefts: second, rights: first, pairs: turned, isTurned: true });
  throw new Unusable("answersUnlike");
}

export function readAssociate(source: ItemSource, interaction: Element): ReadContent {
  const choices = childrenOf(interaction, "qti-simple-associable-choice");
  const pairs = keysOf(source, interaction, []).map((pair) => pair.split(/\s+/) as [string, string]);
  const used = pairs.flat();
  if (pairs.length < 2 || new Set(used).size !== used.length) throw new Unusable("answersUnlike");
  source.reading.note("pairsMadeMatch");
  const lefts = pairs.flatMap(([left]) => choices.filter((choice) => idIn(choice) === left));
  const rights = choices.filter((choice) => !lefts.includes(choice));
  return pairsOf(source, interaction, { lefts, rights, pairs, isTurned: false });
}

interface Sides {
  readonly lefts: readonly Element[];
  readonly rights: readonly Element[];
  readonly pairs: readonly (readonly [string, string])[];
  /** The file has the rights first. */
  readonly isTurned: boolean;
}

function pairsOf(source: ItemSource, interaction: Element, { lefts, rights, pairs, isTurned }: Sides): ReadContent {
  const { item, reading, own, idOf } = source;
  const words = new Map(rights.map((right) => [idIn(right), plainWordsOf(right, reading)]));
  const rightOf = new Map(pairs);
  const content = {
    kind: "match" as const,
    stem: stemAround(item, interaction, reading),
    pairs: lefts.map((left) => {
      const rationale = own?.rationales[idOf(idIn(left))];
      return {
        id: idOf(idIn(left)),
        left: toRichText(left.children, reading),
        right: words.get(rightOf.get(idIn(left)) ?? "") ?? "",
        ...(rationale !== undefined && { rationale }),
      };
    }),
    rights: rights.map((right) => ({ id: idOf(idIn(right)), text: words.get(idIn(right)) ?? "" })),
  };
  const all = lefts.map((left): readonly [string, string] => [idIn(left), rightOf.get(idIn(left)) ?? ""]);
  const other = (right: string) => rights.map(idIn).find((one) => one !== right) ?? right;
  const tries = [
    all,
    all.slice(1),
    all.map(([left, right], i) => [left, i === 0 ? other(right) : right] as const),
    all.slice(0, 1),
  ];
  const probes = tries
    .filter((chosen) => chosen.length > 0)
    .map((chosen): Probe => ({
      responses: {
        [responseOf(interaction)]: chosen.map(([left, right]) => (isTurned ? `${right} ${left}` : `${left} ${right}`)),
      },
      answer: { kind: "match", chosen: chosen.map(([left, right]) => ({ pairId: idOf(left), rightId: idOf(right) })) },
    }));
  return { ways: scorings.map((scoring) => ({ ...content, scoring })), probes, optionIds: [], withRationales: asIs };
}

export function writeMatch(content: ContentOf<"match">, points: number, hrefOf: HrefOf): WrittenKind {
  const { pairs, rights, scoring } = content;
  const { above, prompt } = asked(content.stem, hrefOf);
  const keys = pairs.flatMap((pair) => {
    const right = rights.find((one) => one.text === pair.right);
    return right ? [`${id(pair.id)} ${id(right.id)}`] : [];
  });
  const isPartial = scoring === "partial";
  const choiceOf = (identifier: string, most: number, children: readonly Node[]) =>
    el("qti-simple-associable-choice", { identifier, "match-max": most }, children);
  const interaction = el(
    "qti-match-interaction",
    { "response-identifier": response, shuffle: "true", "max-associations": pairs.length },
    prompt,
    el(
      "qti-simple-match-set",
      {},
      pairs.map((pair) => choiceOf(id(pair.id), 1, fromShortText(toText(pair.left), hrefOf))),
    ),
    el(
      "qti-simple-match-set",
      {},
      rights.map((right) => choiceOf(id(right.id), 0, plainNodes(right.text))),
    ),
  );
  const mapping = isPartial
    ? mappingOf(
        keys.map((key) => [key, share(points, pairs.length)]),
        points,
      )
    : undefined;
  return {
    interaction: "matchInteraction",
    declarations: [declaration(response, ["multiple", "directedPair"], keys, mapping)],
    body: [...above, interaction],
    template: isPartial ? "map_response" : "match_correct",
    rules: isPartial ? bySum : allOrNothing(matches(response)),
    own: { ...nothing, scoring, rationales: rationalesOf(pairs) },
  };
}
