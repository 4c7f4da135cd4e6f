import { faultLine } from "../testing/faultLine.ts";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { richTextOf } from "../richText.ts";
import { gapsOf, readPassage, writePassage, type FillGaps } from "./fillGaps.ts";
import { creditOf, faultsOf, kindOf } from "./kinds.ts";

const read = (written: string, ids: readonly string[] = []) => {
  let made = 0;
  return readPassage(written, ids, () => `new${made++}`);
};
const item = (written: string, more: Partial<FillGaps> = {}): FillGaps => ({
  kind: "fillGaps",
  schemaVersion: 1,
  stem: richTextOf("Fill the gaps."),
  scoring: "partial",
  passage: read(written, ["a", "b", "c"]),
  allowsNearMiss: false,
  ...more,
});
const give = (content: FillGaps, ...texts: string[]) => {
  const filled = texts.map((text, i) => ({ gapId: "abc"[i] ?? "", text }));
  return creditOf(content, { kind: "fillGaps", filled });
};

describe("the text with gaps as it is written", () => {
  test("brackets make gaps: semicolons between answers that count, bars between choices, the right one first", () => {
    expect(read("The [swash; wash] goes [up | down ] .", ["a"])).toEqual([
      { type: "text", text: "The " },
      { type: "gap", id: "a", accepted: ["swash", "wash"], choices: [] },
      { type: "text", text: " goes " },
      { type: "gap", id: "new0", accepted: ["up"], choices: ["up", "down"] },
      { type: "text", text: " ." },
    ]);
  });

  test("a backslash keeps a bracket; a bracket that is still open is a gap being written", () => {
    expect(read(String.raw`\[1\] and C:\\x`)).toEqual([{ type: "text", text: String.raw`[1] and C:\x` }]);
    expect(gapsOf({ passage: read("half [sand") })).toEqual([
      { type: "gap", id: "new0", accepted: ["sand"], choices: [] },
    ]);
    expect(read("")).toEqual([]);
  });

  test("whatever is written is read back as it was", () => {
    const word = fc.string({ minLength: 1 }).map((text) => text.replaceAll(/[;|]/g, "").trim() || "x");
    const text = fc.string({ minLength: 1 }).map((one) => ({ type: "text" as const, text: one }));
    const typed = fc.array(word, { minLength: 1, maxLength: 3 }).map((accepted) => ({ accepted, choices: [] }));
    const chosen = fc
      .array(word, { minLength: 2, maxLength: 3 })
      .map((choices) => ({ accepted: choices.slice(0, 1), choices }));
    const gap = fc.oneof(typed, chosen).map((one) => ({ type: "gap" as const, id: "g", ...one }));
    fc.assert(
      fc.property(fc.array(fc.tuple(text, gap)), (pairs) => {
        const passage = pairs.flat();
        expect(readPassage(writePassage(passage), [], () => "g")).toEqual(passage);
      }),
    );
  });
});

describe("fill the gaps", () => {
  const sea = item("The [swash; wash] goes [up | down | along].");

  test("a share for each gap, or all or nothing; near misses only where they are allowed, and never among choices", () => {
    expect(give(sea, " Swash", "up")).toBe(1);
    expect([give(sea, "wash"), give(sea, "", "up"), give(sea, "backwash", "down"), give(sea)]).toEqual([
      0.5, 0.5, 0, 0,
    ]);
    expect([
      give(item("[a] [b]", { scoring: "all" }), "a", "b"),
      give(item("[a] [b]", { scoring: "all" }), "a"),
    ]).toEqual([1, 0]);
    expect([give(item("[swash]"), "swosh"), give(item("[swash]", { allowsNearMiss: true }), "swosh")]).toEqual([0, 1]);
    expect(give(item("[rises | raises]", { allowsNearMiss: true }), "raises")).toBe(0);
  });

  test("choices reach a student in their natural order, not in the order of the key", () => {
    const view = JSON.stringify(kindOf(sea).toStudentView(sea, []));
    expect(view).toContain('["along","down","up"]');
    expect(JSON.stringify(kindOf(item("[10 | 9 | 100]")).toStudentView(item("[10 | 9 | 100]"), []))).toContain(
      '["9","10","100"]',
    );
  });

  test("counts what was put into each gap, one line for what counts as the same", () => {
    const answer = (...texts: string[]) => {
      const filled = texts.map((text, i) => ({ gapId: "abc"[i] ?? "", text }));
      return { kind: "fillGaps", filled } as const;
    };
    const lines = kindOf(sea).summarise(sea, [
      answer("swash", "up"),
      answer("SWASH ", "down"),
      answer("tide"),
      answer(),
    ]);
    expect(lines.map(({ text, isKey, count }) => [text, isKey, count])).toEqual([
      ["1: swash", true, 2],
      ["1: wash", true, 0],
      ["1: tide", false, 1],
      ["2: up", true, 1],
      ["2: down", false, 1],
      ["", false, 1],
    ]);
  });

  test("says what is wrong with a gap", () => {
    const faults = (written: string) => faultsOf(item(written)).map(faultLine);
    expect(faults("no gap at all")).toHaveLength(1);
    expect(faults("[] and [x |] and [a | A]")).toEqual(["gapNoAnswer 1", "gapNoChoice 2", "gapChoiceTwice 3"]);
  });
});
