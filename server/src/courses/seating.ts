/** Who of a class sits where. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/seating";
import type { Seat } from "@verdant/core/delivery/seating";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { needClass } from "./listClasses.ts";
import { listEnrolments } from "./roster.ts";
import * as store from "./seatStore.ts";

/** Of those who are in the class. */
export const listSeats = ({ db }: Scope, departmentId: string, classIds: readonly string[]): Promise<Seat[]> =>
  store.listSeats(db, departmentId, classIds);

export async function showSeating(
  scope: Scope<Member>,
  { params }: Input<typeof contract.showSeating>,
): Promise<Result<typeof contract.showSeating>> {
  const { departmentId } = scope.caller;
  const { className, students } = await listEnrolments(scope, { params });
  const seats = new Map((await listSeats(scope, departmentId, [params.classId])).map((seat) => [seat.studentId, seat]));
  return {
    className,
    students: students.map(({ studentId, name }) => {
      const seat = seats.get(studentId);
      return { studentId, name, seat: seat ? { row: seat.row, column: seat.column } : null };
    }),
  };
}

/** The same for the same plan, in whatever order its seats come. */
const wordOf = (seats: readonly Seat[]): string =>
  seats
    .map(({ studentId, row, column }) => `${studentId} ${row} ${column}`)
    .sort()
    .join();

export function setSeating(
  scope: Scope<Member>,
  { params, body: { seats, before } }: Input<typeof contract.setSeating>,
): Promise<Result<typeof contract.setSeating>> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { classId } = params;
    await needClass(within, departmentId, classId);
    const known = new Set((await listEnrolments(within, { params })).students.map(({ studentId }) => studentId));
    const places = new Set(seats.map(({ row, column }) => `${row} ${column}`));
    const seated = new Set(seats.map(({ studentId }) => studentId));
    if (places.size < seats.length || seated.size < seats.length)
      throw new Failure("seatTaken", {}, { at: "/body/seats" });
    if (seats.some(({ studentId }) => !known.has(studentId)))
      throw new Failure("studentNotInClass", {}, { at: "/body/seats" });
    await store.lockSeats(db, classId);
    if (wordOf(await listSeats(within, departmentId, [classId])) !== wordOf(before))
      throw new Failure("seatingChanged", {}, { at: "/body/before" });
    await store.replaceSeats(db, departmentId, classId, seats);
    const after = { seats: seats.length };
    await record(within, { departmentId, entity: "class", entityId: classId, action: "seated", after });
    return showSeating(within, { params });
  });
}
