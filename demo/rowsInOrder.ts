/** Rows of a made-up past, collected while it is told and inserted set-wise, each table after those it refers to. */
import type { Insertable } from "kysely";
import type { Db } from "../server/src/platform/database.ts";
import type { Tables } from "../server/src/platform/tables.ts";

/** In the order in which rows may be inserted. */
const tables = [
  "quiz",
  "quizPart",
  "quizPlace",
  "release",
  "releaseTarget",
  "releasePart",
  "releasePlace",
  "releaseItem",
  "sitting",
  "sittingItem",
  "responseEvent",
  "response",
  "mark",
  "reason",
  "exposure",
  "evidence",
] as const satisfies readonly (keyof Tables)[];

export class RowsInOrder {
  readonly #rows: { [T in keyof Tables]?: Insertable<Tables[T]>[] } = {};

  add<T extends (typeof tables)[number]>(table: T, ...rows: Insertable<Tables[T]>[]): void {
    const list = (this.#rows[table] ??= [] as never) as Insertable<Tables[T]>[];
    list.push(...rows);
  }

  async insert(db: Db): Promise<void> {
    for (const table of tables) {
      const rows = (this.#rows[table] ?? []) as Insertable<Tables["quiz"]>[];
      for (let from = 0; from < rows.length; from += 1000) {
        // Safe: the rows were added under this table's name.
        await db
          .insertInto(table as "quiz")
          .values(rows.slice(from, from + 1000))
          .execute();
      }
    }
  }
}
