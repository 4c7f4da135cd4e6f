/** SQL for practice twins and requests for them. */
import type { Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";
import { newestOfItems } from "../platform/itemRows.ts";

export function findItem(db: Db, departmentId: string, itemId: string) {
  return db
    .selectFrom("item")
    .leftJoin("twinRequest as request", (join) =>
      join.onRef("request.departmentId", "=", "item.departmentId").onRef("request.itemId", "=", "item.id"),
    )
    .leftJoin("person", "person.id", "request.by")
    .where("item.departmentId", "=", departmentId)
    .where("item.id", "=", itemId)
    .where("item.archivedAt", "is", null)
    .select(["item.id", "item.use", "item.twinId", "person.name as by", "request.at"])
    .executeTakeFirst();
}

const withContent = (db: Db, departmentId: string) =>
  newestOfItems(db, departmentId)
    .where("item.archivedAt", "is", null)
    .select(["item.id", "item.number", "revision.content"]);

/** One item, or those that a twin explains. */
export function listNamed(db: Db, departmentId: string, which: { itemId: string } | { twinId: string }, limit: number) {
  return withContent(db, departmentId)
    .where("itemId" in which ? "item.id" : "item.twinId", "=", "itemId" in which ? which.itemId : which.twinId)
    .orderBy("item.number")
    .limit(limit)
    .execute();
}

export function listRequests(db: Db, departmentId: string, limit: number) {
  return withContent(db, departmentId)
    .innerJoin("twinRequest as request", (join) =>
      join.onRef("request.departmentId", "=", "item.departmentId").onRef("request.itemId", "=", "item.id"),
    )
    .innerJoin("person", "person.id", "request.by")
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .select(["item.use", "topic.name as topic", "person.name as by", "request.at"])
    .orderBy("request.at")
    .limit(limit)
    .execute();
}

export async function setTwin(
  db: Db,
  departmentId: string,
  itemId: string,
  change: { twinId: string | null; changeSeq: number; changedAt: Date },
): Promise<void> {
  await db.updateTable("item").set(change).where("departmentId", "=", departmentId).where("id", "=", itemId).execute();
}

export async function insertRequest(db: Db, row: Insertable<Tables["twinRequest"]>): Promise<void> {
  await db
    .insertInto("twinRequest")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function deleteRequests(db: Db, departmentId: string, itemIds: readonly string[]): Promise<void> {
  await db.deleteFrom("twinRequest").where("departmentId", "=", departmentId).where("itemId", "in", itemIds).execute();
}
