/** A sitting on this device: answers kept first and sent after, time by the server's clock, taken over or over. */
import type { Sitting } from "@verdant/contract/delivery";
import type { Result } from "@verdant/contract/endpoint";
import type { Feedback } from "@verdant/contract/feedback";
import type { askForHelp as askForHelpAtServer } from "@verdant/contract/live";
import type { Message, showNews } from "@verdant/contract/running";
import { isBlank } from "@verdant/core/items/blank";
import type { Answer } from "@verdant/core/items/kinds";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { oneAtATime } from "../platform/oneAtATime.ts";
import { t } from "../platform/words.ts";
import { preparePlayers } from "../player/Player.tsx";
import {
  askAsSitting,
  askWhileBusy,
  deliver,
  enqueue,
  findHeld,
  hold,
  keepClock,
  keepShown,
  listWaiting,
} from "./answerQueue.ts";
import { useBeginSittingMutation } from "./api.ts";
import { endsHere } from "./endsHere.ts";
import { loadLookedAt } from "./loadLookedAt.ts";
import { routes } from "./routes.generated.ts";

export interface Given {
  readonly answer: Answer | null;
  readonly revisit: boolean;
}

type Help = Result<typeof showNews>["help"];
export type Saving = "saved" | "saving" | "waiting" | "refused";
/** ended: the clock here is over, and what was given is on its way. */
export type Condition = "loading" | "running" | "ended" | "elsewhere" | "over" | "offline" | "unknown";

const retryMs = 4000;
/** How often a device that took a sitting over looks for what the one before has delivered since. */
const lookMs = 10_000;
/** When a sitting first asks whether its end has moved or the teacher has said something, and how often from then on. */
const [firstNewsMs, newsMs] = [4000, 20_000];
/** After so long at a question the server is told that the student is at it; who answers sooner has said so. */
const settledMs = 3000;

