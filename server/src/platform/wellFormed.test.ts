/** What a body may hold before it is read. */
import { expect, test } from "vitest";
import { isBounded } from "./wellFormed.ts";

test("a body is bounded by what it holds, not by how its text looks", () => {
  const most = { depth: 3, values: 4 };
  const isWithin = (json: string) => isBounded(Buffer.from(json), most);
  expect(isWithin(JSON.stringify({ a: ["[[[[[[,,,,,,,", '\\"[[[[[['] }))).toBe(true);
  expect(isWithin("[[[1]]]")).toBe(true);
  expect(isWithin("[[[[1]]]]")).toBe(false);
  expect(isWithin("[1,2,3,4]")).toBe(false);
});
