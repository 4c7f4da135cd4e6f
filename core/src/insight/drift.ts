/** Whether an item has become easier or harder from earlier years to the newest, beside the items around it. */

import { posteriorsBesides, type Calibration, type Responses } from "./rasch.ts";

/** A difficulty in logits, with its standard error and the number of answers it is made of. */
export interface Estimate {
  readonly difficulty: number;
  readonly error: number;
  readonly answers: number;
}

export interface Drift {
  readonly before: Estimate;
  readonly now: Estimate;
  /** Now less before, over its standard error. */
  readonly z: number;
}

/** Fewer answers on either side, and nothing is said. */
export const fewestToDrift = 30;
/** Beyond this, one sound item in a hundred is named. */
export const driftedZ = 2.58;

/** Difference of two difficulties over its standard error: the fits are independent (statistics brief B4). */
export const driftZ = (before: Omit<Estimate, "answers">, now: Omit<Estimate, "answers">): number =>
  (now.difficulty - before.difficulty) / Math.hypot(before.error, now.error);

/**
 * Each item's difficulty from the answers of earlier persons and of later ones, apart and without a word of its writer; the
 * ability of who answered is what their other answers say, so that a stronger year is not taken for an easier item. Only
 * the persons' own scale moves what all items do together.
 *
 * @param found what `calibrate` found of the same answers
 * @param isLate per person
 * @returns in the order of the items; null with fewer than {@link fewestToDrift} answers on either side
 */
export function driftsOf(
  responses: Responses,
  found: Pick<Calibration, "difficulty" | "mean" | "sd">,
  isLate: (person: number) => boolean,
): (Drift | null)[] {
  const places = Array.from(found.difficulty, () => ({ before: [] as number[], now: [] as number[] }));
  const { start, item, group } = responses;
  group.forEach((_, person) => {
    const side = isLate(person) ? "now" : "before";
    for (let at = start[person] as number; at < (start[person + 1] as number); at++)
      places[item[at] as number]?.[side].push(at);
  });
  const posteriorAt = posteriorsBesides(responses, found);
  return places.map(({ before, now }, i) => {
    if (Math.min(before.length, now.length) < fewestToDrift) return null;
    const estimate = (some: readonly number[]) =>
      estimateOf(
        some.map((at) => ({ credit: responses.credit[at] as number, ...posteriorAt(at) })),
        found.difficulty[i] as number,
      );
    const [early, late] = [estimate(before), estimate(now)];
    return { before: early, now: late, z: driftZ(early, late) };
  });
}

interface Answer {
  readonly credit: number;
  /** What is believed of the ability besides this answer: weights over the nodes. */
  readonly weights: Float64Array;
  readonly node: Float64Array;
}

/** What all get right, or nobody, stays finite: hardly anything is believed of the item before. */
const faintSd = 3;

/** Newton steps to the difficulty that makes these answers likeliest; its error by Louis (1982). */
function estimateOf(answers: readonly Answer[], from: number): Estimate {
  let b = from;
  let information = 1;
  for (let step = 0; step < 50; step++) {
    let slope = -b / faintSd ** 2;
    information = 1 / faintSd ** 2;
    for (const { credit, weights, node } of answers) {
      let [total, chance, square] = [0, 0, 0];
      for (let q = 0; q < node.length; q++) {
        const right = 1 / (1 + Math.exp(b - (node[q] as number)));
        const weight = (weights[q] as number) * right ** credit * (1 - right) ** (1 - credit);
        total += weight;
        chance += weight * right;
        square += weight * right ** 2;
      }
      [chance, square] = [chance / total, square / total];
      slope += chance - credit;
      information += chance - square - (square - chance ** 2);
    }
    const move = Math.min(1, Math.max(-1, slope / Math.max(information, 1e-6)));
    b += move;
    if (Math.abs(move) < 1e-6) break;
  }
  return { difficulty: b, error: Math.max(information, 1e-6) ** -0.5, answers: answers.length };
}

/**
 * How far several items moved together: the mean difference, weighted by how sure each is, over its standard error.
 * Null without any.
 */
export function commonDrift(drifts: readonly Drift[]): { readonly difference: number; readonly z: number } | null {
  let [weights, sum] = [0, 0];
  for (const { before, now } of drifts) {
    const weight = 1 / (before.error ** 2 + now.error ** 2);
    weights += weight;
    sum += weight * (now.difficulty - before.difficulty);
  }
  return weights === 0 ? null : { difference: sum / weights, z: sum / Math.sqrt(weights) };
}
