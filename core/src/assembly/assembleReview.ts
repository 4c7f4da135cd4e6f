/** Chooses the items of a review: the topics that are due come first, whatever else is asked besides. */

import { randomFrom } from "../random.ts";
import {
  against,
  assemble,
  assembleIfMet,
  firstOfEachFamily,
  suggested,
  type Assembly,
  type Budget,
  type Proven,
} from "./assemble.ts";
import { relax } from "./bound.ts";
import { bestOfFew } from "./fewChoices.ts";
import { improve } from "./improve.ts";
import { prefilter } from "./prefilter.ts";
import { valueOf, violation, type Problem, type Requirement } from "./problem.ts";
import { shortages } from "./shortages.ts";
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
  const all = restricted(problem);
  const exact = all.withTopics((topic) => {
    const count = wanted.get(topic) ?? 0;
    return { lower: count, upper: count };
  });
  const picked = pickInSequence(problem);
  const isWhole = picked.length === problem.size;
  if (isWhole && violation(exact, picked) === 0) return { assembly: proven(exact, picked, solver), leftOut: [] };
  const asWanted = assembleIfMet(exact, solver, budget);
  if (asWanted) return { assembly: asWanted, leftOut: [] };
  // Without requirements it is the look-alikes across topics that are in the way: the next in the sequence take their place.
  const free = withCaps(all, new Set());
  if (isWhole && violation(free, picked) === 0)
    return reviewOf(problem, proven(withCaps(all, topicsOf(problem, picked)), picked, solver));

  let best = meet(free, solver, budget, picked);
  if (!best) return { assembly: assemble(free, solver, budget), leftOut: [] };
  const kept = new Set<number>();
  const keep = (topics: readonly number[]): void => {
    if (topics.length === 0 || budget.cancelled?.() === true) return;
    const found = meet(withCaps(all, new Set([...kept, ...topics])), solver, budget, best ?? []);
    if (found) {
      best = found;
      for (const topic of topics) kept.add(topic);
    } else if (topics.length > 1) {
      const half = Math.ceil(topics.length / 2);
      keep(topics.slice(0, half));
      keep(topics.slice(half));
    }
  };
  keep([...wanted.keys()]);
  const whole = withCaps(all, kept);
  // The choice is valid, so that only a solver that fails can take the bound away.
  return reviewOf(
    problem,
    assembleIfMet(whole, solver, budget, best) ?? against(whole, best, Number.POSITIVE_INFINITY),
  );
}

/** The wanted topics that this choice has no item of; one that was given up may have got one all the same. */
function reviewOf(problem: ReviewProblem, assembly: Proven): Review {
  const has = topicsOf(problem, assembly.chosen);
  const wanted = new Set(problem.sequence.slice(0, problem.size));
  return { assembly, leftOut: [...wanted].filter((topic) => !has.has(topic)) };
}

const quickRounds = 12;

/**
 * Any choice that meets every requirement, whatever it is worth, or null where none was found: first by few exchanges
 * from one that nearly does, then from what the relaxation over the best and the extremes of each cell suggests; of a
 * small bank all choices are tried in the end.
 */
function meet(problem: Problem, solver: LpSolver, budget: Budget, near: readonly number[]): number[] | null {
  if (shortages(problem).length > 0) return null;
  const search = (start: readonly number[], pool: readonly number[], rounds: number) => {
    const next = randomFrom(budget.seed);
    const { cancelled } = budget;
    const found = improve(problem, start, { pool, rounds, goodEnough: Number.NEGATIVE_INFINITY, next, cancelled });
    return violation(problem, found) === 0 ? found : null;
  };
  const quick =
    near.length === problem.size && search(near, prefilter(problem, 1), Math.min(quickRounds, budget.rounds));
  if (quick) return quick;
  const relaxation = relax(problem, prefilter(problem, 4), solver, { startOnly: true });
  if (!relaxation) return null;
  const pool = suggested(relaxation, problem.size);
  return search(firstOfEachFamily(problem, pool), pool, budget.rounds) ?? bestOfFew(problem);
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
const proven = (problem: Problem, chosen: readonly number[], solver: LpSolver): Proven =>
  against(problem, chosen, relax(problem, prefilter(problem, 20), solver)?.bound ?? valueOf(problem, chosen));

const countsOf = (topics: readonly number[]) =>
  topics.reduce((counts, topic) => counts.set(topic, (counts.get(topic) ?? 0) + 1), new Map<number, number>());

const topicsOf = ({ topic }: ReviewProblem, chosen: readonly number[]) => new Set(chosen.map((i) => topic[i] ?? -1));

type Bounds = (topic: number) => { readonly lower: number; readonly upper: number };

const withCaps = ({ problem, withTopics }: Restricted, atLeastOne: ReadonlySet<number>): Problem =>
  withTopics((topic) => ({ lower: atLeastOne.has(topic) ? 1 : 0, upper: problem.mostPerTopic }));

interface Restricted {
  readonly problem: ReviewProblem;
  /** The problem with how many items each topic may have. */
  readonly withTopics: (boundsOf: Bounds) => Problem;
}

function restricted(problem: ReviewProblem): Restricted {
  const { size, value, family, requirements, topic } = problem;
  const topics = [...new Set([...problem.sequence, ...topic])];
  const amounts = topics.map((one) => [one, Float64Array.from(topic, (at) => (at === one ? 1 : 0))] as const);
  return {
    problem,
    withTopics: (boundsOf) => {
      const perTopic = amounts.map(([one, amount]): Requirement => ({
        id: `topic ${one}`,
        ...boundsOf(one),
        amount,
      }));
      return { size, value, family, requirements: [...requirements, ...perTopic] };
    },
  };
}
