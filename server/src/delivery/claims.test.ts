/** A device's time is a claim: nobody reads a key first and answers afterwards "in time" (docs/decisions/0014). */
import { describe, expect, test } from "vitest";
import { presetNames, presets } from "@verdant/core/delivery/rules";
import { showResults } from "../insight/service.ts";
import { choice, keysOf, release } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { doAll } from "../platform/testing/doAll.ts";
import { closing } from "./closing.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const minutesOn = (minutes: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + minutes * 60_000);
};
const ms = () => bench.clock.now.getTime();
const begin = (student: number, releaseId: string) =>
  delivery.beginSitting(bench.students[student]!.scope, { params: { releaseId } });
type Begun = Awaited<ReturnType<typeof begin>>;
const resultOf = (student: number, { sitting }: Begun) =>
  delivery.showResult(bench.students[student]!.scope, { params: { sittingId: sitting.id } });
const settle = (student: number, { sitting }: Begun) =>
  delivery.settleSitting(bench.students[student]!.scope, { params: { sittingId: sitting.id } });

async function deliver(
  begun: Begun,
  events: ReturnType<typeof choice>[],
  more: { epoch?: number; queuedTo?: number } = {},
) {
  const { stored } = await delivery.saveAnswers(bench.sitter(begun.token), {
    params: { sittingId: begun.sitting.id },
    body: { epoch: begun.sitting.epoch, events, shown: [1, 2, 3], ...more },
  });
  return stored.map((one) => one.disposition);
}

/** A release whose sittings the clock ends after ten minutes, by the limit of the preset or because it shuts. */
const timed = (rules: object) => release(bench, { rules: { ...rules, timeLimitMinutes: 10, graceMinutes: 30 } });

describe.each(presetNames)("with the rules of %s", (preset) => {
  const rules = { ...presets[preset], openness: "everything", openFrom: "handIn", waitHours: 0 } as const;

  test.each(["a limit", "the end of the release"])(
    "what is sent after a look at the result changes no mark, where %s ended the sitting",
    async (end) => {
      const { releaseId } =
        end === "a limit"
          ? await timed(rules)
          : await release(bench, { rules: { ...rules, timeLimitMinutes: null }, shutsInMinutes: 10 });
      const begun = await begin(0, releaseId);
      const keys = await keysOf(bench, begun.sitting.id);
      const inTime = ms() + 9 * 60_000;
      minutesOn(11);
      await doAll(bench.nobody, closing(bench.installation));
      // In its grace nothing shows, in no list either.
      const early = await resultOf(0, begun);
      expect([early.points, early.items, early.settlesAt !== null]).toEqual([null, [], true]);
      const { done } = await delivery.whatNow(bench.students[0]!.scope);
      expect(done.find((one) => one.sittingId === begun.sitting.id)).toMatchObject({
        points: null,
        openness: "nothing",
      });
      await settle(0, begun);
      const read = await resultOf(0, begun);
      expect([read.points, read.items.length, read.settlesAt]).toEqual([0, 3, null]);
      const forged = [...keys].map(([position, { key }], i) => choice(i + 1, position, key, inTime));
      expect(await deliver(begun, forged)).toEqual(["rejected", "rejected", "rejected"]);
      expect((await resultOf(0, begun)).points).toBe(0);
    },
  );
});

test("the result opens by itself when the grace is over, and from then on nothing counts", async () => {
  const { releaseId } = await timed({});
  const begun = await begin(1, releaseId);
  const keys = await keysOf(bench, begun.sitting.id);
  const inTime = ms() + 60_000;
  minutesOn(11);
  await doAll(bench.nobody, closing(bench.installation));
  minutesOn(30);
  expect(await resultOf(1, begun)).toMatchObject({ points: 0, settlesAt: null });
  expect(await deliver(begun, [choice(1, 1, keys.get(1)!.key, inTime)])).toEqual(["rejected"]);
});

