import fc from "fast-check";
import { expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import { chanceOfSame, drawFrom, sharedByTwo, waysToDraw, type PoolItem } from "./draws.ts";

const poolOf = (sizes: readonly number[]): PoolItem[] =>
  sizes.flatMap((size, f) => Array.from({ length: size }, (_, i) => ({ itemId: `${f}.${i}`, familyId: `${f}` })));

test("ways are the sets of different families, counted by hand", () => {
  expect(waysToDraw([1, 1, 1, 1], 2)).toBe(6);
  expect(waysToDraw([2, 1, 1], 2)).toBe(2 + 2 + 1);
  expect(waysToDraw([3], 2)).toBe(0);
  expect(waysToDraw([], 0)).toBe(1);
});

test("of 10 pools of 4 of 12 hardly any two students of thirty get the same; of 3 quizzes nearly always some do", () => {
  expect(chanceOfSame(waysToDraw(Array<number>(12).fill(1), 4) ** 10, 30)).toBeLessThan(1e-9);
  expect(chanceOfSame(43_500, 30)).toBeCloseTo(0.00995, 4);
  expect(chanceOfSame(3, 30)).toBeGreaterThan(0.99);
  expect(chanceOfSame(1, 2)).toBe(1);
  expect(chanceOfSame(5, 1)).toBe(0);
});

test("a draw has the wanted number of items of different families, and the same seed draws the same", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 4 }), { maxLength: 8 }),
      fc.nat(8),
      fc.string(),
      (sizes, take, seed) => {
        const pool = poolOf(sizes);
        const drawn = drawFrom(pool, take, randomFrom(seed));
        expect(drawn).toHaveLength(Math.min(take, sizes.length));
        expect(new Set(drawn.map((id) => id.split(".")[0])).size).toBe(drawn.length);
        expect(drawFrom(pool, take, randomFrom(seed))).toEqual(drawn);
      },
    ),
  );
});

test("every allowed set is equally likely", () => {
  const next = randomFrom("uniform");
  const counts = new Map<string, number>();
  const pool = poolOf([2, 1, 1]);
  for (let i = 0; i < 5000; i++) {
    const key = drawFrom(pool, 2, next).sort().join(" ");
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  expect(counts.size).toBe(5);
  for (const count of counts.values()) expect(Math.abs(count - 1000)).toBeLessThan(120);
});

test("what was met comes again only where there is nothing else", () => {
  const pool = poolOf([1, 1, 1, 1]);
  const first = drawFrom(pool, 2, randomFrom("one"));
  const second = drawFrom(pool, 2, randomFrom("two"), new Map(first.map((id) => [id, 1])));
  expect(second.filter((id) => first.includes(id))).toEqual([]);
  const third = drawFrom(pool, 3, randomFrom("three"), new Map(first.map((id) => [id, 1])));
  expect(third).toHaveLength(3);
  expect(third.filter((id) => first.includes(id))).toHaveLength(1);
});

test("two students share k squared of n on average, and look-alikes count as shared", () => {
  expect(sharedByTwo([1, 1, 1, 1], 2)).toBeCloseTo(1, 9);
  expect(
    sharedByTwo(
      Array.from({ length: 12 }, () => 1),
      3,
    ),
  ).toBeCloseTo(9 / 12, 9);
  // Every set holds one of the only two families: both are always shared.
  expect(sharedByTwo([3, 4], 2)).toBeCloseTo(2, 9);
  expect(sharedByTwo([5], 2)).toBe(0);
});

test("later goes take the longest unseen of what was met, and repeat nothing before the pool is used up", () => {
  fc.assert(
    fc.property(fc.integer({ min: 4, max: 14 }), fc.integer({ min: 1, max: 4 }), fc.string(), (size, take, seed) => {
      const pool = poolOf(Array.from({ length: size }, () => 1));
      const met = new Map<string, number>();
      for (let go = 1; go <= 8; go++) {
        const drawn = drawFrom(pool, take, randomFrom(`${seed} ${go}`), met);
        const oldest = pool.map((item) => met.get(item.itemId) ?? 0).sort((a, b) => a - b)[take - 1] ?? 0;
        for (const id of drawn) expect(met.get(id) ?? 0).toBeLessThanOrEqual(oldest);
        if (go * take <= size) expect(drawn.some((id) => met.has(id))).toBe(false);
        for (const id of drawn) met.set(id, go);
      }
    }),
  );
});
