import type { Goal } from "@verdant/contract/writing";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useSetGoalMutation } from "./api.ts";
import { t } from "../platform/words.ts";

/** Gives a goal to a colleague, or back to whoever writes; says so, with undo. */
export function useGiveGoal() {
  const [set] = useSetGoalMutation();
  const say = useToast();
  return async (goal: Goal, personId: string | null) => {
    const { topicId, wanted, until } = goal;
    const put = async (to: string | null) => {
      const answer = await set({ params: { goalId: goal.id }, body: { topicId, personId: to, wanted, until } });
      if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
      return !answer.error;
    };
    const before = goal.person?.personId ?? null;
    if (before !== personId && (await put(personId)))
      say({ text: t("The goal for {{topic}} has a new owner.", { topic: goal.topic }), undo: () => void put(before) });
  };
}
