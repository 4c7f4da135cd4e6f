/** From what is due in a class, or from a blueprint, to the items of a quiz, by way of the worker. */
import type { Blueprint, Shortfall, Subject } from "@verdant/contract/requirements";
import type { Requirement } from "@verdant/core/assembly/problem";
import { groupBy } from "@verdant/core/groupBy";
import { dayOf } from "@verdant/core/plan/day";
import { mixSequence } from "@verdant/core/plan/mix";
import { difficultyOf } from "@verdant/core/plan/posterior";
import { randomFrom } from "@verdant/core/random";
import type { ClassDue } from "../plan/service.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { inThread } from "../platform/threads.ts";
import { classBank, type ClassBank } from "./classBank.ts";
import type { ComposeInput, ComposeOutput } from "./composeTask.ts";
import { restDays } from "./rested.ts";
import { compose as composing } from "./tasks.ts";
import { requirementsOf, servingOf, shortfallsOf } from "./requirements.ts";

export interface Choice {
  readonly itemIds: readonly string[];
  /** Relative gap to the best this bank can give; null when not everything asked could be met. */
  readonly gap: number | null;
  /** Why the requirements could not be met. */
  readonly shortfalls: readonly Shortfall[];
  /** The last day on which the class met each item, as it was looked at. */
  readonly lastUse?: ReadonlyMap<string, string>;
}

const budgetMs = 2000;
const nothing: Choice = { itemIds: [], gap: null, shortfalls: [] };

/**
 * The best items for a review of `count` questions: what is due first, breadth first over topics; in each topic what the
 * class has not met, or met longest ago; never two of a family; in a woven order. A blueprint restricts the same choice:
 * the topics it is made for come first, then what is asked besides.
 */
export async function choose(
  scope: OpenScope<Member>,
  due: ClassDue,
  { count, blueprint, seed }: { count: number; blueprint: Blueprint | null; seed: string },
): Promise<Choice> {
  const seen = await classBank(scope, due);
  const { open, wanted } = topicsFor(due, blueprint);
  const candidates = candidatesFor(due, seen, blueprint, open);
  const { places } = candidates;
  const perTopic = mostPerTopic(blueprint, count, open);
  const sequence = sequenceOf(due, seen, wanted, places, { count, perTopic });
  if (sequence.length === 0 && !blueprint) return nothing;
  const named = blueprint ? requirementsOf(blueprint, due, seen) : [];
  const short = (chosen: readonly number[]) =>
    blueprint ? shortfallsOf(blueprint, named, seen, { ...candidates, chosen, perTopic }, due) : [];
  if (places.length === 0) return { ...nothing, shortfalls: short([]) };
  const { order, gap, isMet } = await compose(scope, due, seen, {
    places,
    requirements: named.map(({ id, lower, upper, amountOf }) => ({
      id,
      lower,
      upper,
      amount: Float64Array.from(places, amountOf),
    })),
    // A review takes what there is; who asks for something particular hears that there is not so much.
    size: blueprint ? count : Math.min(count, sequence.length),
    sequence,
    perTopic,
    seed,
  });
  const chosen = order.map((i) => places[i] ?? -1);
  return {
    itemIds: chosen.map((i) => seen.bank.itemIds[i] ?? ""),
    gap,
    shortfalls: isMet ? [] : short(chosen),
    lastUse: seen.lastUse,
  };
}

/**
 * Most questions of one topic: what is asked for; or two, or as many as it takes where few topics are open or where so many
 * are asked of a topic or a unit.
 */
function mostPerTopic(blueprint: Blueprint | null, count: number, open: ClassDue["topics"]): number {
  if (!blueprint) return 2;
  const inUnit = (unitId: string) => open.filter((topic) => topic.strand.unitId === unitId).length;
  const takes = [
    count / Math.max(1, open.length),
    ...blueprint.topics.map((one) => one.atLeast),
    ...blueprint.units.map((one) => one.atLeast / Math.max(1, inUnit(one.unitId))),
  ];
  return blueprint.perTopicAtMost ?? Math.max(2, ...takes.map(Math.ceil));
}

