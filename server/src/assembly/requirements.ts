/** A blueprint as requirements for the solver, and as sentences where it cannot be met. */
import type { Blueprint } from "@verdant/contract/assembly";
import { groupBy } from "@verdant/core/groupBy";
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

export function requirementsOf(blueprint: Blueprint, due: ClassDue, { bank, listed }: ClassBank): NamedRequirement[] {
  const unitOf = new Map(due.topics.map((topic) => [topic.topicId, topic.strand]));
  const count = (test: (place: number) => boolean) => (place: number) => Number(test(place));
  return [
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
  /** Most questions of one topic. */
  readonly perTopic: number;
}

/** First the shortages of the bank (the counting test), exactly, each with its causes; where there is none, what conflicts. */
export function shortfallsOf(
  blueprint: Blueprint,
  requirements: readonly NamedRequirement[],
  seen: ClassBank,
  { wide, places, chosen, perTopic }: Places,
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
  const counted = [whole, ...requirements].filter((one) => one.unit === "questions" && one.lower > 0);
  const short = counted.filter((one) => roomFor(one, places, seen, perTopic) < one.lower);
  if (short.length > 0) {
    return short.map((one) => {
      const causes = causesOf(one, blueprint, seen, { wide, places, perTopic }, due);
      const room = roomFor(one, places, seen, perTopic);
      return `${one.name}: wanted ${one.lower}, there is room for ${room}.${causes.map((cause) => ` ${cause}`).join("")}`;
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

const familiesAmong = (list: readonly number[], one: NamedRequirement, { bank }: ClassBank) =>
  new Set(list.filter((i) => one.amountOf(i) === 1).map((i) => bank.families[i]));

/** Most questions that can count for a requirement: different families, and no more of a topic than allowed. */
function roomFor(one: NamedRequirement, places: readonly number[], seen: ClassBank, perTopic: number): number {
  const own = places.filter((i) => one.amountOf(i) === 1);
  const perTopicRoom = [...groupBy(own, (i) => seen.listed[i] ?? "").values()].map((list) =>
    Math.min(perTopic, familiesAmong(list, one, seen).size),
  );
  return Math.min(
    familiesAmong(places, one, seen).size,
    perTopicRoom.reduce((sum, room) => sum + room, 0),
  );
}

const barredWords: Partial<Record<ClassDue["topics"][number]["standing"], string>> = {
  justTaught: "of topics taught this week",
  notTaught: "of topics not taught yet",
  leftOut: "of topics left out of this class's reviews",
};

const are = (n: number) => (n === 1 ? "is" : "are");

/** Where the items are that would count for a requirement, each cause with its number, and what would help. */
function causesOf(
  one: NamedRequirement,
  blueprint: Blueprint,
  seen: ClassBank,
  { wide, places, perTopic }: Omit<Places, "chosen">,
  due: ClassDue,
): string[] {
  const { bank, listed } = seen;
  const standings = new Map(due.topics.map((topic) => [topic.topicId, topic.standing]));
  const isWide = new Set(wide);
  const barred = new Map<string, number>();
  const note = (why: string) => barred.set(why, (barred.get(why) ?? 0) + 1);
  for (const i of bank.itemIds.keys()) {
    if (one.amountOf(i) !== 1 || isWide.has(i)) continue;
    const standing = standings.get(listed[i] ?? "");
    if (bank.isPractice[i] !== (blueprint.use === "practice"))
      note(bank.isPractice[i] === true ? "for practice only" : "kept for tests");
    else if (standing !== undefined && barredWords[standing] !== undefined) note(barredWords[standing]);
    else note(standing === undefined ? "of topics outside this course" : "of topics that you did not choose");
  }
  const causes = [...barred].map(([why, n]) => `${n} more ${are(n)} ${why}.`);
  const lately = wide.filter((i) => one.amountOf(i) === 1).length - places.filter((i) => one.amountOf(i) === 1).length;
  if (lately > 0) {
    const weeks = familiesAmong(wide, one, seen).size >= one.lower ? weeksThatWork(one, seen, wide, due) : null;
    causes.push(
      `${lately} more ${lately === 1 ? "was" : "were"} met within ${blueprint.unseenWeeks ?? 0} weeks.${weeks === null ? "" : ` It would be enough if ${weeks === 0 ? "any" : `${weeks} ${weeks === 1 ? "week" : "weeks"} without it`} were allowed.`}`,
    );
  }
  const own = places.filter((i) => one.amountOf(i) === 1).length;
  const families = familiesAmong(places, one, seen).size;
  if (own > families) causes.push(`${own - families} more ${are(own - families)} look-alikes of these.`);
  if (roomFor(one, places, seen, perTopic) < families)
    causes.push(`No topic may have more than ${perTopic}; ${families} are there without that limit.`);
  return causes;
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
