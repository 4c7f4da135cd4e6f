import { faultLine } from "../testing/faultLine.ts";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import { every, marked, groups, letter, number, secret, several, stem, typed } from "../testing/contents.ts";
import { blankAnswer, isBlank } from "./blank.ts";
import { creditOf, faultsOf, allKinds, kindOf, mediaOf, wordsOf, type Content } from "./kinds.ts";
import type { Match } from "./match.ts";
import { readNumber, type Numeric } from "./numeric.ts";
import type { SeveralRightAnswers } from "./severalRightAnswers.ts";
import { foldedText } from "../foldedText.ts";
import type { ShortText } from "./shortText.ts";

const type = (content: ShortText | Numeric, text: string) => creditOf(content, { kind: content.kind, text });
const tick = (content: SeveralRightAnswers, ids: string) =>
  creditOf(content, { kind: "severalRightAnswers", optionIds: ids.split("") });

describe("every kind", () => {
  test("is in this table, is whole, and has a right answer that earns full credit; a blank and another kind earn none", () => {
    expect(every.map((content) => content.kind).sort()).toEqual([...allKinds].sort());
    for (const content of every) expect(faultsOf(content)).toEqual([]);
    for (const content of marked) {
      const kind = kindOf(content);
      expect(creditOf(content, kind.rightAnswer(content))).toBe(1);
      expect(creditOf(content, blankAnswer(content.kind))).toBe(0);
      expect([blankAnswer(content.kind), kind.rightAnswer(content)!].map(isBlank)).toEqual([true, false]);
      expect(creditOf(content, null)).toBe(0);
      expect(creditOf(content, blankAnswer(content.kind === "numeric" ? "shortText" : "numeric"))).toBe(0);
      expect(kind.chance(content)).toBeGreaterThan(0);
      expect(kind.chance(content)).toBeLessThanOrEqual(0.5);
    }
  });

  test("an answer of another kind, as only a forged request brings one, counts as blank wherever answers are read", () => {
    for (const content of every)
      for (const other of every) {
        if (other.kind === content.kind) continue;
        const [kind, forged] = [kindOf(content), kindOf(other).rightAnswer(other) ?? blankAnswer(other.kind)];
        expect(kind.summarise(content, [forged])).toEqual(kind.summarise(content, [blankAnswer(content.kind)]));
        expect(kind.score(content, forged)).toBe(0);
        expect(kind.rationales(content, forged)).toEqual([]);
        expect(kind.withKey(content, forged)).toBeNull();
      }
  });

  test("shows a student the question and what to answer with, and nothing that says which is right or why", () => {
    for (const content of every) {
      const kind = kindOf(content);
      const view = JSON.stringify(kind.toStudentView(content, kind.arrange(content, randomFrom("s"))));
      expect(view).toContain("What?");
      for (const hidden of [
        "SECRET",
        "isKey",
        '"key":',
        "accepted",
        "tombolo",
        "12.5",
        "Wrong",
        "tolerance",
        "scoring",
      ])
        expect(view).not.toContain(hidden);
    }
  });

  test("as a look-alike has new ids only: it shares none with the original, and asks, keys and scores the same", () => {
    let id = 0;
    for (const content of every) {
      const kind = kindOf(content);
      const renewed = kind.withNewIds(content, () => `new${id++}`);
      const idsOf = (one: Content) =>
        [...JSON.stringify(one).matchAll(/"(?:id|rightId)":"([^"]*)"/g)].map((m) => m[1]!);
      expect(idsOf(renewed).filter((one) => idsOf(content).includes(one))).toEqual([]);
      expect(idsOf(renewed)).toHaveLength(idsOf(content).length);
      expect([faultsOf(renewed), wordsOf(renewed), kind.partWords(renewed)]).toEqual([
        [],
        wordsOf(content),
        kind.partWords(content),
      ]);
      expect(kind.rightAnswer(renewed) === null).toBe(kind.rightAnswer(content) === null);
      if (kind.rightAnswer(renewed))
        expect(creditOf(renewed, kind.rightAnswer(renewed))).toBe(creditOf(content, kind.rightAnswer(content)));
    }
  });

  test("says what is still missing of a blank one, and keeps its texts when they are mapped to themselves", () => {
    let id = 0;
    for (const content of every) {
      const kind = kindOf(content);
      expect(faultsOf(kind.blank(() => `n${id++}`)).length).toBeGreaterThan(0);
      expect(kind.mapTexts(content, (text) => text)).toEqual(content);
      expect(kind.texts(content).filter((text) => text === secret).length).toBeGreaterThanOrEqual(2);
    }
  });

  test("needs a description of every picture, and tells which pictures it shows", () => {
    const image = (alt: string) => ({ type: "image", hash: "h", alt, credit: "", width: 1, height: 1 }) as const;
    for (const content of every) {
      const withImage = (alt: string) =>
        ({ ...content, stem: { ...stem, content: [...stem.content, image(alt)] } }) as Content;
      expect(faultsOf(withImage(" "))).toHaveLength(1);
      expect(faultsOf(withImage("A map"))).toEqual([]);
      expect(new Set(mediaOf(withImage("A map")))).toEqual(new Set(["h", ...mediaOf(content)]));
    }
  });
});

