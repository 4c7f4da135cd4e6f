/** SQL for answers that were looked at, and for second ones. */
import type { Db } from "../platform/database.ts";

interface Question {
  readonly departmentId: string;
  readonly sittingId: string;
  readonly position: number;
}

/** From now on what was answered there stands. */
export async function setLookedAt(db: Db, { departmentId, sittingId, position }: Question, lookedAt: 1 | 2) {
  await db
    .updateTable("sittingItem")
    .set({ lookedAt })
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("position", "=", position)
    .execute();
}

export async function insertSecondAnswer(
  db: Db,
  { at, ...answer }: Question & { readonly body: string; readonly epoch: number; readonly at: Date },
): Promise<void> {
  await db
    .insertInto("response")
    .values({ ...answer, round: 2, seq: 0, receivedAt: at, late: false })
    .execute();
}
