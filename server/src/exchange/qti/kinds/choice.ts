/** Choices: one right answer, several, a set of words, a letter on paper, an opinion. */
import type { FileContent } from "@verdant/contract/exchange";
import type { RichText } from "@verdant/core/richText";
import { toText } from "../../fileContent.ts";
import { toRichText } from "../readText.ts";
import { fromRichText, fromShortText, losesSpace, type HrefOf } from "../writeText.ts";
import { stemAround } from "../readBody.ts";
import type { ReadFeedback } from "../readFeedback.ts";
import type { Responses } from "../responseProcessing.ts";
import { childrenOf, el, isTrue, wordsIn, type Element } from "../xml.ts";
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
  keysOf,
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
  nothing,
  misconceptionsOf,
} from "./writing.ts";

export function readChoice(source: ItemSource, interaction: Element): ReadContent {
  const { item, reading, own, idOf } = source;
  const choices = childrenOf(interaction, "qti-simple-choice");
  const identifiers = choices.map(idIn);
  const keys = new Set(keysOf(source, interaction, identifiers));
  const shuffles = isTrue(interaction.attributes["shuffle"]);
  const declaration = declarationOf(item, interaction);
  const isSingle = declaration?.attributes["cardinality"] !== "multiple";
  const stem = stemAround(item, interaction, reading);
  const options = choices.map((choice) => {
    const misconception = own?.misconceptions[idOf(idIn(choice))];
    return {
      id: idOf(idIn(choice)),
      text: toRichText(choice.children, reading),
      ...(keys.has(idIn(choice)) && { isKey: true }),
      ...(misconception !== undefined && { misconception }),
      ...((!shuffles || isTrue(choice.attributes["fixed"])) && { staysPut: true }),
    };
  });
  const answering = (chosen: readonly string[]): Responses => ({ [responseOf(interaction)]: chosen });
  const withRationales = (content: FileContent, { rationales }: ReadFeedback): FileContent => {
    if (!("options" in content)) return content;
    const reasoned = content.options.map((option, i) => {
      const rationale = rationales.get(identifiers[i] ?? "");
      return rationale ? { ...option, rationale } : option;
    });
    return { ...content, options: reasoned };
  };
  if (!isSingle) {
    const probes = subsetsOf(identifiers, [...keys]).map((chosen): Probe => ({
      responses: answering(chosen),
      answer: { kind: "severalRightAnswers", optionIds: chosen.map(idOf) },
    }));
    const ways = scorings.map((scoring) => ({ kind: "severalRightAnswers" as const, stem, scoring, options }));
    return { ways, probes, optionIds: identifiers, withRationales };
  }
  const setName = own?.kind === "optionSet" ? (own.setName ?? "") : trueOrFalse(choices);
  const kind = setName === null || (own !== undefined && own.kind !== "optionSet") ? "oneRightAnswer" : "optionSet";
  const inOrder = [...identifiers].sort((a, b) => Number(keys.has(b)) - Number(keys.has(a)));
  const probes = inOrder.map((one): Probe => ({
    responses: answering([one]),
    answer: { kind, optionId: idOf(one) },
  }));
  // The words of a set stand as they are written in any case.
  const unpinned = options.map(({ staysPut: _, ...option }, i) =>
    isTrue(choices[i]?.attributes["fixed"]) ? { ...option, staysPut: true } : option,
  );
  const way: FileContent =
    kind === "optionSet" ? { kind, stem, setName: setName ?? "", options: unpinned } : { kind, stem, options };
  return { ways: [way], probes, optionIds: identifiers, withRationales };
}

/** The name of the set that the two words true and false are; null for other options. */
function trueOrFalse(choices: readonly Element[]): string | null {
  const words = (of: (choice: Element) => string) =>
    choices
      .map((choice) => of(choice).toLowerCase())
      .sort()
      .join(" ");
  return choices.length === 2 && (words(idIn) === "false true" || words(wordsIn) === "false true")
    ? "true or false"
    : null;
}

/** Sets of options to try: all of them where they are few, else the telling ones. The key comes first. */
function subsetsOf(all: readonly string[], keys: readonly string[]): string[][] {
  const some =
    all.length <= 6
      ? Array.from({ length: 2 ** all.length }, (_, bits) => all.filter((_one, i) => (bits & (1 << i)) !== 0))
      : [
          ...all.map((one) => [one]),
          ...keys.map((key) => keys.filter((one) => one !== key)),
          ...all.filter((one) => !keys.includes(one)).map((wrong) => [...keys, wrong]),
          [...all],
          all.filter((one) => !keys.includes(one)),
        ];
  return [[...keys], ...some.filter((chosen) => chosen.length > 0)];
}

export function readKeyOnly({ item, reading }: ItemSource, interaction: Element): ReadContent {
  const letters = childrenOf(interaction, "qti-simple-choice").map(idIn);
  const [key] = valuesIn(declarationOf(item, interaction));
  const content = {
    kind: "keyOnly" as const,
    stem: stemAround(item, interaction, reading),
    letters: letters.length,
    key: key ?? null,
  };
  const probes = [...letters]
    .sort((a, b) => Number(b === key) - Number(a === key))
    .map((letter): Probe => ({
      responses: { [responseOf(interaction)]: [letter] },
      answer: { kind: "keyOnly", letter: letters.indexOf(letter) },
    }));
  return { ways: [content], probes, optionIds: [], withRationales: asIs };
}