describe("key only", () => {
  test("counts by letter, and a key beyond the letters there are is no key", () => {
    const answers = [0, 2, 2, null].map((place) => ({ kind: "keyOnly", letter: place }) as const);
    expect(
      kindOf(letter)
        .summarise(letter, answers)
        .map(({ text, isKey, count }) => [text, isKey, count]),
    ).toEqual([
      ["A", false, 1],
      ["B", false, 0],
      ["C", true, 2],
      ["D", false, 0],
      ["", false, 1],
    ]);
    expect(faultsOf({ ...letter, letters: 2 }).map(faultLine)).toEqual(["letterMissing"]);
  });
});

describe("several right answers", () => {
  test("all or nothing: exactly the right ones; by share: a wrong one takes a share away, never below nothing", () => {
    expect(["ab", "a", "abc", "cd", ""].map((ids) => tick(several("all"), ids))).toEqual([1, 0, 0, 0, 0]);
    expect(["ab", "a", "abc", "ac", "cd", "abcd"].map((ids) => tick(several("partial"), ids))).toEqual([
      1, 0.5, 0.5, 0, 0, 0,
    ]);
    expect(tick(several("partial"), "aab")).toBe(1);
  });

  test("counts each option, so that the counts add up to more than the answers", () => {
    const counts = kindOf(several("all")).summarise(several("all"), [
      { kind: "severalRightAnswers", optionIds: ["a", "b"] },
      { kind: "severalRightAnswers", optionIds: ["a", "c"] },
    ]);
    expect(counts.map((line) => line.count)).toEqual([2, 1, 1, 0]);
  });
});

describe("match", () => {
  const give = (chosen: Record<string, string>) =>
    ({ kind: "match", chosen: Object.entries(chosen).map(([pairId, rightId]) => ({ pairId, rightId })) }) as const;
  const right = { coal: "fossil", wind: "renewable", gas: "fossil" };

  test("a share for each pair, or all or nothing; what is left open earns nothing", () => {
    const credits = (scoring: Match["scoring"]) =>
      [right, { ...right, gas: "neither" }, { coal: "fossil" }, {}, { coal: "wind", x: "fossil" }].map((chosen) =>
        creditOf(groups(scoring), give(chosen)),
      );
    expect(credits("partial")).toEqual([1, 2 / 3, 1 / 3, 0, 0]);
    expect(credits("all")).toEqual([1, 0, 0, 0, 0]);
  });

  test("the list to choose from never comes in the order of the pairs as written, and mixes for each student", () => {
    const { rights } = groups("all");
    expect(kindOf(groups("all")).arrange(groups("all"), null)).toEqual(["fossil", "neither", "renewable"]);
    const orders = ["a", "b", "c", "d"].map((seed) => kindOf(groups("all")).arrange(groups("all"), randomFrom(seed)));
    for (const order of orders) expect([...order].sort()).toEqual(rights.map((one) => one.id).sort());
    expect(new Set(orders.map(String)).size).toBeGreaterThan(1);
  });

  test("counts what was chosen for each, gives reasons for wrong pairs only, and asks for what is missing", () => {
    const item = groups("all");
    const wrong = give({ ...right, coal: "renewable" });
    expect(kindOf(item).rationales(item, wrong)).toEqual([secret]);
    expect(kindOf(item).rationales(item, give(right))).toEqual([]);
    const lines = kindOf(item).summarise(item, [give(right), wrong, give({})]);
    expect(lines.map(({ text, isKey, count }) => [text, isKey, count])).toEqual([
      ["Coal → renewable", false, 1],
      ["Coal → fossil", true, 1],
      ["Wind → renewable", true, 2],
      ["Gas → fossil", true, 2],
      ["", false, 1],
    ]);
    const faults = (change: Partial<Match>) => faultsOf({ ...item, ...change }).map(faultLine);
    expect(faults({ pairs: item.pairs.slice(0, 1) })).toEqual(["pairsFew"]);
    expect(faults({ rights: item.rights.slice(1) })).toEqual(["pairOpen 2"]);
    expect(faults({ rights: [...item.rights, { id: "again", text: "Fossil " }] })).toEqual(["answersSame"]);
  });
});

