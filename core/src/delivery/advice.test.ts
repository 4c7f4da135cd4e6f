import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { allKinds, kinds } from "../items/kinds.ts";
import { richTextOf } from "../richText.ts";
import { several } from "../testing/contents.ts";
import { adviceFor, canBePartlyRight, closingFor, takesOff } from "./advice.ts";

const [nearly, nextStep] = [richTextOf("One more."), richTextOf("Read page 4.")];

describe("what is read by how it went", () => {
  test.each([
    [1, null, null],
    [0.5, nearly, null],
    [0, null, nextStep],
    [null, null, nextStep],
  ])("credit %s", (credit, word, step) => {
    expect(adviceFor({ nearly, nextStep }, credit)).toEqual({ nearly: word, nextStep: step });
  });

  test("who was nearly there reads the next step where no such word was written", () => {
    expect(adviceFor({ nextStep }, 0.5)).toEqual({ nearly: null, nextStep });
    expect(adviceFor({}, 0.5)).toEqual({ nearly: null, nextStep: null });
  });

  test("a kind that can be partly right is one in which some answer earns a part, or a person marks it", () => {
    const names = allKinds.filter((name) => canBePartlyRight(kinds[name].blank(() => "x")));
    expect(names).toEqual(["severalRightAnswers", "match", "order", "fillGaps", "written"]);
    expect(canBePartlyRight(several("all"))).toBe(false);
  });

  test("what takes points off is what a wrong choice makes worth less, and never less than nothing", () => {
    const answer = (...optionIds: string[]) => ({ kind: "severalRightAnswers" as const, optionIds });
    for (const content of [several("partial"), several("all")]) {
      const { score } = kinds.severalRightAnswers;
      const costs = score(content, answer("a", "c")) < score(content, answer("a"));
      expect(costs).toBe(takesOff(content));
      expect(score(content, answer("c", "d"))).toBe(0);
    }
  });
});

describe("the sentence about the whole", () => {
  const closing = [
    { from: 0, text: "Look again." },
    { from: 70, text: "Secure." },
    { from: 50, text: "Nearly." },
  ];
  test.each([
    [7 / 10, "Secure."],
    [0.1 + 0.2 + 0.4, "Secure."],
    [0.69, "Nearly."],
    [0, "Look again."],
    [null, null],
  ])("at %s", (share, text) => {
    expect(closingFor(closing, share)).toBe(text);
  });

  test("below all lines there is none; more never reads a lower line's", () => {
    expect(closingFor([{ from: 50, text: "x" }], 0.49)).toBeNull();
    const lines = fc.uniqueArray(fc.integer({ min: 0, max: 100 }), { maxLength: 5 });
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(lines, share, share, (froms, a, b) => {
        const sentences = froms.map((from) => ({ from, text: String(from) }));
        const at = (one: number) => Number(closingFor(sentences, one) ?? -1);
        expect(at(Math.max(a, b))).toBeGreaterThanOrEqual(at(Math.min(a, b)));
      }),
    );
  });
});
