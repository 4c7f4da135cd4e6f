/** SQL for the seating plans of classes. */
import type { Seat } from "@verdant/core/delivery/seating";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** Seats of those who are in these classes. */
export function listSeats(db: Db, departmentId: string, classIds: readonly string[]): Promise<Seat[]> {
  if (classIds.length === 0) return Promise.resolve([]);
  return db
    .selectFrom("seat")
    .innerJoin("enrolment", (join) =>
      join
        .onRef("enrolment.departmentId", "=", "seat.departmentId")
        .onRef("enrolment.classId", "=", "seat.classId")
        .onRef("enrolment.studentId", "=", "seat.studentId"),
    )
    .where("seat.departmentId", "=", departmentId)
    .where("seat.classId", "in", classIds)
    .where("enrolment.leftOn", "is", null)
    .select(["seat.studentId", "seat.row", "seat.column"])
    .execute();
}

/** Changes of one plan come one after the other. */
export async function lockSeats(db: Db, classId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${`seats ${classId}`}, 0))`.execute(db);
}

export async function replaceSeats(
  db: Db,
  departmentId: string,
  classId: string,
  seats: readonly Seat[],
): Promise<void> {
  await db.deleteFrom("seat").where("departmentId", "=", departmentId).where("classId", "=", classId).execute();
  if (seats.length === 0) return;
  await db
    .insertInto("seat")
    .values(seats.map(({ studentId, row, column }) => ({ departmentId, classId, studentId, row, column })))
    .execute();
}

export async function deleteSeatsOf(
  db: Db,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
): Promise<void> {
  await db.deleteFrom("seat").where("departmentId", "=", departmentId).where("studentId", "=", studentId).execute();
}