describe("short text", () => {
  test("spaces, accents, closing points and capitals do not matter, unless capitals are asked for", () => {
    const item = typed(["Río Grande"]);
    for (const text of ["río grande", " Rio  Grande. ", "RIO GRANDE"]) expect(type(item, text)).toBe(1);
    expect(type(typed(["pH"], { caseMatters: true }), "ph")).toBe(0);
    expect(type(typed(["pH"], { caseMatters: true }), "pH")).toBe(1);
    expect(foldedText("  It’s  here! ")).toBe("it's here");
  });

  test("one wrong letter counts only where it is allowed, in words of five letters or more", () => {
    const strict = typed(["tombolo", "spit"]);
    const mild = typed(["tombolo", "spit"], { allowsNearMiss: true });
    expect(type(strict, "tombollo")).toBe(0);
    expect(["tombollo", "tombolq", "tombol"].map((text) => type(mild, text))).toEqual([1, 1, 1]);
    expect(["spot", "tombllo!", "tmbol"].map((text) => type(mild, text))).toEqual([0, 1, 0]);
  });

  test("an answer expected as wrong is never a near miss, is counted as its own line and gives its reason", () => {
    const item = typed(["estuarys"], { allowsNearMiss: true });
    const answer = { kind: "shortText", text: "Estuary" } as const;
    expect(creditOf(item, answer)).toBe(0);
    expect(kindOf(item).rationales(item, answer)).toEqual([secret]);
    const lines = kindOf(item).summarise(item, [answer, answer, { kind: "shortText", text: "delta" }]);
    expect(lines.map(({ text, count, misconceptionId }) => [text, count, misconceptionId])).toEqual([
      ["estuarys", 0, undefined],
      ["estuary", 2, "SECRET"],
      ["delta", 1, undefined],
    ]);
    expect(faultsOf(typed(["Estuary"]))).toHaveLength(1);
  });
});

describe("numeric", () => {
  test("numbers are read as people write them", () => {
    const read = { "12,5 km": [12.5], "−3": [-3], "1 200": [1200], "1.5e3": [1500], ",5": [0.5], "7.": [7] };
    for (const [text, numbers] of Object.entries(read)) expect(readNumber(text, "km")).toEqual(numbers);
    expect([...readNumber("1,200")].sort()).toEqual([1.2, 1200]);
    expect(readNumber("1.234,5")).toEqual([1234.5]);
    // Thousands do not begin with nought: who types 0.014 has not typed fourteen.
    expect([readNumber("0.014"), readNumber("0,014"), readNumber("-0.500")]).toEqual([[0.014], [0.014], [-0.5]]);
    expect(type(number(14), "0.014")).toBe(0);
    for (const text of ["", "km", "twelve", "1.2.3", "--4", "NaN", "Infinity", "0x10"])
      expect(readNumber(text, "km")).toEqual([]);
  });

  test("any number a computer writes is read back", () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e9, max: 1e9 }), (value) => {
        expect(readNumber(String(value)).some((read) => read === value || Object.is(read, value))).toBe(true);
      }),
    );
  });

  test("both bounds of the tolerance count, absolute and in per cent", () => {
    const absolute = number(0.3, { tolerance: { kind: "absolute", amount: 0.1 } });
    expect(["0.2", "0.4", "0.19", "0.41"].map((text) => type(absolute, text))).toEqual([1, 1, 0, 0]);
    const relative = number(200, { tolerance: { kind: "relative", amount: 5 } });
    expect(["190", "210", "189.9", "210.1"].map((text) => type(relative, text))).toEqual([1, 1, 0, 0]);
  });

  test("what is right cannot be expected as wrong, and equal numbers are one line", () => {
    expect(faultsOf(number(125))).toHaveLength(1);
    expect(wordsOf(number(3))).toContain("km");
    const item = number(12.5);
    const given = ["12.5", "12,50 km", "125", "9", "9.0", ""].map((text) => ({ kind: "numeric", text }) as const);
    expect(
      kindOf(item)
        .summarise(item, given)
        .map(({ text, count }) => [text, count]),
    ).toEqual([
      ["12.5", 2],
      ["9", 2],
      ["125", 1],
      ["", 1],
    ]);
  });
});

describe("a number", () => {
  const typedAs = (text: string) => ({ kind: "numeric", text }) as const;

  test("in another unit is converted before it is compared; a unit that is not listed is no number", () => {
    const otherUnits = [
      { unit: "m", factor: 0.001, offset: 0 },
      { unit: "cm", factor: 0.00001, offset: 0 },
    ];
    const content = number(12.5, { unit: "km", otherUnits });
    for (const text of ["12.5", "12,5 km", "12500 m", "12 500 m", "1250000 cm"])
      expect(creditOf(content, typedAs(text))).toBe(1);
    for (const text of ["12.5 m", "12500", "12500 ft", "12500 mm"]) expect(creditOf(content, typedAs(text))).toBe(0);
    expect(kindOf(content).toStudentView(content, [])).toMatchObject({ unit: "km", otherUnits: ["m", "cm"] });
    const warm = number(20, { unit: "°C", otherUnits: [{ unit: "°F", factor: 5 / 9, offset: -160 / 9 }] });
    expect(creditOf(warm, typedAs("68 °F"))).toBe(1);
  });

  test("is right to so many significant figures", () => {
    const content = number(0.04567, { unit: "", tolerance: { kind: "figures", amount: 2 } });
    for (const text of ["0.046", "0.0457", "0.04561", "4.6e-2"]) expect(creditOf(content, typedAs(text))).toBe(1);
    for (const text of ["0.045", "0.05", "0.047"]) expect(creditOf(content, typedAs(text))).toBe(0);
  });
});
