/** SQL for what classes remember: evidence in the order it came, the memory folded from it, and checkpoints of that. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
import type { Tables } from "../platform/tables.ts";

export type StateRow = Omit<Tables["memoryState"], "departmentId" | "classId">;
export type OffsetRow = Omit<Tables["memoryOffset"], "departmentId" | "classId">;

/** Everything of one student's states. */
export function listStates(db: Db, departmentId: string, classId: string, studentId: string) {
  return db
    .selectFrom("memoryState")
    .select(["studentId", "topicId", "s", "d", "lastOn", "beforeS", "beforeD", "beforeOn", "throughSeq"])
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("studentId", "=", studentId)
    .execute();
}

/** Of the states of these classes what recall is worked out from. */
export function listRecall(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("memoryState")
    .select(["classId", "studentId", "topicId", "s", "d", "lastOn"])
    .where("departmentId", "=", departmentId)
    .where(oneOf("classId", classIds))
    .execute();
}

/** First answers of the last review day of every state of a student, in the order they were given. */
export function listLastDayEvidence(db: Db, departmentId: string, classId: string, studentId: string) {
  return db
    .selectFrom("evidence")
    .innerJoin("memoryState", (join) =>
      join
        .onRef("memoryState.departmentId", "=", "evidence.departmentId")
        .onRef("memoryState.classId", "=", "evidence.classId")
        .onRef("memoryState.studentId", "=", "evidence.studentId")
        .onRef("memoryState.topicId", "=", "evidence.topicId")
        .onRef("memoryState.lastOn", "=", "evidence.on"),
    )
    .where("evidence.departmentId", "=", departmentId)
    .where("evidence.classId", "=", classId)
    .where("evidence.studentId", "=", studentId)
    .where("evidence.void", "=", false)
    .select(["evidence.studentId", "evidence.topicId", "evidence.itemId"])
    .select(["evidence.on", "evidence.chance", "evidence.slip", "evidence.credit"])
    .orderBy("evidence.seq")
    .orderBy("evidence.position")
    .execute();
}

/**
 * The evidence from a place on, and before it that of the days on which it begins or later: a review day is worked out
 * anew from all its answers.
 */
export async function listEvidenceFrom(db: Db, departmentId: string, classId: string, seq: number) {
  return db
    .selectFrom("evidence")
    .select(["seq", "studentId", "topicId", "itemId", "on", "chance", "slip", "credit"])
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("void", "=", false)
    .where((eb) =>
      eb.or([
        eb("seq", ">=", seq),
        eb(
          "on",
          ">=",
          eb
            .selectFrom("evidence as later")
            .select((later) => later.fn.min("later.on").as("on"))
            .where("later.departmentId", "=", departmentId)
            .where("later.classId", "=", classId)
            .where("later.seq", ">=", seq),
        ),
      ]),
    )
    .orderBy("seq")
    .orderBy("position")
    .execute();
}

/** What is remembered of each class as a whole: its offsets, and how far the memory is in step. */
export async function listOffsets(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("classMemory")
    .leftJoin("memoryOffset", (join) =>
      join
        .onRef("memoryOffset.departmentId", "=", "classMemory.departmentId")
        .onRef("memoryOffset.classId", "=", "classMemory.classId"),
    )
    .select(["classMemory.classId", "classMemory.changedFrom", "classMemory.basisDigest"])
    .select(["kind", "subjectId", "value", "lambda"])
    .where("classMemory.departmentId", "=", departmentId)
    .where(oneOf("classMemory.classId", classIds))
    .execute();
}

