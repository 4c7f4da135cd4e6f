/** Whether an item gets easier the more students have seen it: a sign that it has leaked. */

/** One first answer: how many students had seen the item before, its credit, and the mean credit of the other items. */
export interface ExposedAnswer {
  readonly seenBefore: number;
  readonly credit: number;
  readonly rest: number;
}

export interface Climb {
  /** Change of the share right, beyond what those students did elsewhere, each time twice as many have seen the item. */
  readonly slope: number;
  readonly low: number;
  readonly high: number;
  /** The whole 95 % interval lies above zero. */
  readonly isLikely: boolean;
}

const fewest = 30;

/**
 * Least squares of credit less rest share on log2(1 + seen before), with a 95 % interval from the residuals (normal
 * quantile). Taking the rest off keeps a stronger class from looking like a leak.
 *
 * @returns null with fewer than 30 answers, or when all came at the same exposure
 */
export function climbWithExposure(answers: readonly ExposedAnswer[]): Climb | null {
  const n = answers.length;
  if (n < fewest) return null;
  const x = answers.map((one) => Math.log2(1 + one.seenBefore));
  const y = answers.map((one) => one.credit - one.rest);
  const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / n;
  const [mx, my] = [mean(x), mean(y)];
  let [xx, xy] = [0, 0];
  for (let i = 0; i < n; i++) {
    const dx = (x[i] ?? 0) - mx;
    xx += dx * dx;
    xy += dx * ((y[i] ?? 0) - my);
  }
  if (xx < 1e-9) return null;
  const slope = xy / xx;
  const residuals = y.reduce((sum, one, i) => sum + (one - my - slope * ((x[i] ?? 0) - mx)) ** 2, 0);
  const half = 1.959963984540054 * Math.sqrt(residuals / (n - 2) / xx);
  return { slope, low: slope - half, high: slope + half, isLikely: slope - half > 0 };
}
