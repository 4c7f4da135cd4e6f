import fc from "fast-check";
import { describe, expect, test } from "vitest";
import itemAnalysis from "../../vectors/item-analysis.json" with { type: "json" };
import misc from "../../vectors/misc.json" with { type: "json" };
import { randomFrom } from "../random.ts";
import { fQuantile, tQuantile, twoSidedT } from "./distributions.ts";
import { consistency, marginalReliability, reliabilityOf, type MarkedAnswer } from "./reliability.ts";

/** What a student of an ability answers to questions from -1.5 to 1.5 logits, by Rasch. */
function answersOf(ability: number, questions: readonly number[], next: () => number): MarkedAnswer[] {
  return questions.map((n) => {
    const difficulty = -1.5 + (n % 13) / 4;
    const isRight = next() < 1 / (1 + Math.exp(difficulty - ability));
    return { question: String(n), credit: isRight ? 1 : 0, points: 1, difficulty };
  });
}

const upTo = (n: number) => Array.from({ length: n }, (_, i) => i);
const normal = (next: () => number) => upTo(12).reduce((sum) => sum + next(), -6);

describe("distributions", () => {
  test.each(misc.fQuantile)("F of $d1 and $d2 at $p", ({ p, d1, d2, q }) => {
    expect(fQuantile(p, d1, d2)).toBeCloseTo(q, 5);
  });

  test("t is F of one degree of freedom: 2.2622 at nine, and what lies beyond it is a twentieth", () => {
    expect(tQuantile(0.95, 9)).toBeCloseTo(2.262157, 5);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (freedom, level) => {
          expect(twoSidedT(tQuantile(level, freedom), freedom)).toBeCloseTo(1 - level, 6);
        },
      ),
    );
  });
});

describe("alpha", () => {
  test("as in the vector: alpha, deviation and error", () => {
    const { alpha, sd, sem } = itemAnalysis.reliability;
    const found = consistency(itemAnalysis.X);
    expect(found?.alpha).toBeCloseTo(alpha, 5);
    expect(found?.deviation).toBeCloseTo(sd, 5);
    expect(found?.error).toBeCloseTo(sem, 5);
  });

  test.each(misc.feldt)("Feldt's interval for alpha $alpha of $n students and $k questions", ({ alpha, n, k, ci }) => {
    const bound = (p: number) => 1 - (1 - alpha) * fQuantile(p, n - 1, (n - 1) * (k - 1));
    expect([bound(0.975), bound(0.025)].map((one) => one.toFixed(5))).toEqual(ci.map((one) => one.toFixed(5)));
  });

  test("lies in its interval, whatever was answered, and the error is never over the deviation", () => {
    const rows = fc.array(fc.array(fc.constantFrom(0, 0.5, 1), { minLength: 6, maxLength: 6 }), {
      minLength: 2,
      maxLength: 15,
    });
    fc.assert(
      fc.property(rows, (points) => {
        const found = consistency(points);
        if (found === null) return;
        expect(found.low).toBeLessThanOrEqual(found.alpha);
        expect(found.high).toBeGreaterThanOrEqual(found.alpha);
        expect(found.error).toBeLessThanOrEqual(found.deviation + 1e-12);
      }),
    );
  });

  test("says nothing of one student, of one question, and of equal marks", () => {
    expect([
      consistency([[1, 0]]),
      consistency([[1], [0]]),
      consistency([
        [1, 0],
        [0, 1],
      ]),
    ]).toEqual([null, null, null]);
  });
});

describe("of a quiz", () => {
  test("the same questions: alpha is near the truth that another quiz like it shows", () => {
    const next = randomFrom("the same twice");
    const abilities = upTo(400).map(() => normal(next));
    const [one, two] = [upTo(20), upTo(20)].map((questions) =>
      abilities.map((each) => answersOf(each, questions, next)),
    );
    const found = reliabilityOf(one ?? []);
    const scores = [one, two].map((quiz) =>
      (quiz ?? []).map((own) => own.reduce((sum, { credit }) => sum + credit, 0)),
    );
    expect(found).toMatchObject({ by: "sameQuestions", students: 400, questions: 20 });
    const truth = correlationOf(scores[0] ?? [], scores[1] ?? []);
    expect(found?.by === "sameQuestions" && Math.abs(found.alpha - truth)).toBeLessThan(0.06);
  });

  test("different questions: by abilities; what only some had is not filled in", () => {
    const next = randomFrom("each their own");
    const students = upTo(200).map((i) =>
      answersOf(
        normal(next),
        upTo(60).filter((n) => (n * 7 + i * 13) % 60 < 12),
        next,
      ),
    );
    const found = reliabilityOf(students);
    expect(found?.by).toBe("ability");
    // The brief's simulation: .63 to .69 for 12 of 60.
    expect(found?.by === "ability" && found.share).toBeGreaterThan(0.5);
    expect(found?.by === "ability" && found.share).toBeLessThan(0.8);
  });

  test("what everybody had counts, where five at least are the same", () => {
    const next = randomFrom("half the same");
    const students = upTo(30).map((i) => answersOf(normal(next), [0, 1, 2, 3, 4, 5, 20 + i, 60 + i], next));
    expect(reliabilityOf(students)).toMatchObject({ by: "sameQuestions", questions: 6 });
    expect(reliabilityOf(students.slice(0, 9)), "nine students").toBeNull();
  });

  test("points weigh: a question of three is three that agree", () => {
    const next = randomFrom("points");
    const students = upTo(20).map(() => answersOf(normal(next), upTo(6), next));
    const heavy = students.map((own) => own.map((one) => ({ ...one, points: 3 })));
    const [plain, three] = [reliabilityOf(students), reliabilityOf(heavy)];
    if (plain?.by !== "sameQuestions" || three?.by !== "sameQuestions") throw new Error("no alpha");
    expect(three.alpha).toBeCloseTo(plain.alpha, 9);
    expect(three.error).toBeCloseTo(3 * plain.error, 9);
  });

  test("abilities without any error are told apart wholly; nothing at all is nothing", () => {
    expect(marginalReliability([1, 2, 3].map((ability) => ({ ability, error: 0 })))).toBe(1);
    expect(marginalReliability([1, 1].map((ability) => ({ ability, error: 0 })))).toBeNull();
  });
});

function correlationOf(x: readonly number[], y: readonly number[]): number {
  const [mx, my] = [x, y].map((of) => of.reduce((sum, one) => sum + one, 0) / of.length) as [number, number];
  const sum = (of: (i: number) => number) => x.reduce((total, _, i) => total + of(i), 0);
  const [dx, dy] = [(i: number) => (x[i] ?? 0) - mx, (i: number) => (y[i] ?? 0) - my];
  return sum((i) => dx(i) * dy(i)) / Math.sqrt(sum((i) => dx(i) ** 2) * sum((i) => dy(i) ** 2));
}
