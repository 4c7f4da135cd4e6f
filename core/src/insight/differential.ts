/** Differential item functioning: whether an item is equally hard for equally able students of two groups. */

import { twoSided } from "./normal.ts";
import { abilitiesFrom, type Calibration, type Responses } from "./rasch.ts";

/** Of one level of ability: how many of each group had the item right and wrong. */
export interface Stratum {
  readonly referenceRight: number;
  readonly referenceWrong: number;
  readonly focalRight: number;
  readonly focalWrong: number;
}

/** A: negligible; B: some; C: much (Zieky, 1993). */
export const differentialClasses = ["A", "B", "C"] as const;
export type DifferentialClass = (typeof differentialClasses)[number];

export interface Differential {
  /** Odds of the reference group over those of the focal one, at equal ability. */
  readonly alpha: number;
  /** -2.35 ln alpha: under 0, harder for the focal group. */
  readonly delta: number;
  /** Standard error of delta. */
  readonly error: number;
  readonly chiSquared: number;
  readonly p: number;
  readonly found: DifferentialClass;
  /** How many of 1 fewer (under 0) or more of the focal group have it right than as able ones of the other. */
  readonly gap: number;
  /** Levels in which both groups and both answers occur. */
  readonly strata: number;
}

/**
 * Common odds ratio over levels of ability (Mantel and Haenszel, 1959) with the standard error of Robins, Breslow and
 * Greenland (1986), the test with continuity correction, the classes of the ETS (Zieky, 1993), and the difference of the
 * shares right, weighted by the focal group (Dorans and Kulick, 1986). Levels with an empty margin do not count. Null where
 * none is left, or where nobody of one group is right or nobody wrong, so that the ratio has no bounds.
 */
export function mantelHaenszel(levels: readonly Stratum[]): Differential | null {
  const used = levels.filter(
    ({ referenceRight: a, referenceWrong: b, focalRight: c, focalWrong: d }) =>
      a + b > 0 && c + d > 0 && a + c > 0 && b + d > 0,
  );
  let [above, below, ab, cross, ba] = [0, 0, 0, 0, 0];
  let [right, expected, variance] = [0, 0, 0];
  let [gap, focal] = [0, 0];
  for (const { referenceRight: a, referenceWrong: b, focalRight: c, focalWrong: d } of used) {
    const n = a + b + c + d;
    const [p, q, r, s] = [(a + d) / n, (b + c) / n, (a * d) / n, (b * c) / n];
    above += r;
    below += s;
    ab += p * r;
    cross += p * s + q * r;
    ba += q * s;
    right += a;
    expected += ((a + b) * (a + c)) / n;
    variance += ((a + b) * (c + d) * (a + c) * (b + d)) / (n * n * (n - 1));
    gap += c - ((c + d) * a) / (a + b);
    focal += c + d;
  }
  if (above === 0 || below === 0) return null;
  const alpha = above / below;
  const delta = -2.35 * Math.log(alpha);
  const error = 2.35 * Math.sqrt(ab / (2 * above ** 2) + cross / (2 * above * below) + ba / (2 * below ** 2));
  const chiSquared = variance === 0 ? 0 : Math.max(0, Math.abs(right - expected) - 0.5) ** 2 / variance;
  const p = twoSided(Math.sqrt(chiSquared));
  return {
    ...{ alpha, delta, error, chiSquared, p, gap: gap / focal, strata: used.length },
    found: classOf(Math.abs(delta), error, p),
  };
}

const classOf = (size: number, error: number, p: number): DifferentialClass => {
  if (size < 1 || p >= 0.05) return "A";
  return size >= 1.5 && (size - 1) / error > 1.645 ? "C" : "B";
};

/** Fewer of a group, and nothing is said: at 28 each, a difference that matters is seen once in seven times. */
export const fewestOfGroup = 60;

/** Which group a person is of. */
export const groupSides = { unknown: -1, reference: 0, focal: 1 } as const;

export interface ItemDifferential {
  /** How many of each group answered it. */
  readonly reference: number;
  readonly focal: number;
  /** Null: too few of a group, or it has no bounds. */
  readonly found: Differential | null;
}

/**
 * Each item for two groups of persons, matched by tenths of ability over all items, the one in question among them
 * (statistics brief B9). Items of class C are then taken out of what matches (all but themselves), once.
 *
 * @param found what `calibrate` found of the same answers
 * @param side of each person, a value of {@link groupSides}
 * @returns in the order of the items
 */
export function differentialsOf(
  responses: Responses,
  found: Pick<Calibration, "difficulty" | "mean" | "sd">,
  side: Int8Array,
): ItemDifferential[] {
  const answers = answersByItem(responses, found.difficulty.length, side);
  const compare = (i: number, ability: Float64Array): ItemDifferential => {
    const own = answers[i] ?? [];
    const focal = own.filter(({ person }) => side[person] === groupSides.focal).length;
    const reference = own.length - focal;
    if (Math.min(focal, reference) < fewestOfGroup) return { reference, focal, found: null };
    return { reference, focal, found: mantelHaenszel(stratify(own, ability, side)) };
  };
  const everything = abilitiesFrom(responses, found, () => true);
  const first = answers.map((_, i) => compare(i, everything));
  const differs = new Set(first.flatMap((one, i) => (one.found?.found === "C" ? [i] : [])));
  if (differs.size === 0) return first;
  const purified = abilitiesFrom(responses, found, (item) => !differs.has(item));
  return first.map((_, i) => {
    if (!differs.has(i)) return compare(i, purified);
    const asked = new Set((answers[i] ?? []).map(({ person }) => person));
    const withItself = abilitiesFrom(
      responses,
      found,
      (item) => item === i || !differs.has(item),
      (person) => asked.has(person),
    );
    return compare(i, withItself);
  });
}

interface AnswerOf {
  readonly person: number;
  readonly isRight: boolean;
}

/** Of persons whose group is known. */
function answersByItem({ start, item, credit }: Responses, items: number, side: Int8Array): AnswerOf[][] {
  const answers = Array.from({ length: items }, (): AnswerOf[] => []);
  side.forEach((one, person) => {
    if (one === groupSides.unknown) return;
    for (let at = start[person] as number; at < (start[person + 1] as number); at++)
      answers[item[at] as number]?.push({ person, isRight: (credit[at] as number) >= 1 });
  });
  return answers;
}

const levels = 10;

/** Tenths by ability; who is equally able is in the same one. */
function stratify(answers: readonly AnswerOf[], ability: Float64Array, side: Int8Array): Stratum[] {
  const sorted = answers.map(({ person }) => ability[person] as number).sort((a, b) => a - b);
  const bounds = Array.from({ length: levels - 1 }, (_, k) => sorted[Math.floor(((k + 1) * sorted.length) / levels)]);
  const strata = Array.from({ length: levels }, () => ({
    ...{ referenceRight: 0, referenceWrong: 0, focalRight: 0, focalWrong: 0 },
  }));
  for (const { person, isRight } of answers) {
    const at = ability[person] as number;
    const stratum = strata[bounds.filter((bound) => bound !== undefined && bound <= at).length];
    if (!stratum) continue;
    if (side[person] === groupSides.focal) stratum[isRight ? "focalRight" : "focalWrong"]++;
    else stratum[isRight ? "referenceRight" : "referenceWrong"]++;
  }
  return strata;
}