/** How many questions of the bank could serve each requirement, by the very rule that composes. */
export async function countFor(
  scope: OpenScope<Member>,
  due: ClassDue,
  blueprint: Blueprint,
): Promise<{ subject: Subject; room: number }[]> {
  const seen = await classBank(scope, due);
  const { open } = topicsFor(due, blueprint);
  const { places } = candidatesFor(due, seen, blueprint, open);
  const perTopic = mostPerTopic(blueprint, blueprint.count, open);
  return servingOf(blueprint, requirementsOf(blueprint, due, seen), seen, { places, perTopic });
}

/** Topics that items may come from, and those among them that the review is made for. */
function topicsFor(due: ClassDue, blueprint: Blueprint | null) {
  const chosen = new Set(blueprint?.topicIds);
  if (chosen.size > 0) {
    const open = due.topics.filter((topic) => chosen.has(topic.topicId));
    return { open, wanted: open };
  }
  const ready = due.topics.filter((topic) => topic.standing === "due" || topic.standing === "fresh");
  const justSeen = due.topics.filter((topic) => topic.standing === "justSeen");
  // Where everything has only just come back, a review of that is better than none; and what is asked for may need it.
  const hasItems = ready.some((topic) => (due.available.get(topic.topicId) ?? 0) > 0);
  return { open: blueprint || !hasItems ? [...ready, ...justSeen] : ready, wanted: hasItems ? ready : justSeen };
}

/** The items of these topics; `wide` without regard to how lately the class met them. */
function candidatesFor(due: ClassDue, seen: ClassBank, blueprint: Blueprint | null, open: ClassDue["topics"]) {
  const isOpen = new Set(open.map((topic) => topic.topicId));
  const isPractice = blueprint === null || blueprint.use === "practice";
  const unseenSince = blueprint?.unseenWeeks == null ? null : due.today - 7 * blueprint.unseenWeeks;
  const isRested = (i: number) => {
    const last = seen.lastUse.get(seen.bank.itemIds[i] ?? "");
    return unseenSince === null || last === undefined || dayOf(last) < unseenSince;
  };
  const wide = [...seen.bank.itemIds.keys()].filter(
    (i) => seen.bank.isPractice[i] === isPractice && isOpen.has(seen.listed[i] ?? ""),
  );
  return { wide, places: wide.filter(isRested) };
}

/** Numbers of topics in the order in which they get their items; some more than asked, for where look-alikes are in the way. */
function sequenceOf(
  due: ClassDue,
  { bank, listed }: ClassBank,
  wanted: ClassDue["topics"],
  places: readonly number[],
  { count, perTopic }: { count: number; perTopic: number },
): number[] {
  const families = groupBy(places, (i) => listed[i] ?? "");
  const topics = wanted.map((topic) => ({
    isDue: topic.standing === "due",
    need: topic.need,
    neglected: topic.neglected,
    unseenDays: due.today - (topic.lastOn ?? due.today),
    available: new Set((families.get(topic.topicId) ?? []).map((i) => bank.families[i])).size,
  }));
  const numberOf = new Map(due.topics.map((topic, at) => [topic.topicId, at]));
  return mixSequence(count + 20, topics, perTopic).map((at) => numberOf.get(wanted[at]?.topicId ?? "") ?? 0);
}

interface Given {
  readonly places: readonly number[];
  readonly requirements: readonly Requirement[];
  readonly size: number;
  /** By the number of a topic among `due.topics`. */
  readonly sequence: readonly number[];
  readonly perTopic: number;
  readonly seed: string;
}

