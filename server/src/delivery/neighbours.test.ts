/** A seating plan: kept as a whole, and neighbours do not have the same question before them at the same place. */
import { expect, test } from "vitest";
import { changeEnrolment, setSeating, showSeating } from "../courses/service.ts";
import { newId } from "../platform/id.ts";
import { release } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const params = () => ({ classId: bench.classId });
const idOf = (n: number) => bench.students[n]!.studentId;
const seat = (n: number, row: number, column: number) => ({ studentId: idOf(n), row, column });
const seats = async () =>
  (await showSeating(bench.lead, { params: params() })).students.flatMap(({ studentId, seat: place }) =>
    place ? [{ studentId, ...place }] : [],
  );
const sit = async (...next: ReturnType<typeof seat>[]) =>
  setSeating(bench.lead, { params: params(), body: { seats: next, before: await seats() } });
const begin = (n: number, releaseId: string) =>
  delivery.beginSitting(bench.students[n]!.scope, { params: { releaseId } });
const neighboursOf = (releaseId: string) => delivery.showNeighbours(bench.lead, { params: { releaseId } });
/** Six students in two rows of three. */
const table = () => sit(...[0, 1, 2, 3, 4, 5].map((n) => seat(n, Math.floor(n / 3) + 1, (n % 3) + 1)));

test("a plan is kept whole, or not at all", async () => {
  const before = await showSeating(bench.lead, { params: params() });
  expect(before.students.every((one) => one.seat === null)).toBe(true);
  await expect(sit(seat(0, 1, 1), seat(1, 1, 1))).rejects.toMatchObject({ code: "seatTaken" });
  await expect(sit(seat(0, 1, 1), seat(0, 1, 2))).rejects.toMatchObject({ code: "seatTaken" });
  await expect(sit({ studentId: newId(), row: 1, column: 1 })).rejects.toMatchObject({ code: "studentNotInClass" });
  expect(await showSeating(bench.lead, { params: params() })).toEqual(before);
  const after = await sit(seat(0, 1, 1), seat(1, 2, 3));
  expect(after.students.flatMap((one) => (one.seat ? [[one.studentId, one.seat]] : []))).toEqual(
    expect.arrayContaining([
      [idOf(0), { row: 1, column: 1 }],
      [idOf(1), { row: 2, column: 3 }],
    ]),
  );
  expect((await sit()).students.every((one) => one.seat === null)).toBe(true);
});

test("of two who change it at once, the second is told and shown what the first did", async () => {
  await sit(seat(0, 1, 1));
  const before = await seats();
  const both = [seat(1, 1, 2), seat(2, 1, 3)].map((one) =>
    setSeating(bench.lead, { params: params(), body: { seats: [...before, one], before } }),
  );
  const said = await Promise.allSettled(both);
  expect(said.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
  expect(said.find((one) => one.status === "rejected")?.reason).toMatchObject({ code: "seatingChanged" });
  expect(await seats()).toHaveLength(2);
});

test("neighbours have different questions at the same place; the teacher reads how many", async () => {
  await table();
  const { releaseId } = await release(bench, { count: 6, rules: { ownOrder: true } });
  expect(await neighboursOf(releaseId)).toEqual({ neighbours: null });
  const orders = [];
  for (const n of [0, 1, 2, 3, 4, 5]) {
    const { sitting } = await begin(n, releaseId);
    orders.push(sitting.items.length);
  }
  const { neighbours } = await neighboursOf(releaseId);
  // All of two rows of three are neighbours but those at the ends of a row and across them.
  expect(neighbours).toMatchObject({ pairs: 11, places: 11 * (orders[0] ?? 0) });
  const plain = await release(bench, { count: 6, rules: { ownOrder: false } });
  for (const n of [0, 1]) await begin(n, plain.releaseId);
  const same = (await neighboursOf(plain.releaseId)).neighbours;
  expect(same?.same).toBe(same?.places);
  expect(neighbours!.same / neighbours!.places).toBeLessThan(0.05);
});

test("who has left the class has no seat any more; an order that has begun stays", async () => {
  await table();
  const { releaseId } = await release(bench, { count: 4, rules: { ownOrder: true } });
  const first = (await begin(0, releaseId)).sitting.items.map((item) => item.view);
  await sit(seat(0, 1, 2), seat(1, 1, 1));
  expect((await begin(0, releaseId)).sitting.items.map((item) => item.view)).toEqual(first);
  const leave = (isIn: boolean) =>
    changeEnrolment(bench.lead, { params: { ...params(), studentId: idOf(1) }, body: { isIn } });
  await leave(false);
  await begin(2, releaseId);
  expect(await neighboursOf(releaseId)).toEqual({ neighbours: null });
  await leave(true);
});

test("another department sets and reads nothing", async () => {
  const { lead } = await otherDepartment(bench);
  await expect(showSeating(lead, { params: params() })).rejects.toMatchObject({ kind: "missing" });
  await expect(setSeating(lead, { params: params(), body: { seats: [], before: [] } })).rejects.toMatchObject({
    kind: "missing",
  });
  const { releaseId } = await release(bench, { count: 2 });
  await expect(delivery.showNeighbours(lead, { params: { releaseId } })).rejects.toMatchObject({ kind: "missing" });
});
