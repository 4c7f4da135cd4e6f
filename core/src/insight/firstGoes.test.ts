import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { creditsByTopic, latestByStandard, type FirstGo } from "./firstGoes.ts";

const topics = ["a", "b", null] as const;
const topicOf = (item: number) => topics[item % 3] ?? null;
const standardsOf = (item: number) => (item % 4 === 0 ? [] : item % 4 === 1 ? ["s"] : ["s", "t"]);

const go = (n: number): fc.Arbitrary<FirstGo> =>
  fc
    .record({
      releaseId: fc.constantFrom("r1", "r2"),
      studentId: fc.constantFrom("ann", "ben", "cy"),
      handedInAt: fc.integer({ min: 0, max: 3 }),
      items: fc.uniqueArray(fc.integer({ min: 1, max: 9 }), { maxLength: 6 }),
      credits: fc.array(fc.constantFrom(0, 0.25, 0.5, 1), { minLength: 6, maxLength: 6 }),
    })
    .map((one) => ({ ...one, id: `go${String(n)}`, credits: one.credits.slice(0, one.items.length) }));
const several = fc.integer({ min: 0, max: 8 }).chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => go(i))));
/** A student has one first go of a release. */
const goes = several.map((all) => [...new Map(all.map((one) => [`${one.releaseId} ${one.studentId}`, one])).values()]);

/** Every answer by itself. */
const answersOf = (all: readonly FirstGo[]) =>
  all.flatMap(({ items, credits, ...one }) => items.map((item, i) => ({ ...one, item, credit: credits[i] ?? 0 })));
const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);

describe("credits by topic", () => {
  test("each sum is that of the answers it names, beside the class's means on them", () => {
    fc.assert(
      fc.property(goes, (all) => {
        const answers = answersOf(all);
        const rows = creditsByTopic(all, topicOf);
        expect(sum(rows.map(({ outOf }) => outOf))).toBe(answers.length);
        for (const { releaseId, studentId, topicId, right, outOf, expected, variance } of rows) {
          const own = answers.filter(
            (one) => one.releaseId === releaseId && one.studentId === studentId && topicOf(one.item) === topicId,
          );
          const means = own.map(({ item }) => {
            const same = answers.filter((one) => one.releaseId === releaseId && one.item === item);
            return sum(same.map(({ credit }) => credit)) / same.length;
          });
          expect(outOf).toBe(own.length);
          expect(right).toBeCloseTo(sum(own.map(({ credit }) => credit)), 9);
          expect(expected).toBeCloseTo(sum(means), 9);
          expect(variance).toBeCloseTo(sum(means.map((p) => p * (1 - p))), 9);
        }
      }),
    );
  });

  test("who is not told apart by topic has one row for a release, of the same sums", () => {
    fc.assert(
      fc.property(goes, (all) => {
        const rows = creditsByTopic(all, (item, student) => (student === "ann" ? topicOf(item) : undefined));
        const others = rows.filter(({ studentId }) => studentId !== "ann");
        expect(new Set(others.map((row) => `${row.releaseId} ${row.studentId}`)).size).toBe(others.length);
        const whole = (some: typeof rows) => sum(some.map(({ expected }) => expected));
        expect(whole(rows)).toBeCloseTo(whole(creditsByTopic(all, topicOf)), 9);
        expect(rows.filter(({ studentId }) => studentId === "ann")).toEqual(
          creditsByTopic(all, topicOf).filter(({ studentId }) => studentId === "ann"),
        );
      }),
    );
  });
});

describe("the latest answer to each item, by standard", () => {
  test("an item that was asked again counts once, as it went last", () => {
    fc.assert(
      fc.property(goes, (all) => {
        const answers = answersOf(all);
        const rows = latestByStandard(all, standardsOf);
        for (const { studentId, standardId, right, given } of rows) {
          const items = new Set(
            answers
              .filter((one) => one.studentId === studentId && standardsOf(one.item).includes(standardId))
              .map(({ item }) => item),
          );
          const last = [...items].map((item) =>
            answers
              .filter((one) => one.studentId === studentId && one.item === item)
              .reduce((best, one) =>
                one.handedInAt > best.handedInAt || (one.handedInAt === best.handedInAt && one.id > best.id)
                  ? one
                  : best,
              ),
          );
          expect(given).toBe(items.size);
          expect(right).toBeCloseTo(sum(last.map(({ credit }) => credit)), 9);
        }
        const keys = rows.map((row) => `${row.studentId} ${row.standardId}`);
        expect(new Set(keys).size).toBe(keys.length);
      }),
    );
  });

  test("wrong in October, right in November: right", () => {
    const one = { releaseId: "r", studentId: "ann", items: [1] };
    const october = { ...one, id: "1", handedInAt: 1, credits: [0] };
    const november = { ...one, id: "0", handedInAt: 2, credits: [1] };
    expect(latestByStandard([november, october], standardsOf)).toEqual([
      { studentId: "ann", standardId: "s", right: 1, given: 1 },
    ]);
  });
});
