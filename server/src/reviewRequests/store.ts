/** SQL for looks that are asked for, and for the department's rules of review. */
import { sql, type Insertable } from "kysely";
import type { ReviewRules } from "@verdant/core/review/reviewRules";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export async function findSettings(db: Db, departmentId: string): Promise<{ review?: Partial<ReviewRules> }> {
  const row = await db.selectFrom("department").select("settings").where("id", "=", departmentId).executeTakeFirst();
  return row?.settings ?? {};
}

export async function updateReviewSettings(db: Db, departmentId: string, rules: ReviewRules): Promise<void> {
  await db
    .updateTable("department")
    .set({ settings: sql`settings || jsonb_build_object('review', ${JSON.stringify(rules)}::jsonb)` })
    .where("id", "=", departmentId)
    .execute();
}

export async function upsertRequest(db: Db, row: Insertable<Tables["reviewRequest"]>): Promise<void> {
  await db
    .insertInto("reviewRequest")
    .values(row)
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "itemId"])
        .where("state", "=", "open")
        .doUpdateSet({ revisionId: row.revisionId, askedBy: row.askedBy, askedAt: row.askedAt }),
    )
    .execute();
}

export async function insertRequests(db: Db, rows: readonly Insertable<Tables["reviewRequest"]>[]): Promise<void> {
  if (rows.length > 0) await db.insertInto("reviewRequest").values(rows).execute();
}

export async function moveRequest(db: Db, departmentId: string, itemId: string, revisionId: string): Promise<void> {
  await db
    .updateTable("reviewRequest")
    .set({ revisionId })
    .where("departmentId", "=", departmentId)
    .where("itemId", "=", itemId)
    .where("state", "=", "open")
    .execute();
}

export async function closeRequests(
  db: Db,
  departmentId: string,
  which: { itemId?: string; requestId?: string },
  change: {
    state: "approved" | "sentBack" | "withdrawn";
    decidedBy: string;
    decidedAt: Date;
    words?: string;
  },
): Promise<void> {
  await db
    .updateTable("reviewRequest")
    .set(change)
    .where("departmentId", "=", departmentId)
    .where("state", "=", "open")
    .$if(which.itemId !== undefined, (query) => query.where("itemId", "=", which.itemId ?? ""))
    .$if(which.requestId !== undefined, (query) => query.where("id", "=", which.requestId ?? ""))
    .execute();
}
