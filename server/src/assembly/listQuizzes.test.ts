/** The list of quizzes: what is in them, and finding one among many. */
import { beforeAll, expect, test } from "vitest";
import { release } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { composeQuiz, createQuiz, listQuizzes, renameQuiz } from "./service.ts";

const bench = useWorkbench();
type Query = Parameters<typeof listQuizzes>[1]["query"];
const list = (query: Partial<Query> = {}) => listQuizzes(bench.lead, { query: { order: "newest", ...query } });
const numbers = async (query: Partial<Query> = {}) => (await list(query)).quizzes.map((one) => one.number);

let made: Awaited<ReturnType<typeof composeQuiz>>;

beforeAll(async () => {
  await release(bench, { count: 3 });
  made = await composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count: 4 } });
  await createQuiz(bench.lead, { body: { classId: bench.classId, itemIds: [] } });
});

test("a row says what is in its quiz, question by question; an empty one has no beads", async () => {
  const rows = (await list()).quizzes;
  const row = rows.find((one) => one.id === made.id)!;
  const places = made.places.flatMap((place) => (place.type === "fixed" ? [place.strand.unitId] : []));
  expect(row.strands.map((strand) => strand.unitId)).toEqual(places);
  expect(rows[0]).toMatchObject({ questions: 0, strands: [] });
});

test("a state narrows the list, and its number is that of what it would show", async () => {
  const { states, total } = await list();
  expect(states.waiting + states.released).toBe(total);
  for (const state of ["waiting", "released"] as const) {
    const found = await list({ state });
    expect(found.total, state).toBe(states[state]);
    expect(found.quizzes.every((one) => (one.releaseId !== null) === (state === "released"))).toBe(true);
  }
});

test("is found by words of its name, whatever their case and accents, or by its number", async () => {
  await renameQuiz(bench.lead, {
    params: { quizId: made.id },
    body: { version: made.version, name: "Entrée_1 for 50 %" },
  });
  expect(await numbers({ text: "entree_1" })).toEqual([made.number]);
  expect(await numbers({ text: "50 %" })).toEqual([made.number]);
  expect(await numbers({ text: "e%e" })).toEqual([]);
  expect(await numbers({ text: `#${String(made.number)}` })).toEqual([made.number]);
  expect((await list({ text: "entrée", state: "released" })).total).toBe(0);
});

test("the oldest first is the newest first turned round, also from page to page", async () => {
  const newest = await numbers();
  const oldest = await numbers({ order: "oldest" });
  expect(oldest).toEqual([...newest].reverse());
  expect(await numbers({ order: "oldest", after: oldest[0]! })).toEqual(oldest.slice(1));
});

test("another department sees none of it", async () => {
  const { lead } = await otherDepartment(bench);
  const theirs = await listQuizzes(lead, { query: { order: "newest" } });
  expect([theirs.quizzes, theirs.total, theirs.states]).toEqual([[], 0, { waiting: 0, released: 0 }]);
});
