/** How far two people who marked the same answers, each without seeing the other's marks, say the same. */

/** What two markers gave to one answer, in points. */
export interface TwoMarks {
  readonly first: number;
  readonly second: number;
}

export interface Agreement {
  /** Answers that both have marked. */
  readonly answers: number;
  /** Those of them to which both gave the same. */
  readonly same: number;
  /**
   * Agreement beyond chance with its interval, each in [-1, 1]: 1 is full agreement, 0 what two people would reach who mark
   * without reading. null: too few answers, or one of them gave the same to all.
   */
  readonly kappa: { readonly value: number; readonly low: number; readonly high: number } | null;
}

/** Fewer answers say nothing that a department could act on. */
export const fewestAnswers = 10;

/**
 * Weighted kappa with quadratic weights: a difference counts by its square, so that near misses weigh little.
 *
 * With quadratic weights on the points themselves it is 1 - D/E, D the mean squared difference of the pairs and E that of
 * all pairings of the first's marks with the second's (Cohen, 1968; Fleiss and Cohen, 1973). The interval is of 95 %, from
 * the large-sample variance of Fleiss, Cohen and Everitt (1969), cut off at 1.
 *
 * @param marks of one question, any order; points of at most 100
 */
export function agreementOf(marks: readonly TwoMarks[]): Agreement {
  const answers = marks.length;
  const same = marks.filter(({ first, second }) => first === second).length;
  if (answers < fewestAnswers) return { answers, same, kappa: null };
  const points = [...new Set(marks.flatMap(({ first, second }) => [first, second]))].sort((a, b) => a - b);
  const span = (points.at(-1) ?? 0) - (points[0] ?? 0);
  const share = (pick: (mark: TwoMarks) => boolean) => marks.filter(pick).length / answers;
  const ofFirst = points.map((value) => share(({ first }) => first === value));
  const ofSecond = points.map((value) => share(({ second }) => second === value));
  // One of them gave the same to every answer: nothing can be told from chance.
  if (span === 0 || ofFirst.includes(1) || ofSecond.includes(1)) return { answers, same, kappa: null };
  const weight = (a: number, b: number) => 1 - ((a - b) / span) ** 2;
  const mean = (value: number, shares: readonly number[]) =>
    points.reduce((sum, other, i) => sum + (shares[i] ?? 0) * weight(value, other), 0);
  const observed = marks.reduce((sum, { first, second }) => sum + weight(first, second), 0) / answers;
  const expected = points.reduce((sum, value, i) => sum + (ofFirst[i] ?? 0) * mean(value, ofSecond), 0);
  const value = (observed - expected) / (1 - expected);
  const squares =
    marks.reduce((sum, { first, second }) => {
      const chance = mean(first, ofSecond) + mean(second, ofFirst);
      return sum + (weight(first, second) * (1 - expected) - chance * (1 - observed)) ** 2;
    }, 0) / answers;
  const variance = (squares - (observed * expected - 2 * expected + observed) ** 2) / (answers * (1 - expected) ** 4);
  const half = 1.959963984540054 * Math.sqrt(Math.max(0, variance));
  return { answers, same, kappa: { value, low: Math.max(-1, value - half), high: Math.min(1, value + half) } };
}
