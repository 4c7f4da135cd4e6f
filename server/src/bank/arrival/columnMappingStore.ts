/** SQL for how workbooks are read. */
import type { Insertable } from "kysely";
import type { Db } from "../../platform/database.ts";
import type { Tables } from "../../platform/tables.ts";

/** The latest hundred. */
export function listMappings(db: Db, departmentId: string) {
  return db
    .selectFrom("columnMapping")
    .select(["signature", "roles"])
    .where("departmentId", "=", departmentId)
    .orderBy("at", "desc")
    .limit(100)
    .execute();
}

export async function upsertMapping(db: Db, row: Insertable<Tables["columnMapping"]>): Promise<void> {
  await db
    .insertInto("columnMapping")
    .values(row)
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "signature"]).doUpdateSet({ roles: row.roles, by: row.by, at: row.at }),
    )
    .execute();
}
