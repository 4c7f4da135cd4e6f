/** From what is due in a class, or from a blueprint, to the items of a quiz, by way of the worker. */
import type { Blueprint } from "@verdant/contract/assembly";
import type { Requirement } from "@verdant/core/assembly/problem";
import { dayOf } from "@verdant/core/plan/day";
import { mix } from "@verdant/core/plan/mix";
import { difficultyOf } from "@verdant/core/plan/posterior";
import { randomFrom } from "@verdant/core/random";
import type { ClassDue } from "../plan/service.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { classBank, type ClassBank } from "./classBank.ts";
import type { ComposeInput, ComposeOutput } from "./composeTask.ts";
import { requirementsOf, shortfallsOf, type NamedRequirement } from "./requirements.ts";

export interface Choice {
  readonly itemIds: readonly string[];
  /** Relative gap to the best this bank can give; null when not everything asked could be met. */
  readonly gap: number | null;
  /** Why the requirements could not be met, in sentences. */
  readonly shortfalls: readonly string[];
}

const budgetMs = 2000;
const nothing: Choice = { itemIds: [], gap: null, shortfalls: [] };

/**
 * The best items for a review of `count` questions: topics by need, breadth first; in each topic what the class has not
 * met, or met longest ago; never two of a family; in a woven order.
 */
export async function choose(scope: Scope<Member>, due: ClassDue, count: number, seed: string): Promise<Choice> {
  const ready = due.topics.filter((topic) => topic.standing === "due" || topic.standing === "fresh");
  // Where everything has only just come back, a review of that is better than none.
  const eligible = ready.some((topic) => (due.available.get(topic.topicId) ?? 0) > 0)
    ? ready
    : due.topics.filter((topic) => topic.standing === "justSeen");
  const counts = mix(
    count,
    eligible.map((topic) => ({
      need: topic.need,
      neglected: topic.neglected,
      unseenDays: due.today - (topic.lastOn ?? due.today),
      available: due.available.get(topic.topicId) ?? 0,
    })),
  );
  const wanted = new Map(
    eligible.flatMap((topic, i) => ((counts[i] ?? 0) > 0 ? [[topic.topicId, counts[i] ?? 0]] : [])),
  );
  if (wanted.size === 0) return nothing;
  const seen = await classBank(scope, due);
  const places = [...seen.bank.itemIds.keys()].filter(
    (i) => seen.bank.isPractice[i] === true && wanted.has(seen.listed[i] ?? ""),
  );
  const requirements = [...wanted].map(([topicId, size]): Requirement => ({
    id: topicId,
    lower: size,
    upper: size,
    amount: Float64Array.from(places, (i) => (seen.listed[i] === topicId ? 1 : 0)),
  }));
  const size = [...wanted.values()].reduce((sum, one) => sum + one, 0);
  const { order, gap } = await compose(scope, due, seen, { places, requirements, size, seed });
  return { itemIds: order.map((i) => seen.bank.itemIds[places[i] ?? -1] ?? ""), gap, shortfalls: [] };
}

/** The best items that meet a blueprint; where none do, the nearest, and why in sentences. */
export async function chooseBy(
  scope: Scope<Member>,
  due: ClassDue,
  blueprint: Blueprint,
  seed: string,
): Promise<Choice> {
  const seen = await classBank(scope, due);
  const topics = due.topics.filter((topic) =>
    blueprint.topicIds.length > 0
      ? blueprint.topicIds.includes(topic.topicId)
      : !["notTaught", "justTaught", "leftOut"].includes(topic.standing),
  );
  const all: NamedRequirement[] = requirementsOf(blueprint, due, topics, seen);
  const isOpen = new Set(topics.map((topic) => topic.topicId));
  const unseenSince = blueprint.unseenWeeks === null ? null : due.today - 7 * blueprint.unseenWeeks;
  const isRested = (i: number) => {
    const last = seen.lastUse.get(seen.bank.itemIds[i] ?? "");
    return unseenSince === null || last === undefined || dayOf(last) < unseenSince;
  };
  const wide = [...seen.bank.itemIds.keys()].filter(
    (i) => seen.bank.isPractice[i] === (blueprint.use === "practice") && isOpen.has(seen.listed[i] ?? ""),
  );
  const places = wide.filter(isRested);
  if (places.length === 0)
    return { ...nothing, shortfalls: shortfallsOf(blueprint, all, seen, { wide, places, chosen: [] }, due) };
  const requirements = all.map(({ id, lower, upper, amountOf }) => ({
    id,
    lower,
    upper,
    amount: Float64Array.from(places, amountOf),
  }));
  const { order, gap, isMet } = await compose(scope, due, seen, { places, requirements, size: blueprint.count, seed });
  const chosen = order.map((i) => places[i] ?? -1);
  return {
    itemIds: chosen.map((i) => seen.bank.itemIds[i] ?? ""),
    gap,
    shortfalls: isMet ? [] : shortfallsOf(blueprint, all, seen, { wide, places, chosen }, due),
  };
}

interface Given {
  readonly places: readonly number[];
  readonly requirements: readonly Requirement[];
  readonly size: number;
  readonly seed: string;
}

function compose(scope: Scope<Member>, due: ClassDue, seen: ClassBank, given: Given): Promise<ComposeOutput> {
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
    topic,
    unit: topic.map((at) => unitNumber.get(due.topics[at]?.strand.unitId ?? "") ?? 0),
    difficulty: Float64Array.from(places, (i) => difficultyOf(seen.bank.writerDifficulty[i] ?? 3)),
    stimulus: Int32Array.from(places, (i) => {
      const stimulus = seen.bank.stimuli[i] ?? null;
      return stimulus === null ? -1 : stimulusNumber(stimulus);
    }),
    seed,
  };
  return scope.jobs.run("interactive", "compose", input, budgetMs);
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
  const next = randomFrom(seed);
  return (i) => {
    const last = lastUse.get(bank.itemIds[i] ?? "");
    const rested = last === undefined ? 1 : 0.9 * Math.min(1, (due.today - dayOf(last)) / 84);
    // The last hundredth varies with the seed, so that equally good items take turns.
    return 0.79 * (needs.get(listed[i] ?? "") ?? 0) + 0.2 * rested + 0.01 * next();
  };
}

/** Practice items of a unit or topic that could come into a quiz, best first: breadth first over topics, then by value. */
export async function rankedFor(
  scope: Scope<Member>,
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
