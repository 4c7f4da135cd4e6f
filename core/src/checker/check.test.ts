import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Content, ContentOf } from "../items/kinds.ts";
import { plainText, richTextOf } from "../richText.ts";
import { check } from "./check.ts";
import { ruleNames, type Context, type RuleName } from "./finding.ts";
import { readingGrade } from "./words.ts";

/** One right answer; the option with a plus is the key. Explained and with reasons, so that only what is tested is found. */
function item(stem: string, ...options: string[]): ContentOf<"oneRightAnswer"> {
  return {
    kind: "oneRightAnswer",
    schemaVersion: 1,
    stem: richTextOf(stem),
    options: options.map((text, i) => ({
      id: `o${i}`,
      text: richTextOf(text.replace(/^\+ /, "")),
      isKey: text.startsWith("+ "),
      rationale: richTextOf("So it is."),
    })),
    explanation: richTextOf("So it is."),
  };
}
const several = (...options: string[]): Content =>
  ({
    ...item("Which of these are rivers?", ...options),
    kind: "severalRightAnswers",
    scoring: "partial",
  }) as unknown as Content;
const number = (stem: string, unit = ""): Content => ({
  kind: "numeric",
  schemaVersion: 1,
  stem: richTextOf(stem),
  value: 4,
  tolerance: { kind: "absolute", amount: 0 },
  unit,
  expectedWrong: [],
  explanation: richTextOf("So it is."),
});
const found = (content: Content, context: Context = {}) => check(content, context).map((one) => one.rule);
const mended = (content: Content, rule: RuleName): Content => {
  const mend = check(content).find((one) => one.rule === rule)?.mend;
  if (!mend) throw new Error(`${rule} offers nothing`);
  return mend.content;
};

const sound = item("What shapes a valley with steep sides?", "+ A river", "A glacier", "A wave", "A lava flow");

test("a sound item is passed in silence", () => {
  expect(found(sound)).toEqual([]);
});

/** For each rule: an item it speaks of, and one beside it that it must not speak of. */
const cases: { readonly [Name in RuleName]: readonly [wrong: Content, right: Content, context?: Context] } = {
  keyLongest: [
    item("What is a delta?", "+ Land that a river builds where it drops its load in slow water", "A cape", "A bay"),
    item("What is a delta?", "+ Land that a river builds", "Land cut off by the sea", "A bay"),
  ],
  keyPlace: [
    item("Which of these is a river?", "+ The Tarn", "The Gorse", "The Karsa"),
    item("Which of these is a river?", "The Gorse", "+ The Tarn", "The Karsa"),
    { lastKeyPlaces: [0, 0, 0, 0, 0, 2] },
  ],
  spelling: [
    item("Where is erosoin fastest?", "+ Outside the bend", "Inside the bend"),
    item("Where is erosion fastest?", "+ Outside the bend", "Inside the bend"),
    { misspelt: [{ word: "erosoin", suggestion: "erosion" }] },
  ],
  nearEqual: [
    item("What is it called?", "+ Meander", "Meanders", "Estuary"),
    item("What is it?", "+ 12 km", "13 km", "19 km"),
  ],
  absoluteWords: [
    item("When does it flood?", "+ After long rain", "Only in winter", "In a dry summer"),
    item("When does it flood?", "+ Only after rain", "Only in winter", "In a dry summer"),
  ],
  echoOfStem: [
    item("What does erosion do to a bank?", "+ The erosion undercuts it", "It builds it up", "It turns it"),
    item("What does erosion do to a bank?", "+ The erosion undercuts it", "The erosion builds it up", "It turns it"),
  ],
  articleGivesAway: [
    item("Land with water all round is called an", "+ island", "peninsula", "cape"),
    item("Land with water all round is called a", "+ holm", "peninsula", "cape"),
  ],
  aboveMixes: [
    item("What wears rock away?", "Frost", "+ All of the above", "Salt"),
    item("What wears rock away?", "+ Frost", "All of my friends", "Salt"),
  ],
  citesPlace: [
    { ...sound, explanation: richTextOf("Option B is wrong because ice leaves a wide floor.") },
    { ...sound, explanation: richTextOf("A second glance at option prices helps.") },
  ],
  naturalOrder: [item("How many?", "30", "+ 10", "20"), item("How many?", "some", "+ 10", "20")],
  repeatedBeginning: [
    item("What then?", "+ The river will rise", "The river will fall", "The river will stop"),
    item("What then?", "+ The river rises", "The river falls", "It stops"),
  ],
  everythingRight: [several("+ Tarn", "+ Oster"), several("+ Tarn", "Gorse Hill")],
  negationUnmarked: [
    item("Which of these is not a river?", "+ Gorse Hill", "Tarn", "Oster"),
    item("Which of these is NOT a river?", "+ Gorse Hill", "Tarn", "Oster"),
  ],
  doubleNegation: [
    item("Which is NOT true?", "+ It does not rain", "It snows", "It blows"),
    item("Which is true?", "+ It does not rain", "It snows", "It blows"),
  ],
  hardToRead: [
    item(
      "Considering the geomorphological characteristics of fluvial environments experiencing considerable sedimentation, which interpretation is appropriate?",
      "+ Yes",
      "No",
      "Perhaps",
    ),
    item(
      "A river runs down a hill. It meets the sea at a bay. What does it do with the mud it holds?",
      "+ Drops it",
      "Keeps it",
    ),
  ],
  explanationMissing: [{ ...sound, explanation: undefined }, sound],
  reasonsMissing: [
    { ...sound, options: sound.options.map((option, i) => (i === 2 ? { ...option, rationale: undefined } : option)) },
    { ...sound, options: sound.options.map((option) => (option.isKey ? { ...option, rationale: undefined } : option)) },
  ],
  unitMissing: [number("How far is it to the farm?"), number("How far is it to the farm?", "km")],
  creditMissing: [
    { ...sound, stem: { type: "richText", content: [...sound.stem.content, picture("")] } },
    { ...sound, stem: { type: "richText", content: [...sound.stem.content, picture("Drawn here")] } },
  ],
  variantKeepsKey: [
    item("What wears the outer bank away?", "+ Fast water", "Slow water"),
    item("What builds up the slope inside a bend of the river?", "+ Fast water", "Slow water"),
    { original: item("What wears the inner bank away?", "+ Fast water", "Slow water") },
  ],
  variantAddsNot: [
    item("Which is NOT a cause of floods?", "+ Sun", "Rain"),
    item("Which is a cause of drought?", "+ Sun", "Rain"),
    { original: item("Which is a cause of floods?", "+ Rain", "Sun") },
  ],
  veryLike: [
    item("What shapes a valley with such steep sides?", "+ Ice", "Wind"),
    item("What shapes a beach?", "+ Waves", "Wind"),
    { nearest: { number: 7, content: sound } },
  ],
  reservedShown: [
    item("What shapes a valley with such steep sides?", "+ Ice", "Wind"),
    item("What shapes a beach?", "+ Waves", "Wind"),
    { nearest: { number: 7, content: sound, use: "reserved" } },
  ],
};

