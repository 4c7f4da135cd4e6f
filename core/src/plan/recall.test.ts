import { describe, expect, test } from "vitest";
import vectors from "../../vectors/spacing-memory.json" with { type: "json" };
import { learn, priorOffsets, totalOffset } from "./learn.ts";
import { expectedScore, posterior, slipOf } from "./posterior.ts";
import { daysUntil, recall, recallSlope } from "./recall.ts";
import { afterFailure, afterSuccess, marginalGain, nextDifficulty, review } from "./review.ts";

const near = (actual: number, expected: number) => {
  expect(Math.abs(actual - expected)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(expected)));
};

describe("the memory model gives the published vectors", () => {
  test.each(vectors.recall)("recall after $t days at S = $S", ({ t, S, R, dR_dlnS }) => {
    near(recall(t, S), R);
    near(recallSlope(t, S), dR_dlnS);
  });
  test.each(vectors.success)("stability after success and failure, S = $S, D = $D", ({ S, D, R, Ssuccess, Sfail }) => {
    near(afterSuccess({ s: S, d: D }, R), Ssuccess);
    near(afterFailure({ s: S, d: D }, R), Sfail);
  });
  test.each(vectors.nextD)("difficulty after D = $D at pi = $pi", ({ D, pi, out }) => {
    near(nextDifficulty(D, pi), out);
  });
  test.each(vectors.slipFromB)("slip at b = $b", ({ b, slip }) => {
    near(slipOf(b), slip);
  });
  test.each(vectors.posterior)("posterior %#", ({ R, ev, pi }) => {
    near(
      posterior(
        R,
        ev.map(({ correct, chance, slip }) => ({ credit: correct ? 1 : 0, chance, slip })),
      ),
      pi,
    );
  });
  test.each(vectors.review)("review at pi = $pi, kappa = $kappa", ({ S, D, t, pi, kappa, outS, outD }) => {
    const after = review({ s: S, d: D }, t, pi, kappa);
    near(after.s, outS);
    near(after.d, outD);
  });
  test.each(vectors.dueAfter)("days until recall $r at S = $S", ({ S, r, days }) => {
    near(daysUntil(r, S), days);
  });
  test.each(vectors.marginalGain)("marginal gain %#", ({ S, D, sinceLast, toExam, kappa, gain }) => {
    near(marginalGain({ s: S, d: D }, sinceLast, toExam, kappa), gain);
  });
  test("offsets learn step by step", () => {
    let offsets = priorOffsets;
    for (const step of vectors.offsets) {
      const effective = step.S * Math.exp(totalOffset(offsets));
      near(expectedScore(recall(step.t, effective), step.chance, step.slip), step.p);
      offsets = learn(offsets, { credit: step.x, chance: step.chance, slip: step.slip }, step.t, step.S);
      near(offsets.classWide.value, step.g);
      near(offsets.topic.value, step.tau);
      near(offsets.student.value, step.theta);
      near(offsets.classWide.lambda, step.lamG);
      near(offsets.topic.lambda, step.lamTau);
      near(offsets.student.lambda, step.lamTheta);
    }
  });
});
