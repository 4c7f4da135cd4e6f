/** Changing a quiz: every change is one request, and can be undone and done again. */
import type { Blueprint, Quiz } from "@verdant/contract/assembly";
import { useLayoutEffect, useRef, useState } from "react";
import { useDispatch } from "react-redux";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import type { store } from "../store.ts";
import {
  assemblyApi,
  useArrangeQuizMutation,
  useChangeMixMutation,
  useRecomposeQuizMutation,
  useRenameQuizMutation,
  useSetLayoutMutation,
  useWeaveQuizMutation,
} from "./api.ts";
import { arranged, layoutOf, reordered, withOrder, type Layout } from "./layout.ts";

interface Answer {
  readonly data?: Quiz | undefined;
  readonly error?: unknown;
}

export function useComposer(quiz: Quiz) {
  const [setLayout] = useSetLayoutMutation();
  const [arrange] = useArrangeQuizMutation();
  const [changeMix] = useChangeMixMutation();
  const [weave] = useWeaveQuizMutation();
  const [recompose] = useRecomposeQuizMutation();
  const [rename] = useRenameQuizMutation();
  const [history, setHistory] = useState<{ past: Layout[]; future: Layout[] }>({ past: [], future: [] });
  const kept = useRef(history);
  useLayoutEffect(() => {
    kept.current = history;
  }, [history]);
  const [isBusy, setBusy] = useState(false);
  // The newest quiz known. Each change waits for the one before it and is made to what that one left, so that quick
  // changes one after another neither undo one another nor look like a colleague's.
  const latest = useRef(quiz);
  useLayoutEffect(() => {
    if (quiz.version > latest.current.version) latest.current = quiz;
  }, [quiz]);
  // What is on the screen while the server has not answered yet: the next press is made to what its person sees.
  const [hoped, setHoped] = useState<Quiz | null>(null);
  const seen = useRef(hoped);
  const hope = (next: Quiz | null) => {
    seen.current = next;
    setHoped(next);
  };
  const before = useRef<Promise<unknown>>(Promise.resolve());
  const waiting = useRef(0);
  const dispatch = useDispatch<typeof store.dispatch>();
  const say = useToast();
  const params = { quizId: quiz.id };

  const send = async (request: PromiseLike<Answer>): Promise<Quiz | undefined> => {
    const { data, error } = await request;
    if (error) say({ text: problemOf(error).detail, isError: true });
    if (data) {
      latest.current = data;
      await dispatch(assemblyApi.util.upsertQueryData("showQuiz", { params }, data));
    }
    return data;
  };
  const inTurn = <T>(deed: () => Promise<T>): Promise<T> => {
    waiting.current += 1;
    setBusy(true);
    const done = before.current.then(deed).finally(() => {
      waiting.current -= 1;
      if (waiting.current > 0) return;
      setBusy(false);
      hope(null);
    });
    before.current = done.catch(() => undefined);
    return done;
  };
  /** A change that can be undone: the layout before it is remembered. */
  const change = (request: (now: Quiz) => PromiseLike<Answer>) =>
    inTurn(async () => {
      const old = layoutOf(latest.current);
      const data = await send(request(latest.current));
      if (data) setHistory(({ past }) => ({ past: [...past.slice(-49), old], future: [] }));
      return data;
    });
  const put = async (now: Quiz, layout: Layout): Promise<Answer> => {
    const { version } = now;
    const parts = reordered(now, layout);
    if (parts === null) return setLayout({ params, body: { version, parts: layout } });
    const { data, error } = await arrange({ params, body: { version, parts } });
    return data ? { data: withOrder(now, parts, data) } : { error };
  };
  const step = (from: "past" | "future", to: "past" | "future") =>
    inTurn(async () => {
      const target = kept.current[from].at(-1);
      if (!target) return;
      const now = layoutOf(latest.current);
      const data = await send(put(latest.current, target));
      if (data)
        setHistory((old) => ({
          ...old,
          [from]: old[from].slice(0, -1),
          [to]: [...old[to], now],
        }));
    });

  return {
    shown: hoped ?? quiz,
    isBusy,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    undo: () => void step("past", "future"),
    redo: () => void step("future", "past"),
    layOut: (apply: (layout: Layout) => Layout) => {
      const now = seen.current ?? latest.current;
      hope(arranged(now, apply(layoutOf(now))));
      return change((newest) => put(newest, apply(layoutOf(newest))));
    },
    mix: (unitId: string, by: 1 | -1) =>
      void change(({ version }) => changeMix({ params, body: { version, unitId, change: by } })),
    order: (order: "woven" | "easyToHard") => void change(({ version }) => weave({ params, body: { version, order } })),
    compose: (count: number, blueprint: Blueprint | null) =>
      void change(({ version }) => recompose({ params, body: { version, count, blueprint } })),
    rename: (name: string) =>
      void inTurn(() => send(rename({ params, body: { version: latest.current.version, name } }))),
  };
}

export type Composer = ReturnType<typeof useComposer>;
