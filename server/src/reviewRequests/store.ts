/** SQL for looks that are asked for, and for the department's rules of review. */
import { sql, type Insertable } from "kysely";
import type { ReviewRules } from "@verdant/core/review/reviewRules";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
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

export async function upsertRequests(db: Db, rows: readonly Insertable<Tables["reviewRequest"]>[]): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insertInto("reviewRequest")
    .values(rows)
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "itemId"])
        .where("state", "=", "open")
        .doUpdateSet((eb) => ({
          revisionId: eb.ref("excluded.revisionId"),
          askedBy: eb.ref("excluded.askedBy"),
          askedAt: eb.ref("excluded.askedAt"),
        })),
    )
    .execute();
}

export async function moveRequests(
  db: Db,
  departmentId: string,
  to: readonly { readonly itemId: string; readonly revisionId: string }[],
): Promise<void> {
  if (to.length === 0) return;
  await sql`
    update review_request set revision_id = made.revision_id
    from unnest(${to.map((one) => one.itemId)}::uuid[], ${to.map((one) => one.revisionId)}::uuid[])
      as made (item_id, revision_id)
    where review_request.department_id = ${departmentId} and review_request.item_id = made.item_id
      and review_request.state = 'open'`.execute(db);
}

export async function closeRequests(
  db: Db,
  departmentId: string,
  which: { readonly itemIds?: readonly string[]; readonly requestId?: string },
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
    .$if(which.itemIds !== undefined, (query) => query.where(oneOf("itemId", which.itemIds ?? [])))
    .$if(which.requestId !== undefined, (query) => query.where("id", "=", which.requestId ?? ""))
    .execute();
}
