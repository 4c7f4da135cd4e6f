/** From what is due in a class to the items of a quiz, by way of the worker. */
import { dayOf } from "@verdant/core/plan/day";
import { difficultyOf } from "@verdant/core/plan/posterior";
import { mix } from "@verdant/core/plan/mix";
import { randomFrom } from "@verdant/core/random";
import type { ClassDue } from "../plan/service.ts";
import type { Member, Scope } from "../platform/scope.ts";
import type { ComposeInput } from "./composeTask.ts";
import * as store from "./store.ts";

export interface Chosen {
  readonly itemId: string;
  readonly revisionId: string;
  readonly unitId: string;
}

export interface Choice {
  readonly items: readonly Chosen[];
  /** Relative gap to the best this bank can give; null when not everything asked could be met. */
  readonly gap: number | null;
}

const budgetMs = 2000;

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
  if (counts.every((one) => one === 0)) return { items: [], gap: null };
  const wanted = new Map(eligible.map((topic, i) => [topic.topicId, counts[i] ?? 0]));
  const candidates = await candidatesFor(scope, due, wanted, seed);
  const { order, gap } = await scope.jobs.run("interactive", "compose", candidates.input, budgetMs);
  const unitOf = new Map(due.topics.map((topic) => [topic.topicId, topic.strand.unitId]));
  return {
    gap,
    items: order.map((i) => ({
      itemId: candidates.itemIds[i] ?? "",
      revisionId: candidates.revisionIds[i] ?? "",
      unitId: unitOf.get(candidates.topicIds[i] ?? "") ?? "",
    })),
  };
}

/** The usable practice items of the wanted topics as a problem for the solver. */
async function candidatesFor(scope: Scope<Member>, due: ClassDue, wanted: ReadonlyMap<string, number>, seed: string) {
  const { departmentId } = scope.caller;
  const [bank, lastUse] = [
    await scope.bank.usableItems(departmentId),
    await store.listLastUse(scope.db, departmentId, due.class.id),
  ];
  const listed = bank.topicIds.map((topicId) => due.rollUp.get(topicId));
  const chosen = [...bank.itemIds.keys()].filter(
    (i) => bank.isPractice[i] === true && (wanted.get(listed[i] ?? "") ?? 0) > 0,
  );
  const topics = due.topics.filter((topic) => (wanted.get(topic.topicId) ?? 0) > 0);
  const largestNeed = Math.max(1e-9, ...topics.map((topic) => topic.need));
  const needOf = new Map(topics.map((topic) => [topic.topicId, topic.need / largestNeed]));
  const topicNumber = new Map(topics.map((topic, at) => [topic.topicId, at]));
  const unitNumber = new Map([...new Set(topics.map((topic) => topic.strand.unitId))].map((id, at) => [id, at]));
  const unitOf = topics.map((topic) => unitNumber.get(topic.strand.unitId) ?? 0);
  const families = new Map<string, number>();
  const next = randomFrom(seed);
  const numberOf = (family: string) => families.get(family) ?? (families.set(family, families.size), families.size - 1);
  const topic = Int32Array.from(chosen, (i) => topicNumber.get(listed[i] ?? "") ?? 0);

  const input: ComposeInput = {
    size: [...wanted.values()].reduce((sum, one) => sum + one, 0),
    value: Float64Array.from(chosen, (i) => {
      const last = lastUse.get(bank.itemIds[i] ?? "");
      const fresh = last === undefined ? 1 : 0.9 * Math.min(1, (due.today - dayOf(last)) / 84);
      // The last hundredth varies with the seed, so that equally good items take turns.
      return 0.79 * (needOf.get(listed[i] ?? "") ?? 0) + 0.2 * fresh + 0.01 * next();
    }),
    family: Int32Array.from(chosen, (i) => numberOf(bank.families[i] ?? "")),
    requirements: topics.map(({ topicId }, at) => ({
      id: topicId,
      lower: wanted.get(topicId) ?? 0,
      upper: wanted.get(topicId) ?? 0,
      amount: Float64Array.from(topic, (one) => (one === at ? 1 : 0)),
    })),
    topic,
    unit: topic.map((at) => unitOf[at] ?? 0),
    difficulty: Float64Array.from(chosen, (i) => difficultyOf(bank.writerDifficulty[i] ?? 3)),
    seed,
  };
  return {
    input,
    itemIds: chosen.map((i) => bank.itemIds[i]),
    revisionIds: chosen.map((i) => bank.revisionIds[i]),
    topicIds: chosen.map((i) => listed[i]),
  };
}
