import { expect, test } from "vitest";
import { oneAtATime } from "./oneAtATime.ts";

/** A deed that delivers what waits when it begins, and ends when told to. */
function delivery() {
  const waiting: string[] = [];
  const delivered: string[][] = [];
  const ends: (() => void)[] = [];
  const flush = oneAtATime(async () => {
    const taken = waiting.splice(0);
    const fails = taken.includes("fail");
    await new Promise<void>((resolve) => ends.push(resolve));
    if (fails) throw new Error("not delivered");
    delivered.push(taken);
    return delivered.length;
  });
  const end = async () => {
    ends.shift()?.();
    await new Promise((resolve) => setTimeout(resolve));
  };
  return { waiting, delivered, ends, flush, end };
}

test("what comes in while one is under way goes with the next, which all who asked meanwhile share", async () => {
  const { waiting, delivered, ends, flush, end } = delivery();
  waiting.push("a");
  const first = flush();
  waiting.push("b");
  const second = flush();
  waiting.push("c");
  const third = flush();
  expect(ends).toHaveLength(1);
  await end();
  expect(ends).toHaveLength(1);
  await end();
  expect(await Promise.all([first, second, third])).toEqual([1, 2, 2]);
  expect(delivered).toEqual([["a"], ["b", "c"]]);
  expect(ends).toHaveLength(0);
});

test("one that fails says so to whoever asked for it, and holds up none that come after", async () => {
  const { waiting, delivered, flush, end } = delivery();
  waiting.push("fail");
  const first = flush();
  const refused = expect(first).rejects.toThrow("not delivered");
  waiting.push("b");
  const second = flush();
  await end();
  await refused;
  await end();
  expect(await second).toBe(1);
  expect(delivered).toEqual([["b"]]);
});
