/** What the order of a quiz's questions decides: how far it is woven, and what to look at. */
import type { Quiz } from "@verdant/contract/assembly";
import { wovenIndex } from "@verdant/core/assembly/interleave";
import { neighbourPairs, orderCost, unavoidablePairs, type Strand } from "@verdant/core/assembly/orderCost";
import { gatheredByStimulus } from "@verdant/core/stimuli/stimulus";
import type { OpenScope } from "../platform/scope.ts";
import { bestSpacing } from "./bestSpacing.ts";

/** How many parts and places the quiz has. */
interface Shape {
  readonly parts: number;
  readonly places: number;
}

/** Interleaving index of the order as it stands, against the best order found for the same items. Parts never mix. */
export async function wovenOf(scope: OpenScope, strands: readonly Strand[], shape: Shape): Promise<number | null> {
  if (shape.parts > 1 || shape.places === 0) return null;
  const asIs = [...strands.keys()];
  const best = await bestSpacing(scope, strands);
  return wovenIndex(strands, asIs, Math.min(best, orderCost(strands)(asIs).spacing));
}

/** Of the strands of the questions that all get, in their order. */
export function orderChecks(strands: readonly Strand[], shape: Shape): Quiz["checks"] {
  if (shape.parts > 1) return [];
  const checks: Quiz["checks"] = [];
  const pairs = neighbourPairs(strands) - unavoidablePairs(strands.map((strand) => strand.topicId));
  if (pairs > 0)
    checks.push({
      code: "sameTopicNeighbours",
      terms: { pairs },
    });
  if (areApart(strands)) checks.push({ code: "stimulusApart", terms: {} });
  return checks;
}

/** Some that share a stimulus have another question between them. */
function areApart(strands: readonly Strand[]): boolean {
  const gathered = gatheredByStimulus([...strands.keys()], (i) => strands[i]?.block);
  const blocks = (order: readonly number[]) =>
    order.filter(
      (at, i) => strands[at]?.block === undefined || strands[at].block !== strands[order[i - 1] ?? -1]?.block,
    ).length;
  return blocks([...strands.keys()]) > blocks(gathered);
}
