import { expect, test } from "vitest";
import vectors from "../../vectors/spacing-projection.json" with { type: "json" };
import { project } from "./project.ts";

test.each([0, 1])("topic %i of the published projection", (topic) => {
  const { nS, nT, S, D, last, kappa } = vectors.state;
  const standings = Array.from({ length: nS }, (_, student) => {
    const at = student * nT + topic;
    return { strength: { s: S[at] ?? 0, d: D[at] ?? 0 }, lastOn: last[at] ?? 0, offset: 0 };
  });
  const reviews = vectors.plan.filter((one) => one.topic === topic).map(({ day, items }) => ({ on: day, items }));
  const standards = Math.round(1 / (kappa[topic] ?? 1) ** 2);
  const projected = project(standings, reviews, vectors.days, standards);
  vectors.meanRecallByTopic[topic]?.forEach((expected, i) => {
    expect(projected[i]).toBeCloseTo(expected, 5);
  });
});

test("a review never lowers what is expected later", () => {
  const standing = { strength: { s: 6, d: 5 }, lastOn: 0, offset: -1 };
  const [without = 0] = project([standing], [], [60], 2);
  const [with_ = 0] = project([standing], [{ on: 20, items: 1 }], [60], 2);
  expect(with_).toBeGreaterThan(without);
});
