import { listQuizzes } from "@verdant/contract/quizList";
import type { TodayClass } from "@verdant/contract/today";
import { mix } from "@verdant/core/plan/mix";
import { useNavigate } from "react-router";
import {
  arrangeQuiz,
  changeMix,
  redoQuizStep,
  undoQuizStep,
  composeQuiz,
  createQuiz,
  listMatches,
  listSwaps,
  previewQuiz,
  recomposeQuiz,
  renameQuiz,
  setLayout,
  showQuiz,
  weaveQuiz,
} from "@verdant/contract/assembly";
import {
  countServing,
  keepRequirementSet,
  listRequirementSets,
  removeRequirementSet,
} from "@verdant/contract/requirements";
import { api, calls, pages } from "../platform/contractApi.ts";
import { daysBetween } from "../ui/dates.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { t } from "../platform/words.ts";

/** What depends on the order of a quiz's questions alone. */
const orderTag = { type: "Quiz", id: "order" } as const;
/** Lists of quizzes, and all that is worked out from one beside itself. */
const besideTag = { type: "Quiz", id: "beside" } as const;
/** The composer puts what a change is answered with into the quiz it has; only what shows it elsewhere asks again. */
const beside = { invalidatesTags: [besideTag, orderTag] };

export const assemblyApi = api.injectEndpoints({
  endpoints: (build) => ({
    listQuizzes: build.infiniteQuery({ ...pages<typeof listQuizzes>(listQuizzes), providesTags: [besideTag] }),
    showQuiz: build.query({
      ...calls<typeof showQuiz>(showQuiz),
      providesTags: (_, __, { params }) => [{ type: "Quiz", id: params.quizId }],
    }),
    composeQuiz: build.mutation({ ...calls<typeof composeQuiz>(composeQuiz), ...beside }),
    createQuiz: build.mutation({ ...calls<typeof createQuiz>(createQuiz), ...beside }),
    recomposeQuiz: build.mutation({ ...calls<typeof recomposeQuiz>(recomposeQuiz), ...beside }),
    setLayout: build.mutation({ ...calls<typeof setLayout>(setLayout), ...beside }),
    arrangeQuiz: build.mutation({ ...calls<typeof arrangeQuiz>(arrangeQuiz), invalidatesTags: [orderTag] }),
    undoQuizStep: build.mutation({ ...calls<typeof undoQuizStep>(undoQuizStep), ...beside }),
    redoQuizStep: build.mutation({ ...calls<typeof redoQuizStep>(redoQuizStep), ...beside }),
    changeMix: build.mutation({ ...calls<typeof changeMix>(changeMix), ...beside }),
    weaveQuiz: build.mutation({ ...calls<typeof weaveQuiz>(weaveQuiz), ...beside }),
    renameQuiz: build.mutation({ ...calls<typeof renameQuiz>(renameQuiz), ...beside }),
    listSwaps: build.query({ ...calls<typeof listSwaps>(listSwaps), providesTags: [besideTag, "Item"] }),
    listMatches: build.query({ ...calls<typeof listMatches>(listMatches), providesTags: [besideTag, "Item"] }),
    countServing: build.query({ ...calls<typeof countServing>(countServing), providesTags: ["Item", "Due"] }),
    listRequirementSets: build.query({
      ...calls<typeof listRequirementSets>(listRequirementSets),
      providesTags: ["Requirements"],
    }),
    keepRequirementSet: build.mutation({
      ...calls<typeof keepRequirementSet>(keepRequirementSet),
      invalidatesTags: ["Requirements"],
    }),
    removeRequirementSet: build.mutation({
      ...calls<typeof removeRequirementSet>(removeRequirementSet),
      invalidatesTags: ["Requirements"],
    }),
    previewQuiz: build.query({ ...calls<typeof previewQuiz>(previewQuiz), providesTags: [besideTag, orderTag] }),
  }),
});

export const {
  useListQuizzesInfiniteQuery,
  useShowQuizQuery,
  useComposeQuizMutation,
  useCreateQuizMutation,
  useRecomposeQuizMutation,
  useSetLayoutMutation,
  useArrangeQuizMutation,
  useUndoQuizStepMutation,
  useRedoQuizStepMutation,
  useChangeMixMutation,
  useWeaveQuizMutation,
  useRenameQuizMutation,
  useListSwapsQuery,
  useListMatchesQuery,
  usePreviewQuizQuery,
  useCountServingQuery,
  useListRequirementSetsQuery,
  useKeepRequirementSetMutation,
  useRemoveRequirementSetMutation,
} = assemblyApi;

/** Questions of a review when so many topics are due: two for each, from six to twelve. */
export const countFor = (due: number) => Math.min(12, Math.max(6, 2 * due));

/** What a review of so many questions is made of, by the very rule that composes it: "2 due, 4 that keep well". */
export function mixInWords({ topics, today }: Pick<TodayClass, "topics" | "today">, count: number): string {
  const ready = topics.filter((topic) => topic.standing === "due" || topic.standing === "fresh");
  const given = mix(
    count,
    ready.map((topic) => ({
      isDue: topic.standing === "due",
      need: topic.need,
      neglected: topic.neglected,
      unseenDays: topic.lastOn === null ? 0 : daysBetween(topic.lastOn, today),
      available: topic.available,
    })),
  );
  const questions = (isDue: boolean) =>
    given.reduce((sum, n, i) => sum + ((ready[i]?.standing === "due") === isDue ? n : 0), 0);
  const [due, fresh] = [questions(true), questions(false)];
  const words = [
    due > 0 && t("{{due}} on what is due", { due }),
    fresh > 0 && t("{{fresh}} on what is remembered well", { fresh }),
  ].filter(Boolean);
  if (words.length === 0) return t("nothing to ask yet");
  return due + fresh < count ? t("{{words}}; no more is ready", { words: words.join(", ") }) : words.join(", ");
}

/** Composes a review for a class and opens it in the composer; says why where that cannot be. */
export function useCompose() {
  const navigate = useNavigate();
  const say = useToast();
  const [compose, { isLoading }] = useComposeQuizMutation();
  const composeFor = async (classId: string, count: number) => {
    const answer = await compose({ params: { classId }, body: { count } });
    if (answer.data) await navigate(`/quizzes/${answer.data.id}`);
    else say({ text: problemOf(answer.error).detail, isError: true });
  };
  return { composeFor, isComposing: isLoading };
}
