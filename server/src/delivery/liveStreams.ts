/**
 * Those who watch a release, in this process. However many they are, it is read once for all of them: when a signal says that
 * something has changed, at most twice a second and only where it says so, and every few seconds as a whole, for what the
 * clock changes and for signals that were missed. Each is sent the whole state once and then what is new, so whoever comes back has no gaps.
 */
import { liveBeatMs, type Live, type LiveChange } from "@verdant/contract/live";
import { setTimeout as pause } from "node:timers/promises";
import { isUnreachable } from "../platform/database.ts";
import { Failure } from "../platform/failure.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { noteWatch, readFrame, readLive, readTouched, type Pace, type Reading } from "./live.ts";

/** At least so many milliseconds between two readings; longer where one takes long, so that watching never takes all. */
const leastMs = 600;
const share = 4;
/** Sittings read at once, and the rest after them in milliseconds: a usual reading is one piece, a whole year several. */
const atOnce = 120;
const pauseMs = 10;
const anywayMs = 30_000;
/** How long whom it is for, and its questions, are taken to be the same. */
const frameMs = 10_000;
/** How often it is noted that somebody watches. */
const noteMs = 15_000;
/** Streams of one person: a window for each class, not a thousand. */
const mostOfOne = 20;

export interface Viewer {
  readonly personId: string;
  /** False: what was sent before has not left yet; the whole state follows when it has. */
  readonly send: (event: "state" | "news", data: string) => boolean;
  readonly end: () => void;
}

export class LiveStreams {
  readonly #watched = new Map<string, WatchedRelease>();

