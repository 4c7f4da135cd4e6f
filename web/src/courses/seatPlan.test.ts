import fc from "fast-check";
import { expect, test } from "vitest";
import { filled, isAt, planOf, seatedAt, unseated, whoSitsAt, type Plan } from "./seatPlan.ts";

const at = (row: number, column: number) => ({ row, column });
const plan = (...seats: [string, number, number][]): Plan =>
  new Map(seats.map(([id, row, column]) => [id, at(row, column)]));

test("a student takes a free seat; on a taken one the two change places", () => {
  expect(seatedAt(plan(["a", 1, 1]), "b", at(1, 2))).toEqual(plan(["a", 1, 1], ["b", 1, 2]));
  expect(seatedAt(plan(["a", 1, 1], ["b", 1, 2]), "a", at(1, 2))).toEqual(plan(["a", 1, 2], ["b", 1, 1]));
  // Who comes without a seat has none to give.
  expect(seatedAt(plan(["a", 1, 1]), "b", at(1, 1))).toEqual(plan(["b", 1, 1]));
  expect(unseated(plan(["a", 1, 1]), "a").size).toBe(0);
});

test("free seats are filled from the front, and who has one keeps it", () => {
  expect(filled(plan(["b", 1, 2]), ["a", "b", "c"], 1, 2)).toEqual(plan(["b", 1, 2], ["a", 1, 1]));
});

test("whatever is moved, no two have one seat", () => {
  const ids = ["a", "b", "c", "d", "e"];
  const move = fc.tuple(fc.constantFrom(...ids), fc.integer({ min: 1, max: 2 }), fc.integer({ min: 1, max: 2 }));
  fc.assert(
    fc.property(fc.array(move, { maxLength: 30 }), (moves) => {
      const after = filled(
        moves.reduce((one, [id, row, column]) => seatedAt(one, id, at(row, column)), plan()),
        ids,
        2,
        2,
      );
      const seats = [...after.values()];
      expect(seats.some((one, i) => seats.slice(i + 1).some((other) => isAt(one, other)))).toBe(false);
      expect(after.size).toBe(4);
      for (const [id, place] of after) expect(whoSitsAt(after, place)).toBe(id);
    }),
  );
});

test("the plan is read from who sits where", () => {
  const students = [
    { studentId: "a", name: "Ada", seat: at(2, 3) },
    { studentId: "b", name: "Ben", seat: null },
  ];
  expect(planOf({ students })).toEqual(plan(["a", 2, 3]));
});
