/** Orders. */
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
  responseOf,
  idIn,
  declarationOf,
  valuesIn,
} from "./reading.ts";
import { type WrittenKind, response, matches, allOrNothing, id, declaration, asked, nothing } from "./writing.ts";

export function readOrder(source: ItemSource, interaction: Element): ReadContent {
  const { item, reading, own, idOf } = source;
  const choices = new Map(childrenOf(interaction, "qti-simple-choice").map((choice) => [idIn(choice), choice]));
  const right = valuesIn(declarationOf(item, interaction));
  if (right.length !== choices.size || !right.every((one) => choices.has(one))) throw new Unusable("answersUnlike");
  const steps = right.map((one) => ({ id: idOf(one), text: toRichText(choices.get(one)?.children ?? [], reading) }));
  const turned = [[...right].reverse(), [...right.slice(1), ...right.slice(0, 1)], swapped(right)];
  const probes = [right, ...turned].map((order): Probe => ({
    responses: { [responseOf(interaction)]: order },
    answer: { kind: "order", order: order.map(idOf) },
  }));
  const stem = stemAround(withoutEnds(item), interaction, reading);
  const { first = "", last = "" } = own ?? {};
  const ways = own?.scoring ? [own.scoring] : (["all", "partial"] as const);
  return {
    ways: ways.map((scoring) => ({ kind: "order", stem, scoring, steps, first, last })),
    // Parts that count by themselves are beyond the standard: only the key and its reverse say the same.
    probes: own?.scoring === "partial" ? probes.slice(0, 2) : probes,
    optionIds: [],
    withRationales: asIs,
  };
}

const swapped = ([a, b, ...rest]: readonly string[]) => [b, a, ...rest].filter((one) => one !== undefined);

/** Of the line that says what the two ends of an order mean. */
const endsClass = "ends";
function withoutEnds(element: Element): Element {
  const children = element.children.flatMap((child): Node[] => {
    if (typeof child === "string") return [child];
    if (child.attributes["class"] === endsClass) return [];
    return child.name === "qti-item-body" ? [withoutEnds(child)] : [child];
  });
  return { ...element, children };
}

export function writeOrder(content: ContentOf<"order">, hrefOf: HrefOf): WrittenKind {
  const { steps, scoring, first, last } = content;
  const { above, prompt } = asked(content.stem, hrefOf);
  // As they are kept, they stand in the right order: in the file they stand by their ids, which are random.
  const listed = [...steps].sort((a, b) => ((a.id ?? "") < (b.id ?? "") ? -1 : 1));
  const ends = [first === "" ? "" : `First: ${first}.`, last === "" ? "" : `Last: ${last}.`].filter(
    (one) => one !== "",
  );
  return {
    interaction: "orderInteraction",
    declarations: [
      declaration(
        response,
        ["ordered", "identifier"],
        steps.map((step) => id(step.id)),
      ),
    ],
    body: [
      ...above,
      ...(ends.length > 0 ? [el("p", { class: endsClass }, ends.join(" "))] : []),
      el(
        "qti-order-interaction",
        { "response-identifier": response, shuffle: "true", orientation: "vertical" },
        prompt,
        listed.map((step) =>
          el("qti-simple-choice", { identifier: id(step.id) }, fromShortText(toText(step.text), hrefOf)),
        ),
      ),
    ],
    template: "match_correct",
    rules: allOrNothing(matches(response)),
    own: { ...nothing, scoring, first, last },
  };
}