export function useSitting(sittingId: string) {
  const [sitting, setSitting] = useState<Sitting | null>(null);
  const [condition, setCondition] = useState<Condition>("loading");
  const [given, setGiven] = useState<ReadonlyMap<number, Given>>(new Map());
  const [saving, setSaving] = useState<Saving>("saved");
  const [waiting, setWaiting] = useState(0);
  const [isTimeUp, setTimeUp] = useState(false);
  const [messages, setMessages] = useState<readonly Message[]>([]);
  const [help, setHelp] = useState<Help>(null);
  /** The question that is before the student. */
  const at = useRef<number | null>(null);
  /** Answers that came too late to count. */
  const tooLate = useRef(new Set<number>());
  const [begin] = useBeginSittingMutation();
  const shown = useRef(new Set<number>());
  const spent = useRef(new Map<number, number>());
  /** Since when what is on the screen has been there. */
  const sinces = useRef(new Map<number, number>());
  const clockOffset = useRef(0);
  const shownEpoch = useRef<number | null>(null);
  /** When the first question showed here, by the server's clock. */
  const [clockFrom, setClockFrom] = useState<number | null>(null);

  const show = useCallback(async (next: Sitting, shownAt = Date.now()) => {
    clockOffset.current = Date.parse(next.now) - shownAt;
    const answers = new Map(
      next.items.map((item): [number, Given] => [item.position, { answer: item.answer, revisit: item.revisit }]),
    );
    // What waits on this device is newer than what the server knows.
    for (const event of await listWaiting(next.id))
      answers.set(event.position, { answer: event.answer, revisit: event.revisit });
    const kinds = preparePlayers(next.items.flatMap((item) => item.view?.kind ?? []));
    // With the kinds, so that no question waits for the network; where it is away already, it is asked for again there.
    await Promise.allSettled([kinds, ...(next.notice.looksAtEach ? [loadLookedAt()] : [])]);
    // What was given here while the server was asked is newer than its answer.
    const isSame = shownEpoch.current === next.epoch;
    shownEpoch.current = next.epoch;
    setGiven((before) => (isSame ? new Map([...answers, ...[...before].filter(([, one]) => one.answer)]) : answers));
    setSitting(next);
    setCondition(next.state === "running" ? "running" : "over");
    if (next.state !== "running") await keepShown(next.id, null);
  }, []);

  const load = useCallback(async () => {
    const held = await findHeld(sittingId);
    if (!held) {
      setCondition("unknown");
      return;
    }
    const answer = await askAsSitting(held, routes.showSitting);
    if (!answer) {
      if (!held.shown) setCondition("offline");
      else {
        await show(held.shown.sitting, held.shown.at);
        setSaving("waiting");
      }
    } else if (!answer.ok) setCondition("unknown");
    else {
      const next = (await answer.json()) as Sitting;
      if (next.epoch > held.epoch && next.state === "running") {
        setSitting(next);
        setCondition("elsewhere");
      } else {
        if (next.state === "running") await keepShown(next.id, next);
        await show(next);
      }
    }
  }, [sittingId, show]);

  /** Sends what waits by now; true when the server has everything that it can read. One delivery at a time. */
  const flush = useMemo(
    () =>
      // eslint-disable-next-line react-hooks/refs -- kept for later: nothing of it runs while this renders
      oneAtATime(async (): Promise<boolean> => {
        const held = await findHeld(sittingId);
        const sentShown = [...shown.current];
        const delivery = await deliver(sittingId, sentShown);
        const left = (await listWaiting(sittingId)).length;
        setWaiting(left);
        if (!delivery) {
          setSaving("waiting");
          return false;
        }
        const { answer, refused } = delivery;
        for (const { seq, disposition } of answer.stored) if (disposition === "rejected") tooLate.current.add(seq);
        for (const position of sentShown) shown.current.delete(position);
        setSaving(left === 0 ? "saved" : left === refused ? "refused" : "saving");
        if (answer.state !== "running") {
          await keepShown(sittingId, null);
          setCondition("over");
        } else if (held && answer.epoch > held.epoch) setCondition("elsewhere");
        return left === refused;
      }),
    [sittingId],
  );

  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the device's own store is asked first, which takes a turn
    void load();
  }, [load]);

  useEffect(() => {
    const again = () => {
      if (condition === "offline") void load();
      else void flush();
    };
    window.addEventListener("online", again);
    const timer =
      saving === "waiting" || saving === "saving" || condition === "offline" ? setInterval(again, retryMs) : undefined;
    return () => {
      window.removeEventListener("online", again);
      clearInterval(timer);
    };
  }, [saving, condition, flush, load]);

  const endsAt = sitting && endsHere(sitting, clockFrom);
  const isTimed = sitting?.notice.isTimed === true;
  const askNews = useCallback(async (): Promise<string | null | undefined> => {
    const held = await findHeld(sittingId);
    const { method, path } = routes.showNews;
    const query = at.current === null ? "" : `?at=${at.current}`;
    const answer = held && (await askAsSitting(held, { method, path: `${path}${query}` }));
    if (!answer?.ok) return undefined;
    const news = (await answer.json()) as Result<typeof showNews>;
    setMessages(news.messages);
    setHelp(news.help);
    setSitting((before) =>
      before === null || before.deadlineAt === news.deadlineAt ? before : { ...before, deadlineAt: news.deadlineAt },
    );
    const isLater = news.deadlineAt === null || Date.parse(news.deadlineAt) > Date.now() + clockOffset.current;
    if (news.state === "running" && isLater) setTimeUp(false);
    // Closed meanwhile: what waits here is delivered, then how it went shows.
    if (news.state !== "running") setCondition("over");
    return news.deadlineAt;
  }, [sittingId]);
  useEffect(() => {
    if (condition !== "running") return;
    const ask = () => void askNews();
    const [first, timer] = [setTimeout(ask, firstNewsMs), setInterval(ask, newsMs)];
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, [condition, askNews]);

  // At the bell what stands in a field is given, and nothing can be typed any more; unless more time was given meanwhile.
  const deadlineAt = sitting?.deadlineAt ?? null;
  useEffect(() => {
    if (endsAt === null || condition !== "running") return;
    let hasAsked = false;
    const ring = async () => {
      if (endsAt > Date.now() + clockOffset.current) return;
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      setTimeUp(true);
      void flush();
      if (hasAsked) return;
      hasAsked = true;
      const moved = await askNews();
      // The server waits a little longer than this clock, so here it is handed in at once.
      if (isTimed && (moved === undefined || moved === deadlineAt))
        setCondition((before) => (before === "running" ? "ended" : before));
    };
    const timer = setInterval(() => void ring(), isTimed ? 200 : 1000);
    return () => {
      clearInterval(timer);
    };
  }, [endsAt, deadlineAt, isTimed, condition, flush, askNews]);

  const isTakenOver = (sitting?.epoch ?? 1) > 1 && condition === "running";
  // What the device before still held arrives when it is online again: it shows here as soon as the server has it.
  useEffect(() => {
    if (!isTakenOver) return;
    const look = async () => {
      const held = await findHeld(sittingId);
      const answer = held && (await askAsSitting(held, routes.showSitting));
      if (!answer?.ok) return;
      const next = (await answer.json()) as Sitting;
      setGiven((before) => {
        const after = new Map(before);
        for (const { position, answer: theirs, revisit } of next.items)
          if (theirs !== null && before.get(position)?.answer == null) after.set(position, { answer: theirs, revisit });
        return after;
      });
    };
    const timer = setInterval(() => void look(), lookMs);
    return () => {
      clearInterval(timer);
    };
  }, [isTakenOver, sittingId]);

  const record = useCallback(
    async (position: number, next: Given, fallback: Answer) => {
      setGiven((before) => new Map(before).set(position, next));
      setSaving("saving");
      const since = sinces.current.get(position);
      await enqueue(sittingId, {
        position,
        answer: next.answer ?? fallback,
        revisit: next.revisit,
        spentMs: Math.round((spent.current.get(position) ?? 0) + (since === undefined ? 0 : performance.now() - since)),
        clientMs: Math.round(Date.now() + clockOffset.current),
      });
      await flush();
    },
    [sittingId, flush],
  );

  /** Notes that a question has been on the screen, and for how long. */
  const watch = useCallback(
    (position: number) => {
      shown.current.add(position);
      at.current = position;
      const since = performance.now();
      sinces.current.set(position, since);
      void keepClock(sittingId, Date.now() + clockOffset.current).then(setClockFrom);
      const settled = setTimeout(() => void askNews(), settledMs);
      return () => {
        clearTimeout(settled);
        sinces.current.delete(position);
        spent.current.set(position, (spent.current.get(position) ?? 0) + performance.now() - since);
      };
    },
    [askNews, sittingId],
  );

  /** Asks for help, or no longer does; false where the server was not reached. */
  const askForHelp = useCallback(
    async (asks: boolean): Promise<boolean> => {
      const held = await findHeld(sittingId);
      const answer = held && (await askAsSitting(held, routes.askForHelp, { asks }));
      if (!answer?.ok) return false;
      setHelp(((await answer.json()) as Result<typeof askForHelpAtServer>).help);
      return true;
    },
    [sittingId],
  );

  /** Has an answer looked at, after which it stands; with `second` the one answer more. A sentence where that failed. */
  const lookAt = useCallback(
    async (position: number, second: Answer | null): Promise<string | null> => {
      const sent = await flush();
      const held = sent ? await findHeld(sittingId) : null;
      const path = routes.lookAtAnswer.path.replace(":position", String(position));
      const answer =
        held && (await askAsSitting(held, { ...routes.lookAtAnswer, path }, { epoch: held.epoch, second }));
      if (!answer) return t("The network is away. Go on, or try again when it is back.");
      if (!answer.ok) return problemOf({ status: answer.status, data: (await answer.json()) as unknown }).detail;
      const feedback = (await answer.json()) as Feedback;
      setSitting((before) => {
        if (!before) return before;
        const items = before.items.map((item) => (item.position === position ? { ...item, feedback } : item));
        const next = { ...before, items };
        void keepShown(sittingId, next);
        return next;
      });
      return null;
    },
    [sittingId, flush],
  );

  /** Takes the sitting over to this device. */
  const carryOnHere = useCallback(
    async (releaseId: string) => {
      const answer = await begin({ params: { releaseId } });
      if (!answer.data) return;
      await hold(sittingId, answer.data.token, answer.data.sitting.epoch);
      await keepShown(sittingId, answer.data.sitting);
      await show(answer.data.sitting);
    },
    [begin, sittingId, show],
  );

  /** Hands in; false when the server could not be reached (the answers stay on the device). */
  const handIn = useCallback(async (): Promise<boolean> => {
    if (!(await flush())) return false;
    const held = await findHeld(sittingId);
    // Twice is the same as once.
    const answer = held && (await askWhileBusy(held, routes.handIn));
    if (answer?.ok === true) await keepShown(sittingId, null);
    return answer?.ok === true;
  }, [flush, sittingId]);

  const isAnswered = useCallback(
    (position: number) => {
      const answer = given.get(position)?.answer;
      return answer != null && !isBlank(answer);
    },
    [given],
  );
  const now = useCallback(() => Date.now() + clockOffset.current, []);
  const countTooLate = useCallback(() => tooLate.current.size, []);
  return useMemo(
    () => ({
      ...{ sitting, condition, given, saving, waiting, isTimeUp, record, watch, handIn, flush, carryOnHere },
      ...{ isAnswered, now, countTooLate, load, messages, help, askForHelp, lookAt, endsAt },
    }),
    [
      sitting,
      condition,
      given,
      saving,
      waiting,
      isTimeUp,
      record,
      watch,
      handIn,
      flush,
      carryOnHere,
      isAnswered,
      now,
      countTooLate,
      load,
      messages,
      help,
      askForHelp,
      lookAt,
      endsAt,
    ],
  );
}

export type SittingHere = ReturnType<typeof useSitting>;
