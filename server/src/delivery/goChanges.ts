/**
 * That goes of a release began or ended, for pages that count them. Answers on the way say nothing here: Today and the
 * results are read anew only when there is something new in them.
 */
import { Failure } from "../platform/failure.ts";
import type { Installation, Member, OpenScope } from "../platform/scope.ts";
import type { EventStream } from "../platform/eventStream.ts";

/** A page is told at most so often, in milliseconds; the first time at once. */
const leastMs = 2500;
/** Streams of one person: a window each, not a thousand. */
const mostOfOne = 20;

const topicOf = (releaseId: string) => `${releaseId}:goes`;

/** Tells whoever watches a release, and whoever counts its goes. */
export function tellGoes({ signals }: Pick<Installation, "signals">, releaseId: string): void {
  signals.tell(releaseId);
  signals.tell(topicOf(releaseId));
}

export class GoChanges {
  readonly #streams = new Map<string, Set<EventStream>>();

  /** Sends `changed` with the id of a release whenever goes of it began or ended, until the returned function is called. */
  watch({ caller, signals }: OpenScope<Member>, releaseIds: readonly string[], stream: EventStream): () => void {
    const mine = this.#streams.get(caller.personId) ?? new Set();
    if (mine.size >= mostOfOne) throw new Failure("tooManyAtOnce");
    this.#streams.set(caller.personId, mine.add(stream));
    const timers = new Map<string, NodeJS.Timeout>();
    const restUntil = new Map<string, number>();
    const tell = (releaseId: string) => {
      if (timers.has(releaseId)) return;
      const wait = Math.max(0, (restUntil.get(releaseId) ?? 0) - Date.now());
      const timer = setTimeout(() => {
        timers.delete(releaseId);
        restUntil.set(releaseId, Date.now() + leastMs);
        // A slow connection hears of it with the next change, or by asking now and then.
        stream.send("changed", releaseId);
      }, wait).unref();
      timers.set(releaseId, timer);
    };
    const unhear = releaseIds.map((id) =>
      signals.on(topicOf(id), () => {
        tell(id);
      }),
    );
    return () => {
      for (const stop of unhear) stop();
      for (const timer of timers.values()) clearTimeout(timer);
      mine.delete(stream);
      if (mine.size === 0) this.#streams.delete(caller.personId);
    };
  }

  /** Ends all streams; their pages come back to another process. */
  stop(): void {
    for (const streams of this.#streams.values()) for (const stream of streams) stream.end();
    this.#streams.clear();
  }
}

/** The one of this process. */
export const goChanges = (): GoChanges => new GoChanges();
