/** SQL for patterns and lists. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export function listMany(db: Db, departmentId: string) {
  return db
    .selectFrom("many")
    .where("many.departmentId", "=", departmentId)
    .select(["many.id", "many.name"])
    .select(sql<"pattern" | "list">`many.body ->> 'kind'`.as("kind"))
    .select((eb) =>
      eb
        .selectFrom("manyItem")
        .innerJoin("item", (join) =>
          join.onRef("item.departmentId", "=", "manyItem.departmentId").onRef("item.id", "=", "manyItem.itemId"),
        )
        .whereRef("manyItem.departmentId", "=", "many.departmentId")
        .whereRef("manyItem.manyId", "=", "many.id")
        .where("item.status", "<>", "retired")
        .select(sql<number>`count(*)::int`.as("n"))
        .as("items"),
    )
    .orderBy("many.name")
    .orderBy("many.id")
    .execute();
}

/** Locked until the transaction ends where `forUpdate` says so. */
export function findMany(db: Db, departmentId: string, manyId: string, forUpdate = false) {
  return db
    .selectFrom("many")
    .select(["id", "name", "topicId", "body", "version"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", manyId)
    .$if(forUpdate, (query) => query.forUpdate())
    .executeTakeFirst();
}

/** The items that it made, with their newest content; retired ones too. */
export function listMade(db: Db, departmentId: string, manyId: string) {
  return db
    .selectFrom("manyItem")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "manyItem.departmentId").onRef("item.id", "=", "manyItem.itemId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "item.departmentId").onRef("revision.id", "=", "item.latestRevisionId"),
    )
    .where("manyItem.departmentId", "=", departmentId)
    .where("manyItem.manyId", "=", manyId)
    .select(["manyItem.itemId", "manyItem.rowKey", "item.number", "item.status", "revision.content"])
    .orderBy("item.number")
    .execute();
}

/** False when somebody made one of this id meanwhile. */
export async function insertMany(db: Db, row: Insertable<Tables["many"]>): Promise<boolean> {
  const done = await db
    .insertInto("many")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .returning("id")
    .executeTakeFirst();
  return done !== undefined;
}

export async function updateMany(
  db: Db,
  departmentId: string,
  manyId: string,
  change: { name: string; topicId: string | null; body: string; by: string; at: Date },
): Promise<void> {
  await db
    .updateTable("many")
    .set(change)
    .set((eb) => ({ version: eb("version", "+", 1) }))
    .where("departmentId", "=", departmentId)
    .where("id", "=", manyId)
    .execute();
}

export async function linkMade(
  db: Db,
  rows: readonly { departmentId: string; manyId: string; itemId: string; rowKey: string }[],
): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insertInto("manyItem")
    .values([...rows])
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "itemId"]).doUpdateSet((eb) => ({ rowKey: eb.ref("excluded.rowKey") })),
    )
    .execute();
}

/** Items whose row is gone are no longer known, so that a row that comes back makes an item anew. */
export async function unlinkMade(db: Db, departmentId: string, itemIds: readonly string[]): Promise<void> {
  if (itemIds.length === 0) return;
  await db.deleteFrom("manyItem").where("departmentId", "=", departmentId).where("itemId", "in", itemIds).execute();
}
