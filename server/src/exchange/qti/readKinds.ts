/**
 * The content of an item by the interaction in it. Each reader also names answers by which it can be tested whether the
 * item here gives what the rules of the file give.
 */
import { readChoice, readKeyOnly, readOpinion } from "./kinds/choice.ts";
import { readGapMatch, readGaps } from "./kinds/gaps.ts";
import { readHotspot } from "./kinds/hotspot.ts";
import { readOrder } from "./kinds/order.ts";
import { readAssociate, readMatch } from "./kinds/pairs.ts";
import { declarationOf, isNumber, type ItemSource, type ReadContent } from "./kinds/reading.ts";
import { readSelectPoint } from "./kinds/selectPoint.ts";
import { readNumeric, readShortText } from "./kinds/typed.ts";
import { readWritten } from "./kinds/written.ts";
import { interactionsIn } from "./readBody.ts";
import { Unusable } from "../unusable.ts";
import type { Element } from "./xml.ts";

export function readContent(source: ItemSource): ReadContent {
  const { item, own } = source;
  const interactions = interactionsIn(item);
  const [only] = interactions;
  if (!only) throw new Unusable("interactionMissing");
  const unknown = interactions.find(({ name }) => !(name in readers) && !inText.has(name));
  if (unknown) throw new Unusable("interactionUnknown", { element: unknown.name });
  if (own?.kind === "opinion") return readOpinion(source, only);
  if (own?.kind === "keyOnly") return readKeyOnly(source, only);
  const areInText = interactions.every(({ name }) => inText.has(name));
  if (
    areInText &&
    (interactions.length > 1 || only.name === "qti-inline-choice-interaction" || own?.kind === "fillGaps")
  ) {
    if (interactions.some((one) => isNumber(declarationOf(item, one)))) throw new Unusable("severalInteractions");
    return readGaps(source, interactions);
  }
  if (interactions.length > 1) throw new Unusable("severalInteractions");
  if (only.name === "qti-text-entry-interaction")
    return isNumber(declarationOf(item, only)) ? readNumeric(source, only) : readShortText(source, only);
  return (readers[only.name] as (source: ItemSource, interaction: Element) => ReadContent)(source, only);
}

const inText = new Set(["qti-text-entry-interaction", "qti-inline-choice-interaction"]);
const readers: Readonly<Record<string, (source: ItemSource, interaction: Element) => ReadContent>> = {
  "qti-choice-interaction": readChoice,
  "qti-order-interaction": readOrder,
  "qti-match-interaction": readMatch,
  "qti-associate-interaction": readAssociate,
  "qti-gap-match-interaction": readGapMatch,
  "qti-hotspot-interaction": readHotspot,
  "qti-select-point-interaction": readSelectPoint,
  "qti-extended-text-interaction": readWritten,
};
