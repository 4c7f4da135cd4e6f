import { expect, test } from "vitest";
import {
  completeRules,
  markOf,
  minutesAllowed,
  nextGoFrom,
  openFrom,
  opennessLevels,
  opennessNow,
  settlesAt,
  presetNames,
  presets,
  shows,
} from "./rules.ts";

test("each level of openness shows what the ones before it show", () => {
  opennessLevels.forEach((openness, i) => {
    expect(opennessLevels.filter((level) => shows(openness, level))).toEqual(opennessLevels.slice(0, i + 1));
  });
});

test("nothing shows before its moment, and a teacher's word opens at any time", () => {
  const seen = openFrom.map((from) =>
    [false, true].flatMap((isShut) =>
      [false, true].map((isOpened) =>
        opennessNow({ openness: "why", openFrom: from }, { isSettled: true, isShut, isOpened }),
      ),
    ),
  );
  expect(seen).toEqual([
    ["why", "why", "why", "why"],
    ["why", "why", "why", "why"],
    ["nothing", "why", "why", "why"],
    ["nothing", "why", "nothing", "why"],
  ]);
});

test("while answers to a go can still arrive nothing shows, whatever the rules and whoever has opened it", () => {
  for (const from of openFrom)
    for (const isShut of [false, true])
      expect(
        opennessNow({ openness: "everything", openFrom: from }, { isSettled: false, isShut, isOpened: true }),
      ).toBe("nothing");
});

test("a go settles when its grace is over; one that was handed in, or still runs, has none to wait for", () => {
  expect(settlesAt({ isOver: true, graceUntil: 100 }, 99)).toBe(100);
  expect(settlesAt({ isOver: true, graceUntil: 100 }, 100)).toBeNull();
  expect(settlesAt({ isOver: true, graceUntil: null }, 99)).toBeNull();
  expect(settlesAt({ isOver: false, graceUntil: 100 }, 99)).toBeNull();
});

test("the mark of several goes", () => {
  const goes = [3, 5, 1];
  expect((["first", "last", "best", "mean"] as const).map((counts) => markOf(counts, goes))).toEqual([3, 1, 5, 3]);
  expect(markOf("best", [])).toBeNull();
});

test("waiting between goes, and extra time in whole minutes", () => {
  const dayAfter = (at: number, days: number) => (Math.floor(at / 86_400_000) + days) * 86_400_000;
  // Handed in at half past nine in the evening, it is open again the next day, not at half past nine.
  expect(nextGoFrom(24, Date.UTC(2026, 2, 28, 21, 30), dayAfter)).toBe(Date.UTC(2026, 2, 29));
  expect(nextGoFrom(168, Date.UTC(2026, 2, 28, 21, 30), dayAfter)).toBe(Date.UTC(2026, 3, 4));
  expect(nextGoFrom(1, Date.UTC(2026, 2, 28, 21, 30), dayAfter)).toBe(Date.UTC(2026, 2, 28, 22, 30));
  expect(nextGoFrom(0, 5, dayAfter)).toBeNull();
  expect(nextGoFrom(24, null, dayAfter)).toBeNull();
  expect([minutesAllowed(20, 25), minutesAllowed(7, 10), minutesAllowed(null, 25)]).toEqual([25, 8, null]);
});

test("each preset names itself, and rules kept before a rule existed are completed without changing what they said", () => {
  for (const name of presetNames) expect(presets[name].preset).toBe(name);
  expect(completeRules({ preset: "test", goes: 1 })).toMatchObject({ preset: "test", goes: 1, ownOrder: false });
  expect(completeRules({ ownOrder: true }).ownOrder).toBe(true);
  expect(presets.preTest.countsForPlan).toBe(false);
});
