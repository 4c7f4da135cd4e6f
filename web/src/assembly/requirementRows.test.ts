import { Blueprint } from "@verdant/contract/requirements";
import { allKinds } from "@verdant/core/items/kinds";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { blueprintOf, emptyBlueprint, keyOfRow, knownRows, quantities, rowsOf, type Row } from "./requirementRows.ts";

const id = fc.uuid();
const few = fc.integer({ min: 1, max: 20 });
const subject = fc.oneof(
  id.map((unitId) => ({ of: "unit" as const, unitId })),
  id.map((topicId) => ({ of: "topic" as const, topicId })),
  fc.constantFrom(...allKinds).map((kind) => ({ of: "kind" as const, kind })),
  fc
    .constantFrom("recall" as const, "apply" as const, "reason" as const)
    .map((demand) => ({ of: "demand" as const, demand })),
);
const row: fc.Arbitrary<Row> = fc.oneof(
  fc
    .record({ subject, quantity: fc.constantFrom(...quantities), low: few, more: few })
    .map(({ more, ...one }) => ({ what: "count" as const, ...one, high: one.low + more })),
  fc.record({ what: fc.constantFrom("minutes" as const, "unseenWeeks" as const, "perTopic" as const), number: few }),
  fc.array(id, { minLength: 1, maxLength: 4 }).map((topicIds) => ({ what: "onlyTopics" as const, topicIds })),
  fc.constant({ what: "reserved" as const }),
);
const rows = fc.uniqueArray(row, { selector: keyOfRow, maxLength: 12 });

describe("rows of requirements", () => {
  test("whatever they say is a blueprint that the contract takes, and says the same again", () => {
    fc.assert(
      fc.property(rows, fc.integer({ min: 1, max: 60 }), (given, count) => {
        const blueprint = blueprintOf(count, given);
        if (given.length === 0) {
          expect(blueprint).toBeNull();
          return;
        }
        expect(Blueprint.parse(blueprint)).toEqual(blueprint);
        const again = rowsOf(blueprint!);
        expect(new Set(again.map(keyOfRow))).toEqual(new Set(given.map(keyOfRow)));
        expect(blueprintOf(count, again)).toEqual(blueprint);
      }),
    );
  });

  test.each([
    ["at least", { atLeast: 2, atMost: 60 }, "atLeast"],
    ["exactly", { atLeast: 2, atMost: 2 }, "exactly"],
    ["at most", { atLeast: 0, atMost: 2 }, "atMost"],
    ["between", { atLeast: 2, atMost: 4 }, "between"],
  ])("a range is read as “%s”", (_, range, quantity) => {
    const [read] = rowsOf({
      ...emptyBlueprint(6),
      units: [{ unitId: "11111111-1111-4111-8111-111111111111", ...range }],
    });
    expect(read).toMatchObject({ what: "count", quantity });
  });

  test("between 4 and 2 is between 2 and 4", () => {
    const swapped: Row = {
      what: "count",
      subject: { of: "demand", demand: "recall" },
      quantity: "between",
      low: 4,
      high: 2,
    };
    expect(blueprintOf(6, [swapped])?.demands).toEqual([{ demand: "recall", atLeast: 2, atMost: 4 }]);
  });

  test("what a class does not have is left out and counted; limits of the whole quiz stay", () => {
    const given: Row[] = [
      { what: "count", subject: { of: "unit", unitId: "theirs" }, quantity: "atLeast", low: 1, high: 1 },
      { what: "count", subject: { of: "unit", unitId: "ours" }, quantity: "atLeast", low: 1, high: 1 },
      { what: "minutes", number: 20 },
    ];
    const { rows: known, unknown } = knownRows(given, (one) => one.of !== "unit" || one.unitId === "ours");
    expect([known.map(keyOfRow), unknown]).toEqual([["unit ours", "minutes"], 1]);
  });
});
