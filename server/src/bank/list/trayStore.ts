/** SQL for trays. */
import type { Db } from "../../platform/database.ts";

export async function listTray(db: Db, departmentId: string, personId: string): Promise<string[]> {
  const rows = await db
    .selectFrom("trayItem")
    .select("itemId")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .orderBy("addedAt")
    .orderBy("itemId")
    .execute();
  return rows.map((row) => row.itemId);
}

/** Items that the department does not have are left out. */
export async function insertIntoTray(
  db: Db,
  departmentId: string,
  personId: string,
  itemIds: readonly string[],
  at: Date,
): Promise<void> {
  if (itemIds.length === 0) return;
  await db
    .insertInto("trayItem")
    .columns(["departmentId", "personId", "itemId", "addedAt"])
    .expression((eb) =>
      eb
        .selectFrom("item")
        .where("departmentId", "=", departmentId)
        .where("id", "in", itemIds)
        .select((column) => [
          "departmentId",
          column.val(personId).$castTo<string>().as("personId"),
          "id",
          column.cast<Date>(column.val(at), "timestamptz").as("addedAt"),
        ]),
    )
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function deleteFromTray(
  db: Db,
  departmentId: string,
  personId: string,
  itemIds: readonly string[],
): Promise<void> {
  if (itemIds.length === 0) return;
  await db
    .deleteFrom("trayItem")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .where("itemId", "in", itemIds)
    .execute();
}
