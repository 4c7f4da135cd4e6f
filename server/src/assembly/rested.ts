/** Whether a composed review asks again what the class met not long ago: a preference, and said when it could not be kept. */
import type { Quiz } from "@verdant/contract/assembly";
import { dayOf } from "@verdant/core/plan/day";
import type { LoadedQuiz } from "./loadQuiz.ts";

/** After so many days an item is as good as one that was never met: twelve weeks. */
export const restDays = 84;

/** Days since the class met an item; infinite when it never did. */
const restOf = (lastUse: ReadonlyMap<string, string>, itemId: string, today: number): number => {
  const last = lastUse.get(itemId);
  return last === undefined ? Number.POSITIVE_INFINITY : today - dayOf(last);
};

/** What was composed without saying how long an item must have rested; who chooses by hand, or says it, knows. */
export function restChecks({ quiz, due, places }: LoadedQuiz, lastUse: ReadonlyMap<string, string>): Quiz["checks"] {
  const { blueprint } = quiz;
  const isComposed = blueprint !== null && (blueprint.gap !== null || blueprint.requirements != null);
  if (!isComposed || blueprint.requirements?.unseenWeeks != null) return [];
  const { today, bank } = due;
  let number = 0;
  const lately: { number: number; topicId: string | undefined; rest: number }[] = [];
  const here = new Set<string>();
  for (const place of places) {
    if (place.type === "draw") {
      number += place.take;
      for (const item of place.pool) here.add(item.familyId);
    } else if (place.type === "fixed") {
      number += 1;
      here.add(place.item.familyId);
      const rest = restOf(lastUse, place.item.id, today);
      if (rest < restDays) lately.push({ number, topicId: due.rollUp.get(place.item.topicId ?? ""), rest });
    }
  }
  if (lately.length === 0) return [];
  /** The longest rest among what the bank has besides, by topic. */
  const besides = new Map<string, number>();
  for (const i of bank.itemIds.keys()) {
    const topicId = due.rollUp.get(bank.topicIds[i] ?? "");
    if (topicId === undefined || bank.isPractice[i] !== true || here.has(bank.families[i] ?? "")) continue;
    besides.set(topicId, Math.max(besides.get(topicId) ?? 0, restOf(lastUse, bank.itemIds[i] ?? "", today)));
  }
  const better = lately.filter((one) => (besides.get(one.topicId ?? "") ?? 0) > one.rest);
  const numbers = (ones: typeof lately) => ones.map((one) => one.number);
  return [
    {
      code: "metLately",
      terms: { weeks: restDays / 7, lately: numbers(lately), better: numbers(better) },
    },
  ];
}