/** Serialises everything that changes one class's memory, until the transaction ends. */
export async function lockClassMemory(db: Db, classId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended('memory ' || ${classId}, 0))`.execute(db);
}

export async function insertEvidence(db: Db, rows: Insertable<Tables["evidence"]>[]): Promise<void> {
  if (rows.length > 0) await db.insertInto("evidence").values(rows).execute();
}

/** From which place on something is to be folded again: said by the rows `changed (class_id, seq)` of a statement. */
const noteChanged = (departmentId: string) => sql`
  first_changed as (select class_id, min(seq) as seq from changed group by class_id),
  noted as (
    insert into class_memory (department_id, class_id, changed_from)
    select ${departmentId}, class_id, seq from first_changed order by class_id
    on conflict (department_id, class_id)
      do update set changed_from = least(class_memory.changed_from, excluded.changed_from))
  delete from memory_checkpoint using first_changed
  where memory_checkpoint.department_id = ${departmentId} and memory_checkpoint.class_id = first_changed.class_id
    and memory_checkpoint.seq > first_changed.seq`;

/** Puts the credits of a re-mark into the evidence; what does not count is void. Nothing is put where there was none. */
export async function updateCredits(
  db: Db,
  departmentId: string,
  marks: readonly { sittingId: string; position: number; credit: number; void: boolean }[],
): Promise<void> {
  if (marks.length === 0) return;
  await sql`
    with changed as (
      update evidence set credit = m.credit, void = m.void
      from jsonb_to_recordset(${JSON.stringify(
        marks.map(({ sittingId, ...mark }) => ({ ...mark, sitting_id: sittingId })),
      )}::jsonb) as m (sitting_id uuid, position int, credit double precision, void boolean)
      where evidence.department_id = ${departmentId}
        and evidence.sitting_id = m.sitting_id and evidence.position = m.position
        and (evidence.credit, evidence.void) is distinct from (m.credit, m.void)
      returning class_id, seq),
    ${noteChanged(departmentId)}`.execute(db);
}

/** Takes away what a sitting told, which is void by now: it is about to tell everything anew. */
export async function deleteVoidEvidence(db: Db, departmentId: string, sittingId: string): Promise<void> {
  await db
    .deleteFrom("evidence")
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("void", "=", true)
    .execute();
}

export interface EvidencePlace {
  readonly classId: string;
  readonly seq: number;
  readonly position: number;
}

/** Classes that have evidence of any of these topics. */
export async function listClassesOf(db: Db, departmentId: string, topicIds: readonly string[]): Promise<string[]> {
  const { rows } = await sql<{ classId: string }>`
    select distinct class_id from evidence
    where department_id = ${departmentId} and topic_id = any(${[...topicIds]}::uuid[])`.execute(db);
  return rows.map((row) => row.classId);
}

/** Gives a topic's evidence to another topic; with items named, theirs only. Returns what was given. */
export async function moveEvidence(
  db: Db,
  departmentId: string,
  from: string,
  into: string,
  itemIds: readonly string[] | null = null,
): Promise<EvidencePlace[]> {
  const { rows } = await sql<EvidencePlace>`
    select class_id, seq, position from evidence
    where department_id = ${departmentId} and topic_id = ${from}
      and (${itemIds}::uuid[] is null or item_id = any(${itemIds}::uuid[]))
    for update`.execute(db);
  await giveEvidence(db, departmentId, from, into, rows);
  return rows;
}

/** Gives these pieces of a topic's evidence to another topic. */
export async function giveEvidence(
  db: Db,
  departmentId: string,
  from: string,
  into: string,
  places: readonly EvidencePlace[],
): Promise<void> {
  await sql`
    with changed as (
      update evidence set topic_id = ${into}
      from jsonb_to_recordset(${JSON.stringify(places)}::jsonb) as moved ("classId" uuid, seq bigint, position int)
      where evidence.department_id = ${departmentId} and evidence.class_id = moved."classId"
        and evidence.seq = moved.seq and evidence.position = moved.position and evidence.topic_id = ${from}
      returning evidence.class_id, evidence.seq),
    ${noteChanged(departmentId)}`.execute(db);
}

/** What the class's memory was worked out with, and from where on it is not in step; held until the transaction ends. */
export async function holdClassMemory(db: Db, departmentId: string, classId: string) {
  return db
    .insertInto("classMemory")
    .values({ departmentId, classId })
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "classId"]).doUpdateSet((eb) => ({ classId: eb.ref("excluded.classId") })),
    )
    .returning(["changedFrom", "basis", "basisDigest"])
    .executeTakeFirstOrThrow();
}

/** The first evidence of a class on any of these topics. */
export async function findFirstOf(db: Db, departmentId: string, classId: string, topicIds: readonly string[]) {
  const { rows } = await sql<{ seq: number | null }>`
    select min(first.seq) as seq from unnest(${[...topicIds]}::uuid[]) as topic (id)
    cross join lateral (
      select seq from evidence
      where department_id = ${departmentId} and class_id = ${classId} and topic_id = topic.id
      order by seq limit 1) first`.execute(db);
  return rows[0]?.seq ?? null;
}

/** The newest checkpoint at or before a place; those after it go. */
export async function goBackTo(db: Db, departmentId: string, classId: string, seq: number) {
  await db
    .deleteFrom("memoryCheckpoint")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("seq", ">", seq)
    .execute();
  return db
    .selectFrom("memoryCheckpoint")
    .select(["seq", "states", "offsets"])
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .orderBy("seq", "desc")
    .limit(1)
    .executeTakeFirst();
}

/** Takes away the states that evidence from a place on has touched, and all offsets; returns whose states they were. */
export async function deleteFrom(db: Db, departmentId: string, classId: string, seq: number) {
  await db.deleteFrom("memoryOffset").where("departmentId", "=", departmentId).where("classId", "=", classId).execute();
  return db
    .deleteFrom("memoryState")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("throughSeq", ">=", seq)
    .returning(["studentId", "topicId"])
    .execute();
}

export async function upsertStates(
  db: Db,
  departmentId: string,
  classId: string,
  rows: readonly StateRow[],
): Promise<void> {
  if (rows.length === 0) return;
  await sql`
    insert into memory_state
      (department_id, class_id, student_id, topic_id, s, d, last_on, before_s, before_d, before_on, through_seq)
    select ${departmentId}, ${classId}, state.* from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as state
      ("studentId" uuid, "topicId" uuid, s double precision, d double precision, "lastOn" date,
       "beforeS" double precision, "beforeD" double precision, "beforeOn" date, "throughSeq" bigint)
    on conflict (department_id, class_id, student_id, topic_id) do update set
      s = excluded.s, d = excluded.d, last_on = excluded.last_on, before_s = excluded.before_s,
      before_d = excluded.before_d, before_on = excluded.before_on, through_seq = excluded.through_seq`.execute(db);
}

export async function upsertOffsets(
  db: Db,
  departmentId: string,
  classId: string,
  rows: readonly OffsetRow[],
): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insertInto("memoryOffset")
    .values(rows.map((row) => ({ departmentId, classId, ...row })))
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "classId", "kind", "subjectId"])
        .doUpdateSet((eb) => ({ value: eb.ref("excluded.value"), lambda: eb.ref("excluded.lambda") })),
    )
    .execute();
}

/** That the memory is in step with all evidence, worked out with this basis. */
export async function setInStep(
  db: Db,
  departmentId: string,
  classId: string,
  basis: { readonly text: string; readonly digest: string },
): Promise<void> {
  await db
    .updateTable("classMemory")
    .set({ changedFrom: null, basis: basis.text, basisDigest: basis.digest })
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .execute();
}

export async function listCheckpoints(db: Db, departmentId: string, classId: string): Promise<number[]> {
  const rows = await db
    .selectFrom("memoryCheckpoint")
    .select("seq")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .execute();
  return rows.map((row) => row.seq);
}

/** Keeps the memory as it is as that of all evidence before a place, and of the other checkpoints these. */
export async function insertCheckpoint(
  db: Db,
  departmentId: string,
  classId: string,
  seq: number,
  keep: readonly number[],
): Promise<void> {
  const of = sql`department_id = ${departmentId} and class_id = ${classId}`;
  await sql`delete from memory_checkpoint where ${of} and seq <> all(${[...keep]}::bigint[])`.execute(db);
  await sql`
    insert into memory_checkpoint (department_id, class_id, seq, states, offsets)
    select ${departmentId}, ${classId}, ${seq},
      (select coalesce(jsonb_agg(jsonb_build_array(student_id, topic_id, s, d, last_on, before_s, before_d, before_on,
        through_seq)), '[]') from memory_state where ${of}),
      (select coalesce(jsonb_agg(jsonb_build_array(kind, subject_id, value, lambda)), '[]')
        from memory_offset where ${of})
    on conflict do nothing`.execute(db);
}

/** Classes whose memory is not in step with their evidence, besides those named. */
export function listChanged(db: Db, besides: readonly string[], limit: number) {
  return db
    .selectFrom("classMemory")
    .select(["departmentId", "classId"])
    .where("changedFrom", "is not", null)
    .where((eb) => eb.not(oneOf("classId", besides)))
    .limit(limit)
    .execute();
}
