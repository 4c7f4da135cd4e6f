/** Moving questions: what is told of the new order is what showing the quiz tells. */
import { orderCodes } from "@verdant/contract/assembly";
import { randomFrom, shuffled } from "@verdant/core/random";
import { expect, test } from "vitest";
import { newId } from "../platform/id.ts";
import { fixedPlaces } from "../platform/testing/choices.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import type { Part } from "./layout.ts";
import * as assembly from "./service.ts";

const bench = useWorkbench();
type LayoutPlace = Part["places"][number];
const fixed = (itemId: string): LayoutPlace => ({ type: "fixed", itemId, locked: false, points: 1 });
const part = (places: LayoutPlace[], heading: string | null = null): Part => ({
  ...{ heading, places, instruction: null },
  orderRule: "woven",
});

test("moving questions within their parts tells of the order what showing the quiz tells, and changes nothing else", async () => {
  const made = await assembly.composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count: 9 } });
  const params = { quizId: made.id };
  const [first, ...others] = fixedPlaces(made).map((place) => fixed(place.itemId));
  const words = { type: "interlude" as const, text: "Breathe." };
  for (const shape of [
    [part([first!, ...others])],
    [part([first!, words, ...others.slice(0, 4)]), part(others.slice(4), "Two")],
  ]) {
    const { version } = await assembly.showQuiz(bench.lead, { params });
    let quiz = await assembly.setLayout(bench.lead, { params, body: { version, parts: shape } });
    for (const seed of ["a", "b", "c"]) {
      const next = randomFrom(seed);
      const order = quiz.parts.map((part) =>
        shuffled(
          quiz.places.filter((place) => place.partId === part.id).map((place) => place.id),
          next,
        ),
      );
      const said = await assembly.arrangeQuiz(bench.lead, { params, body: { version: quiz.version, parts: order } });
      const patched = {
        ...quiz,
        ...{ version: said.version, woven: said.woven },
        places: order.flat().map((id) => quiz.places.find((place) => place.id === id)!),
        checks: [...quiz.checks.filter((check) => !orderCodes.includes(check.code)), ...said.checks],
      };
      const shown = await assembly.showQuiz(bench.lead, { params });
      expect(shown).toEqual(patched);
      await expect(
        assembly.arrangeQuiz(bench.lead, { params, body: { version: quiz.version, parts: order } }),
      ).rejects.toMatchObject({ kind: "stale" });
      quiz = shown;
    }
    const ids = quiz.parts.map((part) =>
      quiz.places.filter((place) => place.partId === part.id).map((place) => place.id),
    );
    const [one, ...rest] = ids[0]!;
    for (const wrong of [
      [rest, ...ids.slice(1)],
      [[...rest, one!, one!], ...ids.slice(1)],
      [[...rest, newId()], ...ids.slice(1)],
      [...ids, []],
    ])
      await expect(
        assembly.arrangeQuiz(bench.lead, { params, body: { version: quiz.version, parts: wrong } }),
      ).rejects.toMatchObject({ kind: "stale" });
    const { lead } = await otherDepartment(bench);
    await expect(
      assembly.arrangeQuiz(lead, { params, body: { version: quiz.version, parts: ids } }),
    ).rejects.toMatchObject({
      kind: "missing",
    });
    expect(await assembly.showQuiz(bench.lead, { params })).toEqual(quiz);
  }
});
