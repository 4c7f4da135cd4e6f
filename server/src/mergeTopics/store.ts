/** SQL that moves what hangs on one topic to another, and back. */
import { sql } from "kysely";
import type { EvidencePlace } from "../plan/memory.ts";
import type { Db } from "../platform/database.ts";

export async function lockTopics(db: Db, departmentId: string, ids: readonly string[]) {
  const { rows } = await sql<{
    id: string;
    name: string;
    parentId: string | null;
    mergedIntoId: string | null;
    isGone: boolean;
  }>`
    select id, name, parent_id, merged_into_id, archived_at is not null as is_gone from topic
    where department_id = ${departmentId} and id = any(${[...ids]}::uuid[]) order by id for update`.execute(db);
  return rows;
}

/** Rows with a topic that exist once a topic: where both have one, that of the topic merged into stays. */
const tables = [
  "unit_topic",
  "class_topic",
  "student_topic",
  "planned_return",
  "topic_standard",
  "item_topic",
  "writing_goal",
] as const;
/** What else of a row makes it the same one as another topic's. */
const sameBy: Record<(typeof tables)[number], readonly string[]> = {
  unit_topic: ["course_id"],
  class_topic: ["class_id"],
  student_topic: ["class_id", "student_id"],
  planned_return: ["class_id", "on"],
  topic_standard: ["standard_id"],
  item_topic: ["item_id"],
  writing_goal: ["person_id"],
};

/** That rows `a` and `b` of a table are the same but for their topic. */
const isSame = (table: (typeof tables)[number], a: string, b: string) =>
  sql.join(
    sameBy[table].map((column) => sql`${sql.ref(`${a}.${column}`)} is not distinct from ${sql.ref(`${b}.${column}`)}`),
    sql` and `,
  );

export interface Before {
  readonly items: readonly string[];
  readonly manies: readonly string[];
  readonly children: readonly string[];
  /** Classes whose memory knows either topic. */
  readonly classes: readonly string[];
  /** Per table all rows of either topic. */
  readonly rows: Readonly<Record<string, readonly unknown[]>>;
  readonly blueprints: readonly { readonly id: string; readonly blueprint: unknown }[];
  /** What the topic merged into lay under. */
  readonly intoParentId: string | null;
}

export async function readAll(db: Db, departmentId: string, from: string, into: string): Promise<Before> {
  const ids = async (query: ReturnType<typeof sql<{ id: string }>>) =>
    (await query.execute(db)).rows.map((row) => row.id);
  const rows: Record<string, unknown[]> = {};
  for (const table of tables) {
    const found = await sql<{ row: unknown }>`
      select to_jsonb(t) as row from ${sql.table(table)} t
      where department_id = ${departmentId} and topic_id in (${from}, ${into})`.execute(db);
    rows[table] = found.rows.map((one) => one.row);
  }
  const blueprints = await sql<{ id: string; blueprint: unknown }>`
    select id, blueprint from quiz
    where department_id = ${departmentId} and blueprint::text like ${`%${from}%`}`.execute(db);
  const parent = await sql<{ parentId: string | null }>`
    select parent_id from topic where department_id = ${departmentId} and id = ${into}`.execute(db);
  return {
    items: await ids(sql`select id from item where department_id = ${departmentId} and topic_id = ${from} order by id`),
    manies: await ids(sql`select id from many where department_id = ${departmentId} and topic_id = ${from}`),
    children: await ids(sql`select id from topic where department_id = ${departmentId} and parent_id = ${from}`),
    classes: await listClassesOf(db, departmentId, [from, into]),
    rows,
    blueprints: blueprints.rows,
    intoParentId: parent.rows[0]?.parentId ?? null,
  };
}

export async function listClassesOf(db: Db, departmentId: string, topicIds: readonly string[]): Promise<string[]> {
  const { rows } = await sql<{ classId: string }>`
    select distinct class_id from evidence
    where department_id = ${departmentId} and topic_id = any(${[...topicIds]}::uuid[]) order by class_id`.execute(db);
  return rows.map((row) => row.classId);
}

