import { createHash } from "node:crypto";
import { expect, test } from "vitest";
import { solve } from "./work.ts";

test.each([0, 1, 8, 11, 13])("what a browser reckons begins with %i zero bits", async (bits) => {
  const proof = await solve({ challenge: "1.2.challenge", bits });
  expect(proof).toMatch(/^1\.2\.challenge:\d+$/);
  const digest = createHash("sha256").update(proof).digest();
  const binary = [...digest.subarray(0, 4)].map((byte) => byte.toString(2).padStart(8, "0")).join("");
  expect(binary.slice(0, bits)).toBe("0".repeat(bits));
});
