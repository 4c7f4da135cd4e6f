/** A blueprint as requirements for the solver, and why it cannot be met where it cannot. */
import type { Blueprint, Cause, Shortfall, Subject } from "@verdant/contract/requirements";
import { groupBy } from "@verdant/core/groupBy";
import { dayOf } from "@verdant/core/plan/day";
import type { ClassDue } from "../plan/service.ts";
import type { ClassBank } from "./classBank.ts";

export interface Asked {
  readonly id: string;
  readonly subject: Subject;
  readonly lower: number;
  readonly upper: number;
  /** What the item at a place of the bank adds to it: one question, or its seconds. */
  readonly amountOf: (place: number) => number;
}

export function requirementsOf(blueprint: Blueprint, due: ClassDue, { bank, listed }: ClassBank): Asked[] {
  const unitOf = new Map(due.topics.map((topic) => [topic.topicId, topic.strand]));
  const count = (test: (place: number) => boolean) => (place: number) => Number(test(place));
  const range = (one: { atLeast: number; atMost: number }) => ({
    lower: one.atLeast,
    upper: Math.max(one.atLeast, one.atMost),
  });
  return [
    ...blueprint.units.map((one): Asked => ({
      ...{ id: `unit ${one.unitId}`, subject: { of: "unit", unitId: one.unitId }, ...range(one) },
      amountOf: count((i) => unitOf.get(listed[i] ?? "")?.unitId === one.unitId),
    })),
    ...blueprint.topics.map((one): Asked => ({
      ...{ id: `topic ${one.topicId}`, subject: { of: "topic", topicId: one.topicId }, ...range(one) },
      amountOf: count((i) => (due.rollUp.get(one.topicId) ?? one.topicId) === listed[i]),
    })),
    ...blueprint.standards.map((one): Asked => ({
      ...{ id: `standard ${one.standardId}`, subject: { of: "standard", standardId: one.standardId } },
      ...{ lower: one.atLeast, upper: blueprint.count },
      amountOf: count((i) => bank.standardIds[i]?.includes(one.standardId) === true),
    })),
    ...blueprint.kinds.map((one): Asked => ({
      ...{ id: `kind ${one.kind}`, subject: { of: "kind", kind: one.kind }, ...range(one) },
      amountOf: count((i) => bank.kinds[i] === one.kind),
    })),
    ...blueprint.demands.map((one): Asked => ({
      ...{ id: `demand ${one.demand}`, subject: { of: "demand", demand: one.demand }, ...range(one) },
      amountOf: count((i) => bank.demands[i] === one.demand),
    })),
    ...(blueprint.minutesAtMost === null
      ? []
      : [
          {
            ...{ id: "minutes", subject: { of: "time" as const }, lower: 0, upper: blueprint.minutesAtMost * 60 },
            amountOf: (i: number) => bank.expectedSeconds[i] ?? 0,
          },
        ]),
  ];
}

const wholeOf = (blueprint: Blueprint): Asked => ({
  ...{ id: "size", subject: { of: "all" }, lower: blueprint.count, upper: blueprint.count },
  amountOf: () => 1,
});

/** How many questions could serve the quiz as a whole and each requirement that counts questions. */
export function servingOf(
  blueprint: Blueprint,
  requirements: readonly Asked[],
  seen: ClassBank,
  { places, perTopic }: Pick<Places, "places" | "perTopic">,
): { subject: Subject; room: number }[] {
  return [wholeOf(blueprint), ...requirements]
    .filter((one) => one.subject.of !== "time")
    .map((one) => ({ subject: one.subject, room: roomFor(one, places, seen, perTopic) }));
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
  requirements: readonly Asked[],
  seen: ClassBank,
  { wide, places, chosen, perTopic }: Places,
  due: ClassDue,
): Shortfall[] {
  const all = [wholeOf(blueprint), ...requirements];
  const short = all.flatMap((one): Shortfall[] => {
    if (one.subject.of === "time") return [];
    const room = roomFor(one, places, seen, perTopic);
    if (room >= one.lower) return [];
    const causes = causesOf(one, blueprint, seen, { wide, places, perTopic }, due);
    return [{ code: "noRoom", subject: one.subject, wanted: one.lower, room, causes }];
  });
  if (short.length > 0) return short;
  const missed = all.flatMap((one): Shortfall[] => {
    const sum = chosen.reduce((total, i) => total + one.amountOf(i), 0);
    if (sum >= one.lower && sum <= one.upper) return [];
    // The page says minutes.
    const per = one.subject.of === "time" ? 60 : 1;
    const nearest = Math.ceil(sum / per);
    return [{ code: "missed", subject: one.subject, lower: one.lower / per, upper: one.upper / per, nearest }];
  });
  return [{ code: "conflict" }, ...missed];
}

