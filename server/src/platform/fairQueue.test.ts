import fc from "fast-check";
import { expect, test } from "vitest";
import { FairQueue } from "./fairQueue.ts";

test("departments take turns, each in the order in which it asked; nothing is lost and nothing comes twice", () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom("a", "b", "c"), { maxLength: 60 }), (asked) => {
      const queue = new FairQueue<number>();
      asked.forEach((department, at) => queue.push(department, at));
      expect(queue.size).toBe(asked.length);
      const served: { department: string; at: number }[] = [];
      for (let at = queue.shift(); at !== undefined; at = queue.shift())
        served.push({ department: asked[at] ?? "", at });
      expect(served.map((one) => one.at).sort((a, b) => a - b)).toEqual([...asked.keys()]);
      for (const department of new Set(asked)) {
        const own = served.filter((one) => one.department === department).map((one) => one.at);
        expect(own).toEqual([...own].sort((a, b) => a - b));
      }
      // The nth task of a department waits for at most n of each other one.
      served.forEach(({ department }, i) => {
        const before = served.slice(0, i);
        const nth = before.filter((one) => one.department === department).length;
        for (const other of ["a", "b", "c"].filter((one) => one !== department))
          expect(before.filter((one) => one.department === other).length).toBeLessThanOrEqual(nth + 1);
      });
    }),
  );
});

test("what nobody waits for any more is taken out, also the last of its department", () => {
  const queue = new FairQueue<string>();
  for (const [department, one] of [
    ["a", "first"],
    ["a", "second"],
    ["b", "third"],
  ] as const)
    queue.push(department, one);
  queue.remove("b", "third");
  queue.remove("a", "first");
  queue.remove("c", "never there");
  expect([queue.size, queue.sizeOf("a"), queue.sizeOf("b")]).toEqual([1, 1, 0]);
  expect(queue.shift()).toBe("second");
  expect([queue.shift(), queue.size]).toEqual([undefined, 0]);
});