function compose(scope: OpenScope<Member>, due: ClassDue, seen: ClassBank, given: Given): Promise<ComposeOutput> {
  const { places, seed } = given;
  const topicNumber = new Map(due.topics.map((topic, at) => [topic.topicId, at]));
  const unitNumber = new Map([...new Set(due.topics.map((topic) => topic.strand.unitId))].map((id, at) => [id, at]));
  const [familyNumber, stimulusNumber] = [numbering(), numbering()];
  const topic = Int32Array.from(places, (i) => topicNumber.get(seen.listed[i] ?? "") ?? 0);
  const valueAt = valueOf(due, seen, seed);
  const input: ComposeInput = {
    size: given.size,
    value: Float64Array.from(places, valueAt),
    family: Int32Array.from(places, (i) => familyNumber(seen.bank.families[i] ?? "")),
    requirements: given.requirements,
    sequence: given.sequence,
    mostPerTopic: given.perTopic,
    topic,
    unit: topic.map((at) => unitNumber.get(due.topics[at]?.strand.unitId ?? "") ?? 0),
    difficulty: Float64Array.from(places, (i) => difficultyOf(seen.bank.writerDifficulty[i] ?? 3)),
    stimulus: Int32Array.from(places, (i) => {
      const stimulus = seen.bank.stimuli[i] ?? null;
      return stimulus === null ? -1 : stimulusNumber(stimulus);
    }),
    seed,
  };
  return inThread(scope, composing, input, { lane: "interactive", budgetMs });
}

/** Numbers for ids, counted from 0 in the order in which they are met. */
function numbering(): (id: string) => number {
  const numbers = new Map<string, number>();
  return (id) => numbers.get(id) ?? (numbers.set(id, numbers.size), numbers.size - 1);
}

/** The value of an item to a class, in [0, 1]: how much its topic is needed, and how long it has rested. */
function valueOf(due: ClassDue, { bank, listed, lastUse }: ClassBank, seed: string): (place: number) => number {
  const largest = Math.max(1e-9, ...due.topics.map((topic) => topic.need));
  const needs = new Map(due.topics.map((topic) => [topic.topicId, topic.need / largest]));
  return (i) => {
    const itemId = bank.itemIds[i] ?? "";
    const last = lastUse.get(itemId);
    const rested = last === undefined ? 1 : 0.9 * Math.min(1, (due.today - dayOf(last)) / restDays);
    // The last hundredth varies from quiz to quiz, so that equally good items take turns. It belongs to the item: however
    // many others there are, and however many questions are asked for, it is the same.
    const turn = randomFrom(`${seed} ${itemId}`)();
    return 0.79 * (needs.get(listed[i] ?? "") ?? 0) + 0.2 * rested + 0.01 * turn;
  };
}

/** Practice items of a unit or topic that could come into a quiz, best first: breadth first over topics, then by value. */
export async function rankedFor(
  scope: OpenScope<Member>,
  due: ClassDue,
  wanted: {
    unitId?: string;
    topicId?: string;
    among: { itemIds: ReadonlySet<string>; families: ReadonlySet<string>; topicCounts: ReadonlyMap<string, number> };
  },
): Promise<string[]> {
  const seen = await classBank(scope, due);
  const { bank, listed } = seen;
  const topics = new Set(
    due.topics
      .filter((topic) => wanted.topicId === undefined || topic.topicId === wanted.topicId)
      .filter((topic) => wanted.unitId === undefined || topic.strand.unitId === wanted.unitId)
      .map((topic) => topic.topicId),
  );
  const valueAt = valueOf(due, seen, due.class.id);
  const counts = (i: number) => wanted.among.topicCounts.get(bank.topicIds[i] ?? "") ?? 0;
  return [...bank.itemIds.keys()]
    .filter(
      (i) =>
        bank.isPractice[i] === true &&
        topics.has(listed[i] ?? "") &&
        !wanted.among.itemIds.has(bank.itemIds[i] ?? "") &&
        !wanted.among.families.has(bank.families[i] ?? ""),
    )
    .map((i) => ({ i, value: valueAt(i) }))
    .sort((a, b) => counts(a.i) - counts(b.i) || b.value - a.value)
    .map(({ i }) => bank.itemIds[i] ?? "");
}
