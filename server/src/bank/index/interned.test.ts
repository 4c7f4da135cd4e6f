import { describe, expect, test } from "vitest";
import { DepartmentIndex, type IndexRow } from "./bankIndex.ts";
import { Interned } from "./interned.ts";

const copyOf = (text: string) => Buffer.from(text).toString();

describe("what many rows share", () => {
  test("is one list, and is equal to what was given", () => {
    const shared = new Interned();
    const first = shared.list(["a", "b"]);
    expect(first).toEqual(["a", "b"]);
    expect(shared.list([copyOf("a"), copyOf("b")])).toBe(first);
    expect(shared.list(["b", "a"])).not.toBe(first);
    expect(shared.list([])).toBe(shared.list([]));
    expect(shared.numbers([1, 2])).toBe(shared.numbers([1, 2]));
    expect(shared.numbers([12])).not.toEqual(shared.numbers([1, 2]));
    expect([shared.textOrNull(null), shared.textOrNull("x"), shared.text("x")]).toEqual([null, "x", "x"]);
  });

  test("the caller's list is not kept: what they change of it changes nothing", () => {
    const shared = new Interned();
    const [texts, numbers] = [["a"], [1]];
    const [kept, keptNumbers] = [shared.list(texts), shared.numbers(numbers)];
    texts.push("b");
    numbers.push(2);
    expect([kept, keptNumbers]).toEqual([["a"], [1]]);
  });

  test("a bank's rows are as they were read, whatever they share", () => {
    const row = (number: number, standardIds: string[]): IndexRow => ({
      ...{ itemId: `item ${String(number)}`, number, kind: "oneRightAnswer", topicId: copyOf("topic"), standardIds },
      ...{
        familyId: `family ${String(number)}`,
        stimulusId: null,
        demand: "recall",
        use: "practice",
        status: "approved",
      },
      ...{ revisionId: `revision ${String(number)}`, expectedSeconds: 60, writerDifficulty: 3, changeSeq: number },
      ...{ isArchived: false, ownerId: copyOf("owner"), tags: [copyOf("tag")], language: "en", hasExplanation: true },
      ...{ answers: 0, creditSum: 0, agreement: null, uses: 0, students: 0, lastUsedOn: null },
    });
    const rows = [row(1, ["s", "t"]), row(2, [copyOf("s"), copyOf("t")]), row(4, [])];
    const index = new DepartmentIndex();
    index.take(rows, 1);
    expect(index.rows).toEqual(rows);
    expect(index.rows[0]?.standardIds).toBe(index.rows[1]?.standardIds);
    expect([1, 2, 3, 4].map((number) => index.placeOfNumber[number])).toEqual([0, 1, undefined, 2]);
    const changed = { ...row(2, ["t"]), changeSeq: 9, status: "retired" };
    index.take([changed], 2);
    expect(index.rows).toEqual([rows[0], changed, rows[2]]);
    expect(index.usable.itemIds).toEqual(["item 1", "item 4"]);
  });
});
