import { causes, type Cause, type Shortfall } from "@verdant/contract/requirements";
import { expect, test } from "vitest";
import { shortfallInWords, type Names } from "./shortfallInWords.ts";

const names: Names = { unit: () => "Coasts", topic: () => "Floods", standard: () => "LG.1.1" };
const said = (one: Shortfall) => shortfallInWords(one, names);
const because = (...given: Cause[]) =>
  said({ code: "noRoom", subject: { of: "unit", unitId: "u" }, wanted: 9, room: 4, causes: given });

test("a shortage says what was wanted, what there is, and each cause with its number", () => {
  expect(because()).toBe("Questions on Coasts: wanted 9, there is room for 4.");
  expect(because({ code: "keptForTests", count: 1 }, { code: "lookAlikes", count: 3 })).toBe(
    "Questions on Coasts: wanted 9, there is room for 4. 1 more is kept for tests. 3 more are look-alikes of these.",
  );
  expect(because({ code: "perTopic", most: 2, without: 6 })).toContain(
    "No topic may have more than 2; 6 are there without that limit.",
  );
});

test("of what was seen lately it says which rest would do, or nothing where none would", () => {
  const lately = (enough: number | null) => because({ code: "metLately", count: 5, weeks: 4, enough });
  expect(lately(null)).toMatch(/5 more were seen within 4 weeks\.$/);
  expect(lately(1)).toContain("There would be enough if 1 week without them were long enough.");
  expect(lately(0)).toContain("if it did not matter when they were seen");
});

test("a conflict, and by how much the nearest quiz misses", () => {
  expect(said({ code: "conflict" })).toContain("cannot all be met together");
  expect(said({ code: "missed", subject: { of: "time" }, lower: 0, upper: 20, nearest: 23 })).toBe(
    "Time: wanted at most 20 minutes, the nearest takes 23.",
  );
  const reason = { of: "demand", demand: "reason" } as const;
  expect(said({ code: "missed", subject: reason, lower: 2, upper: 4, nearest: 1 })).toBe(
    "Questions that ask to reason: wanted 2 to 4, the nearest has 1.",
  );
  expect(said({ code: "missed", subject: { of: "all" }, lower: 6, upper: 6, nearest: 5 })).toBe(
    "Questions in all: wanted 6, the nearest has 5.",
  );
});

test("every cause and subject has words, for one and for several", () => {
  for (const code of causes)
    for (const count of [1, 2]) expect(because({ code, count })).toMatch(count === 1 ? /1 more is / : /2 more are /);
  const subjects = [
    { of: "topic", topicId: "t" },
    { of: "standard", standardId: "s" },
    { of: "kind", kind: "match" },
  ] as const;
  expect(subjects.map((subject) => said({ code: "missed", subject, lower: 1, upper: 1, nearest: 0 }))).toEqual([
    "Questions on Floods: wanted 1, the nearest has 0.",
    "Questions for standard LG.1.1: wanted 1, the nearest has 0.",
    "Questions of the kind “match”: wanted 1, the nearest has 0.",
  ]);
});
