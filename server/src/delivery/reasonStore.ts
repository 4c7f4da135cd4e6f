/** SQL for students' reasons, and for what others take from them. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

interface Key {
  readonly departmentId: string;
  readonly sittingId: string;
  readonly position: number;
}

/** What is written anew has been read by nobody. */
export async function upsertReason(db: Db, row: Insertable<Tables["reason"]>): Promise<void> {
  const { text, at } = row;
  await db
    .insertInto("reason")
    .values(row)
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "sittingId", "position"])
        .doUpdateSet({ text, at, readAs: null, readBy: null, readAt: null })
        .where("reason.text", "<>", text),
    )
    .execute();
}

export async function deleteReason(db: Db, key: Key): Promise<void> {
  await db
    .deleteFrom("reason")
    .where("departmentId", "=", key.departmentId)
    .where("sittingId", "=", key.sittingId)
    .where("position", "=", key.position)
    .execute();
}

/** A reason, and whether the answer that it is of was right. */
export async function findReason(db: Db, { departmentId, sittingId, position }: Key) {
  const { rows } = await sql<{ isRight: boolean }>`
    select mark.credit >= 1 as is_right
    from reason
    join sitting on sitting.department_id = reason.department_id and sitting.id = reason.sitting_id
    join mark on mark.department_id = reason.department_id and mark.sitting_id = reason.sitting_id
      and mark.position = reason.position and mark.version = sitting.marking_version and mark.round = 1
    where reason.department_id = ${departmentId} and reason.sitting_id = ${sittingId}
      and reason.position = ${position}`.execute(db);
  return rows[0];
}

export async function updateRead(
  db: Db,
  { departmentId, sittingId, position }: Key,
  readAs: "good" | "fit" | null,
  read: { readonly by: string; readonly at: Date } | null,
): Promise<void> {
  await db
    .updateTable("reason")
    .set({ readAs, readBy: read?.by ?? null, readAt: read?.at ?? null })
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("position", "=", position)
    .execute();
}

/** Reasons that others may read; more than these nobody needs to choose from. */
const mostReasons = 60;

/**
 * What a teacher let others read of the question at this place of a go, by other students whose answer is right: of the
 * same item, as long as it asks the same.
 */
export async function listReadReasons(
  db: Db,
  { departmentId, sittingId, position, studentId }: Key & { readonly studentId: string },
) {
  const { rows } = await sql<{ sittingId: string; position: number; text: string; readAs: "good" | "fit" }>`
    select reason.sitting_id, reason.position, reason.text, reason.read_as
    from sitting_item own
    join item_revision asked on asked.department_id = own.department_id and asked.id = own.revision_id
    join sitting_item si on si.department_id = own.department_id and si.item_id = own.item_id
    join item_revision theirs on theirs.department_id = si.department_id and theirs.id = si.revision_id
      and theirs.parameter_id = asked.parameter_id
    join reason on reason.department_id = si.department_id and reason.sitting_id = si.sitting_id
      and reason.position = si.position and reason.read_as is not null
    join sitting on sitting.department_id = si.department_id and sitting.id = si.sitting_id
      and sitting.student_id <> ${studentId}
    join mark on mark.department_id = si.department_id and mark.sitting_id = si.sitting_id
      and mark.position = si.position and mark.version = sitting.marking_version and mark.round = 1
      and mark.credit >= 1 and mark.ruling_id is null
    where own.department_id = ${departmentId} and own.sitting_id = ${sittingId} and own.position = ${position}
    order by reason.read_as = 'good' desc, reason.at desc
    limit ${mostReasons}`.execute(db);
  return rows;
}

/** The reason that was chosen for this answer. */
export async function findTold(db: Db, { departmentId, sittingId, position }: Key) {
  return db
    .selectFrom("reasonTold")
    .select(["toldSittingId as sittingId", "toldPosition as position"])
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("position", "=", position)
    .executeTakeFirst();
}

export async function upsertTold(db: Db, row: Insertable<Tables["reasonTold"]>): Promise<void> {
  const { toldSittingId, toldPosition, at } = row;
  await db
    .insertInto("reasonTold")
    .values(row)
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "sittingId", "position"]).doUpdateSet({ toldSittingId, toldPosition, at }),
    )
    .execute();
}

export async function deleteTold(db: Db, { departmentId, sittingId, position }: Key): Promise<void> {
  await db
    .deleteFrom("reasonTold")
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("position", "=", position)
    .execute();
}
