/** What a review says of questions that the class met not long ago. */
import { expect, test } from "vitest";
import { dayOf } from "@verdant/core/plan/day";
import { release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as assembly from "./service.ts";

const bench = useWorkbench();

type Quiz = Awaited<ReturnType<typeof assembly.showQuiz>>;
const compose = (count: number) =>
  assembly.composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count } });
const said = (quiz: Quiz) => quiz.checks.filter((check) => check.code === "metLately").map((check) => check.terms);

/** Question numbers by the places themselves. */
const metLately = (quiz: Quiz, today: string) =>
  quiz.places.flatMap((place, i) =>
    place.type === "fixed" && place.lastOn !== null && dayOf(today) - dayOf(place.lastOn) < 84 ? [i + 1] : [],
  );

test("nothing is said while the class has met none of it; afterwards exactly the questions that it met within 12 weeks", async () => {
  const fresh = await compose(3);
  expect(said(fresh)).toEqual([]);
  // Three reviews of all that there is leave hardly anything that the class has not met.
  for (let round = 0; round < 3; round++) {
    const { releaseId } = await release(bench, { count: 20 });
    await sit(bench, 0, releaseId, () => true);
    bench.clock.now = new Date(bench.clock.now.getTime() + 15 * 86_400_000);
  }
  const today = bench.clock.now.toISOString().slice(0, 10);
  const anew = await compose(8);
  const numbers = metLately(anew, today);
  expect(numbers.length).toBeGreaterThan(0);
  expect(said(anew)).toMatchObject([{ weeks: 12, lately: numbers }]);

  // Who arranges by hand sees in each row when it was met, and knows why it is there.
  const [first] = numbers;
  const places = anew.places.flatMap((place, i) =>
    place.type === "fixed" && i + 1 !== first ? [{ type: "fixed" as const, itemId: place.itemId, locked: false }] : [],
  );
  const changed = await assembly.setLayout(bench.lead, {
    params: { quizId: anew.id },
    body: { version: anew.version, parts: [{ heading: null, instruction: null, orderRule: "woven", places }] },
  });
  expect(said(changed)).toEqual([]);
});

test("whether something else has rested longer is true of the bank", async () => {
  const quiz = await compose(8);
  const better: unknown[] = [said(quiz)[0]?.["better"] ?? []].flat();
  const numbers = metLately(quiz, bench.clock.now.toISOString().slice(0, 10));
  for (const number of numbers) {
    const place = quiz.places[number - 1];
    if (place?.type !== "fixed") throw new Error("a question was expected");
    const { swaps } = await assembly.listSwaps(bench.lead, { params: { quizId: quiz.id, itemId: place.itemId } });
    const longer = swaps.filter((one) => one.lastOn === null || (place.lastOn !== null && one.lastOn < place.lastOn));
    expect([number, longer.length > 0]).toEqual([number, better.some((one) => one === number)]);
  }
});
