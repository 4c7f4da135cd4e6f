/** Changing a quiz: every change is one request, is shown at once, and can be undone and made again. */
import type { Quiz } from "@verdant/contract/assembly";
import type { Blueprint } from "@verdant/contract/requirements";
import type { Layout } from "@verdant/core/assembly/layout";
import { useState } from "react";
import { useDispatch, useStore } from "react-redux";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import type { store } from "../store.ts";
import {
  assemblyApi,
  useArrangeQuizMutation,
  useChangeMixMutation,
  useRecomposeQuizMutation,
  useRedoQuizStepMutation,
  useRenameQuizMutation,
  useSetLayoutMutation,
  useUndoQuizStepMutation,
  useWeaveQuizMutation,
} from "./api.ts";
import { arranged, layoutOf, reordered, withOrder } from "./layout.ts";
import { quizChanges, type Answer } from "./quizChanges.ts";

const asItIs = (now: Quiz) => now;

export function useComposer(quiz: Quiz) {
  const [setLayout] = useSetLayoutMutation();
  const [arrange] = useArrangeQuizMutation();
  const [changeMix] = useChangeMixMutation();
  const [weave] = useWeaveQuizMutation();
  const [recompose] = useRecomposeQuizMutation();
  const [rename] = useRenameQuizMutation();
  const [undo] = useUndoQuizStepMutation();
  const [redo] = useRedoQuizStepMutation();
  const [underWay, setUnderWay] = useState(0);
  const dispatch = useDispatch<typeof store.dispatch>();
  const state = useStore<ReturnType<typeof store.getState>>();
  const say = useToast();
  const params = { quizId: quiz.id };
  // One for as long as the page shows this quiz: what is under way outlives a rendering.
  const [change] = useState(() => {
    const { endpoints, util } = assemblyApi;
    return quizChanges({
      shown: () => endpoints.showQuiz.select({ params })(state.getState()).data ?? quiz,
      show: (next) => void dispatch(util.updateQueryData("showQuiz", { params }, () => next)),
      underWay: setUnderWay,
      refused: (error) => {
        say({ text: problemOf(error).detail, isError: true });
        dispatch(util.invalidateTags([{ type: "Quiz", id: quiz.id }]));
      },
    });
  });
  const put = async (now: Quiz, layout: Layout): Promise<Answer> => {
    const { version } = now;
    const parts = reordered(now, layout);
    if (parts === null) return setLayout({ params, body: { version, parts: layout } });
    const { data, error } = await arrange({ params, body: { version, parts } });
    return data ? { data: withOrder(now, parts, data) } : { error };
  };

  return {
    isBusy: underWay > 0,
    undo: () => {
      if (quiz.undo?.isMine) void change(asItIs, ({ version }) => undo({ params, body: { version } }));
    },
    redo: () => {
      if (quiz.redo?.isMine) void change(asItIs, ({ version }) => redo({ params, body: { version } }));
    },
    layOut: (apply: (layout: Layout) => Layout) =>
      change(
        (now) => ({ ...arranged(now, apply(layoutOf(now))), undo: { by: "", isMine: true }, redo: null }),
        (now) => put(now, apply(layoutOf(now))),
      ),
    mix: (unitId: string, by: 1 | -1) =>
      void change(asItIs, ({ version }) => changeMix({ params, body: { version, unitId, change: by } })),
    order: (order: "woven" | "easyToHard") =>
      void change(asItIs, ({ version }) => weave({ params, body: { version, order } })),
    compose: (count: number, blueprint: Blueprint | null) =>
      void change(asItIs, ({ version }) => recompose({ params, body: { version, count, blueprint } })),
    rename: (name: string) =>
      void change(
        (now) => ({ ...now, name }),
        ({ version }) => rename({ params, body: { version, name } }),
      ),
  };
}

export type Composer = ReturnType<typeof useComposer>;
