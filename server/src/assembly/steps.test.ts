/** Taking changes of a quiz back: on the server, so that neither a reload nor another device loses one. */
import { describe, expect, test } from "vitest";
import type { Quiz } from "@verdant/contract/assembly";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as assembly from "./service.ts";
import type { Part } from "./layout.ts";

const bench = useWorkbench();

const compose = (count = 5) =>
  assembly.composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count } });
const idsIn = (quiz: Quiz) => quiz.places.map((place) => (place.type === "fixed" ? place.itemId : place.type));
const partsOf = (quiz: Quiz): Part[] => [
  {
    heading: null,
    instruction: null,
    orderRule: "woven",
    places: idsIn(quiz).map((itemId) => ({ type: "fixed", itemId, locked: false })),
  },
];
const params = (quiz: Quiz) => ({ params: { quizId: quiz.id }, body: { version: quiz.version } });
const undo = (quiz: Quiz, scope = bench.lead) => assembly.undoQuizStep(scope, params(quiz));
const redo = (quiz: Quiz, scope = bench.lead) => assembly.redoQuizStep(scope, params(quiz));
const show = (quiz: Quiz) => assembly.showQuiz(bench.lead, { params: { quizId: quiz.id } });
const arrange = async (quiz: Quiz, order: readonly number[], scope = bench.lead) => {
  const ids = quiz.places.map((place) => place.id);
  await assembly.arrangeQuiz(scope, {
    params: { quizId: quiz.id },
    body: { version: quiz.version, parts: [order.map((i) => ids[i] ?? "")] },
  });
  return show(quiz);
};

describe("changes are taken back and made again, the last one first", () => {
  test("of every sort: an order, a layout, a mix, another composition, with what was asked for", async () => {
    const fresh = await compose();
    expect([fresh.undo, fresh.redo]).toEqual([null, null]);
    await expect(undo(fresh)).rejects.toMatchObject({ kind: "conflict" });
    const states = [fresh];
    const last = () => states.at(-1)!;
    states.push(await arrange(last(), [4, 0, 1, 2, 3]));
    const fewer = partsOf(last()).map((part) => ({ ...part, places: part.places.slice(1) }));
    states.push(
      await assembly.setLayout(bench.lead, {
        params: { quizId: fresh.id },
        body: { version: last().version, parts: fewer },
      }),
    );
    states.push(
      await assembly.weaveQuiz(bench.lead, {
        ...params(last()),
        body: { version: last().version, order: "easyToHard" },
      }),
    );
    states.push(
      await assembly.recomposeQuiz(bench.lead, {
        params: { quizId: fresh.id },
        body: { version: last().version, count: 7, blueprint: null },
      }),
    );
    let now = last();
    expect(now.undo).toMatchObject({ isMine: true });
    for (const before of states.slice(0, -1).reverse()) {
      now = await undo(now);
      expect([idsIn(now), now.asked, now.gap]).toEqual([idsIn(before), before.asked, before.gap]);
    }
    expect([now.undo, now.redo]).toEqual([null, { by: bench.lead.caller.name, isMine: true }]);
    // Whoever loads it anew sees the same, and goes on.
    now = await show(now);
    for (const after of states.slice(1)) {
      now = await redo(now);
      expect([idsIn(now), now.asked]).toEqual([idsIn(after), after.asked]);
    }
    await expect(redo(now)).rejects.toMatchObject({ kind: "conflict" });
  });

  test("a change after an undo ends what could be made again", async () => {
    const fresh = await compose();
    const moved = await arrange(fresh, [1, 0, 2, 3, 4]);
    const back = await undo(moved);
    const other = await arrange(back, [4, 3, 2, 1, 0]);
    expect(other.redo).toBeNull();
    expect(idsIn(await undo(other))).toEqual(idsIn(fresh));
  });
});

test("a colleague's change is not taken back over their head, and is named", async () => {
  const fresh = await compose();
  const mine = await arrange(fresh, [1, 0, 2, 3, 4]);
  const theirs = await arrange(mine, [4, 1, 2, 3, 0], bench.teacher);
  expect(theirs.undo).toEqual({ by: bench.teacher.caller.name, isMine: false });
  await expect(undo(theirs)).rejects.toMatchObject({ kind: "conflict" });
  expect(idsIn(await show(fresh))).toEqual(idsIn(theirs));
  const back = await undo(theirs, bench.teacher);
  // Now what stands last is mine again.
  expect(idsIn(await undo(back))).toEqual(idsIn(fresh));
});

test("of two that take back the same change, one is told that it is too late", async () => {
  const moved = await arrange(await compose(), [1, 0, 2, 3, 4]);
  const results = await Promise.allSettled([undo(moved), undo(moved)]);
  expect(results.map((one) => one.status).sort()).toEqual(["fulfilled", "rejected"]);
});

test("fifty changes are kept, and no more", async () => {
  let quiz = await compose();
  for (let i = 0; i < 52; i++) quiz = await arrange(quiz, [1, 0, 2, 3, 4]);
  const kept = await bench.db.selectFrom("quizStep").select("n").where("quizId", "=", quiz.id).orderBy("n").execute();
  expect(kept.map((row) => row.n)).toEqual(Array.from({ length: 50 }, (_, i) => i + 3));
});