export async function moveAll(db: Db, departmentId: string, from: string, into: string): Promise<void> {
  // A class that was taught both keeps the earlier day, so that no evidence comes to stand before it was taught.
  await sql`
    update class_topic kept set taught_on = least(kept.taught_on, moved.taught_on),
      importance = greatest(kept.importance, moved.importance)
    from class_topic moved
    where kept.department_id = ${departmentId} and kept.topic_id = ${into} and moved.department_id = kept.department_id
      and moved.class_id = kept.class_id and moved.topic_id = ${from}`.execute(db);
  await sql`
    update writing_goal kept set wanted = least(1000, kept.wanted + moved.wanted)
    from writing_goal moved
    where kept.department_id = ${departmentId} and kept.topic_id = ${into} and moved.department_id = kept.department_id
      and moved.person_id is not distinct from kept.person_id and moved.topic_id = ${from}`.execute(db);
  for (const table of tables) {
    await sql`
      delete from ${sql.table(table)} moved using ${sql.table(table)} kept
      where moved.department_id = ${departmentId} and moved.topic_id = ${from}
        and kept.department_id = moved.department_id and kept.topic_id = ${into}
        and ${isSame(table, "kept", "moved")}`.execute(db);
    await sql`
      update ${sql.table(table)} set topic_id = ${into}
      where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
  }
  for (const table of ["item", "many", "presence"])
    await sql`
      update ${sql.table(table)} set topic_id = ${into}
      where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
  await sql`
    update quiz set blueprint = replace(blueprint::text, ${from}, ${into})::jsonb
    where department_id = ${departmentId} and blueprint::text like ${`%${from}%`}`.execute(db);
  // What lay between the two moves up, so that nothing comes to lie under itself.
  await sql`
    update topic child set parent_id = case
        when exists (select 1 from topic_ancestor between_them where between_them.department_id = child.department_id
          and between_them.topic_id = ${into} and between_them.ancestor_id = child.id)
        then (select parent_id from topic where department_id = ${departmentId} and id = ${from}) else ${into} end
    where child.department_id = ${departmentId} and child.parent_id = ${from}`.execute(db);
}

export async function touchItems(
  db: Db,
  departmentId: string,
  itemIds: readonly string[],
  change: { changeSeq: number; changedAt: Date },
): Promise<void> {
  await sql`
    update item set version = version + 1, change_seq = ${change.changeSeq}, changed_at = ${change.changedAt}
    where department_id = ${departmentId} and id = any(${[...itemIds]}::uuid[])`.execute(db);
}

export async function findMerge(db: Db, departmentId: string, batchId: string) {
  const { rows } = await sql<{
    fromId: string;
    intoId: string;
    before: Before & { readonly evidence: readonly EvidencePlace[] };
  }>`
    select entity_id as from_id, after ->> 'intoId' as into_id, before from history
    where department_id = ${departmentId} and batch_id = ${batchId} and action = 'merged'`.execute(db);
  return rows[0];
}

/** Everything back where it was; what came to the topic since stays there. */
export async function restoreAll(
  db: Db,
  departmentId: string,
  from: string,
  into: string,
  before: Before,
): Promise<void> {
  for (const [table, ids] of [
    ["item", before.items],
    ["many", before.manies],
  ] as const)
    await sql`
      update ${sql.table(table)} set topic_id = ${from}
      where department_id = ${departmentId} and topic_id = ${into} and id = any(${[...ids]}::uuid[])`.execute(db);
  await sql`
    update topic set parent_id = ${from}
    where department_id = ${departmentId} and id = any(${[...before.children]}::uuid[])`.execute(db);
  await sql`
    update topic set parent_id = ${before.intoParentId} where department_id = ${departmentId} and id = ${into}`.execute(
    db,
  );
  for (const { id, blueprint } of before.blueprints) {
    const text = JSON.stringify(blueprint);
    await sql`
      update quiz set blueprint = ${text}::jsonb
      where department_id = ${departmentId} and id = ${id}
        and blueprint = replace(${text}::jsonb::text, ${from}, ${into})::jsonb`.execute(db);
  }
  for (const table of tables) {
    const saved = JSON.stringify(before.rows[table] ?? []);
    // Rows of either topic that the merge made or changed go, and all that were there come back as they were.
    await sql`
      delete from ${sql.table(table)} now
      using jsonb_populate_recordset(null::${sql.table(table)}, ${saved}::jsonb) was
      where now.department_id = ${departmentId} and now.topic_id in (${from}, ${into})
        and ${isSame(table, "was", "now")}`.execute(db);
    await sql`
      insert into ${sql.table(table)}
      select * from jsonb_populate_recordset(null::${sql.table(table)}, ${saved}::jsonb)
      on conflict do nothing`.execute(db);
  }
}

/** Moves the items of a topic that serve one of the standards, and the standards, to another; returns the items. */
export async function takeOut(
  db: Db,
  departmentId: string,
  from: string,
  into: string,
  standardIds: readonly string[],
): Promise<string[]> {
  const chosen = sql`${[...standardIds]}::uuid[]`;
  const { rows } = await sql<{ id: string }>`
    update item set topic_id = ${into}
    where department_id = ${departmentId} and topic_id = ${from} and id in (
      select item_id from item_standard where department_id = ${departmentId} and standard_id = any(${chosen}))
    returning id`.execute(db);
  const itemIds = rows.map((row) => row.id);
  await sql`
    insert into unit_topic (department_id, course_id, unit_id, topic_id, position)
    select department_id, course_id, unit_id, ${into}, (
      select max(position) + 1 from unit_topic last where last.department_id = listed.department_id and last.unit_id = listed.unit_id)
    from unit_topic listed where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
  await sql`
    insert into class_topic (department_id, class_id, topic_id, taught_on, importance, stance, is_held_back)
    select department_id, class_id, ${into}, taught_on, importance, stance, is_held_back
    from class_topic where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
  await sql`
    insert into student_topic (department_id, class_id, student_id, topic_id, taught_on)
    select department_id, class_id, student_id, ${into}, taught_on
    from student_topic where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
  await sql`
    update topic_standard set topic_id = ${into}
    where department_id = ${departmentId} and topic_id = ${from} and standard_id = any(${chosen})`.execute(db);
  return itemIds;
}
