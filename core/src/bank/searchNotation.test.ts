import fc from "fast-check";
import { expect, test } from "vitest";
import { asTerm, passesMeasure, readSearch, withoutTerm } from "./searchNotation.ts";

test("words, phrases, names and measures are told apart, wherever they stand", () => {
  expect(readSearch('spit "longshore drift" topic:coasts,rivers right<40 by:"Ines Fairley" USED=0')).toEqual({
    words: "spit",
    phrases: ["longshore drift"],
    filters: [
      { typed: "topic:coasts,rivers", name: "topic", values: ["coasts", "rivers"] },
      { typed: "right<40", name: "right", comparison: "<", value: 40 },
      { typed: 'by:"Ines Fairley"', name: "by", values: ["Ines Fairley"] },
      { typed: "USED=0", name: "used", comparison: "=", value: 0 },
    ],
    unclear: [],
  });
});

test("what is no filter is a word, what is half typed is nothing, and a value that cannot be is said", () => {
  expect(readSearch("scale 1:25000 note:x topic: right<").words).toBe("scale 1:25000 note:x");
  expect(readSearch("topic: right<").filters).toEqual([]);
  expect(readSearch("last<spring agrees>0,2").unclear).toEqual([{ typed: "last<spring", why: "dayUnclear" }]);
  expect(readSearch('"open end').phrases).toEqual(["open end"]);
});

test("nothing that is typed is lost or fails, and a term that is taken away is read no more", () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200 }), (text) => {
      const { filters } = readSearch(text);
      for (const { typed } of filters) {
        expect(text).toContain(typed);
        expect(withoutTerm(text, typed).length).toBeLessThan(text.length);
      }
    }),
  );
  expect(withoutTerm("spit topic:coasts right<40", "topic:coasts")).toBe("spit right<40");
});

test("a name is written so that it is read as itself", () => {
  fc.assert(
    fc.property(fc.stringMatching(/^[A-Za-z.'-]+( [A-Za-z.'-]+)*$/), (name) => {
      expect(readSearch(asTerm("topic", name)).filters).toMatchObject([{ values: [name] }]);
    }),
  );
});

test("what was never measured passes no comparison", () => {
  expect(passesMeasure(null, "<", 40)).toBe(false);
  expect([39, 40, 41].map((value) => passesMeasure(value, "<", 40))).toEqual([true, false, false]);
});

test("a long line of spaces and quotes is read at once", () => {
  expect(readSearch(`${" ".repeat(100_000)}"a`).phrases).toEqual(["a"]);
});
