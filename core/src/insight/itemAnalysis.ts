/** What the answers of a group say about an item: discrimination, thirds, and when a wrong option deserves a look. */

import { halfTail } from "./distributions.ts";
import { wilson } from "./wilson.ts";

/**
 * Weights of the students at the top of `scores`: `share` of them in all, students with equal scores sharing the edge
 * evenly, so that the result does not depend on how they are sorted.
 *
 * @param share in [0, 1]
 */
export function topWeights(scores: readonly number[], share: number): number[] {
  const places = share * scores.length;
  const sorted = Float64Array.from(scores).sort().reverse();
  const standing = new Map<number, { readonly above: number; equal: number }>();
  sorted.forEach((score, above) => {
    const same = standing.get(score);
    if (same) same.equal++;
    else standing.set(score, { above, equal: 1 });
  });
  return scores.map((score) => {
    const { above, equal } = standing.get(score) ?? { above: 0, equal: 1 };
    return Math.min(1, Math.max(0, (places - above) / equal));
  });
}

/** Weights of the top, middle and bottom third. */
export function thirds(scores: readonly number[]): { top: number[]; middle: number[]; low: number[] } {
  const top = topWeights(scores, 1 / 3);
  const low = topWeights(
    scores.map((score) => -score),
    1 / 3,
  );
  return { top, low, middle: top.map((weight, i) => Math.max(0, 1 - weight - (low[i] ?? 0))) };
}

/** Pearson's correlation; null with fewer than 5 pairs or without variance. */
export function correlation(x: readonly number[], y: readonly number[]): number | null {
  const n = x.length;
  if (n < 5) return null;
  const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / n;
  const [mx, my] = [mean(x), mean(y)];
  let [xy, xx, yy] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [dx, dy] = [(x[i] ?? 0) - mx, (y[i] ?? 0) - my];
    xy += dx * dy;
    xx += dx * dx;
    yy += dy * dy;
  }
  return xx < 1e-12 || yy < 1e-12 ? null : xy / Math.sqrt(xx * yy);
}

/**
 * 95 % interval of a correlation by Fisher's z (1915); null with fewer than 5 pairs. Near 1 the transform has no end, and
 * ten students in perfect order would give an interval of no width: what is nearer to 1 than 1 / n is taken as that near,
 * and the interval reaches to what was found.
 *
 * @example correlationInterval(1, 10) // { low: 0.62…, high: 1 }
 */
export function correlationInterval(r: number, n: number): { low: number; high: number } | null {
  if (n < 5) return null;
  const half = 1.959963984540054 / Math.sqrt(n - 3);
  const most = 1 - 1 / n;
  const z = Math.atanh(Math.max(-most, Math.min(most, r)));
  return { low: Math.min(r, Math.tanh(z - half)), high: Math.max(r, Math.tanh(z + half)) };
}

/** Difference between the upper and the lower 27 % by rest score (Kelley, 1939); null with fewer than 10 students. */
export function upperLower(right: readonly number[], rest: readonly number[]): number | null {
  if (right.length < 10) return null;
  const top = topWeights(rest, 0.27);
  const low = topWeights(
    rest.map((score) => -score),
    0.27,
  );
  const sum = right.reduce((total, x, i) => total + x * ((top[i] ?? 0) - (low[i] ?? 0)), 0);
  return sum / (0.27 * right.length);
}

export type OptionFlag = "watchTop" | "beatsKeyInTop" | "attractsStrong" | "unused" | "unusedSoFar";

export interface OptionUse {
  readonly chosen: number;
  readonly top: number;
  readonly middle: number;
  readonly low: number;
  readonly flags: readonly OptionFlag[];
}

/**
 * How each option was used by the thirds of a group, and what deserves a look.
 *
 * - watchTop: a wrong option chosen by more of the top third than the key
 * - beatsKeyInTop: the same, and unlikely by chance (one-sided exact binomial under .10)
 * - attractsStrong: chosen by those who did well elsewhere (lower end of r above 0; at least 10 students and 3 choosers)
 * - unused: nobody chose it and the Wilson upper end is under 10 %; otherwise only unusedSoFar
 *
 * @param chosen per student the places of the options chosen
 * @param rest per student the mean credit of the other items
 */
export function optionUses(
  chosen: readonly (readonly number[])[],
  rest: readonly number[],
  options: readonly { readonly isKey: boolean }[],
): OptionUse[] {
  const weights = thirds(rest);
  const n = chosen.length;
  const share = (third: readonly number[], place: number) => {
    const all = third.reduce((sum, one) => sum + one, 0);
    const some = chosen.reduce((sum, places, i) => sum + (places.includes(place) ? (third[i] ?? 0) : 0), 0);
    return all < 1e-9 ? 0 : some / all;
  };
  const inTop = options.map((_, place) => share(weights.top, place));
  const topCount = weights.top.reduce((sum, one) => sum + one, 0);
  const keyInTop = Math.max(0, ...options.map((option, place) => (option.isKey ? (inTop[place] ?? 0) : 0)));
  return options.map((option, place) => {
    const count = chosen.filter((places) => places.includes(place)).length;
    const flags: OptionFlag[] = [];
    if (!option.isKey) {
      const [a, k] = [Math.round((inTop[place] ?? 0) * topCount), Math.round(keyInTop * topCount)];
      if ((inTop[place] ?? 0) > keyInTop) {
        flags.push("watchTop");
        if (halfTail(a, a + k) < 0.1) flags.push("beatsKeyInTop");
      }
      const r = correlation(
        chosen.map((places) => (places.includes(place) ? 1 : 0)),
        rest,
      );
      const interval = r === null ? null : correlationInterval(r, n);
      if (interval && interval.low > 0 && n >= 10 && count >= 3) flags.push("attractsStrong");
      if (count === 0) flags.push((wilson(0, n)?.high ?? 1) < 0.1 ? "unused" : "unusedSoFar");
    }
    return {
      chosen: count,
      top: inTop[place] ?? 0,
      middle: share(weights.middle, place),
      low: share(weights.low, place),
      flags,
    };
  });
}
