/** Items that a quiz names and cannot give: said, counted nowhere, and in nobody's way. */
import { presets } from "@verdant/core/delivery/rules";
import { richTextOf } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { saveItem, setItemStatus, showItem } from "../bank/service.ts";
import { releaseQuiz } from "../delivery/service.ts";
import { choiceContent, fixedPlaces } from "../platform/testing/choices.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import type { Part } from "./layout.ts";
import * as assembly from "./service.ts";

const bench = useWorkbench();
const compose = (count: number) =>
  assembly.composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count } });
const fixed = (itemId: string) => ({ type: "fixed" as const, itemId, locked: false, points: 1 });
const part = (places: Part["places"]): Part => ({ heading: null, instruction: null, orderRule: "woven", places });
const layOut = (quiz: { id: string; version: number }, ...parts: Part[]) =>
  assembly.setLayout(bench.lead, { params: { quizId: quiz.id }, body: { version: quiz.version, parts } });

describe("what cannot be given", () => {
  test("a retired item of a pool is drawn by nobody and counted nowhere, and the release goes on; in a place of its own it is named", async () => {
    const rows = await bench.db
      .selectFrom("item")
      .select(["id", "number", "familyId", "topicId"])
      .where("status", "=", "approved")
      .orderBy("number")
      .execute();
    const byFamily = [...new Map(rows.map((row) => [row.familyId, row])).values()];
    const [gone, a, b, c] = byFamily as [
      (typeof rows)[number],
      (typeof rows)[number],
      (typeof rows)[number],
      (typeof rows)[number],
    ];
    const quiz = await compose(2);
    const pool = [gone, a, b].map((row) => row.id);
    const laid = await layOut(quiz, part([{ type: "draw", itemIds: pool, take: 2, points: 1 }, fixed(c.id)]));
    expect(laid.draws?.powerOfTen).toBeCloseTo(Math.log10(3), 9);
    const { version } = await showItem(bench.lead, { params: { itemId: gone.id } });
    await setItemStatus(bench.lead, {
      params: { itemId: gone.id },
      body: { version, status: "retired", successorId: null },
    });
    const seen = await assembly.showQuiz(bench.lead, { params: { quizId: quiz.id } });
    const leftOut = [{ number: gone.number, hindrance: "retired" }];
    expect([seen.draws?.powerOfTen, seen.checks]).toEqual([
      0,
      [{ code: "drawItemLeftOut", terms: { part: 0 }, leftOut }],
    ]);
    const released = await releaseQuiz(bench.lead, {
      params: { quizId: quiz.id },
      body: {
        version: seen.version,
        rules: presets.weeklyReview,
        targets: [{ classId: bench.classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
      },
    });
    const given = await bench.db
      .selectFrom("releaseItem")
      .select("itemId")
      .where("releaseId", "=", released.id)
      .execute();
    expect(given.map((row) => row.itemId)).not.toContain(gone.id);
    const fewer = await layOut(seen, part([{ type: "draw", itemIds: pool, take: 1, points: 1 }, fixed(c.id)]));
    expect(fewer.draws?.powerOfTen).toBeCloseTo(Math.log10(2), 9);
    const alone = await layOut(fewer, part([fixed(gone.id)]));
    expect(alone.checks).toEqual([
      { code: "itemNotUsable", itemId: gone.id, terms: { number: gone.number, hindrance: "retired" } },
    ]);
    const more = await layOut(alone, part([{ type: "draw", itemIds: pool, take: 3, points: 1 }]));
    expect(more.checks).toEqual([{ code: "drawTooSmall", terms: { part: 0, take: 3, families: 2, pool: 3 }, leftOut }]);
  });

  test("“all of the above” that would mix is said before the release", async () => {
    const quiz = await compose(2);
    const { itemId } = fixedPlaces(quiz)[0]!;
    const { version, tagging, content } = await showItem(bench.lead, { params: { itemId } });
    const options = choiceContent(content).options.map((option, i) =>
      i === 3 ? { ...option, text: richTextOf("All of the above") } : option,
    );
    await saveItem(bench.lead, {
      params: { itemId },
      body: { version, tagging, content: { ...choiceContent(content), options } },
    });
    const { checks } = await assembly.showQuiz(bench.lead, { params: { quizId: quiz.id } });
    expect(checks.find((check) => check.code === "optionMoves")).toMatchObject({
      itemId,
      terms: { word: "“All of the above”" },
    });
  });
});
