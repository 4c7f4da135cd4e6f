/**
 * Those who watch a release, in this process. However many they are, it is read once for all of them: when a signal says that
 * something has changed, at most twice a second and only where it says so, and every few seconds as a whole, for what the
 * clock changes and for signals that were missed. Each is sent the whole state once and then what is new, so whoever comes back has no gaps.
 */
import type { Live, LiveChange } from "@verdant/contract/live";
import { isUnreachable } from "../platform/database.ts";
import { Failure } from "../platform/failure.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { noteWatch, readFrame, readLive, readTouched, type Reading } from "./live.ts";

/** At least so many milliseconds between two readings; longer where one takes long, so that watching never takes all. */
const leastMs = 600;
const share = 4;
const anywayMs = 15_000;
/** How long whom it is for, and its questions, are taken to be the same. */
const frameMs = 10_000;
/** How often it is noted that somebody watches. */
const noteMs = 15_000;
/** Streams of one person: a window for each class, not a thousand. */
const mostOfOne = 20;

export interface Viewer {
  readonly personId: string;
  /** False: what was sent before has not left yet; the whole state follows when it has. */
  readonly send: (event: "state" | "change", data: string) => boolean;
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

  constructor(scope: OpenScope<Member>, releaseId: string) {
    this.#scope = scope;
    this.#releaseId = releaseId;
    this.#unhear = scope.signals.on(releaseId, (sittingId) => {
      this.#ask(sittingId);
    });
    this.#anyway = setInterval(() => {
      this.#ask(null);
    }, anywayMs).unref();
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
          ? await readTouched(this.#scope, caller.departmentId, this.#reading, this.#frame, [...touched])
          : await readLive(this.#scope, caller.departmentId, this.#releaseId, this.#frame);
      this.#tell(this.#reading.live);
    } catch (error) {
      this.#touched = null;
      if (!isUnreachable(error)) log.error({ err: error }, "a release that is watched could not be read");
    }
    this.#restUntil = Date.now() + Math.max(leastMs - (Date.now() - began), share * (Date.now() - began));
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
        news === null || needAll.includes(viewer) ? viewer.send("state", whole) : viewer.send("change", news);
      this.#viewers.set(viewer, !isSent);
    }
  }
}

/** What is new in `after`; the whole of it where somebody has gone. */
export function changeOf(before: Live, after: Live): LiveChange | null {
  const isSameList =
    before.students.length === after.students.length &&
    after.students.every((one, i) => one.studentId === before.students[i]?.studentId);
  if (!isSameList) return null;
  return {
    now: after.now,
    students: after.students.filter((one, i) => {
      const was = before.students[i];
      return was !== one && JSON.stringify(was) !== JSON.stringify(one);
    }),
    items: JSON.stringify(before.items) === JSON.stringify(after.items) ? null : after.items,
  };
}

/** The one of this process. */
export const liveStreams = (): LiveStreams => new LiveStreams();
