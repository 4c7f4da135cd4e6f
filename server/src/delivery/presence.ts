/**
 * That a student's device is there, gathered for a second and written in one statement: a whole school asks for news all the
 * time, and each writing a row of its own would cost more than their answers do. Nothing hangs on it but what a teacher who
 * watches sees, so what a process has not written yet when it ends is no loss.
 */
import type { Db } from "../platform/database.ts";
import { writePresence, type Heard } from "./liveStore.ts";

const gatherMs = 1000;

export class Presence {
  readonly #db: Db;
  #heard = new Map<string, Heard>();
  #written: (() => void)[] = [];
  #timer: NodeJS.Timeout | undefined;

  constructor(db: Db) {
    this.#db = db;
  }

  /** @param written called when it stands in the database */
  note(heard: Heard, written: () => void): void {
    this.#heard.set(heard.sittingId, heard);
    this.#written.push(written);
    this.#timer ??= setTimeout(() => void this.write(), gatherMs).unref();
  }

  /** Writes what was gathered; done by itself after a second. */
  async write(): Promise<void> {
    clearTimeout(this.#timer);
    this.#timer = undefined;
    const [heard, written] = [[...this.#heard.values()], this.#written];
    this.#heard = new Map();
    this.#written = [];
    if (heard.length === 0) return;
    try {
      await writePresence(this.#db, heard);
      for (const tell of written) tell();
    } catch {
      // The database is away: the devices are heard of again in twenty seconds.
    }
  }
}

/** The one of this process. */
export const presence = (db: Db): Presence => new Presence(db);
