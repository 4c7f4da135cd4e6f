import { expect, test } from "vitest";
import { suggestionsFor } from "./searchSuggestions.ts";

const known = { topic: ["Rivers", "River landforms", "Coasts"], by: ["me", "Ines Fairley"] };
const terms = (text: string) => suggestionsFor(text, known).map((one) => one.term);

test("a word that begins a filter suggests it, with its sign", () => {
  expect(terms("spit to")).toEqual(["topic:"]);
  expect(terms("us")).toEqual(["use:", "used<"]);
  expect(terms("spit ")).toEqual([]);
});

test("after the colon come the values that begin so, then those that hold it; spaces are quoted", () => {
  expect(terms("topic:ri")).toEqual(["topic:Rivers", 'topic:"River landforms"']);
  expect(terms("topic:land")).toEqual(['topic:"River landforms"']);
  expect(suggestionsFor("spit by:in", known)[0]?.text).toBe('spit by:"Ines Fairley" ');
  expect(terms('topic:"river l')).toEqual(['topic:"River landforms"']);
  expect(terms("right:")).toEqual([]);
});
