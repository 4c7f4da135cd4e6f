import fc from "fast-check";
import { expect, test } from "vitest";
import { orderCost, type Strand } from "./orderCost.ts";
import { orderState } from "./orderDelta.ts";

const item = fc.record({
  topicId: fc.constantFrom("a", "b", "c", "d"),
  unitId: fc.constantFrom("x", "y"),
  kind: fc.constantFrom("k", "l"),
  difficultyRank: fc.double({ min: 0, max: 1, noNaN: true }),
});

test("the change of an exchange is the difference of the two whole costs", () => {
  fc.assert(
    fc.property(fc.array(item, { minLength: 2, maxLength: 14 }), fc.nat(13), fc.nat(13), (items: Strand[], i, j) => {
      const [p, q] = [i % items.length, j % items.length];
      const state = orderState(items, [...items.keys()]);
      const before = orderCost(items)(state.order).total;
      const change = state.delta(p, q);
      state.exchange(p, q, change);
      const after = orderCost(items)(state.order).total;
      expect(change).toBeCloseTo(after - before, 9);
      expect(state.total()).toBeCloseTo(after, 9);
    }),
  );
});
