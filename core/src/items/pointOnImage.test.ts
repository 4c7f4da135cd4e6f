import { faultLine } from "../testing/faultLine.ts";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { places } from "../testing/contents.ts";
import { creditOf, faultsOf, kindOf } from "./kinds.ts";
import { areaOf, boxOf, isInside, middleOf, movedShape, shapeBetween, type Shape } from "./pointOnImage.ts";

const pointing = (x: number, y: number) => ({ kind: "pointOnImage" as const, at: { x, y }, regionId: null });
const choosing = (regionId: string) => ({ kind: "pointOnImage" as const, at: null, regionId });
const square: Shape = {
  type: "polygon",
  points: [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 10 },
    { x: 0, y: 10 },
  ],
};
const length = fc.integer({ min: 1, max: 400 });
const point = fc.record({ x: length, y: length });
const shape: fc.Arbitrary<Shape> = fc.oneof(
  fc.tuple(point, point).map(([from, to]) => shapeBetween("rectangle", from, { x: to.x + 401, y: to.y + 401 })),
  fc.tuple(point, length).map(([at, radius]): Shape => ({ type: "circle", ...at, radius })),
  fc.tuple(point, length, length).map(([{ x, y }, w, h]): Shape => ({
    type: "polygon",
    points: [
      { x, y },
      { x: x + w, y },
      { x: x + w / 2, y: y + h },
    ],
  })),
);

describe("a place on a picture", () => {
  test("is a rectangle, a circle or a polygon, with the area of each and its inside", () => {
    expect(areaOf(square)).toBe(100);
    expect(areaOf({ type: "circle", x: 0, y: 0, radius: 2 })).toBeCloseTo(12.566, 3);
    expect([isInside(square, { x: 5, y: 5 }), isInside(square, { x: 11, y: 5 })]).toEqual([true, false]);
    // A bite out of a square: what lies in the bite is outside.
    const bitten: Shape = {
      type: "polygon",
      points: [
        { x: 0, y: 0 },
        { x: 10, y: 0 },
        { x: 5, y: 5 },
        { x: 10, y: 10 },
        { x: 0, y: 10 },
      ],
    };
    expect([isInside(bitten, { x: 8, y: 5 }), isInside(bitten, { x: 3, y: 5 })]).toEqual([false, true]);
  });

  test("moves as it is: the same area, its middle by just the way it was moved, and that middle inside", () => {
    fc.assert(
      fc.property(shape, point, point, (one, from, to) => {
        const moved = movedShape(one, from, to);
        expect(areaOf(moved)).toBeCloseTo(areaOf(one), 3);
        expect(middleOf(moved).x - middleOf(one).x).toBeCloseTo(to.x - from.x, 6);
        expect(isInside(moved, middleOf(moved))).toBe(true);
        expect(boxOf(moved).width).toBeCloseTo(boxOf(one).width, 6);
      }),
    );
  });
});

describe("point on image", () => {
  test("earns credit inside a right place, by pointing or from the list, and nowhere else", () => {
    for (const content of [places(true), places(false)]) {
      expect(creditOf(content, pointing(240, 70))).toBe(1);
      expect(creditOf(content, choosing("spit"))).toBe(1);
      for (const answer of [pointing(60, 60), pointing(399, 1), choosing("east"), choosing("nothing")])
        expect(creditOf(content, answer)).toBe(0);
    }
  });

  test("guessing finds an outline by their number, the bare picture by its area", () => {
    const chance = (shows: boolean) => kindOf(places(shows)).chance(places(shows));
    expect(chance(true)).toBeCloseTo(1 / 3, 9);
    expect(chance(false)).toBeCloseTo((80 * 40) / (400 * 300), 9);
  });

  test("counts each place, what lies beside all of them, and blanks", () => {
    const content = places(false);
    const answers = [pointing(60, 60), choosing("west"), pointing(1, 299), { ...choosing("west"), regionId: null }];
    expect(
      kindOf(content)
        .summarise(content, answers)
        .map(({ text, count }) => [text, count]),
    ).toEqual([
      ["A", 2],
      ["B", 0],
      ["C", 0],
      ["somewhere else", 1],
      ["", 1],
    ]);
  });

  test("asks for a picture, two places with names of their own, and a right one", () => {
    const content = places(false);
    expect(faultsOf(content)).toEqual([]);
    expect(faultsOf({ ...content, image: null })).toHaveLength(1);
    const [west, spit] = content.regions;
    const said = (regions: typeof content.regions) =>
      faultsOf({ ...content, regions })
        .map(faultLine)
        .join(" ");
    expect(said([west!])).toMatch(/regionsFew.*regionKeyMissing/);
    expect(said([west!, { ...spit!, label: "a " }])).toMatch(/regionNameTwice/);
    expect(said([west!, { ...spit!, shape: { type: "circle", x: 900, y: 1, radius: 9 } }])).toMatch(/regionSmall/);
  });
});
