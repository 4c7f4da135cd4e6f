import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  changed,
  exchanged,
  inserted,
  inverseOrder,
  movedAmongFixed,
  permuted,
  removed,
  replaced,
  stepped,
  withPlaces,
  type Layout,
  type LayoutPlace,
} from "./layout.ts";

const item = (itemId: string): LayoutPlace => ({ type: "fixed", itemId, locked: false, points: 1 });
const draw: LayoutPlace = { type: "draw", itemIds: ["p", "q"], take: 1, points: 1 };
const words: LayoutPlace = { type: "interlude", text: "Breathe." };
const part = (...places: LayoutPlace[]): Layout[number] => ({
  heading: null,
  instruction: null,
  orderRule: "woven",
  places,
});
const names = (layout: Layout) =>
  layout.map(({ places }) => places.map((place) => (place.type === "fixed" ? place.itemId : place.type)).join(" "));

const two: Layout = [part(item("a"), draw, item("b"), words), part(item("c"))];

describe("steps", () => {
  test("within a part, over its edge into the next, and no further than the ends", () => {
    expect(names(stepped(two, { part: 0, place: 0 }, 1))).toEqual(["draw a b interlude", "c"]);
    expect(names(stepped(two, { part: 0, place: 3 }, 1))).toEqual(["a draw b", "interlude c"]);
    expect(names(stepped(two, { part: 1, place: 0 }, -1))).toEqual(["a draw b interlude c", ""]);
    expect(stepped(two, { part: 0, place: 0 }, -1)).toEqual(two);
    expect(stepped(two, { part: 1, place: 0 }, 1)).toEqual(two);
  });

  test("a step and the step back leave everything as it was", () => {
    expect(stepped(stepped(two, { part: 0, place: 1 }, 1), { part: 0, place: 2 }, -1)).toEqual(two);
  });
});

describe("a change made to what was on the screen a moment ago", () => {
  test("finds its place where it stands by now", () => {
    const meanwhile = removed(two, { part: 0, place: 0 });
    expect(names(changed(meanwhile, item("b"), removed))).toEqual(["draw interlude", "c"]);
    const locked = changed(meanwhile, item("b"), (now, at) =>
      replaced(now, at, { ...item("b"), locked: true } as LayoutPlace),
    );
    expect(locked[0]?.places[1]).toMatchObject({ itemId: "b", locked: true });
    expect(names(changed(meanwhile, words, removed))).toEqual(["draw b", "c"]);
  });

  test("does nothing where its place is gone", () => {
    const meanwhile = removed(two, { part: 0, place: 2 });
    expect(changed(meanwhile, item("b"), removed)).toEqual(meanwhile);
  });

  test("taken out and put back is as before", () => {
    expect(inserted(removed(two, { part: 0, place: 1 }), { part: 0, place: 1 }, [draw])).toEqual(two);
  });
});

test("a question moves among questions; draws and words keep their place", () => {
  expect(names(movedAmongFixed(two, "a", 1))).toEqual(["b draw a interlude", "c"]);
  expect(names(movedAmongFixed(two, "a", 9))).toEqual(["b draw a interlude", "c"]);
  expect(movedAmongFixed(two, "b", 1)).toEqual(two);
  expect(movedAmongFixed(two, "c", -1)).toEqual(two);
});

test("an item takes another's place, and what else is said of the place stays", () => {
  const layout: Layout = [
    {
      heading: null,
      instruction: null,
      orderRule: "woven",
      places: [
        { type: "fixed", itemId: "a", locked: true, points: 2 },
        { type: "draw", itemIds: ["a", "b"], take: 1, points: 1 },
      ],
    },
  ];
  expect(exchanged(layout, "a", "c")[0]?.places).toEqual([
    { type: "fixed", itemId: "c", locked: true, points: 2 },
    { type: "draw", itemIds: ["a", "b"], take: 1, points: 1 },
  ]);
  expect(exchanged(layout, "x", "c")).toEqual(layout);
});

/** Layouts of a few parts with questions of different names. */
const layouts = fc
  .array(fc.nat(5), { minLength: 1, maxLength: 4 })
  .map((sizes): Layout => sizes.map((n, p) => part(...Array.from({ length: n }, (_, i) => item(`${p} ${i}`)))));
const placed = (layout: Layout) => layout.flatMap((one) => one.places).length;

describe("whatever the layout", () => {
  test("an order and its inverse leave it as it was; an order is only one of just its places", () => {
    fc.assert(
      fc.property(
        layouts.chain((layout) =>
          fc.tuple(
            fc.constant(layout),
            fc.tuple(
              ...layout.map(({ places }) => fc.shuffledSubarray([...places.keys()], { minLength: places.length })),
            ),
          ),
        ),
        ([layout, order]) => {
          const there = permuted(layout, order);
          expect(placed(there)).toBe(placed(layout));
          order.forEach((own, p) => {
            own.forEach((from, at) => {
              expect(there[p]?.places[at]).toBe(layout[p]?.places[from]);
            });
          });
          expect(permuted(there, inverseOrder(order))).toEqual(layout);
        },
      ),
    );
    for (const wrong of [[[0, 0, 1, 2], [0]], [[0, 1, 2], [0]], [[0, 1, 2, 3]], [[3, 2, 1, 4], [0]]])
      expect(() => permuted(two, wrong)).toThrow(RangeError);
  });

  test("a step loses nothing, and the step back leaves it as it was", () => {
    fc.assert(
      fc.property(layouts, fc.nat(), fc.nat(), fc.constantFrom(1 as const, -1 as const), (layout, p, i, by) => {
        const at = { part: p % layout.length, place: 0 };
        const length = layout[at.part]?.places.length ?? 0;
        at.place = length === 0 ? 0 : i % length;
        const there = stepped(layout, at, by);
        expect(placed(there)).toBe(placed(layout));
        const place = layout[at.part]?.places[at.place];
        if (place)
          expect(changed(there, place, (now, here) => stepped(now, here, by === 1 ? -1 : 1))).toEqual(
            JSON.stringify(there) === JSON.stringify(layout) ? expect.anything() : layout,
          );
      }),
    );
  });

  test("what is put in and taken out again leaves it as it was; other parts are not touched", () => {
    fc.assert(
      fc.property(layouts, fc.nat(), fc.nat(), (layout, p, i) => {
        const at = { part: p % layout.length, place: 0 };
        at.place = i % ((layout[at.part]?.places.length ?? 0) + 1);
        const more = inserted(layout, at, [words]);
        expect(more[at.part]?.places[at.place]).toBe(words);
        expect(removed(more, at)).toEqual(layout);
        layout.forEach((one, other) => {
          if (other !== at.part) expect(more[other]).toBe(one);
        });
        expect(withPlaces(layout, at.part, (places) => places)).toEqual(layout);
      }),
    );
  });
});
