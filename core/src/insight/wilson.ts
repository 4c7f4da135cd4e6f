/** Intervals: every share that is shown comes with one. */

/** Of the normal distribution, 95 % lie within so many standard deviations. */
const z95 = 1.959963984540054;

export interface Interval {
  readonly low: number;
  readonly high: number;
}

/**
 * The 95 % score interval of a share of `k` in `n` (Wilson, 1927), inside [0, 1]; exactly 0 or 1 at the ends when k = 0 or
 * k = n. Null when n = 0: then there is no share to show.
 *
 * @param z how wide, in standard deviations of the normal distribution, above 0; absent: 95 %
 * @example wilson(7, 10) // { low: 0.396778, high: 0.892209 }
 * @throws RangeError unless 0 <= k <= n; k may be fractional (partial credit)
 */
export function wilson(k: number, n: number, z = z95): Interval | null {
  if (!(k >= 0 && k <= n)) throw new RangeError(`not a share: ${k} of ${n}`);
  if (n === 0) return null;
  const p = k / n;
  const centre = (p + z ** 2 / (2 * n)) / (1 + z ** 2 / n);
  const half = (z / (1 + z ** 2 / n)) * Math.sqrt((p * (1 - p)) / n + z ** 2 / (4 * n ** 2));
  return { low: k === 0 ? 0 : centre - half, high: k === n ? 1 : centre + half };
}

/** Credit that one student earned in several answers. */
export interface OfStudent {
  readonly right: number;
  readonly outOf: number;
}

/** A share with its interval, as it is shown everywhere: never a bare percentage. */
export function shareOf(right: number, outOf: number) {
  const interval = wilson(right, outOf);
  return { right, outOf, low: interval?.low ?? null, high: interval?.high ?? null };
}

/**
 * A share of answers of which several are one student's: these say less than as many answers of different students. The
 * interval is Wilson's at the effective number of answers, n over the design effect of the ratio estimate (Rao and Scott,
 * 1992), which is never taken below one. Where everybody gave one answer it is {@link shareOf}.
 *
 * @param students per student the credit earned, and the answers it is of
 */
export function shareOfStudents(students: readonly OfStudent[]) {
  const right = students.reduce((sum, one) => sum + one.right, 0);
  const outOf = students.reduce((sum, one) => sum + one.outOf, 0);
  const effective = effectiveAnswers(students);
  const interval = effective === outOf ? wilson(right, outOf) : wilson((right / outOf) * effective, effective);
  return { right, outOf, low: interval?.low ?? null, high: interval?.high ?? null };
}

/**
 * As many answers of as many students say what these answers say, of which several are one student's: n over the design
 * effect of the ratio estimate (Rao and Scott, 1992), at least 1. At most n, and 0 without answers.
 */
export function effectiveAnswers(students: readonly OfStudent[]): number {
  const right = students.reduce((sum, one) => sum + one.right, 0);
  const outOf = students.reduce((sum, one) => sum + one.outOf, 0);
  const m = students.filter((one) => one.outOf > 0).length;
  if (m === outOf || outOf === 0) return outOf;
  const p = right / outOf;
  const spread = students.reduce((sum, one) => sum + (one.right - p * one.outOf) ** 2, 0);
  // Without any spread to go by, or with one student only, each student counts once.
  const isUnknown = m < 2 || p <= 0 || p >= 1;
  const design = isUnknown ? outOf / m : Math.max(1, (m / (m - 1)) * (spread / outOf) * (1 / (p * (1 - p))));
  return outOf / design;
}

/**
 * The difference of two shares, k1/n1 - k2/n2, with its 95 % hybrid score interval (Newcombe, 1998); null when either
 * share has no n.
 *
 * @param z how wide, as of {@link wilson}
 * @example newcombe(9, 28, 20, 120) // { difference: 0.154762, low: -0.006754, high: 0.348258 }
 */
export function newcombe(k1: number, n1: number, k2: number, n2: number, z = z95) {
  const [first, second] = [wilson(k1, n1, z), wilson(k2, n2, z)];
  if (!first || !second) return null;
  const [p1, p2] = [k1 / n1, k2 / n2];
  const difference = p1 - p2;
  return {
    difference,
    low: difference - Math.hypot(p1 - first.low, second.high - p2),
    high: difference + Math.hypot(first.high - p1, p2 - second.low),
  };
}
