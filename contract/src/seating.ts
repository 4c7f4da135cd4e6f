/** The seating plan of a class, and what it does: neighbours do not have the same question at the same place. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id } from "./wire.ts";

export const seatingLimits = { rows: 12, columns: 12 } as const;

const Seat = z.object({
  studentId: Id,
  row: z.int().min(1).max(seatingLimits.rows),
  column: z.int().min(1).max(seatingLimits.columns),
});

const Seats = z.array(Seat).max(seatingLimits.rows * seatingLimits.columns);

export const Seating = z.object({
  className: z.string(),
  /** Who is in the class, in the order of their names; null: without a seat. */
  students: z.array(
    z.object({ studentId: Id, name: z.string(), seat: Seat.pick({ row: true, column: true }).nullable() }),
  ),
});
export type Seating = z.infer<typeof Seating>;

export const showSeating = endpoint({
  method: "get",
  path: "/classes/:classId/seating",
  access: "member",
  summary: "Who of a class sits where.",
  params: z.object({ classId: Id }),
  result: Seating,
});

export const setSeating = endpoint({
  method: "put",
  path: "/classes/:classId/seating",
  access: "member",
  summary: "Sets the seating plan of a class as a whole; goes that have begun keep their order.",
  params: z.object({ classId: Id }),
  body: z.object({
    seats: Seats,
    /** As the page knew them; refused where somebody has changed them since. */
    before: Seats,
  }),
  result: Seating,
});

export const showNeighbours = endpoint({
  method: "get",
  path: "/releases/:releaseId/neighbours",
  access: "member",
  summary:
    "How often neighbours by the seating plan have the same question, or a look-alike, at the same place of a release; null where no two of them have begun.",
  params: z.object({ releaseId: Id }),
  result: z.object({
    neighbours: z
      .object({
        /** Pairs of neighbours of whom both have begun, each with the newest go. */
        pairs: z.int(),
        /** Places that both of a pair have, over all pairs. */
        places: z.int(),
        /** Of those, with the same question or a look-alike. */
        same: z.int(),
      })
      .nullable(),
  }),
});

export const seatingEndpoints = { showSeating, setSeating };
