/** What a process keeps to answer faster. Each cache sees to it that what it gives is as new as the database. */
import type { Db } from "./database.ts";

export class Caches {
  readonly #db: Db;
  readonly #made = new Map<unknown, unknown>();

  /** @param db the pool, never a transaction: what is not committed must not get into what all share */
  constructor(db: Db) {
    this.#db = db;
  }

  /** The one cache that `make` makes, made when it is first asked for. */
  of<T>(make: (db: Db) => T): T {
    if (!this.#made.has(make)) this.#made.set(make, make(this.#db));
    // Safe: under this key lies what this function made.
    return this.#made.get(make) as T;
  }
}
