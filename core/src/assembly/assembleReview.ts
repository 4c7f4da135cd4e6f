/** Chooses the items of a review: the topics that are due come first, whatever else is asked besides. */

import { assemble, type Assembly, type Budget } from "./assemble.ts";
import { relax } from "./bound.ts";
import { prefilter } from "./prefilter.ts";
import { valueOf, violation, type Problem, type Requirement } from "./problem.ts";
import type { LpSolver } from "./solver.ts";

export interface ReviewProblem extends Problem {
  /** Topic of each candidate as a small whole number. */
  readonly topic: Int32Array;
  /** Topics in the order in which they get their items, most wanted first; the first `size` entries are what is wanted. */
  readonly sequence: readonly number[];
  /** Most items of one topic. */
  readonly mostPerTopic: number;
}

export interface Review {
  readonly assembly: Assembly;
  /** Wanted topics that got no item, because of what else was asked, most wanted first. */
  readonly leftOut: readonly number[];
}

/**
 * The items of a review of `problem.size`.
 *
 * What is wanted of each topic comes first. Where the requirements allow exactly that, they change nothing but which
 * items of a topic are taken; where they do not even exclude the items that would be taken without them, they change
 * nothing at all. Otherwise as many of the wanted topics get an item as can, the more wanted before the less (each is
 * kept unless it cannot be together with those kept before it), and no topic gets more than `mostPerTopic`.
 *
 * Without requirements, asking for one more item only adds one. Deterministic for the same problem, seed and solver.
 */
export function assembleReview(problem: ReviewProblem, solver: LpSolver, budget: Budget): Review {
  const wanted = countsOf(problem.sequence.slice(0, problem.size));
  const exact = withTopics(problem, (topic) => {
    const count = wanted.get(topic) ?? 0;
    return { lower: count, upper: count };
  });
  const picked = pickInSequence(problem);
  const isWhole = picked.length === problem.size;
  if (isWhole && violation(exact, picked) === 0) return { assembly: proven(exact, picked, solver), leftOut: [] };
  const asWanted = assemble(exact, solver, budget);
  if (asWanted.ok) return { assembly: asWanted, leftOut: [] };
  // Without requirements it is the look-alikes across topics that are in the way: the next in the sequence take their place.
  if (isWhole && violation(withCaps(problem, new Set()), picked) === 0) {
    const assembly = proven(withCaps(problem, topicsOf(problem, picked)), picked, solver);
    return { assembly, leftOut: [...wanted.keys()].filter((topic) => !topicsOf(problem, picked).has(topic)) };
  }

  let best = assemble(withCaps(problem, new Set()), solver, budget);
  if (!best.ok) return { assembly: best, leftOut: [] };
  const kept = new Set<number>();
  const leftOut: number[] = [];
  const keep = (topics: readonly number[]): void => {
    if (topics.length === 0) return;
    const with_ = assemble(withCaps(problem, new Set([...kept, ...topics])), solver, budget);
    if (with_.ok) {
      best = with_;
      for (const topic of topics) kept.add(topic);
    } else if (topics.length === 1) leftOut.push(...topics);
    else {
      const half = Math.ceil(topics.length / 2);
      keep(topics.slice(0, half));
      keep(topics.slice(half));
    }
  };
  keep([...wanted.keys()]);
  // One that was not asked for may have got an item all the same.
  const has = topicsOf(problem, best.chosen);
  return { assembly: best, leftOut: leftOut.filter((topic) => !has.has(topic)) };
}

/**
 * For each entry of the sequence the most valuable candidate of its topic that is no look-alike of one before; what has
 * none is passed over for the next. Nested: of fewer items it picks the first ones of these.
 */
function pickInSequence({ size, topic, value, family, sequence }: ReviewProblem): number[] {
  const byTopic = new Map<number, number[]>();
  topic.forEach((one, i) => byTopic.set(one, [...(byTopic.get(one) ?? []), i]));
  for (const list of byTopic.values()) list.sort((a, b) => (value[b] ?? 0) - (value[a] ?? 0) || a - b);
  const families = new Set<number>();
  const picked: number[] = [];
  for (const one of sequence) {
    if (picked.length === size) break;
    const i = byTopic.get(one)?.find((candidate) => !families.has(family[candidate] ?? -1));
    if (i === undefined) continue;
    families.add(family[i] ?? -1);
    picked.push(i);
  }
  return picked.sort((a, b) => a - b);
}

/** How good these items are, against the bound over the whole bank. */
function proven(problem: Problem, chosen: readonly number[], solver: LpSolver): Assembly {
  const value = valueOf(problem, chosen);
  const bound = relax(problem, prefilter(problem, 20), solver)?.bound ?? value;
  const gap = bound - value <= 1e-9 ? 0 : bound - value;
  return { ok: true, chosen, value, bound, gap, relativeGap: gap === 0 ? 0 : gap / Math.max(1e-9, Math.abs(bound)) };
}

const countsOf = (topics: readonly number[]) =>
  topics.reduce((counts, topic) => counts.set(topic, (counts.get(topic) ?? 0) + 1), new Map<number, number>());

const topicsOf = ({ topic }: ReviewProblem, chosen: readonly number[]) => new Set(chosen.map((i) => topic[i] ?? -1));

const withCaps = (problem: ReviewProblem, atLeastOne: ReadonlySet<number>): Problem =>
  withTopics(problem, (topic) => ({ lower: atLeastOne.has(topic) ? 1 : 0, upper: problem.mostPerTopic }));

/** The problem with how many items each topic may have. */
function withTopics(problem: ReviewProblem, boundsOf: (topic: number) => { lower: number; upper: number }): Problem {
  const { size, value, family, requirements, topic } = problem;
  const perTopic = [...new Set([...problem.sequence, ...topic])].map((one): Requirement => ({
    id: `topic ${one}`,
    ...boundsOf(one),
    amount: Float64Array.from(topic, (at) => (at === one ? 1 : 0)),
  }));
  return { size, value, family, requirements: [...requirements, ...perTopic] };
}
