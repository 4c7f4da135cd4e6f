/** SQL for the connection to the school's system, lists that were read, and marks that were sent. */
import type { Errand, Sent, Taken } from "@verdant/contract/classLists";
import type { Roster, RosterNote } from "@verdant/core/classLists/roster";
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import { deleteSome } from "../platform/expired.ts";
import type { Tables } from "../platform/tables.ts";

export const findConnection = (db: Db, departmentId: string) =>
  db
    .selectFrom("classListConnection as connection")
    .innerJoin("person", "person.id", "connection.setBy")
    .where("connection.departmentId", "=", departmentId)
    .select(["connection.service", "connection.clientId", "connection.clientSecret", "connection.setAt"])
    .select("person.name as setBy")
    .executeTakeFirst();

export async function upsertConnection(db: Db, row: Insertable<Tables["classListConnection"]>): Promise<void> {
  const { departmentId: _, ...set } = row;
  await db
    .insertInto("classListConnection")
    .values(row)
    .onConflict((conflict) => conflict.column("departmentId").doUpdateSet(set))
    .execute();
}

export async function deleteConnection(db: Db, departmentId: string): Promise<void> {
  await db.deleteFrom("classListConnection").where("departmentId", "=", departmentId).execute();
}

const shown = (db: Db, departmentId: string) =>
  db
    .selectFrom("classListErrand as errand")
    .innerJoin("person", "person.id", "errand.askedBy")
    .where("errand.departmentId", "=", departmentId)
    .select(["errand.id", "errand.kind", "errand.state", "errand.name", "errand.share", "errand.classId"])
    .select(["errand.askedAt", "errand.finishedAt", "errand.taken", "errand.sent", "errand.problem"])
    .select(["person.name as askedBy", "errand.askedBy as askedById"]);

export const listErrands = (db: Db, departmentId: string, limit: number) =>
  shown(db, departmentId).orderBy("errand.askedAt", "desc").orderBy("errand.id").limit(limit).execute();

export const findErrand = (db: Db, departmentId: string, errandId: string) =>
  shown(db, departmentId).where("errand.id", "=", errandId).executeTakeFirst();

/** Lists that nobody has taken yet; undefined where they have been, or were put away. */
export const findLists = (db: Db, departmentId: string, errandId: string) =>
  db
    .selectFrom("classListErrand")
    .where("departmentId", "=", departmentId)
    .where("id", "=", errandId)
    .where("state", "=", "ready")
    .select(["roster", "notes"])
    .executeTakeFirst();

export async function insertErrand(db: Db, row: Insertable<Tables["classListErrand"]>): Promise<void> {
  await db.insertInto("classListErrand").values(row).execute();
}

export async function countUnderWay(db: Db, departmentId: string): Promise<number> {
  const row = await db
    .selectFrom("classListErrand")
    .where("departmentId", "=", departmentId)
    .where("state", "in", ["waiting", "running"])
    .select(sql<number>`count(*)::int`.as("n"))
    .executeTakeFirstOrThrow();
  return row.n;
}

/** What is to be done or was begun, by whichever department. */
export const listUnderWay = (db: Db, besides: readonly string[], limit: number) =>
  db
    .selectFrom("classListErrand")
    .select(["departmentId", "id"])
    .where("state", "in", ["waiting", "running"])
    .where(sql<boolean>`id <> all(${[...besides]}::uuid[])`)
    .orderBy("askedAt")
    .limit(limit)
    .execute();

/** Moves on what stands at one of `from`; false where it stands elsewhere, as when somebody has stopped it. */
export async function moveOn(
  db: Db,
  departmentId: string,
  errandId: string,
  from: readonly Errand["state"][],
  to: {
    state?: Errand["state"];
    share?: number;
    finishedAt?: Date;
    /** null: it is not kept any longer. */
    roster?: Roster | null;
    notes?: readonly RosterNote[];
    taken?: Taken;
    sent?: Sent;
    problem?: NonNullable<Errand["problem"]>;
  },
): Promise<boolean> {
  const { roster, notes, taken, sent, problem, ...rest } = to;
  const { numUpdatedRows } = await db
    .updateTable("classListErrand")
    .set({
      ...rest,
      ...(roster !== undefined && { roster: roster && JSON.stringify(roster) }),
      ...(notes && { notes: JSON.stringify(notes) }),
      ...(taken && { taken: JSON.stringify(taken) }),
      ...(sent && { sent: JSON.stringify(sent) }),
      ...(problem && { problem: JSON.stringify(problem) }),
    })
    .where("departmentId", "=", departmentId)
    .where("id", "=", errandId)
    .where("state", "in", from)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}

/** Colleagues by their addresses, as the lists know them. */
export const listAddresses = (db: Db, departmentId: string) =>
  db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .where("membership.departmentId", "=", departmentId)
    .where("membership.leftAt", "is", null)
    .where("membership.role", "<>", "guest")
    .select(["person.id as personId", "person.name", "person.email"])
    .execute();

export const listSent = (db: Db, departmentId: string, classId: string) =>
  db
    .selectFrom("classListSent")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .select(["sourcedId", "digest"])
    .execute();

export async function upsertSent(db: Db, rows: readonly Insertable<Tables["classListSent"]>[]): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insertInto("classListSent")
    .values(rows)
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "classId", "sourcedId"]).doUpdateSet((eb) => ({
        digest: eb.ref("excluded.digest"),
        sentAt: eb.ref("excluded.sentAt"),
      })),
    )
    .execute();
}

/** Another system has none of it. */
export async function deleteSent(db: Db, departmentId: string): Promise<void> {
  await db.deleteFrom("classListSent").where("departmentId", "=", departmentId).execute();
}

/** When marks of each class were sent last. */
export const listLastSent = (db: Db, departmentId: string) =>
  db
    .selectFrom("classListErrand")
    .where("departmentId", "=", departmentId)
    .where("kind", "=", "send")
    .where("state", "=", "done")
    .where("classId", "is not", null)
    .select("classId")
    .select((eb) => eb.fn.max("finishedAt").as("sentAt"))
    .groupBy("classId")
    .execute();

/** Lists that nobody took, asked for before this moment, are put away with what is in them. */
export async function putAwayLists(db: Db, before: Date): Promise<void> {
  await sql`
    update class_list_errand set state = 'dropped', roster = null, notes = null, finished_at = now()
    where ctid = any(array(
      select ctid from class_list_errand where state = 'ready' and asked_at < ${before} limit 500))`.execute(db);
}

export const deleteErrandsBefore = (db: Db, before: Date): Promise<number> =>
  deleteSome(db, "class_list_errand", sql`asked_at < ${before} and state in ('done', 'failed', 'dropped')`);

/** Lists that nobody took yet are read again; of what was sent only how much it was stays. */
export async function forgetNames(
  db: Db,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
): Promise<void> {
  await sql`
    update class_list_errand set roster = null, notes = null,
      state = case state when 'ready' then 'dropped' else state end,
      sent = sent || '{"refused": [], "unknown": []}'::jsonb
    where department_id = ${departmentId}`.execute(db);
  await sql`
    delete from class_list_sent
    where department_id = ${departmentId} and right(sourced_id, 36) = ${studentId}`.execute(db);
}
