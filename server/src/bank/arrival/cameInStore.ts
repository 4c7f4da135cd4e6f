/** SQL for what is known of items that came in from a file or another department. */
import { sql } from "kysely";
import type { Db } from "../../platform/database.ts";

/** Ties reserved items to the practice items that explain them. */
export async function tieTwins(
  db: Db,
  departmentId: string,
  twins: readonly { readonly itemId: string; readonly twinId: string }[],
): Promise<void> {
  await sql`
    update item set twin_id = given.twin_id
    from unnest(${twins.map((one) => one.itemId)}::uuid[], ${twins.map((one) => one.twinId)}::uuid[])
      as given (item_id, twin_id)
    where item.department_id = ${departmentId} and item.id = given.item_id`.execute(db);
}

/** Keeps under which key each item came, so that it is known again when it comes once more. */
export async function keepOrigins(
  db: Db,
  departmentId: string,
  origins: readonly { readonly itemId: string; readonly key: string }[],
): Promise<void> {
  await sql`
    update item set origin = jsonb_build_object('key', given.key)
    from unnest(${origins.map((one) => one.itemId)}::uuid[], ${origins.map((one) => one.key)}::text[]) as given (item_id, key)
    where item.department_id = ${departmentId} and item.id = given.item_id`.execute(db);
}
