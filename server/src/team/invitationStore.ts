/** SQL for invitations and what they give. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export async function insertInvitation(db: Db, row: Insertable<Tables["invitation"]>): Promise<void> {
  await db.insertInto("invitation").values(row).execute();
}

export function listOpen(db: Db, departmentId: string, now: Date) {
  return db
    .selectFrom("invitation")
    .innerJoin("person", "person.id", "invitation.by")
    .where("invitation.departmentId", "=", departmentId)
    .where("invitation.withdrawnAt", "is", null)
    .where("invitation.expiresAt", ">", now)
    .select(["invitation.id", "invitation.role", "invitation.note", "invitation.grants", "invitation.expiresAt"])
    .select("person.name as by")
    .select(
      sql<string[]>`array(
        select guest.name from history join person guest on guest.id = history.entity_id
        where history.department_id = invitation.department_id and history.entity = 'member'
          and history.action = 'joined' and history.after ->> 'invitationId' = invitation.id::text
        order by history.at)`.as("came"),
    )
    .orderBy("invitation.at", "desc")
    .execute();
}

export async function withdraw(db: Db, departmentId: string, id: string, at: Date): Promise<boolean> {
  const done = await db
    .updateTable("invitation")
    .set({ withdrawnAt: at })
    .where("departmentId", "=", departmentId)
    .where("id", "=", id)
    .where("withdrawnAt", "is", null)
    .returning("id")
    .executeTakeFirst();
  return done !== undefined;
}

export function findUsable(db: Db, id: string, now: Date) {
  return db
    .selectFrom("invitation")
    .innerJoin("department", "department.id", "invitation.departmentId")
    .innerJoin("person", "person.id", "invitation.by")
    .where("invitation.id", "=", id)
    .where("invitation.withdrawnAt", "is", null)
    .where("invitation.expiresAt", ">", now)
    .select(["invitation.id", "invitation.departmentId", "invitation.role", "invitation.grants"])
    .select(["invitation.expiresAt", "department.name as department", "person.name as by"])
    .executeTakeFirst();
}

export function findMembership(db: Db, departmentId: string, personId: string) {
  return db
    .selectFrom("membership")
    .select(["role", "leftAt"])
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .forUpdate()
    .executeTakeFirst();
}

export async function upsertMembership(db: Db, row: Insertable<Tables["membership"]>): Promise<void> {
  await db
    .insertInto("membership")
    .values(row)
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "personId"])
        .doUpdateSet({ role: row.role, leftAt: null, joinedAt: row.joinedAt }),
    )
    .execute();
}
