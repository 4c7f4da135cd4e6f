/** A blueprint as requirements for the solver, and as sentences where it cannot be met. */
import type { Blueprint } from "@verdant/contract/assembly";
import { dayOf } from "@verdant/core/plan/day";
import type { ClassDue } from "../plan/service.ts";
import type { ClassBank } from "./classBank.ts";

export interface NamedRequirement {
  readonly id: string;
  /** As it begins a sentence: "Rivers", "Items that ask to reason". */
  readonly name: string;
  readonly lower: number;
  readonly upper: number;
  readonly unit: "questions" | "minutes";
  /** What the item at a place of the bank adds to it. */
  readonly amountOf: (place: number) => number;
}

const demandNames = { recall: "that ask to recall", apply: "that ask to apply", reason: "that ask to reason" } as const;

export function requirementsOf(
  blueprint: Blueprint,
  due: ClassDue,
  topics: ClassDue["topics"],
  { bank, listed }: ClassBank,
): NamedRequirement[] {
  const unitOf = new Map(due.topics.map((topic) => [topic.topicId, topic.strand]));
  const count = (test: (place: number) => boolean) => (place: number) => Number(test(place));
  // Breadth first: no topic gets a third while there are others, unless so few are open that it must.
  const cap = Math.max(2, Math.ceil(blueprint.count / Math.max(1, topics.length)));
  return [
    ...topics.map((topic): NamedRequirement => ({
      id: `cap ${topic.topicId}`,
      name: topic.name,
      lower: 0,
      upper: cap,
      unit: "questions",
      amountOf: count((i) => listed[i] === topic.topicId),
    })),
    ...blueprint.units.map((one): NamedRequirement => ({
      id: `unit ${one.unitId}`,
      name: due.topics.find((topic) => topic.strand.unitId === one.unitId)?.strand.name ?? "A unit",
      lower: one.atLeast,
      upper: Math.max(one.atLeast, one.atMost),
      unit: "questions",
      amountOf: count((i) => unitOf.get(listed[i] ?? "")?.unitId === one.unitId),
    })),
    ...blueprint.standards.map((one): NamedRequirement => ({
      id: `standard ${one.standardId}`,
      name: "A standard you asked for",
      lower: one.atLeast,
      upper: blueprint.count,
      unit: "questions",
      amountOf: count((i) => bank.standardIds[i]?.includes(one.standardId) === true),
    })),
    ...blueprint.kinds.map((one): NamedRequirement => ({
      id: `kind ${one.kind}`,
      name: `Items of the kind ${one.kind.replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)}`,
      lower: one.atLeast,
      upper: Math.max(one.atLeast, one.atMost),
      unit: "questions",
      amountOf: count((i) => bank.kinds[i] === one.kind),
    })),
    ...blueprint.demands.map((one): NamedRequirement => ({
      id: `demand ${one.demand}`,
      name: `Items ${demandNames[one.demand]}`,
      lower: one.atLeast,
      upper: Math.max(one.atLeast, one.atMost),
      unit: "questions",
      amountOf: count((i) => bank.demands[i] === one.demand),
    })),
    ...(blueprint.minutesAtMost === null
      ? []
      : [
          {
            id: "minutes",
            name: "Time",
            lower: 0,
            upper: blueprint.minutesAtMost * 60,
            unit: "minutes" as const,
            amountOf: (i: number) => bank.expectedSeconds[i] ?? 0,
          },
        ]),
  ];
}

interface Places {
  /** Items that would count were it not for how lately the class met them. */
  readonly wide: readonly number[];
  /** Those of them that count. */
  readonly places: readonly number[];
  readonly chosen: readonly number[];
}

/** First the shortages of the bank (the counting test), exactly; where there is none, what conflicts. */
export function shortfallsOf(
  blueprint: Blueprint,
  requirements: readonly NamedRequirement[],
  seen: ClassBank,
  { wide, places, chosen }: Places,
  due: ClassDue,
): string[] {
  const whole: NamedRequirement = {
    id: "size",
    name: "Questions in all",
    lower: blueprint.count,
    upper: blueprint.count,
    unit: "questions",
    amountOf: () => 1,
  };
  const families = (list: readonly number[], one: NamedRequirement) =>
    new Set(list.filter((i) => one.amountOf(i) === 1).map((i) => seen.bank.families[i])).size;
  const counted = [whole, ...requirements].filter((one) => one.unit === "questions" && one.lower > 0);
  const short = counted.filter((one) => families(places, one) < one.lower);
  if (short.length > 0) {
    return short.map((one) => {
      const [usable, all] = [families(places, one), families(wide, one)];
      const rested = `${one.name}: wanted ${one.lower}, the bank has ${usable} usable that are no look-alikes`;
      if (blueprint.unseenWeeks === null || all === usable) return `${rested}.`;
      const weeks = all >= one.lower ? weeksThatWork(one, seen, wide, due) : null;
      return `${rested}; ${all - usable} more were met within ${blueprint.unseenWeeks} weeks.${weeks === null ? "" : ` It would be enough if ${weeks === 0 ? "any" : `${weeks} ${weeks === 1 ? "week" : "weeks"} without it`} were allowed.`}`;
    });
  }
  const missed = [whole, ...requirements].flatMap((one) => {
    const sum = chosen.reduce((total, i) => total + one.amountOf(i), 0);
    if (sum >= one.lower && sum <= one.upper) return [];
    if (one.unit === "minutes")
      return [`Time: wanted at most ${one.upper / 60} minutes, the nearest takes ${Math.ceil(sum / 60)}.`];
    const wanted = one.lower === one.upper ? String(one.lower) : `${one.lower} to ${one.upper}`;
    return [`${one.name}: wanted ${wanted}, the nearest has ${sum}.`];
  });
  return ["These requirements cannot all be met together. This is the nearest quiz.", ...missed];
}

/** The longest rest, in whole weeks, with which there would be enough. */
function weeksThatWork(one: NamedRequirement, seen: ClassBank, wide: readonly number[], due: ClassDue): number {
  const rests = new Map<string, number>();
  for (const i of wide) {
    if (one.amountOf(i) !== 1) continue;
    const last = seen.lastUse.get(seen.bank.itemIds[i] ?? "");
    const days = last === undefined ? Number.POSITIVE_INFINITY : due.today - dayOf(last);
    const family = seen.bank.families[i] ?? "";
    rests.set(family, Math.max(rests.get(family) ?? 0, days));
  }
  const nth = [...rests.values()].sort((a, b) => b - a)[one.lower - 1] ?? 0;
  return Math.max(0, Math.floor((nth - 1) / 7));
}