export function readOpinion({ item, reading, own, idOf }: ItemSource, interaction: Element): ReadContent {
  const { form = "text", steps = 5, low = "", high = "" } = own ?? {};
  const choices =
    form === "choice"
      ? childrenOf(interaction, "qti-simple-choice").map((choice) => ({
          id: idOf(idIn(choice)),
          text: toRichText(choice.children, reading),
        }))
      : [];
  const content = {
    kind: "opinion" as const,
    stem: stemAround(item, interaction, reading),
    form,
    choices,
    steps,
    low,
    high,
  };
  return { ways: [content], probes: [], optionIds: [], withRationales: asIs };
}

export function writeChoice(
  content: ContentOf<"oneRightAnswer" | "severalRightAnswers" | "optionSet">,
  points: number,
  hrefOf: HrefOf,
): WrittenKind {
  const { options, kind } = content;
  const { above, prompt } = asked(content.stem, hrefOf);
  const isSeveral = kind === "severalRightAnswers";
  const keys = options.filter((option) => option.isKey).map((option) => id(option.id));
  const isPartial = isSeveral && content.scoring === "partial";
  const worth = share(points, keys.length);
  const mapping = isPartial
    ? mappingOf(
        options.map((option) => [id(option.id), option.isKey ? worth : -worth]),
        points,
      )
    : undefined;
  const hasRationales = options.some((option) => option.rationale !== undefined);
  const choices = options.map((option) =>
    el(
      "qti-simple-choice",
      { identifier: id(option.id), fixed: option.staysPut === true ? "true" : undefined },
      fromShortText(toText(option.text), hrefOf),
      option.rationale === undefined ? [] : optionFeedback(id(option.id), toText(option.rationale), hrefOf),
    ),
  );
  const shuffle = kind === "optionSet" ? "false" : "true";
  const interaction = el(
    "qti-choice-interaction",
    { "response-identifier": response, shuffle, "max-choices": isSeveral ? 0 : 1 },
    prompt,
    choices,
  );
  return {
    interaction: "choiceInteraction",
    declarations: [declaration(response, [isSeveral ? "multiple" : "single", "identifier"], keys, mapping)],
    body: [...above, interaction],
    template: isPartial ? "map_response" : "match_correct",
    rules: isPartial ? bySum : allOrNothing(matches(response)),
    ...(hasRationales && { optionFeedback: response }),
    own: {
      ...nothing,
      misconceptions: misconceptionsOf(options),
      ...(isSeveral && { scoring: content.scoring }),
      ...(kind === "optionSet" && { setName: content.setName }),
    },
  };
}

function optionFeedback(identifier: string, rationale: RichText, hrefOf: HrefOf): Element {
  const attributes = { "outcome-identifier": "FEEDBACK", identifier, "show-hide": "show" };
  const [only, ...more] = rationale.content;
  const isShort = only?.type === "paragraph" && more.length === 0 && !losesSpace(only.content);
  return isShort
    ? el("qti-feedback-inline", attributes, fromShortText(rationale, hrefOf))
    : el("qti-feedback-block", attributes, el("qti-content-body", {}, fromRichText(rationale, hrefOf)));
}

export function writeKeyOnly(content: ContentOf<"keyOnly">, hrefOf: HrefOf): WrittenKind {
  const { above, prompt } = asked(content.stem, hrefOf);
  const letters = Array.from({ length: content.letters }, (_, i) => String.fromCodePoint(65 + i));
  return {
    interaction: "choiceInteraction",
    declarations: [declaration(response, ["single", "identifier"], content.key === null ? [] : [content.key])],
    body: [
      ...above,
      el(
        "qti-choice-interaction",
        { "response-identifier": response, shuffle: "false", "max-choices": 1 },
        prompt,
        letters.map((letter) => el("qti-simple-choice", { identifier: letter }, letter)),
      ),
    ],
    template: "match_correct",
    rules: allOrNothing(matches(response)),
    own: nothing,
  };
}

export function writeOpinion(content: ContentOf<"opinion">, hrefOf: HrefOf): WrittenKind {
  const { above, prompt } = asked(content.stem, hrefOf);
  const { form, steps, low, high } = content;
  const attributes = { "response-identifier": response };
  const scale = Array.from({ length: steps }, (_, i) => {
    const end = i === 0 ? low : i === steps - 1 ? high : "";
    return el("qti-simple-choice", { identifier: `s${i + 1}` }, end === "" ? String(i + 1) : `${i + 1}: ${end}`);
  });
  const choices = content.choices.map((one) =>
    el("qti-simple-choice", { identifier: id(one.id) }, fromShortText(toText(one.text), hrefOf)),
  );
  const interaction =
    form === "text"
      ? el("qti-extended-text-interaction", { ...attributes, "expected-lines": 2, format: "plain" }, prompt)
      : el(
          "qti-choice-interaction",
          { ...attributes, shuffle: "false", "max-choices": 1 },
          prompt,
          form === "scale" ? scale : choices,
        );
  return {
    interaction: form === "text" ? "extendedTextInteraction" : "choiceInteraction",
    declarations: [declaration(response, ["single", form === "text" ? "string" : "identifier"], [])],
    body: [...above, interaction],
    own: { ...nothing, form, steps, low, high },
  };
}
