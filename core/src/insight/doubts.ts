/** What the answers of many classes say against an item: its key, an option, or what it measures. */
import { correlation, correlationInterval, optionUses, topWeights } from "./itemAnalysis.ts";
import type { Responses } from "./rasch.ts";
import { newcombe, shareOf } from "./wilson.ts";
import { keyPosterior } from "./wrongKey.ts";

/** How often something happened. */
interface Counted {
  readonly right: number;
  readonly outOf: number;
}

/** The gravest first. */
export const doubtCodes = [
  "keyDoubtful",
  "ableChoose",
  "belowLookAlikes",
  "measuresElse",
  // Found by `drift`, not here.
  "drifted",
  "unused",
] as const;

/**
 * - keyDoubtful: the answers speak for the option at `place` as the key; in the most able third `able` chose it and
 *   `ableKey` the key. `byCounts`: so do the counts of all, held against the look-alikes.
 * - ableChoose: those who do well elsewhere choose the wrong option at `place`, more than those who do not (`r`)
 * - belowLookAlikes: right less often than its look-alikes by more than 15 of 100, for all that chance can do
 * - measuresElse: who gets it right is hardly who does well elsewhere: even the upper end of `r` is under .20, and under
 *   half of what is usual. Neither this nor ableChoose is said where less than .10 is usual.
 * - unused: nobody chose the wrong option at `place`, and at most `high` of all would
 */
export type Doubt =
  | {
      readonly code: "keyDoubtful";
      readonly place: number;
      readonly able: number;
      readonly ableKey: number;
      readonly byCounts: boolean;
    }
  | {
      readonly code: "ableChoose";
      readonly place: number;
      readonly r: number;
      readonly low: number;
      readonly high: number;
    }
  | { readonly code: "belowLookAlikes"; readonly own: Counted; readonly others: Counted }
  | { readonly code: "measuresElse"; readonly r: number; readonly low: number; readonly high: number }
  | { readonly code: "unused"; readonly place: number; readonly high: number };

export interface Answered {
  readonly options: readonly { readonly isKey: boolean }[];
  /** Exactly one option earns the credit, and a student chooses one. */
  readonly hasOneKey: boolean;
  /** Per answer: the places of the options chosen, what it earned, and how able who gave it is besides. */
  readonly chosen: readonly (readonly number[])[];
  readonly credit: readonly number[];
  readonly ability: readonly number[];
  /** How far items of the department agree with doing well elsewhere, on average ({@link usualAgreement}). */
  readonly usual: number;
  /** First answers to its look-alikes. */
  readonly lookAlikes: Counted;
}

/** With fewer answers an item says nothing of itself. */
export const fewestToDoubt = 10;
/** The probability of the key below which it should be looked at. */
const doubtful = 0.1;
/** Where items agree less with doing well elsewhere, hardly anybody is able as such, and a correlation tells nothing of an item. */
const leastUsual = 0.1;
/** A class's worth of answers: with fewer, "much lower than its look-alikes" is the class. */
const fewestBesideLookAlikes = 20;

/**
 * What deserves a look, the gravest first; empty under ten answers. Each rule asks the end of an interval and not the
 * point: at the size of a class raw thresholds condemn a third of all sound items (statistics brief B2 and B7, where the
 * rates of false alarms are).
 *
 * @throws RangeError where the lists are not of one length
 */
export function doubtsOf({ options, hasOneKey, chosen, credit, ability, usual, lookAlikes }: Answered): Doubt[] {
  const n = chosen.length;
  if (credit.length !== n || ability.length !== n) throw new RangeError("answers that do not fit each other");
  if (n < fewestToDoubt) return [];
  const uses = optionUses(chosen, ability, options);
  const key = options.findIndex((option) => option.isKey);
  const doubts: Doubt[] = [];
  if (hasOneKey && key >= 0) {
    const posterior = keyPosterior(
      uses.map((use) => use.chosen),
      key,
      lookAlikes,
    );
    const byCounts = (posterior[key] ?? 1) < doubtful ? posterior.indexOf(Math.max(...posterior)) : -1;
    const byAble = uses.flatMap((use, place) => (use.flags.includes("beatsKeyInTop") ? [{ place, top: use.top }] : []));
    const [most] = byAble.sort((a, b) => b.top - a.top);
    const place = byCounts >= 0 ? byCounts : most?.place;
    if (place !== undefined) {
      const third = topWeights(ability, 1 / 3).reduce((sum, one) => sum + one, 0);
      const inTop = (of: number) => Math.round((uses[of]?.top ?? 0) * third);
      doubts.push({ code: "keyDoubtful", place, able: inTop(place), ableKey: inTop(key), byCounts: byCounts >= 0 });
    }
  }
  const said = new Set(doubts.flatMap((one) => ("place" in one ? [one.place] : [])));
  const tellsAbility = usual >= leastUsual;
  uses.forEach((use, place) => {
    if (!tellsAbility || !use.flags.includes("attractsStrong") || said.has(place)) return;
    const r = correlation(
      chosen.map((places) => (places.includes(place) ? 1 : 0)),
      ability,
    );
    const interval = r === null ? null : correlationInterval(r, n);
    if (r !== null && interval) doubts.push({ code: "ableChoose", place, r, ...interval });
  });
  const own = { right: credit.reduce((sum, one) => sum + one, 0), outOf: n };
  if (n >= fewestBesideLookAlikes && lookAlikes.outOf >= fewestBesideLookAlikes) {
    const difference = newcombe(own.right, n, lookAlikes.right, lookAlikes.outOf);
    if (difference && difference.high < -0.15) doubts.push({ code: "belowLookAlikes", own, others: lookAlikes });
  }
  const r = correlation(credit, ability);
  const interval = r === null ? null : correlationInterval(r, n);
  if (tellsAbility && r !== null && interval && interval.high < Math.min(0.2, usual / 2))
    doubts.push({ code: "measuresElse", r, ...interval });
  uses.forEach((use, place) => {
    if (use.flags.includes("unused")) doubts.push({ code: "unused", place, high: shareOf(0, n).high ?? 1 });
  });
  return doubts;
}

/**
 * The mean, over items with ten answers or more, of the correlation of an item's credit with how able who gave it is
 * besides; 0 where there are no such items.
 *
 * @param ability of who gave each answer, by their other answers, in the order of the answers
 */
export function usualAgreement({ item, credit }: Pick<Responses, "item" | "credit">, ability: Float64Array): number {
  const byItem = new Map<number, { readonly credit: number[]; readonly ability: number[] }>();
  item.forEach((i, at) => {
    const own = byItem.get(i) ?? { credit: [], ability: [] };
    byItem.set(i, own);
    own.credit.push(credit[at] ?? 0);
    own.ability.push(ability[at] ?? 0);
  });
  const found = [...byItem.values()].flatMap((own) =>
    own.credit.length < fewestToDoubt ? [] : (correlation(own.credit, own.ability) ?? []),
  );
  return found.length === 0 ? 0 : found.reduce((sum, r) => sum + r, 0) / found.length;
}
