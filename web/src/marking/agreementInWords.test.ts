import { agreementOf } from "@verdant/core/marking/agreement";
import { describe, expect, test } from "vitest";
import { agreementInWords } from "./agreementInWords.ts";

const marked = (n: number, differsAt: readonly number[]) =>
  Array.from({ length: n }, (_, i) => ({ first: i % 3, second: differsAt.includes(i) ? (i + 1) % 3 : i % 3 }));
const said = (n: number, differsAt: readonly number[] = []) => agreementInWords(agreementOf(marked(n, differsAt)));

describe("how far two markers agree", () => {
  test("says nothing of few answers but how many were the same", () => {
    expect(said(0).said).toBe("Nothing is marked twice yet.");
    expect(said(9, [1])).toEqual({
      said: "9 marked twice, 8 of them the same.",
      how: "From 10 answers on this page says how far the two markers agree.",
    });
  });

  test("praises, warns, or says that it is too early, by the whole interval", () => {
    expect(said(60).how).toBe("The two markers mark nearly alike. Weighted kappa 1.00, between 1.00 and 1.00.");
    expect(said(60, [2, 5]).how).toMatch(
      /^The two markers mark nearly alike\. Weighted kappa 0\.\d\d, between 0\.[6-9]/,
    );
    expect(said(12, [2, 5]).how).toMatch(/^Too few answers to say/);
    const many = Array.from({ length: 40 }, (_, i) => i);
    expect(said(40, many).how).toMatch(/^The two markers do not mark alike: talk about the rubric/);
  });

  test("says where nothing can be told from chance", () => {
    const flat = agreementOf(Array.from({ length: 20 }, (_, i) => ({ first: 1, second: i % 2 })));
    expect(agreementInWords(flat).how).toMatch(/^One of the two gave the same to every answer/);
  });
});
