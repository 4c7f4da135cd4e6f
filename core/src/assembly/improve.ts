/** Local search: exchanges one item for another until every requirement is met and the value no longer rises. */

import { violation, valueOf, type Problem } from "./problem.ts";

export interface Search {
  /** Candidates that may come in. */
  readonly pool: readonly number[];
  /** Number of exchanges at most; the budget that makes the result the same on every machine. */
  readonly rounds: number;
  /** Stop as soon as a valid choice is worth at least this. */
  readonly goodEnough: number;
  readonly next: () => number;
  readonly cancelled?: (() => boolean) | undefined;
}

/**
 * The best choice met on a walk of single exchanges from `start` (tabu search, Glover 1989).
 *
 * Each round takes the exchange with the best value minus penalty x violation that does not bring back an item just taken
 * out; the penalty doubles while requirements stay violated and falls while they are met. Valid choices win over
 * invalid ones, then the smaller violation, then the larger value.
 */
export function improve(problem: Problem, start: readonly number[], search: Search): number[] {
  let current = [...start];
  let best = [...start];
  let bestScore = scoreOf(problem, best, Number.POSITIVE_INFINITY);
  let penalty = 1;
  const tabuUntil = new Map<number, number>();

  for (let round = 0; round < search.rounds; round++) {
    if (bestScore.violation === 0 && bestScore.value >= search.goodEnough) break;
    if (search.cancelled?.() === true) break;
    const exchange = bestExchange(problem, current, search.pool, penalty, (i) => (tabuUntil.get(i) ?? 0) > round);
    if (!exchange) break;
    tabuUntil.set(exchange.out, round + 5 + Math.floor(search.next() * 5));
    current = current.map((i) => (i === exchange.out ? exchange.in : i));
    const now = scoreOf(problem, current, penalty);
    penalty = Math.min(1e6, Math.max(0.1, now.violation > 0 ? penalty * 1.5 : penalty * 0.8));
    if (now.violation < bestScore.violation || (now.violation === bestScore.violation && now.value > bestScore.value)) {
      best = [...current];
      bestScore = now;
    }
  }
  return best;
}

function scoreOf(problem: Problem, chosen: readonly number[], penalty: number) {
  const broken = violation(problem, chosen);
  const value = valueOf(problem, chosen);
  return { violation: broken, value, score: value - (broken === 0 ? 0 : penalty * broken) };
}

function bestExchange(
  problem: Problem,
  current: readonly number[],
  pool: readonly number[],
  penalty: number,
  isTabu: (i: number) => boolean,
) {
  const sums = problem.requirements.map(({ amount }) => current.reduce((sum, i) => sum + (amount[i] ?? 0), 0));
  const families = new Map<number, number>();
  for (const i of current) families.set(problem.family[i] ?? -1, (families.get(problem.family[i] ?? -1) ?? 0) + 1);
  const chosen = new Set(current);
  let best: { out: number; in: number } | null = null;
  let bestDelta = Number.NEGATIVE_INFINITY;
  for (const out of current) {
    const outFamily = problem.family[out] ?? -1;
    for (const into of pool) {
      if (chosen.has(into) || isTabu(into)) continue;
      const inFamily = problem.family[into] ?? -1;
      if (inFamily !== outFamily && families.has(inFamily)) continue;
      const relief = (families.get(outFamily) ?? 0) > 1 && inFamily !== outFamily ? 1 : 0;
      let broken = -relief;
      for (let r = 0; r < sums.length; r++) {
        const { lower, upper, amount } = problem.requirements[r] as (typeof problem.requirements)[number];
        const sum = (sums[r] ?? 0) - (amount[out] ?? 0) + (amount[into] ?? 0);
        broken += Math.max(0, lower - sum, sum - upper);
      }
      const delta = (problem.value[into] ?? 0) - (problem.value[out] ?? 0) - penalty * broken;
      if (delta > bestDelta) {
        bestDelta = delta;
        best = { out, in: into };
      }
    }
  }
  return best;
}
