/** How long students were at a question: middle and middle half, which a few who left the page open do not move. */

/** Fewer say too little of what is usual. */
const fewest = 5;

export interface TimeSpent {
  /** Seconds; a quarter was at most this long. */
  readonly low: number;
  readonly median: number;
  /** Seconds; three quarters were at most this long. */
  readonly high: number;
  /** Students. */
  readonly of: number;
}

/**
 * Median and quartiles of the time that students spent on a question, by linear interpolation between the two nearest
 * (Hyndman and Fan 1996, definition 7). Times of 0 were not measured and are left out; null where fewer than five are left.
 *
 * @param milliseconds one for each student, 0 or more
 * @example timeSpent([10_000, 20_000, 30_000, 40_000, 600_000]) // { low: 20, median: 30, high: 40, of: 5 }
 * @throws RangeError for a time under 0, or that is no number
 */
export function timeSpent(milliseconds: readonly number[]): TimeSpent | null {
  for (const one of milliseconds) if (!(one >= 0)) throw new RangeError(`not a time: ${one}`);
  const seconds = milliseconds
    .filter((one) => one > 0)
    .map((one) => one / 1000)
    .sort((a, b) => a - b);
  if (seconds.length < fewest) return null;
  const at = (share: number) => {
    const place = share * (seconds.length - 1);
    const [below = 0, above = 0] = [seconds[Math.floor(place)], seconds[Math.ceil(place)]];
    return Math.round(10 * (below + (place - Math.floor(place)) * (above - below))) / 10;
  };
  return { low: at(0.25), median: at(0.5), high: at(0.75), of: seconds.length };
}
