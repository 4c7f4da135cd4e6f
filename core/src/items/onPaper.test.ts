import fc from "fast-check";
import { expect, test } from "vitest";
import { plainText, richTextOf } from "../richText.ts";
import { answerInWords, givenInWords, letterOf, onPaper, paperKinds } from "./onPaper.ts";
import { kinds, kindOf, type Content } from "./kinds.ts";

const option = (id: string, isKey: boolean) => ({ id, text: richTextOf(`Option ${id}`), isKey });
const choice: Content = {
  ...{ kind: "oneRightAnswer", schemaVersion: 1, stem: richTextOf("Which?") },
  options: [option("x", false), option("y", true)],
};

test("a choice is lettered in the order it is written in, and its key is the letter", () => {
  const asked = onPaper(choice);
  expect(asked?.options.map(plainText)).toEqual(["Option x", "Option y"]);
  expect(asked?.key).toBe("B");
});

test("several keys are named together; without a key there is nothing to ask", () => {
  const several: Content = {
    ...{ kind: "severalRightAnswers", schemaVersion: 1, stem: richTextOf("Which two?"), scoring: "partial" },
    options: [option("x", true), option("y", false), option("z", true)],
  };
  expect(onPaper(several)?.key).toBe("A, C");
  expect(onPaper({ ...choice, options: [option("x", false)] })).toBeNull();
});

test("what is typed has a line and the key in words, a number with its unit", () => {
  const number: Content = {
    ...{ kind: "numeric", schemaVersion: 1, stem: richTextOf("How far?"), value: 12.5, unit: "km" },
    ...{ tolerance: { kind: "absolute", amount: 0 }, expectedWrong: [] },
  };
  expect(onPaper(number)).toMatchObject({ options: [], key: "12.5 km" });
  expect(onPaper({ ...number, unit: "" })?.key).toBe("12.5");
});

test("of every kind a blank one is asked by none, and other kinds never are", () => {
  let next = 0;
  for (const kind of Object.keys(kinds)) {
    const blank = kindOf({ kind } as Content).blank(() => `id${next++}`);
    if (!(paperKinds as readonly string[]).includes(kind)) expect(onPaper(blank)).toBeNull();
  }
});

test("letters go on after Z, each once", () => {
  expect([0, 25, 26, 27, 51, 52].map(letterOf)).toEqual(["A", "Z", "AA", "AB", "AZ", "BA"]);
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 2000 })), (places) => {
      expect(new Set(places.map(letterOf)).size).toBe(places.length);
    }),
  );
});

test("an answer in words is all that it counts in", () => {
  const lines = [
    { text: "Tarn", count: 1 },
    { text: "Corrie", count: 0 },
    { text: "Arête", count: 1 },
  ];
  expect(answerInWords(lines)).toBe("Tarn; Arête");
});

test("an answer by itself is its option, or as it was written; a blank is none", () => {
  expect(givenInWords(choice, { kind: "oneRightAnswer", optionId: "y" })).toBe("Option y");
  expect(givenInWords(choice, { kind: "oneRightAnswer", optionId: null })).toBeNull();
  expect(givenInWords(choice, null)).toBeNull();
  const essay = kinds.written.blank(() => "id");
  expect(givenInWords(essay, { kind: "written", text: "One; two\nthree" })).toBe("One; two\nthree");
  expect(givenInWords(essay, { kind: "written", text: " " })).toBeNull();
});
