/** SQL for sets of words to judge by. */
import type { Insertable } from "kysely";
import type { Db } from "../../platform/database.ts";
import type { Tables } from "../../platform/tables.ts";

export function listOptionSets(db: Db, departmentId: string) {
  return db
    .selectFrom("optionSet")
    .select(["id", "name", "words"])
    .where("departmentId", "=", departmentId)
    .orderBy("name")
    .execute();
}

/** False where there is a set of this name. */
export async function insertOptionSet(db: Db, row: Insertable<Tables["optionSet"]>): Promise<boolean> {
  const done = await db
    .insertInto("optionSet")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .returning("id")
    .executeTakeFirst();
  return done !== undefined;
}

export async function deleteOptionSet(db: Db, departmentId: string, id: string): Promise<boolean> {
  const gone = await db
    .deleteFrom("optionSet")
    .where("departmentId", "=", departmentId)
    .where("id", "=", id)
    .returning("id")
    .executeTakeFirst();
  return gone !== undefined;
}
