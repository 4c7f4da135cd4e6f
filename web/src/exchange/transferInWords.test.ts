import type { Transfer } from "@verdant/contract/exchange";
import { transferStates } from "@verdant/contract/exchange";
import { expect, test } from "vitest";
import { sizeInWords } from "../ui/sizeInWords.ts";
import { placeInWords, transferInWords } from "./transferInWords.ts";

const transfer = (change: Partial<Transfer>): Transfer => ({
  id: "a",
  kind: "import",
  format: "department",
  state: "waiting",
  name: "department.json",
  bytes: 0,
  share: 0,
  askedBy: "Mara Okafor",
  askedAt: "2026-11-28T09:30:00Z",
  finishedAt: null,
  imported: null,
  canUndo: false,
  undone: null,
  problem: null,
  ...change,
});
const created = { standards: 0, topics: 2, courses: 0, classes: 1, students: 0, items: 1 };

test("an import that is done says what it made, and leaves out what it made none of", () => {
  const imported = { created, revised: { items: 3 }, unchanged: { items: 0 } };
  expect(transferInWords(transfer({ state: "done", imported }))).toBe(
    "imported: 1 new item, 3 changed, 0 as they were; new besides: 2 topics, 1 class",
  );
});

test("a share is never said to be all before all is read", () => {
  expect(transferInWords(transfer({ state: "running", share: 0.999 }))).toBe("99% read");
  expect(transferInWords(transfer({ state: "running", share: 1 }))).toBe("read; being imported");
});

test("each state of each kind has words of its own", () => {
  for (const kind of ["import", "export"] as const) {
    const words = transferStates.map((state) => transferInWords(transfer({ kind, state })));
    expect(new Set(words).size).toBe(words.length);
  }
});

test("a size is never nothing, and has one decimal from a megabyte on", () => {
  expect([0, 400, 999_400, 1_000_000, 123_456_789].map(sizeInWords)).toEqual([
    "1 kB",
    "1 kB",
    "999 kB",
    "1.0 MB",
    "123.5 MB",
  ]);
});

test("a place in the file is named as people count", () => {
  expect(placeInWords("/items/12/content/options/1")).toBe("item 13, content, options, 2");
  expect(placeInWords("/classes/0/students/4/givenName")).toBe("class 1, student 5, givenName");
  expect(placeInWords("/formatVersion")).toBe("formatVersion");
  expect(placeInWords("")).toBe("the file");
});

test("an import that was undone says what went, what was given back and what stayed; one is one", () => {
  const undone = (takenOut: number, restored: number, kept: number) =>
    transferInWords(transfer({ state: "done", undone: { takenOut, restored, kept } }));
  expect(undone(15, 0, 0)).toBe("undone: 15 items are out of the bank again");
  expect(undone(1, 1, 1)).toBe(
    "undone: 1 item is out of the bank again; 1 says again what it said before; 1 stays, changed or used since",
  );
  expect(undone(0, 2, 3)).toMatch(/; 2 say again what they said before; 3 stay, changed or used since$/);
});
