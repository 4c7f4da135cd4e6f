import { describe, expect, test } from "vitest";
import { relationOf } from "./arrival.ts";
import { readPastedItems } from "./pastedItems.ts";

let id = 0;
const item = (text: string) => {
  const [read] = readPastedItems(text, () => `id ${id++}`).items;
  if (!read) throw new Error(text);
  return read.content;
};
const scale = (cm: string, km: string) => item(`How far is ${cm} cm on a map at 1 : 25 000?\nAnswer: ${km} km`);
const choice = (stem: string, options: string) => item(`${stem}\n${options}`);

describe("two that are very like each other", () => {
  test("with other numbers, or another key, are two questions, however alike their words", () => {
    expect(relationOf(scale("4", "1"), scale("6", "1.5"))).toBe("sibling");
    const up = choice("Which waves build a beach up?", "*a) Constructive\nb) Destructive");
    const down = choice("Which waves wear a beach away?", "a) Constructive\n*b) Destructive");
    expect(relationOf(up, down)).toBe("sibling");
    expect(relationOf(scale("4", "1"), up)).toBe("sibling");
  });

  test("with the same words and key are the same, whatever their explanation and the order of their options", () => {
    const one = choice("Which waves build a beach up?", "*a) Constructive\nb) Destructive\nWhy: strong swash");
    const other = choice("Which waves build a beach up?", "a) Destructive\n*b) Constructive -- their swash is strong");
    expect(relationOf(one, other)).toBe("same");
  });

  test("with other words, but the same numbers and key, ask the same", () => {
    const one = choice("Which waves build a beach up?", "*a) Constructive\nb) Destructive");
    const other = choice("Which sort of wave builds up a beach?", "*a) Constructive\nb) Destructive");
    expect(relationOf(one, other)).toBe("reworded");
  });
});
