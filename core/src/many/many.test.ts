import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { creditOf, faultsOf, kindOf, type Content } from "../items/kinds.ts";
import { headline } from "../richText.ts";
import { changeOfMany, makeMany, type Made, type Many, type PairList, type Pattern } from "./many.ts";

let ids = 0;
const newId = () => `id${ids++}`;
const make = (many: Many, most = 200) => makeMany(many, most, newId);
const ground: Pattern = {
  kind: "pattern",
  schemaVersion: 1,
  stem: "How far is {distance} cm on a map at 1 : {scale}?",
  values: "scale = 10000; 25 000; 50000; 100000; 250000; 500000\ndistance = 1; 2; 3; 4; 5; 6; 7; 8; 9; 2.5",
  key: "distance * scale / 100000",
  unit: "km",
  tolerancePercent: 0,
  distractors: "distance * scale / 10000\ndistance * scale / 1000000",
  explanation: "1 cm is {scale / 100} m, so {distance} cm is {distance * scale / 100} m.",
};
const terms: PairList = {
  kind: "list",
  schemaVersion: 1,
  pairs:
    "swash = water up the beach\nbackwash = water down the beach\nspit = a finger of sand\ntombolo = a bar to an island",
  forward: "What is meant by “{left}”?",
  backward: "What is it called: {right}?",
  isTyped: false,
};
const optionsOf = (content: Content | undefined) =>
  content && "options" in content ? content.options.map((option) => headline(option.text)) : [];
const before = (items: readonly Made[]) => items.map((one, i) => ({ ...one, itemId: `item${i}` }));

describe("a pattern", () => {
  test("of six scales and ten distances makes sixty items, each usable and with its key computed", () => {
    const { items, findings } = make(ground);
    expect([items.length, findings]).toEqual([60, []]);
    for (const { content } of items) {
      expect(faultsOf(content)).toEqual([]);
      expect(creditOf(content, kindOf(content).rightAnswer(content))).toBe(1);
    }
    const one = items.find((item) => item.place === "scale 25 000, distance 2.5");
    expect(headline(one!.content.stem)).toBe("How far is 2.5 cm on a map at 1 : 25 000?");
    expect(optionsOf(one?.content)).toEqual(["0.625 km", "6.25 km", "0.0625 km"]);
    expect(headline(one!.content.explanation!)).toBe("1 cm is 250 m, so 2.5 cm is 625 m.");
  });

  test("without wrong answers is typed: a number with its unit and tolerance, or words from a column", () => {
    const [number] = make({
      ...ground,
      values: "scale = 50000\ndistance = 3",
      distractors: "",
      tolerancePercent: 5,
    }).items;
    expect(number?.content).toMatchObject({ kind: "numeric", value: 1.5, unit: "km", tolerance: { amount: 5 } });
    const capitals = {
      ...ground,
      stem: "The chief town of {land}?",
      key: "town",
      distractors: "",
      explanation: "",
      unit: "",
    };
    const { items, findings } = make({ ...capitals, values: "land, town\nNorland, Arne\nSundal,\nOstmark, Vik" });
    expect(items.map((item) => creditOf(item.content, { kind: "shortText", text: "arne" }))).toEqual([1, 0]);
    expect(findings).toEqual([{ place: "row 2", text: "“town” is empty." }]);
  });

  test("says which rows cannot be used and why, and makes the others", () => {
    const { items, findings } = make({ ...ground, values: "scale;distance\n0;2\nwide;3\n50000;2\n50000;2" });
    expect(items.map((item) => item.place)).toEqual(["scale 50000, distance 2"]);
    expect(findings.map((one) => one.text)).toEqual([
      "“0 km” would be there twice among the answers.",
      "“scale” is no number here.",
      "This row stands here twice.",
    ]);
    expect(make({ ...ground, key: "distance * height" }).findings[0]?.text).toBe("“height” is no number here.");
    expect(make(ground, 20)).toMatchObject({ items: { length: 20 }, findings: [{ text: /60 items; 20 at once/ }] });
    expect(make({ ...ground, values: "" })).toEqual({ items: [], findings: [] });
  });
});

describe("a list of pairs", () => {
  test("is asked in both directions, with its neighbours as wrong answers", () => {
    const { items } = make(terms);
    expect(items.map((item) => item.place).slice(0, 3)).toEqual([
      "line 1, forward",
      "line 1, backward",
      "line 2, forward",
    ]);
    expect(optionsOf(items[2]?.content)).toEqual([
      "water down the beach",
      "water up the beach",
      "a finger of sand",
      "a bar to an island",
    ]);
    const { content } = items[2]!;
    expect(headline(content.explanation!)).toBe("backwash: water down the beach");
    // Who took another's meaning reads whose it is.
    expect(
      "options" in content && content.options.map((option) => option.rationale && headline(option.rationale)),
    ).toEqual([undefined, "swash: water up the beach", "spit: a finger of sand", "tombolo: a bar to an island"]);
    expect(make({ ...terms, forward: "", isTyped: true }).items.map((item) => item.content.kind)).toEqual(
      Array.from({ length: 4 }, () => "shortText"),
    );
    expect(make({ ...terms, pairs: "swash\na = b" }).findings.map((one) => one.text)).toEqual([
      "Write the two sides with = between them.",
      "There is no other answer in the list to choose from.",
      "There is no other answer in the list to choose from.",
    ]);
  });
});

describe("a change of the table", () => {
  test("that changes nothing touches nothing, whatever ids are made anew", () => {
    for (const many of [ground, terms]) {
      const change = changeOfMany(before(make(many).items), make(many).items);
      expect([change.added, change.changed, change.left]).toEqual([[], [], []]);
      expect(change.same).toHaveLength(make(many).items.length);
    }
  });

  test("carries a new formula to all keys, with the options' ids as they were", () => {
    const old = before(make(ground).items);
    const change = changeOfMany(old, make({ ...ground, key: "distance * scale / 100" }).items);
    expect([change.changed.length, change.same.length, change.added.length, change.left.length]).toEqual([60, 0, 0, 0]);
    for (const { before: was, content } of change.changed) {
      const idsOf = (one: Content) => ("options" in one ? one.options.map((option) => option.id) : []);
      expect(idsOf(content)).toEqual(idsOf(was));
    }
  });

  test("keeps each old item at most once, and every row has just one", () => {
    const numbers = fc.uniqueArray(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 12 });
    const of = (values: readonly number[]) =>
      make({ ...ground, values: `scale = ${values.join(";")}\ndistance = 2` }).items;
    fc.assert(
      fc.property(numbers, numbers, (first, then) => {
        const [old, now] = [before(of(first)), of(then)];
        const { added, changed, same, left } = changeOfMany(old, now);
        const used = [...changed, ...same, ...left].map((one) => one.itemId);
        expect(new Set(used).size).toBe(used.length);
        expect(used).toHaveLength(old.length);
        expect(new Set([...added, ...changed, ...same].map((one) => one.rowKey)).size).toBe(now.length);
        expect(same).toHaveLength(first.filter((value) => then.includes(value)).length);
      }),
    );
  });
});
