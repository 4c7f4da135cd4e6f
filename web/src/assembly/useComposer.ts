/** Changing a quiz: every change is one request, and can be undone and done again. */
import type { Blueprint, Quiz } from "@verdant/contract/assembly";
import { useRef, useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import {
  useChangeMixMutation,
  useRecomposeQuizMutation,
  useRenameQuizMutation,
  useSetLayoutMutation,
  useWeaveQuizMutation,
} from "./api.ts";
import { layoutOf, type Layout } from "./layout.ts";

interface Answer {
  readonly data?: Quiz | undefined;
  readonly error?: unknown;
}

export function useComposer(quiz: Quiz) {
  const [setLayout] = useSetLayoutMutation();
  const [changeMix] = useChangeMixMutation();
  const [weave] = useWeaveQuizMutation();
  const [recompose] = useRecomposeQuizMutation();
  const [rename] = useRenameQuizMutation();
  const [history, setHistory] = useState<{ past: Layout[]; future: Layout[] }>({ past: [], future: [] });
  const [isBusy, setBusy] = useState(false);
  // The newest version known, so that quick changes one after another do not make one another stale.
  const version = useRef(quiz.version);
  version.current = Math.max(version.current, quiz.version);
  const say = useToast();
  const params = { quizId: quiz.id };

  const send = async (request: PromiseLike<Answer>): Promise<Quiz | undefined> => {
    setBusy(true);
    const { data, error } = await request;
    setBusy(false);
    if (error) say({ text: problemOf(error).detail, isError: true });
    if (data) version.current = data.version;
    return data;
  };
  /** A change that can be undone: the layout before it is remembered. */
  const change = async (request: () => PromiseLike<Answer>) => {
    const before = layoutOf(quiz);
    const data = await send(request());
    if (data) setHistory(({ past }) => ({ past: [...past.slice(-49), before], future: [] }));
    return data;
  };
  const put = (layout: Layout) => setLayout({ params, body: { version: version.current, parts: layout } });
  const step = async (from: "past" | "future", to: "past" | "future") => {
    const target = history[from].at(-1);
    if (!target) return;
    const now = layoutOf(quiz);
    const data = await send(put(target));
    if (data)
      setHistory((before) => ({
        ...before,
        [from]: before[from].slice(0, -1),
        [to]: [...before[to], now],
      }));
  };

  return {
    isBusy,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    undo: () => void step("past", "future"),
    redo: () => void step("future", "past"),
    layOut: (layout: Layout) => change(() => put(layout)),
    mix: (unitId: string, by: 1 | -1) =>
      void change(() => changeMix({ params, body: { version: version.current, unitId, change: by } })),
    order: (order: "woven" | "easyToHard") =>
      void change(() => weave({ params, body: { version: version.current, order } })),
    compose: (count: number, blueprint: Blueprint | null) =>
      void change(() => recompose({ params, body: { version: version.current, count, blueprint } })),
    rename: (name: string) => void send(rename({ params, body: { version: version.current, name } })),
  };
}

export type Composer = ReturnType<typeof useComposer>;
