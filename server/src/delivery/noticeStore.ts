/** SQL for who has opened the rules of a release. */
import type { Db } from "../platform/database.ts";

/** The first time is kept. */
export async function insertOpened(
  db: Db,
  row: { departmentId: string; releaseId: string; studentId: string; at: Date },
): Promise<void> {
  await db
    .insertInto("noticeOpened")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export function listOpened(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("noticeOpened")
    .select(["studentId", "at"])
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .execute();
}
