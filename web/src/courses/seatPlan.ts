/** A seating plan while it is being made: who sits where, changed by one move at a time. */
import type { Seating } from "@verdant/contract/seating";

export interface Place {
  readonly row: number;
  readonly column: number;
}
/** Seats by their students. */
export type Plan = ReadonlyMap<string, Place>;

export const planOf = ({ students }: Pick<Seating, "students">): Plan =>
  new Map(students.flatMap(({ studentId, seat }) => (seat ? [[studentId, seat] as const] : [])));

/** As the server takes it. */
export const seatsOf = (plan: Plan) => [...plan].map(([studentId, { row, column }]) => ({ studentId, row, column }));

export const isAt = (one: Place, other: Place): boolean => one.row === other.row && one.column === other.column;

export const whoSitsAt = (plan: Plan, place: Place): string | null =>
  [...plan].find(([, seat]) => isAt(seat, place))?.[0] ?? null;

/** A student is put on a seat. Who sat there takes the seat that becomes free, or none. */
export function seatedAt(plan: Plan, studentId: string, place: Place): Plan {
  const [before, other] = [plan.get(studentId), whoSitsAt(plan, place)];
  const next = new Map(plan).set(studentId, place);
  if (other === null || other === studentId) return next;
  if (before) next.set(other, before);
  else next.delete(other);
  return next;
}

export function unseated(plan: Plan, studentId: string): Plan {
  const next = new Map(plan);
  next.delete(studentId);
  return next;
}

/** Who has no seat takes the free ones, row after row from the front; who finds none stays without. */
export function filled(plan: Plan, studentIds: readonly string[], rows: number, columns: number): Plan {
  const next = new Map(plan);
  const free = Array.from({ length: rows * columns }, (_, i) => ({
    row: Math.floor(i / columns) + 1,
    column: (i % columns) + 1,
  })).filter((place) => whoSitsAt(plan, place) === null);
  for (const id of studentIds.filter((one) => !plan.has(one))) {
    const place = free.shift();
    if (place) next.set(id, place);
  }
  return next;
}
