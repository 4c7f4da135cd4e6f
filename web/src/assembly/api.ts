import { useNavigate } from "react-router";
import { arrangeQuiz, composeQuiz, listQuizzes, recomposeQuiz, renameQuiz, showQuiz } from "@verdant/contract/assembly";
import { api, calls } from "../platform/contractApi.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";

export const assemblyApi = api.injectEndpoints({
  endpoints: (build) => ({
    listQuizzes: build.query({ ...calls<typeof listQuizzes>(listQuizzes), providesTags: ["Quiz"] }),
    showQuiz: build.query({ ...calls<typeof showQuiz>(showQuiz), providesTags: ["Quiz"] }),
    composeQuiz: build.mutation({ ...calls<typeof composeQuiz>(composeQuiz), invalidatesTags: ["Quiz"] }),
    recomposeQuiz: build.mutation({ ...calls<typeof recomposeQuiz>(recomposeQuiz), invalidatesTags: ["Quiz"] }),
    arrangeQuiz: build.mutation({ ...calls<typeof arrangeQuiz>(arrangeQuiz), invalidatesTags: ["Quiz"] }),
    renameQuiz: build.mutation({ ...calls<typeof renameQuiz>(renameQuiz), invalidatesTags: ["Quiz"] }),
  }),
});

export const {
  useListQuizzesQuery,
  useShowQuizQuery,
  useComposeQuizMutation,
  useRecomposeQuizMutation,
  useArrangeQuizMutation,
  useRenameQuizMutation,
} = assemblyApi;

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
