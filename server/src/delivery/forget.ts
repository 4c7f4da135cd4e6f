/** What becomes of a student's goes when the student is erased. */
import type { Db } from "../platform/database.ts";
import * as store from "./forgetStore.ts";

/** @returns the ids of the goes */
export async function forgetStudent(
  db: Db,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
): Promise<readonly string[]> {
  await store.deleteWordsOf(db, departmentId, studentId);
  await store.lockGoesOf(db, departmentId, studentId);
  return store.listGoIds(db, departmentId, studentId);
}
