import { describe, expect, test } from "vitest";
import { randomFrom } from "@verdant/core/random";
import { saveItem, showItem } from "../bank/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { madeUpBank } from "./composeTask.ts";
import * as assembly from "./service.ts";

const bench = useWorkbench();
const compose = (count: number) =>
  assembly.composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count } });
const arrange = (quiz: { id: string; version: number }, itemIds: string[]) =>
  assembly.arrangeQuiz(bench.lead, { params: { quizId: quiz.id }, body: { version: quiz.version, itemIds } });

describe("composing from what is due", () => {
  test("three questions: the three most needed topics, woven, proven within the tolerance, nothing to look at", async () => {
    const quiz = await compose(3);
    expect(quiz.places.map((place) => place.topic).sort()).toEqual([
      "Erosion and transport",
      "Meanders",
      "Waves and drift",
    ]);
    // Two of Rivers and one of Coasts: woven means that Coasts stands between.
    expect(quiz.places[1]?.strand.name).toBe("Coasts");
    expect(quiz.woven).toBe(1);
    expect(quiz.gap).toBeLessThanOrEqual(0.0005);
    expect(quiz.checks).toEqual([]);
  });

  test("more than the topics can give: as many as there are, said in a check; never two of a family", async () => {
    const quiz = await compose(30);
    expect(quiz.places).toHaveLength(10);
    expect(quiz.checks.map((check) => check.code)).toEqual(["fewerThanAsked"]);
    const families = await bench.db
      .selectFrom("item")
      .select("familyId")
      .where(
        "id",
        "in",
        quiz.places.map((place) => place.itemId),
      )
      .execute();
    expect(new Set(families.map((row) => row.familyId)).size).toBe(10);
  });

  test("items that the class has met make way for others", async () => {
    const { quiz, releaseId } = await release(bench, { count: 3 });
    await sit(bench, 0, releaseId, () => true);
    bench.clock.now = new Date(bench.clock.now.getTime() + 10 * 86_400_000);
    const next = await compose(3);
    const met = new Set(quiz.places.map((place) => place.itemId));
    expect(next.places.filter((place) => met.has(place.itemId))).toEqual([]);
  });

  test("a class without anything taught is told why", async () => {
    const now = bench.clock.now;
    bench.clock.now = new Date("2030-09-10T09:00:00Z");
    const outcome = await compose(3).catch((error: unknown) => error);
    bench.clock.now = now;
    expect(outcome).toMatchObject({ kind: "conflict" });
  });

  test("the worker gives the same quiz for the same bank and seed, certified within half a per mille, and stops when told", async () => {
    const input = madeUpBank(2000, 20, randomFrom("bank"));
    const run = (budgetMs: number) => bench.installation.jobs.run("interactive", "compose", input, budgetMs);
    const [first, second] = [await run(20_000), await run(20_000)];
    expect(first).toEqual(second);
    expect(first.gap).toBeLessThanOrEqual(0.0005);
    expect(first.avoidablePairs).toBe(0);
    expect((await run(0)).order).toHaveLength(20);
  });
});

describe("changing a quiz by hand", () => {
  test("order, taking out and putting back are one deed; a stale one is refused", async () => {
    const quiz = await compose(4);
    const ids = quiz.places.map((place) => place.itemId);
    const reversed = await arrange(quiz, [...ids].reverse());
    expect(reversed.places.map((place) => place.itemId)).toEqual([...ids].reverse());
    expect(reversed.gap).toBe(quiz.gap);
    await expect(arrange(quiz, ids)).rejects.toMatchObject({ kind: "stale" });
    const shorter = await arrange(reversed, ids.slice(1));
    expect([shorter.places.length, shorter.gap]).toEqual([3, null]);
    const again = await arrange(shorter, ids);
    expect(again.places.map((place) => place.itemId)).toEqual(ids);
    expect(again.places.every((place) => place.strand.name !== "")).toBe(true);
  });

  test("an item that stands twice, cannot be used or belongs to others is refused, and the quiz stays as it was", async () => {
    const quiz = await compose(2);
    const [first = "", second = ""] = quiz.places.map((place) => place.itemId);
    await expect(arrange(quiz, [first, first])).rejects.toMatchObject({ kind: "invalid" });
    await expect(arrange(quiz, [first, second, crypto.randomUUID()])).rejects.toMatchObject({ kind: "invalid" });
    expect((await assembly.showQuiz(bench.lead, { params: { quizId: quiz.id } })).version).toBe(quiz.version);
    const other = await otherDepartment(bench);
    await expect(assembly.showQuiz(other.lead, { params: { quizId: quiz.id } })).rejects.toMatchObject({
      kind: "missing",
    });
  });

  test("an item changed since the quiz was built is said, and composing anew clears it", async () => {
    const quiz = await compose(2);
    const item = await showItem(bench.lead, { params: { itemId: quiz.places[0]!.itemId } });
    const options = item.content.options.map((option) => ({ ...option, rationale: undefined }));
    await saveItem(bench.teacher, {
      params: { itemId: item.id },
      body: { version: item.version, tagging: item.tagging, content: { ...item.content, options } },
    });
    const seen = await assembly.showQuiz(bench.lead, { params: { quizId: quiz.id } });
    expect(seen.checks.map((check) => check.code)).toEqual(["itemChanged"]);
    const anew = await assembly.recomposeQuiz(bench.lead, {
      params: { quizId: quiz.id },
      body: { version: quiz.version, count: 3 },
    });
    expect([anew.places.length, anew.checks]).toEqual([3, []]);
  });
});
