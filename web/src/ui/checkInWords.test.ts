import { Check, Hindrance } from "@verdant/contract/assembly";
import { expect, test } from "vitest";
import { checkInWords, hindranceWords } from "./checkInWords.ts";

const terms = {
  ...{ questions: 8, asked: 10, perTopic: 2, pairs: 1, number: 12, hindrance: "retired", word: "“All of the above”" },
  ...{ part: 0, take: 3, families: 2, pool: 4, due: 9, weeks: 12 },
  ...{ topics: ["Meanders", "Floods"], lately: [1, 4], better: [4] },
};

test.each(Check.shape.code.options)("%s is a whole sentence", (code) => {
  const said = checkInWords({ code, terms, leftOut: [{ number: 12, hindrance: "notApproved" }] });
  expect(said).toMatch(/^[A-Z\d].*\.$/);
  expect(said).not.toMatch(/\{\{|undefined|NaN| {2}/);
});

test.each(Hindrance.options)("%s has words", (hindrance) => {
  expect(hindranceWords[hindrance]).toMatch(/^[a-z]/);
});

test("one is one, and several are several", () => {
  expect(checkInWords({ code: "sameTopicNeighbours", terms: { pairs: 1 } })).toBe(
    "1 pair of neighbours shares a topic and need not.",
  );
  expect(checkInWords({ code: "metLately", terms: { weeks: 12, lately: [3], better: [] } })).toBe(
    "The class saw these within the last 12 weeks: question 3. There is nothing else on their topics that has rested longer.",
  );
  expect(checkInWords({ code: "dueLeftOut", terms: { topics: ["Meanders"], due: 1, questions: 8 } })).toBe(
    "1 due topic is left out: Meanders. What you asked for, or changed by hand, leaves no room.",
  );
});

test("a draw says in which part it stands, and what in it nobody can get", () => {
  const leftOut = [
    { number: 3, hindrance: "retired" as const },
    { number: 9, hindrance: "unfinished" as const },
  ];
  expect(checkInWords({ code: "drawItemLeftOut", terms: { part: 2 }, leftOut })).toBe(
    "Part 2: Some of what a draw holds cannot be used. Item 3 is retired. Item 9 is unfinished.",
  );
});