  /** Sends what happens in a release until the returned function is called. The release is the caller's to look at. */
  watch(scope: OpenScope<Member>, releaseId: string, viewer: Viewer): () => void {
    const mine = [...this.#watched.values()].reduce((sum, one) => sum + one.countOf(viewer.personId), 0);
    if (mine >= mostOfOne) throw new Failure("tooManyAtOnce");
    const watched = this.#watched.get(releaseId) ?? new WatchedRelease(scope, releaseId);
    this.#watched.set(releaseId, watched);
    watched.add(viewer);
    return () => {
      watched.remove(viewer);
      if (watched.isAlone && this.#watched.get(releaseId) === watched) {
        this.#watched.delete(releaseId);
        watched.stop();
      }
    };
  }

  /** Ends all streams; their pages come back to another process. */
  stop(): void {
    for (const watched of this.#watched.values()) watched.stop();
    this.#watched.clear();
  }
}

class WatchedRelease {
  readonly #scope: OpenScope<Member>;
  readonly #releaseId: string;
  /** Viewers, and whether each still needs the whole state. */
  readonly #viewers = new Map<Viewer, boolean>();
  readonly #unhear: () => void;
  readonly #anyway: NodeJS.Timeout;
  readonly #beat: NodeJS.Timeout;
  #state: Live | null = null;
  /** What was read last, and the sittings that were touched since; null: all of it has to be read. */
  #reading: Reading | null = null;
  #touched: Set<string> | null = null;
  #frame: Awaited<ReturnType<typeof readFrame>> | null = null;
  #frameAt = 0;
  #notedAt = 0;
  #timer: NodeJS.Timeout | undefined;
  #isReading = false;
  /** How often a reading was asked for. */
  #asked = 0;
  #restUntil = 0;
  #pausedMs = 0;
  readonly #pace: Pace = {
    atOnce,
    rest: async () => {
      const began = Date.now();
      await pause(pauseMs);
      this.#pausedMs += Date.now() - began;
    },
  };

  constructor(scope: OpenScope<Member>, releaseId: string) {
    this.#scope = scope;
    this.#releaseId = releaseId;
    this.#unhear = scope.signals.on(releaseId, (sittingId) => {
      this.#ask(sittingId);
    });
    this.#anyway = setInterval(() => {
      this.#ask(null);
    }, anywayMs).unref();
    this.#beat = setInterval(() => {
      if (this.#state) this.#tell({ ...this.#state, now: scope.now().toISOString() });
    }, liveBeatMs).unref();
  }

  get isAlone(): boolean {
    return this.#viewers.size === 0;
  }

  countOf(personId: string): number {
    return [...this.#viewers.keys()].filter((one) => one.personId === personId).length;
  }

  add(viewer: Viewer): void {
    this.#viewers.set(viewer, true);
    this.#ask(null);
  }

  remove(viewer: Viewer): void {
    this.#viewers.delete(viewer);
  }

  stop(): void {
    this.#unhear();
    clearInterval(this.#anyway);
    clearInterval(this.#beat);
    clearTimeout(this.#timer);
    for (const viewer of this.#viewers.keys()) viewer.end();
    this.#viewers.clear();
  }

  /** @param sittingId what was touched; null: anything may have been */
  #ask(sittingId: string | null): void {
    this.#asked++;
    if (sittingId === null) this.#touched = null;
    else this.#touched?.add(sittingId);
    this.#readSoon();
  }

  #readSoon(): void {
    if (this.#isReading || this.#timer !== undefined) return;
    this.#timer = setTimeout(
      () => {
        this.#timer = undefined;
        void this.#read();
      },
      Math.max(0, this.#restUntil - Date.now()),
    ).unref();
  }

  async #read(): Promise<void> {
    const { db, caller, now, log } = this.#scope;
    this.#isReading = true;
    const [began, asked] = [Date.now(), this.#asked];
    this.#pausedMs = 0;
    try {
      if (began - this.#notedAt > noteMs) {
        await noteWatch(db, caller.departmentId, this.#releaseId, now());
        this.#notedAt = began;
      }
      if (this.#frame === null || began - this.#frameAt > frameMs) {
        const frame = await readFrame(this.#scope, caller.departmentId, this.#releaseId);
        if (JSON.stringify(frame) !== JSON.stringify(this.#frame)) this.#touched = null;
        this.#frame = frame;
        this.#frameAt = began;
      }
      const touched = this.#touched;
      this.#touched = new Set();
      this.#reading =
        this.#reading && touched
          ? await readTouched(this.#scope, caller.departmentId, this.#reading, this.#frame, {
              ...{ touched: [...touched], pace: this.#pace },
            })
          : await readLive(this.#scope, caller.departmentId, this.#releaseId, { frame: this.#frame, pace: this.#pace });
      this.#tell(this.#reading.live);
    } catch (error) {
      this.#touched = null;
      if (!isUnreachable(error)) log.error({ err: error }, "a release that is watched could not be read");
    }
    const tookMs = Date.now() - began;
    this.#restUntil = Date.now() + Math.max(leastMs - tookMs, share * (tookMs - this.#pausedMs));
    this.#isReading = false;
    if (this.#asked > asked && !this.isAlone) this.#readSoon();
  }

  #tell(state: Live): void {
    const change = this.#state && changeOf(this.#state, state);
    this.#state = state;
    // Written once for all of them.
    const news = change && JSON.stringify(change);
    const needAll = [...this.#viewers].flatMap(([viewer, needsAll]) => (needsAll || news === null ? [viewer] : []));
    const whole = needAll.length === 0 ? "" : JSON.stringify(state);
    for (const viewer of this.#viewers.keys()) {
      const isSent =
        news === null || needAll.includes(viewer) ? viewer.send("state", whole) : viewer.send("news", news);
      this.#viewers.set(viewer, !isSent);
    }
  }
}

/** What is new in `after`; null where a student came or went, or an item went, so that all of it has to be told. */
export function changeOf(before: Live, after: Live): LiveChange | null {
  const students = changesOf(before.students, after.students, "studentId");
  const known = new Set(before.items.map((one) => one.itemId));
  const newItems = after.items.filter((one) => !known.has(one.itemId));
  const items = changesOf(
    before.items,
    after.items.filter((one) => known.has(one.itemId)),
    "itemId",
  );
  return students && items && { now: after.now, students, items, newItems };
}

/** Of each row the fields that differ, under its id; null where these are not the same rows. */
function changesOf<Row extends object, Id extends keyof Row>(
  before: readonly Row[],
  after: readonly Row[],
  id: Id,
): (Partial<Row> & Pick<Row, Id>)[] | null {
  if (before.length !== after.length) return null;
  const changes: (Partial<Row> & Pick<Row, Id>)[] = [];
  for (const [i, now] of after.entries()) {
    const was = before[i];
    if (was?.[id] !== now[id]) return null;
    if (was === now) continue;
    const differing = Object.entries(now).filter(([field, value]) => {
      const old: unknown = was[field as keyof Row];
      return old !== value && JSON.stringify(old) !== JSON.stringify(value);
    });
    if (differing.length > 0)
      changes.push({ ...(Object.fromEntries(differing) as Partial<Row>), [id]: now[id] } as Partial<Row> &
        Pick<Row, Id>);
  }
  return changes;
}

/** The one of this process. */
export const liveStreams = (): LiveStreams => new LiveStreams();
