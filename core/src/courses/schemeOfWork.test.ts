import fc from "fast-check";
import { expect, test } from "vitest";
import { readScheme } from "./schemeOfWork.ts";

test("a table with headings, empty cells that mean the one above, and a lesson that comes twice", () => {
  const text = "Week\tUnit\tLesson\n1\tRivers\tErosion\n2\t\tMeanders\n3\t\tErosion\n4\tCoasts\tWaves";
  expect(readScheme(text)).toEqual({
    units: [
      {
        name: "Rivers",
        lessons: [
          { name: "Erosion", week: 1 },
          { name: "Meanders", week: 2 },
        ],
      },
      { name: "Coasts", lessons: [{ name: "Waves", week: 4 }] },
    ],
    notes: [],
  });
});

test("columns in another order, strokes, and no heading at all", () => {
  const turned = readScheme("| Lesson | Unit | Week |\n| Waves | Coasts | Wk 7 |");
  expect(turned.units).toEqual([{ name: "Coasts", lessons: [{ name: "Waves", week: 7 }] }]);
  expect(readScheme("Rivers; Floods\nRivers; Dams").units).toMatchObject([
    { lessons: [{ week: null }, { week: null }] },
  ]);
  expect(readScheme("1, Rivers, Floods").units).toEqual([{ name: "Rivers", lessons: [{ name: "Floods", week: 1 }] }]);
});

test("what cannot be used is said with its line", () => {
  expect(readScheme("Week\tUnit\tLesson\n\t\tAlone\n99\tRivers\tFloods").notes).toEqual([
    "Line 2: no unit is named here or above.",
    "Line 3: “99” is no week from 1 to 60.",
  ]);
});

test("whatever is pasted is read without failing, and no unit or lesson is empty", () => {
  fc.assert(
    fc.property(
      fc.string({ unit: fc.constantFrom("\t", "|", ";", ",", "\n", "a", "B", "1", " "), maxLength: 200 }),
      (text) => {
        for (const { name, lessons } of readScheme(text).units) {
          expect(name).not.toBe("");
          for (const lesson of lessons) expect(lesson.name).not.toBe("");
        }
      },
    ),
  );
});
