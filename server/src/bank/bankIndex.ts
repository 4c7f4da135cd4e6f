/** The bank as this process holds it: columns for choosing items fast. A cache; nothing is lost with it. */
import type { Db } from "../platform/database.ts";
import * as store from "./store.ts";

/** One entry per usable item: approved, not archived, with a topic. Columns share their index. */
export interface UsableItems {
  readonly itemIds: readonly string[];
  readonly revisionIds: readonly string[];
  readonly topicIds: readonly string[];
  readonly families: readonly string[];
  readonly isPractice: readonly boolean[];
  readonly expectedSeconds: readonly number[];
  readonly writerDifficulty: readonly number[];
}

interface Index {
  version: number;
  readonly rows: Map<string, store.IndexRow>;
  usable: UsableItems | null;
}

/** The indexes of all departments this process has met. Each is checked against `bank_version` on every use. */
export class BankIndexes {
  readonly #db: Db;
  readonly #indexes = new Map<string, Index>();

  /** @param db the pool, never a transaction: what is not committed must not get into a shared cache */
  constructor(db: Db) {
    this.#db = db;
  }

  /** The usable items of a department as of now: reads what has changed since the last call, all of it at the first. */
  async usableItems(departmentId: string): Promise<UsableItems> {
    const index = this.#indexes.get(departmentId) ?? {
      version: -1,
      rows: new Map<string, store.IndexRow>(),
      usable: null,
    };
    const version = await store.findBankVersion(this.#db, departmentId);
    if (version !== index.version) {
      for (const row of await store.listIndexRows(this.#db, departmentId, index.version))
        index.rows.set(row.itemId, row);
      index.version = version;
      index.usable = null;
      this.#indexes.set(departmentId, index);
    }
    index.usable ??= toColumns([...index.rows.values()]);
    return index.usable;
  }
}

function toColumns(all: readonly store.IndexRow[]): UsableItems {
  const rows = all.filter((row) => !row.isArchived && row.status === "approved" && row.topicId !== null);
  return {
    itemIds: rows.map((row) => row.itemId),
    revisionIds: rows.map((row) => row.revisionId ?? ""),
    topicIds: rows.map((row) => row.topicId ?? ""),
    families: rows.map((row) => row.familyId),
    isPractice: rows.map((row) => row.use === "practice"),
    expectedSeconds: rows.map((row) => row.expectedSeconds),
    writerDifficulty: rows.map((row) => row.writerDifficulty),
  };
}
