import { describe, expect, test } from "vitest";
import type { Content } from "../items/kinds.ts";
import { plainText, richTextOf } from "../richText.ts";
import { typed } from "../testing/contents.ts";
import { check } from "./check.ts";
import { wordsToSpell } from "./spelling.ts";

const asked = (question: string): Content => ({ ...typed(["spit"]), stem: richTextOf(question) });
const found = (question: string, misspelt: { word: string; suggestion: string | null }[]) =>
  check(asked(question), { misspelt }).find((finding) => finding.rule === "spelling");

describe("spelling", () => {
  test("looks words up as they stand, but no names, numbers, abbreviations or formulas", () => {
    const words = wordsToSpell(asked("Whre does the River Tarn’s load settle, at 45 m or 4x4? See LG."));
    expect(words).toEqual(expect.arrayContaining(["whre", "does", "the", "load", "settle"]));
    for (const left of ["River", "Tarn", "45", "4x4", "LG", "at", "or"]) expect(words).not.toContain(left);
    expect(words).not.toContain("tarn");
    const maths = { type: "maths" as const, latex: "\\fracx", mathml: "" };
    const formula: Content = {
      ...asked(""),
      stem: { type: "richText", content: [{ type: "paragraph", content: [maths] }] },
    };
    expect(wordsToSpell(formula)).not.toContain("fracx");
  });

  test("says what is not in the dictionary, and puts it right with its capital letter kept", () => {
    const finding = found("Erosoin wears rock away. Where is erosoin fastest?", [
      { word: "erosoin", suggestion: "erosion" },
    ]);
    expect(finding?.misspelt).toEqual([{ word: "erosoin", suggestion: "erosion" }]);
    expect(plainText(finding!.mend!.content.stem)).toBe("Erosion wears rock away. Where is erosion fastest?");
  });

  test("is silent about words that are no longer there, and offers nothing where it has no idea", () => {
    expect(found("Where is it?", [{ word: "erosoin", suggestion: "erosion" }])).toBeUndefined();
    expect(found("What is a tombolo?", [{ word: "tombolo", suggestion: null }])?.mend).toBeUndefined();
    expect(found("What is a tombolo?", [{ word: "tombolo", suggestion: null }])?.misspelt).toHaveLength(1);
  });
});
