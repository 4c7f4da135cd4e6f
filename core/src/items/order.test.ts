import { faultLine } from "../testing/faultLine.ts";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import { richTextOf } from "../richText.ts";
import { creditOf, faultsOf, kindOf } from "./kinds.ts";
import type { Order } from "./order.ts";

const sequence = (words: string, scoring: Order["scoring"] = "partial"): Order => ({
  kind: "order",
  schemaVersion: 1,
  stem: richTextOf("In order?"),
  scoring,
  steps: words.split("").map((id) => ({ id, text: richTextOf(id) })),
  first: "",
  last: "",
});
const give = (content: Order, ids: string) => creditOf(content, { kind: "order", order: ids.split("") });

describe("order", () => {
  test("by share: pairs in the right order less pairs in the wrong one; turned round or at sixes and sevens: nothing", () => {
    const credits = ["abcd", "abdc", "bacd", "badc", "dcba", "bdac"].map((ids) => give(sequence("abcd"), ids));
    expect(credits).toEqual([1, 4 / 6, 4 / 6, 2 / 6, 0, 0]);
    expect(["abcd", "abdc"].map((ids) => give(sequence("abcd", "all"), ids))).toEqual([1, 0]);
    expect(["abc", "abcc", "abce", ""].map((ids) => give(sequence("abcd"), ids))).toEqual([0, 0, 0, 0]);
  });

  test("only the right order earns full credit, whatever the number of things", () => {
    const lists = fc.uniqueArray(fc.constantFrom(..."abcdefgh".split("")), { minLength: 3, maxLength: 8 });
    fc.assert(
      fc.property(lists, fc.string(), (ids, seed) => {
        const content = sequence(ids.join(""));
        const mixed = kindOf(content).arrange(content, randomFrom(seed));
        expect(mixed.toSorted()).toEqual(ids.toSorted());
        expect(mixed).not.toEqual(ids);
        const credit = creditOf(content, { kind: "order", order: mixed });
        expect(credit).toBeLessThan(1);
        expect(credit).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  test("two things show in either order: the one that shows does not tell", () => {
    const content = sequence("ab");
    const shown = Array.from({ length: 40 }, (_, i) =>
      kindOf(content)
        .arrange(content, randomFrom(`seed ${i}`))
        .join(""),
    );
    expect(new Set(shown)).toEqual(new Set(["ab", "ba"]));
  });

  test("counts where each thing was put, and asks for at least three different ones", () => {
    const content = sequence("abc");
    const answers = ["abc", "acb", ""].map((ids) => ({ kind: "order", order: ids.split("") }) as const);
    const lines = kindOf(content).summarise(content, answers);
    expect(lines.map(({ text, isKey, count }) => [text, isKey, count])).toEqual([
      ["a → 1", true, 2],
      ["b → 2", true, 1],
      ["b → 3", false, 1],
      ["c → 2", false, 1],
      ["c → 3", true, 1],
      ["", false, 1],
    ]);
    expect(faultsOf(sequence("ab")).map(faultLine)).toEqual(["stepsFew"]);
    const twice = { ...content, steps: [...content.steps, { id: "d", text: richTextOf("A ") }] };
    expect(faultsOf(twice).map(faultLine)).toEqual(["stepRepeated 4"]);
  });
});
