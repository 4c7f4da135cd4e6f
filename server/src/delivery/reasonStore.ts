/** SQL for students' reasons. */
import type { Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export async function upsertReason(db: Db, row: Insertable<Tables["reason"]>): Promise<void> {
  const { text, at } = row;
  await db
    .insertInto("reason")
    .values(row)
    .onConflict((conflict) => conflict.columns(["departmentId", "sittingId", "position"]).doUpdateSet({ text, at }))
    .execute();
}

export async function deleteReason(
  db: Db,
  key: { departmentId: string; sittingId: string; position: number },
): Promise<void> {
  await db
    .deleteFrom("reason")
    .where("departmentId", "=", key.departmentId)
    .where("sittingId", "=", key.sittingId)
    .where("position", "=", key.position)
    .execute();
}
