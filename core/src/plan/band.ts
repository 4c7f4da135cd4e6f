/** Predictions are shown as bands, never as bare percentages. */

/**
 * `share` of [0, 1] as "about `low` to `high` in 10"; equal when the share lies within 0.01 of a whole tenth.
 *
 * @example bandOf(0.57) // { low: 5, high: 6 }
 */
export function bandOf(share: number): { low: number; high: number } {
  const tenths = share * 10;
  const nearest = Math.round(tenths);
  if (Math.abs(tenths - nearest) <= 0.1) return { low: nearest, high: nearest };
  return { low: Math.floor(tenths), high: Math.ceil(tenths) };
}