test("the only device says that it holds nothing more; where there were two, the other may still deliver", async () => {
  const { releaseId } = await timed({});
  const alone = await begin(2, releaseId);
  const phone = await begin(3, releaseId);
  const inTime = ms() + 60_000;
  const laptop = await begin(3, releaseId);
  minutesOn(11);
  for (const begun of [alone, laptop]) {
    await delivery.handIn(bench.sitter(begun.token), { params: { sittingId: begun.sitting.id } });
  }
  expect((await resultOf(2, alone)).settlesAt).toBeNull();
  expect((await resultOf(3, laptop)).settlesAt).not.toBeNull();
  const { key } = (await keysOf(bench, phone.sitting.id)).get(2)!;
  expect(await deliver(phone, [choice(1, 2, key, inTime)])).toEqual(["late"]);
  await settle(3, laptop);
  expect(await resultOf(3, laptop)).toMatchObject({ points: 1, settlesAt: null });
});

test("another go at the same questions ends the grace of the one before", async () => {
  const { releaseId } = await timed({ goes: null });
  const first = await begin(4, releaseId);
  const keys = await keysOf(bench, first.sitting.id);
  const inTime = ms() + 60_000;
  minutesOn(11);
  await doAll(bench.nobody, closing(bench.installation));
  const second = await begin(4, releaseId);
  await delivery.handIn(bench.sitter(second.token), { params: { sittingId: second.sitting.id } });
  expect((await resultOf(4, second)).items).toHaveLength(3);
  expect(await deliver(first, [choice(1, 1, keys.get(1)!.key, inTime)])).toEqual(["rejected"]);
});

describe("a device that contradicts itself", () => {
  test("an answer that it had not numbered when it was last heard of was not given before that", async () => {
    const { releaseId } = await timed({});
    const begun = await begin(5, releaseId);
    const keys = await keysOf(bench, begun.sitting.id);
    const early = ms() + 60_000;
    minutesOn(8);
    expect(await deliver(begun, [choice(1, 1, keys.get(1)!.wrong, ms())])).toEqual(["counted"]);
    const after = ms() + 60_000;
    minutesOn(5);
    await doAll(bench.nobody, closing(bench.installation));
    expect(
      await deliver(begun, [choice(2, 1, keys.get(1)!.key, early), choice(3, 2, keys.get(2)!.key, after)], {
        queuedTo: 3,
      }),
    ).toEqual(["rejected", "late"]);
    // It was heard of after the bell, and had numbered all it held: what it sends now it has made up since.
    expect(await deliver(begun, [choice(4, 3, keys.get(3)!.key, after)])).toEqual(["rejected"]);
  });

  test("what it had numbered, and could not send at once, still counts", async () => {
    const { releaseId } = await timed({});
    const begun = await begin(6, releaseId);
    const keys = await keysOf(bench, begun.sitting.id);
    const inTime = ms() + 60_000;
    minutesOn(12);
    await doAll(bench.nobody, closing(bench.installation));
    expect(await deliver(begun, [choice(1, 1, keys.get(1)!.key, inTime)], { queuedTo: 2 })).toEqual(["late"]);
    minutesOn(3);
    expect(await deliver(begun, [choice(2, 2, keys.get(2)!.key, inTime)], { queuedTo: 2 })).toEqual(["late"]);
    await settle(6, begun);
    expect((await resultOf(6, begun)).points).toBe(2);
  });
});

test("the teacher sees which answers came late", async () => {
  const { releaseId } = await timed({});
  const begun = await begin(7, releaseId);
  const keys = await keysOf(bench, begun.sitting.id);
  const inTime = ms() + 60_000;
  await deliver(begun, [choice(1, 1, keys.get(1)!.key, ms())]);
  minutesOn(12);
  await doAll(bench.nobody, closing(bench.installation));
  await deliver(begun, [choice(2, 2, keys.get(2)!.key, inTime)]);
  const { perStudent } = await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
  const { studentId } = bench.students[7]!;
  expect(perStudent.find((one) => one.studentId === studentId)?.goes).toMatchObject([
    { ordinal: 1, points: 2, late: 1 },
  ]);
  const { studentId: other } = bench.students[8]!;
  expect(perStudent.find((one) => one.studentId === other)?.goes).toEqual([]);
});
