import { problemCodes, problemKinds, things } from "@verdant/contract/problemCodes";
import fc from "fast-check";
import { beforeAll, describe, expect, test } from "vitest";
import { alsoSay, problemOf, sentenceOf } from "./problem.ts";
import { generalWords, thingWords } from "./problemWords.ts";
import { staffWords } from "./staffProblemWords.ts";

beforeAll(() => {
  alsoSay(staffWords);
});

const answer = (data: object, status = 422) => ({ status, data });
const conflict = (code: string, terms = {}) => answer({ type: "/problems/conflict", code, terms }, 409);

describe("a problem in words", () => {
  test.each(Object.entries(problemCodes))("%s is a whole sentence with all its terms", (code, [, ...names]) => {
    const terms = Object.fromEntries(names.map((name, i) => [name, name === "until" ? "2026-11-30T14:05:00Z" : 7 + i]));
    const said = sentenceOf({ code, terms });
    expect(said).toMatch(code === "nothingMadeBecause" ? /./ : /[.:)]$/);
    expect(said).not.toMatch(/\{\{|undefined|NaN|\[object/);
  });

  test("students' phones have words for all that a student can meet, and none of the staff's", () => {
    expect(Object.keys(generalWords)).toHaveLength(Object.keys(problemCodes).length - Object.keys(staffWords).length);
    expect(Object.keys(generalWords).filter((code) => code in staffWords)).toEqual([]);
  });

  test.each(things)("a missing %s is called what people call it", (what) => {
    expect(sentenceOf({ code: "noSuch", terms: { what } })).toContain(thingWords[what]);
  });

  test("goes, waits and counts are said as one says them", () => {
    expect(problemOf(conflict("noMoreGoes", { count: 1 })).detail).toBe("You have already done this quiz.");
    expect(problemOf(conflict("noMoreGoes", { count: 3 })).detail).toBe("You have had all 3 goes.");
    expect(problemOf(conflict("stimulusInUse", { count: 1 })).detail).toMatch(/^1 item is linked to it/);
    expect(problemOf(conflict("topicInUse", { items: 2, subtopics: 0, units: 1 })).detail).toContain(
      "2 items and 1 unit",
    );
    expect(problemOf(conflict("lastChangeOfOther", { by: "Tobias Lind" })).detail).toContain("Tobias Lind’s");
  });

  test("the first field that is wrong is what is said, and each is found by its pointer", () => {
    const problem = problemOf(
      answer({
        type: "/problems/invalid",
        code: "notValid",
        terms: {},
        errors: [
          { pointer: "/body/name", code: "nameMissing", terms: {} },
          { pointer: "/body/line", code: "numberTooLarge", terms: { most: 0.95 } },
        ],
      }),
    );
    expect(problem.detail).toBe("Give it a name.");
    expect(problem.fields).toEqual({ "/body/name": "Give it a name.", "/body/line": "At most 0.95." });
  });

  test("a code that only a newer server knows is said by its kind", () => {
    expect(problemOf(conflict("somethingNew"))).toMatchObject({
      kind: "conflict",
      status: 409,
      detail: "This clashes with something that exists. Load the page again.",
    });
    expect(sentenceOf({ code: "toString", terms: {} })).toBeNull();
  });

  test("without a network nothing is said to be lost; of an unknown error nothing is made up", () => {
    expect(problemOf({ status: "FETCH_ERROR" })).toMatchObject({ kind: "offline", status: 0 });
    expect(problemOf(undefined)).toMatchObject({ title: "Something went wrong", status: 500, fields: {} });
  });

  test("whatever arrives, there is a title and a sentence", () => {
    const kinds = fc.constantFrom(...Object.keys(problemKinds), "elsewhere", "constructor");
    const data = fc.record(
      { type: kinds.map((kind) => `/problems/${kind}`), code: fc.string(), terms: fc.constant({}) },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(
        fc.oneof(fc.integer(), fc.constant("PARSING_ERROR")),
        fc.option(data, { nil: undefined }),
        (status, of) => {
          const { title, detail } = problemOf({ status, data: of });
          expect(title.length * detail.length).toBeGreaterThan(0);
        },
      ),
    );
  });
});
