import { describe, expect, test } from "vitest";
import { interleave, wovenIndex } from "../assembly/interleave.ts";
import { orderCost } from "../assembly/orderCost.ts";
import { deal, type DealPart, type DealtItem } from "./deal.ts";

const item = (name: string, unit: number, family = name): DealtItem => ({
  itemId: name,
  familyId: family,
  topicId: `t${unit}`,
  unitId: `u${unit}`,
  kind: "oneRightAnswer",
  difficultyRank: 0.5,
});
const fixed = (one: DealtItem) => ({ placeId: `place of ${one.itemId}`, items: [one], take: 1 });
const twelve = Array.from({ length: 12 }, (_, i) => item(`i${i}`, i % 4));

describe("dealing", () => {
  test("own orders differ from student to student and stay woven", () => {
    const parts: DealPart<DealtItem>[] = [{ orderRule: "woven", places: twelve.map(fixed) }];
    const orders = ["a", "b", "c", "d"].map((seed) => deal(parts, { seed, ownOrder: true }).map((one) => one.item));
    expect(new Set(orders.map((order) => order.map((one) => one.itemId).join())).size).toBe(4);
    const best = interleave(twelve, "best");
    for (const order of orders) {
      expect(order.map((one) => one.itemId).sort()).toEqual(twelve.map((one) => one.itemId).sort());
      const index = wovenIndex(order, [...order.keys()], orderCost(twelve)(best.order).spacing);
      expect(index).toBeGreaterThan(0.95);
      expect(order.slice(1).filter((one, i) => one.topicId === order[i]?.topicId)).toEqual([]);
    }
  });

  test("parts never mix, and without own orders questions come as they are written", () => {
    const parts: DealPart<DealtItem>[] = [
      { orderRule: "woven", places: twelve.slice(0, 6).map(fixed) },
      { orderRule: "asWritten", places: twelve.slice(6).map(fixed) },
    ];
    const own = deal(parts, { seed: "x", ownOrder: true }).map((one) => one.item.itemId);
    expect(own.slice(6)).toEqual(["i6", "i7", "i8", "i9", "i10", "i11"]);
    expect(own.slice(0, 6).sort()).toEqual(["i0", "i1", "i2", "i3", "i4", "i5"]);
    expect(deal(parts, { seed: "y", ownOrder: false }).map((one) => one.item.itemId)).toEqual(
      twelve.map((one) => one.itemId),
    );
  });

  test("a draw gives as many as it says, never a look-alike of what is fixed, and the unmet first at a second go", () => {
    const pool = [item("p1", 1), item("p2", 2), item("p3", 3, "i0"), item("p4", 0)];
    const parts: DealPart<DealtItem>[] = [
      { orderRule: "woven", places: [fixed(item("i0", 0)), { placeId: "draw", items: pool, take: 2 }] },
    ];
    const first = deal(parts, { seed: "s1", ownOrder: false }).map((one) => one.item.itemId);
    expect(first).toHaveLength(3);
    expect(first).not.toContain("p3");
    const second = deal(parts, { seed: "s2", ownOrder: false, met: new Map(first.map((id) => [id, 1])) }).map(
      (one) => one.item.itemId,
    );
    const missed = ["p1", "p2", "p4"].find((name) => !first.includes(name));
    expect(second).toContain(missed);
  });

  test("what shares a stimulus stands together, in an own order, from easy to hard, and when drawn", () => {
    const withMap = twelve.map((one, i) => ({ ...one, difficultyRank: i / 12, ...(i % 5 === 0 && { block: "map" }) }));
    const placesOf = (parts: DealPart<DealtItem>[], ownOrder: boolean, seed: string) =>
      deal(parts, { seed, ownOrder }).flatMap(({ item: one }, i) => (one.block === "map" ? [i] : []));
    const areTogether = (places: readonly number[]) => (places.at(-1) ?? 0) - (places[0] ?? 0) === places.length - 1;
    for (const seed of ["a", "b", "c"]) {
      const woven = placesOf([{ orderRule: "woven", places: withMap.map(fixed) }], true, seed);
      expect(woven).toHaveLength(3);
      expect(areTogether(woven)).toBe(true);
      const draw = { placeId: "draw", items: withMap, take: 9 };
      expect(areTogether(placesOf([{ orderRule: "asWritten", places: [draw] }], false, seed))).toBe(true);
    }
    expect(areTogether(placesOf([{ orderRule: "easyToHard", places: withMap.map(fixed) }], false, "x"))).toBe(true);
    expect(placesOf([{ orderRule: "asWritten", places: withMap.map(fixed) }], true, "x")).toEqual([0, 5, 10]);
  });
});
