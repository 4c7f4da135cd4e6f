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
  const columns = columnsOf(problem, new Set([...start, ...search.pool]));
  const tabuUntil = new Map<number, number>();

  for (let round = 0; round < search.rounds; round++) {
    if (bestScore.violation === 0 && bestScore.value >= search.goodEnough) break;
    if (search.cancelled?.() === true) break;
    const chosen = new Set(current);
    const candidates = search.pool.filter((i) => !chosen.has(i) && (tabuUntil.get(i) ?? 0) <= round);
    const exchange = bestExchange(problem, current, columns, { candidates, penalty });
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

/** What a round needs of the problem, laid out for the inner loop: a candidate counts for few of the requirements. */
interface Columns {
  readonly lower: Float64Array;
  readonly upper: Float64Array;
  /** Candidate i counts for the requirements `row[start[i] .. start[i + 1])` with the amounts at the same places. */
  readonly start: Int32Array;
  readonly row: Int32Array;
  readonly amount: Float64Array;
}

function columnsOf({ value, requirements }: Problem, members: ReadonlySet<number>): Columns {
  const start = new Int32Array(value.length + 1);
  const row: number[] = [];
  const amount: number[] = [];
  for (let i = 0; i < value.length; i++) {
    if (members.has(i))
      for (const [r, one] of requirements.entries()) {
        const counts = one.amount[i] as number;
        if (counts === 0) continue;
        row.push(r);
        amount.push(counts);
      }
    start[i + 1] = row.length;
  }
  return {
    lower: Float64Array.from(requirements, (one) => one.lower),
    upper: Float64Array.from(requirements, (one) => one.upper),
    start,
    row: Int32Array.from(row),
    amount: Float64Array.from(amount),
  };
}

/** Adds `factor` x what candidate i counts for to the sums. */
function add(sums: Float64Array, { start, row, amount }: Columns, i: number, factor: 1 | -1): void {
  for (let at = start[i] as number; at < (start[i + 1] as number); at++) {
    const r = row[at] as number;
    sums[r] = (sums[r] as number) + factor * (amount[at] as number);
  }
}

function bestExchange(
  problem: Problem,
  current: readonly number[],
  columns: Columns,
  { candidates, penalty }: { candidates: readonly number[]; penalty: number },
) {
  const { family, value } = problem;
  const { lower, upper, start, row, amount } = columns;
  const sums = new Float64Array(lower.length);
  for (const i of current) add(sums, columns, i, 1);
  const missed = (r: number, sum: number) => Math.max(0, (lower[r] as number) - sum, sum - (upper[r] as number));
  const held = new Map<number, number>();
  for (const i of current) held.set(family[i] as number, (held.get(family[i] as number) ?? 0) + 1);
  const isHeld = candidates.map((i) => held.has(family[i] as number));

  let best: { out: number; in: number } | null = null;
  let bestDelta = Number.NEGATIVE_INFINITY;
  const without = new Float64Array(sums.length);
  const missedWithout = new Float64Array(sums.length);
  for (const out of current) {
    const outFamily = family[out] as number;
    const isTwice = (held.get(outFamily) ?? 0) > 1;
    without.set(sums);
    add(without, columns, out, -1);
    let total = 0;
    for (let r = 0; r < without.length; r++) total += missedWithout[r] = missed(r, without[r] as number);
    for (let c = 0; c < candidates.length; c++) {
      const into = candidates[c] as number;
      const isSibling = family[into] === outFamily;
      if (isHeld[c] === true && !isSibling) continue;
      let broken = isTwice && !isSibling ? total - 1 : total;
      for (let at = start[into] as number; at < (start[into + 1] as number); at++) {
        const r = row[at] as number;
        broken += missed(r, (without[r] as number) + (amount[at] as number)) - (missedWithout[r] as number);
      }
      const delta = (value[into] as number) - (value[out] as number) - penalty * broken;
      if (delta > bestDelta) {
        bestDelta = delta;
        best = { out, in: into };
      }
    }
  }
  return best;
}
