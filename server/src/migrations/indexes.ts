/**
 * Indexes that came after their tables. They are built beside processes that go on writing (`concurrently`, which no
 * transaction of a migration allows), each by its name; taking one out of this list does not drop it.
 */
import { setTimeout } from "node:timers/promises";
import { sql, type Kysely } from "kysely";

const indexes: Readonly<Record<string, string>> = {
  release_message_to: "release_message (department_id, student_id) where student_id is not null",
  quiz_part_of_quiz: "quiz_part (department_id, quiz_id)",
  quiz_place_of_part: "quiz_place (department_id, part_id)",
  quiz_newest: "quiz (department_id, created_at desc) where archived_at is null",
  release_of_quiz: "release (department_id, quiz_id, released_at desc)",
  release_newest: "release (department_id, released_at desc, id desc)",
  release_part_of_release: "release_part (department_id, release_id)",
  release_place_of_part: "release_place (department_id, part_id)",
  sitting_of_student: "sitting (department_id, student_id, release_id)",
  sitting_running: "sitting (department_id) where state = 'running'",
  lexeme_in_department: "lexeme using gin (department_id, word gin_trgm_ops)",
  item_search_in_department: "item_search using gin (department_id, doc)",
  evidence_of_topic: "evidence (department_id, class_id, topic_id, seq)",
  enrolment_of_student: "enrolment (department_id, student_id)",
  student_in_lists: "student (department_id, external_id) where external_id is not null",
  item_known_by: "item (department_id, (coalesce(origin ->> 'key', id::text)))",
};

/** Builds what is missing; an index that was broken off is built anew. One process at a time. */
export function buildIndexes(db: Kysely<never>): Promise<void> {
  return db.connection().execute(async (one) => {
    await awaitTurn(one);
    try {
      const { rows } = await sql<{ name: string; isvalid: boolean }>`
        select relname as name, indisvalid as isvalid from pg_index join pg_class on pg_class.oid = indexrelid
        where relnamespace = current_schema()::regnamespace and relname = any(${Object.keys(indexes)})`.execute(one);
      for (const [name, on] of Object.entries(indexes)) {
        const known = rows.find((row) => row.name === name);
        if (known?.isvalid === true) continue;
        if (known) await sql`drop index concurrently ${sql.ref(name)}`.execute(one);
        await sql`create index concurrently ${sql.ref(name)} on ${sql.raw(on)}`.execute(one);
      }
    } finally {
      await sql`select pg_advisory_unlock(hashtextextended('building indexes', 0))`.execute(one);
    }
  });
}

/**
 * Asks again and again instead of waiting in the database: building an index concurrently waits for every statement that
 * began before, one that waits for the lock too.
 */
async function awaitTurn(one: Kysely<never>): Promise<void> {
  const ask = sql<{ mine: boolean }>`select pg_try_advisory_lock(hashtextextended('building indexes', 0)) as mine`;
  while ((await ask.execute(one)).rows[0]?.mine !== true) await setTimeout(200);
}
