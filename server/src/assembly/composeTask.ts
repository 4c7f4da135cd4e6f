/** The worker's task: choose the items of a quiz and put them in a woven order. */
import { assembleReview } from "@verdant/core/assembly/assembleReview";
import { interleave } from "@verdant/core/assembly/interleave";
import { neighbourPairs, unavoidablePairs, type Strand } from "@verdant/core/assembly/orderCost";
import type { Requirement } from "@verdant/core/assembly/problem";
import { highsSolver } from "./highsSolver.ts";

export interface ComposeInput {
  readonly size: number;
  readonly value: Float64Array;
  readonly family: Int32Array;
  readonly requirements: readonly Requirement[];
  /** Topics in the order in which they get their items, by number. */
  readonly sequence: readonly number[];
  readonly mostPerTopic: number;
  /** Per candidate: what it is woven by. */
  readonly topic: Int32Array;
  readonly unit: Int32Array;
  readonly difficulty: Float64Array;
  /** What shares a stimulus; -1: alone. */
  readonly stimulus: Int32Array;
  readonly seed: string;
}

export interface ComposeOutput {
  /** Candidate indices in woven order. */
  readonly order: readonly number[];
  /** Relative gap to the bound over the whole bank; null when the requirements could not all be met. */
  readonly gap: number | null;
  /** Every requirement is met. */
  readonly isMet: boolean;
  readonly index: number | null;
  /** Neighbours of one topic beyond those that no order can avoid. */
  readonly avoidablePairs: number;
}

/** The items alone, in no order yet. */
export async function chooseItems(input: ComposeInput, cancelled: () => boolean) {
  const budget = { tolerance: 0.0005, rounds: 400, seed: input.seed, cancelled };
  return assembleReview(input, await highsSolver(), budget).assembly;
}

export async function composeTask(input: ComposeInput, cancelled: () => boolean): Promise<ComposeOutput> {
  const assembly = await chooseItems(input, cancelled);
  const chosen = assembly.ok ? assembly.chosen : assembly.nearest;
  const strands = strandsOf(input, chosen);
  const woven = interleave(strands, input.seed);
  const inOrder = woven.order.map((at) => strands[at] as Strand);
  return {
    order: woven.order.map((at) => chosen[at] as number),
    gap: assembly.ok ? assembly.relativeGap : null,
    isMet: assembly.ok,
    index: woven.index,
    avoidablePairs: neighbourPairs(inOrder) - unavoidablePairs(strands.map((one) => one.topicId)),
  };
}

function strandsOf(input: ComposeInput, chosen: readonly number[]): Strand[] {
  const difficulties = chosen.map((i) => input.difficulty[i] ?? 0).sort((a, b) => a - b);
  return chosen.map((i) => ({
    topicId: String(input.topic[i]),
    unitId: String(input.unit[i]),
    kind: "",
    block: input.stimulus[i] === -1 ? undefined : String(input.stimulus[i]),
    difficultyRank: chosen.length < 2 ? 0 : difficulties.indexOf(input.difficulty[i] ?? 0) / (chosen.length - 1),
  }));
}

/** A made-up bank of `count` items for warming the worker up and for measuring. */
export function madeUpBank(count: number, size: number, next: () => number): ComposeInput {
  const column = (make: () => number) => Array.from({ length: count }, make);
  const topic = Int32Array.from(column(() => Math.floor(next() * 48)));
  const level = column(() => Math.floor(next() * 3));
  const seconds = Float64Array.from(column(() => 20 + Math.floor(next() * 100)));
  const flags = (test: (i: number) => boolean) => Float64Array.from({ length: count }, (_, i) => (test(i) ? 1 : 0));
  const quarter = Math.floor(size / 4);
  return {
    size,
    value: Float64Array.from(column(() => next())),
    family: Int32Array.from(column(() => Math.floor(next() * count * 0.6))),
    topic,
    sequence: Array.from({ length: size + 20 }, (_, i) => i % 48),
    mostPerTopic: Math.max(2, Math.ceil(size / 8)),
    unit: topic.map((one) => Math.floor(one / 6)),
    difficulty: Float64Array.from(column(() => Math.floor(next() * 5))),
    stimulus: new Int32Array(count).fill(-1),
    requirements: [
      ...[0, 1, 2].map((unit) => ({
        id: `unit ${unit}`,
        lower: quarter - 1,
        upper: quarter + 2,
        amount: flags((i) => Math.floor((topic[i] ?? 0) / 6) === unit),
      })),
      ...[0, 1, 2].map((one) => ({
        id: `level ${one}`,
        lower: quarter,
        upper: size,
        amount: flags((i) => level[i] === one),
      })),
      { id: "seconds", lower: size * 60, upper: size * 66, amount: seconds },
    ],
    seed: "made up",
  };
}
