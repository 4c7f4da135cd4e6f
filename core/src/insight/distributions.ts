/** The few distribution functions that the statistics need. */

const lanczos = [
  676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
  -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];

/** Natural logarithm of the gamma function for x > 0 (Lanczos, 1964; g = 7, nine terms). */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const shifted = x - 1;
  const sum = lanczos.reduce((total, one, i) => total + one / (shifted + i + 1), 0.99999999999980993);
  const t = shifted + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (shifted + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** Regularised incomplete beta function I_x(a, b), in [0, 1] (continued fraction by Lentz, 1976). */
export function betaCdf(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(x, a, b)) / a : 1 - (front * betaFraction(1 - x, b, a)) / b;
}

function betaFraction(x: number, a: number, b: number): number {
  const tiny = 1e-300;
  let c = 1;
  let d = 1 / Math.max(tiny, 1 - ((a + b) * x) / (a + 1));
  let value = d;
  for (let m = 1; m <= 300; m++) {
    for (const numerator of [
      (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m)),
      (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1)),
    ]) {
      d = 1 + numerator * d;
      c = 1 + numerator / c;
      if (Math.abs(d) < tiny) d = tiny;
      if (Math.abs(c) < tiny) c = tiny;
      d = 1 / d;
      value *= d * c;
    }
    if (Math.abs(d * c - 1) < 1e-14) break;
  }
  return value;
}

/** Probability of at least `k` successes of `n` with chance one half each. */
export function halfTail(k: number, n: number): number {
  let sum = 0;
  for (let i = k; i <= n; i++) sum += Math.exp(logGamma(n + 1) - logGamma(i + 1) - logGamma(n - i + 1) - n * Math.LN2);
  return Math.min(1, sum);
}

/** Where a rising function of [0, 1] reaches `p`, by halving. */
function inverseOf(cdf: (x: number) => number, p: number): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < 100; i++) {
    const middle = (low + high) / 2;
    if (cdf(middle) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The value that a variable with Fisher's F distribution stays under with probability `p` in (0, 1). */
export function fQuantile(p: number, numerator: number, denominator: number): number {
  const y = inverseOf((x) => betaCdf(x, numerator / 2, denominator / 2), p);
  return (denominator * y) / (numerator * (1 - y));
}

/** Chance of a value at least so far from 0, on either side, under Student's t distribution (1908). */
export const twoSidedT = (t: number, freedom: number): number =>
  betaCdf(freedom / (freedom + t ** 2), freedom / 2, 0.5);

/** Half the width, in standard errors, of the two-sided interval that holds `level` of Student's t distribution. */
export const tQuantile = (level: number, freedom: number): number => Math.sqrt(fQuantile(level, 1, freedom));