function picture(credit: string) {
  return { type: "image" as const, hash: "0".repeat(64), alt: "A map", credit, width: 10, height: 10 };
}

describe("each rule speaks of what it is for, and not of what looks like it", () => {
  test.each(ruleNames)("%s", (rule) => {
    const [wrong, right, context] = cases[rule];
    expect(found(wrong, context)).toContain(rule);
    expect(found(right, context)).not.toContain(rule);
  });
});

describe("mends", () => {
  test("do away with their finding, and keep the key", () => {
    for (const [rule, [wrong]] of Object.entries(cases) as [RuleName, readonly [Content, Content]][]) {
      if (!check(wrong).find((one) => one.rule === rule)?.mend) continue;
      const after = mended(wrong, rule);
      expect(found(after)).not.toContain(rule);
      if ("options" in after && "options" in wrong)
        expect(after.options.filter((option) => option.isKey).map((option) => option.id)).toEqual(
          wrong.options.filter((option) => option.isKey).map((option) => option.id),
        );
      expect(plainText(after.stem)).toBe(plainText(wrong.stem));
    }
  });

  test("“all of the above” goes last and stays there; numbers come in order", () => {
    const last = mended(cases.aboveMixes[0], "aboveMixes") as ContentOf<"oneRightAnswer">;
    expect(last.options.map((option) => [plainText(option.text), option.staysPut === true])).toEqual([
      ["Frost", false],
      ["Salt", false],
      ["All of the above", true],
    ]);
    const sorted = mended(cases.naturalOrder[0], "naturalOrder") as ContentOf<"oneRightAnswer">;
    expect(sorted.options.map((option) => plainText(option.text))).toEqual(["10", "20", "30"]);
  });
});

test("whatever is typed, the checker answers, and names its rules", () => {
  const words = fc.string({
    unit: fc.constantFrom("a", "an", " not ", " ", "é", "ox", "1", "0,5", "all", "…", "(", "B"),
  });
  fc.assert(
    fc.property(words, fc.array(words, { maxLength: 6 }), (stem, options) => {
      for (const { rule } of check(item(stem, ...options), { original: sound })) {
        expect(ruleNames).toContain(rule);
      }
    }),
  );
});

test("reading grade follows the published formula: longer sentences and words are harder", () => {
  // Nine words of one syllable in one sentence: 0.39 x 9 + 11.8 - 15.59.
  expect(readingGrade("The cat sat on the mat by the door.")).toBeCloseTo(0.39 * 9 + 11.8 - 15.59, 10);
  expect(readingGrade("")).toBe(0);
  expect(readingGrade("Considerable sedimentation characterises estuaries.")).toBeGreaterThan(15);
});

test("a test item very like another test item is told so as any other; a practice item hears of the test instead", () => {
  const like = cases.reservedShown[0];
  const nearest = { number: 7, content: sound, use: "reserved" as const };
  expect(found(like, { nearest, use: "reserved" })).toContain("veryLike");
  expect(found(like, { nearest, use: "reserved" })).not.toContain("reservedShown");
  expect(found(like, { nearest, use: "practice" })).not.toContain("veryLike");
});

test("a key for a question on paper needs neither explanation nor reasons", () => {
  expect(
    check({ kind: "keyOnly", schemaVersion: 1, stem: richTextOf("Question 4 of the sheet"), letters: 4, key: 2 }),
  ).toEqual([]);
});
