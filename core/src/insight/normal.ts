/** The normal distribution, and what several comparisons at once do to it. */

/**
 * Probability that a standard normal variable is at most `z` (series of Marsaglia, 2004; to 15 digits).
 *
 * @example normalCdf(1) // 0.841345
 */
export function normalCdf(z: number): number {
  if (Math.abs(z) > 8) return z < 0 ? 0 : 1;
  let [sum, term] = [z, z];
  for (let i = 3; Math.abs(term) > 1e-17 && i < 500; i += 2) {
    term *= (z * z) / i;
    sum += term;
  }
  return 0.5 + sum * Math.exp(-0.5 * z * z - 0.91893853320467274178);
}

/** Probability of a standard normal variable at least as far from 0 as `z`, on either side. */
export const twoSided = (z: number): number => 2 * normalCdf(-Math.abs(z));

/**
 * Of several comparisons at once, what each p is worth: with these held against one level, the chance of a single false
 * alarm in all of them stays under it (Holm, 1979). In the order given, each in [its own p, 1].
 *
 * @example holm([0.01, 0.04, 0.03]) // [0.03, 0.06, 0.06]
 */
export function holm(ps: readonly number[]): number[] {
  const order = ps.map((p, at) => ({ p, at })).sort((a, b) => a.p - b.p);
  const adjusted = ps.map(() => 1);
  let most = 0;
  order.forEach(({ p, at }, rank) => {
    most = Math.max(most, Math.min(1, (ps.length - rank) * p));
    adjusted[at] = most;
  });
  return adjusted;
}
