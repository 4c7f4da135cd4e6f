/** What becomes of a student's rows here when the student is erased: no name, no card, no seat, no arrangement. */
import type { Db } from "../platform/database.ts";
import * as edits from "./editStore.ts";
import { deleteSeatsOf } from "./seatStore.ts";

/** @param pseudonym the same at each look, and nobody's */
export async function forgetStudent(
  db: Db,
  key: { readonly departmentId: string; readonly studentId: string },
  pseudonym: { readonly givenName: string; readonly familyName: string },
  at: Date,
): Promise<void> {
  await edits.renameStudent(db, key, { ...pseudonym, externalId: null, pseudonymisedAt: at });
  await edits.emptyEnrolments(db, key);
  await edits.deleteMemberships(db, key);
  await deleteSeatsOf(db, key);
}