const familiesAmong = (list: readonly number[], one: Asked, { bank }: ClassBank) =>
  new Set(list.filter((i) => one.amountOf(i) === 1).map((i) => bank.families[i]));

/** Most questions that can count for a requirement: different families, and no more of a topic than allowed. */
function roomFor(one: Asked, places: readonly number[], seen: ClassBank, perTopic: number): number {
  const own = places.filter((i) => one.amountOf(i) === 1);
  const perTopicRoom = [...groupBy(own, (i) => seen.listed[i] ?? "").values()].map((list) =>
    Math.min(perTopic, familiesAmong(list, one, seen).size),
  );
  return Math.min(
    familiesAmong(places, one, seen).size,
    perTopicRoom.reduce((sum, room) => sum + room, 0),
  );
}

const barredBy: Partial<Record<ClassDue["topics"][number]["standing"], BarredCode>> = {
  justTaught: "justTaught",
  notTaught: "notTaught",
  leftOut: "leftOut",
};

type BarredCode = Extract<Cause, { readonly count: number; readonly weeks?: never }>["code"];

/** Where the items are that would count for a requirement, each cause with its number, and what would help. */
function causesOf(
  one: Asked,
  blueprint: Blueprint,
  seen: ClassBank,
  { wide, places, perTopic }: Omit<Places, "chosen">,
  due: ClassDue,
): Cause[] {
  const { bank, listed } = seen;
  const standings = new Map(due.topics.map((topic) => [topic.topicId, topic.standing]));
  const isWide = new Set(wide);
  const barred = new Map<BarredCode, number>();
  const note = (why: BarredCode) => barred.set(why, (barred.get(why) ?? 0) + 1);
  for (const i of bank.itemIds.keys()) {
    if (one.amountOf(i) !== 1 || isWide.has(i)) continue;
    const standing = standings.get(listed[i] ?? "");
    if (bank.isPractice[i] !== (blueprint.use === "practice"))
      note(bank.isPractice[i] === true ? "practiceOnly" : "keptForTests");
    else note(standing === undefined ? "otherCourse" : (barredBy[standing] ?? "topicsNotChosen"));
  }
  const causes: Cause[] = [...barred].map(([code, count]) => ({ code, count }));
  const lately = wide.filter((i) => one.amountOf(i) === 1).length - places.filter((i) => one.amountOf(i) === 1).length;
  if (lately > 0) {
    const enough = familiesAmong(wide, one, seen).size >= one.lower ? weeksThatWork(one, seen, wide, due) : null;
    causes.push({ code: "metLately", count: lately, weeks: blueprint.unseenWeeks ?? 0, enough });
  }
  const own = places.filter((i) => one.amountOf(i) === 1).length;
  const families = familiesAmong(places, one, seen).size;
  if (own > families) causes.push({ code: "lookAlikes", count: own - families });
  if (roomFor(one, places, seen, perTopic) < families)
    causes.push({ code: "perTopic", most: perTopic, without: families });
  return causes;
}

/** The longest rest, in whole weeks, with which there would be enough. */
function weeksThatWork(one: Asked, seen: ClassBank, wide: readonly number[], due: ClassDue): number {
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
