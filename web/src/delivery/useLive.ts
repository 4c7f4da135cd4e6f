/** A release as it stands: by a stream, and by asking every few seconds where a network lets no stream through. */
import { Live, liveBeatMs, LiveChange, liveStreamPath } from "@verdant/contract/live";
import { useEffect, useState } from "react";
import { useShowLiveQuery } from "./api.ts";

/** After so long without a word the stream counts as lost. */
export const patienceMs = 2.4 * liveBeatMs;
const pollMs = 5000;
const againMs = 20_000;

/** The state with what is new put into it; who and what is not named is as it was. */
export function withChange(before: Live, { now, students, items, newItems }: LiveChange): Live {
  const known = changed(before.items, items, "itemId");
  return {
    ...before,
    now,
    students: changed(before.students, students, "studentId"),
    items: newItems.length === 0 ? known : [...known, ...newItems].sort((a, b) => a.position - b.position),
  };
}

function changed<Row extends object, Id extends keyof Row>(
  rows: Row[],
  changes: readonly Pick<Row, Id>[],
  id: Id,
): Row[] {
  if (changes.length === 0) return rows;
  const of = new Map(changes.map((one) => [one[id], one]));
  return rows.map((row) => {
    const change = of.get(row[id]);
    return change ? { ...row, ...change } : row;
  });
}

export interface LiveHere {
  readonly live: Live | null;
  /** asking: no stream comes through, so the state may be some seconds old. */
  readonly by: "stream" | "asking";
  readonly error: unknown;
}

export function useLive(releaseId: string): LiveHere {
  const [streamed, setStreamed] = useState<Live | null>(null);
  const [isLost, setLost] = useState(false);
  const asked = useShowLiveQuery(
    { params: { releaseId } },
    { skip: !isLost, pollingInterval: pollMs, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );

  useEffect(() => {
    let source: EventSource | undefined;
    let silence: ReturnType<typeof setTimeout> | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    const close = () => {
      source?.close();
      source = undefined;
      clearTimeout(silence);
      clearTimeout(again);
    };
    const lose = () => {
      close();
      setLost(true);
      again = setTimeout(open, againMs);
    };
    const listen = () => {
      clearTimeout(silence);
      silence = setTimeout(lose, patienceMs);
    };
    function open() {
      close();
      source = new EventSource(`/api${liveStreamPath.replace(":releaseId", releaseId)}`);
      listen();
      source.addEventListener("state", (event) => {
        listen();
        setLost(false);
        const next = Live.parse(JSON.parse(event.data as string));
        setStreamed(next);
      });
      source.addEventListener("news", (event) => {
        listen();
        const change = LiveChange.parse(JSON.parse(event.data as string));
        setStreamed((before) => before && withChange(before, change));
      });
      source.addEventListener("error", () => {
        // Refused for good, as behind a proxy that knows no streams; otherwise the browser comes back by itself.
        if (source?.readyState === EventSource.CLOSED) lose();
      });
    }
    // A browser has few connections to one server: a page that nobody sees gives its own back.
    const look = () => {
      if (document.hidden) close();
      else open();
    };
    look();
    document.addEventListener("visibilitychange", look);
    return () => {
      document.removeEventListener("visibilitychange", look);
      close();
    };
  }, [releaseId]);

  if (!isLost) return { live: streamed, by: "stream", error: undefined };
  return { live: asked.data ?? streamed, by: "asking", error: asked.error };
}
