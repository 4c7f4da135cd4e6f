/**
 * Rows that exist once a topic, as the rooms that own them give them to merging: read, moved to another topic, and put
 * back as they were, also by a later version with more columns.
 */
import { sql } from "kysely";
import type { Db } from "./database.ts";

export interface TopicRows {
  readonly table: string;
  /** All rows of these topics, as they are kept for undoing. */
  read(db: Db, departmentId: string, topicIds: readonly string[]): Promise<unknown[]>;
  /** Makes a topic's rows another's; where both have one, that of the other stays. */
  move(db: Db, departmentId: string, from: string, into: string): Promise<void>;
  /** All that was read back as it was, in place of what the move made or changed; what came since stays. */
  restore(db: Db, departmentId: string, from: string, into: string, saved: readonly object[]): Promise<void>;
}

/**
 * @param sameBy columns that besides the topic make a row the same one
 * @param join what of a row that goes is added to the one that stays, before it goes
 */
export function topicRows(
  table: string,
  sameBy: readonly string[],
  join: (db: Db, departmentId: string, from: string, into: string) => Promise<unknown> = () => Promise.resolve(),
): TopicRows {
  const isSame = (a: string, b: string) =>
    sql.join(
      sameBy.map((column) => sql`${sql.ref(`${a}.${column}`)} is not distinct from ${sql.ref(`${b}.${column}`)}`),
      sql` and `,
    );
  const rows = sql.table(table);
  return {
    table,
    read: async (db, departmentId, topicIds) => {
      const found = await sql<{ row: unknown }>`
        select to_jsonb(t) as row from ${rows} t
        where department_id = ${departmentId} and topic_id = any(${[...topicIds]}::uuid[])`.execute(db);
      return found.rows.map((one) => one.row);
    },
    move: async (db, departmentId, from, into) => {
      await join(db, departmentId, from, into);
      await sql`
        delete from ${rows} moved using ${rows} kept
        where moved.department_id = ${departmentId} and moved.topic_id = ${from}
          and kept.department_id = moved.department_id and kept.topic_id = ${into} and ${isSame("kept", "moved")}`.execute(
        db,
      );
      await sql`
        update ${rows} set topic_id = ${into}
        where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
    },
    restore: async (db, departmentId, from, into, saved) => {
      const [first] = saved;
      if (!first) return;
      const was = sql`jsonb_populate_recordset(null::${rows}, ${JSON.stringify(saved)}::jsonb)`;
      await sql`
        delete from ${rows} now using ${was} was
        where now.department_id = ${departmentId} and now.topic_id in (${from}, ${into}) and ${isSame("was", "now")}`.execute(
        db,
      );
      // Columns that came since get their defaults, and those that have gone are left out.
      const there = await sql<{ name: string }>`
        select column_name as name from information_schema.columns
        where table_schema = current_schema() and table_name = ${table}`.execute(db);
      const kept = there.rows.flatMap(({ name }) => (name in first ? [sql.ref(name)] : []));
      await sql`
        insert into ${rows} (${sql.join(kept)}) select ${sql.join(kept)} from ${was} was on conflict do nothing`.execute(
        db,
      );
    },
  };
}
