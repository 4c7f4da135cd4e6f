import { describe, expect, test } from "vitest";
import type { Quiz } from "@verdant/contract/assembly";
import { removed, replaced, stepped, inserted, type Layout, type LayoutPlace } from "@verdant/core/assembly/layout";
import { arranged, layoutOf, reordered, withOrder } from "./layout.ts";

const item = (itemId: string): LayoutPlace => ({ type: "fixed", itemId, locked: false, points: 1 });
const words: LayoutPlace = { type: "interlude", text: "Breathe." };
const part = (...places: LayoutPlace[]): Layout[number] => ({
  heading: null,
  instruction: null,
  orderRule: "woven",
  places,
});
describe("a change is shown before the server has answered", () => {
  const fixed = (itemId: string) => ({
    type: "fixed",
    id: itemId,
    partId: "1",
    itemId,
    locked: false,
    points: 1,
    stem: itemId,
  });
  const quiz = {
    checks: [],
    name: "Week 9",
    parts: [{ id: "1", heading: null, instruction: null, orderRule: "woven" }],
    places: [
      fixed("a"),
      { type: "draw", id: "d", partId: "1", pool: [{ itemId: "p" }, { itemId: "q" }], take: 1, points: 1 },
      fixed("b"),
    ],
  } as unknown as Quiz;
  const now = layoutOf(quiz);

  test("what is said of a place and its order are taken over, all else stays", () => {
    const at = { part: 0, place: 2 };
    const next = stepped(replaced(now, at, { type: "fixed", itemId: "b", locked: true, points: 2 }), at, -1);
    expect(arranged(quiz, next)).toEqual({
      ...quiz,
      places: [quiz.places[0], { ...quiz.places[2], locked: true, points: 2 }, quiz.places[1]],
    });
    expect(arranged(quiz, now)).toEqual(quiz);
  });

  test("words show as they were typed; what is swapped stays until its successor is known", () => {
    const worded = arranged(quiz, inserted(now, { part: 0, place: 1 }, [words]));
    expect(worded.places.map((place) => (place.type === "interlude" ? place.text : place.id))).toEqual([
      "a",
      "Breathe.",
      "d",
      "b",
    ]);
    expect(arranged(quiz, replaced(now, { part: 0, place: 0 }, item("new"))).places).toEqual(quiz.places);
  });

  test("what only the server knows is not made up, and a part that is new has its own places", () => {
    expect(arranged(quiz, inserted(now, { part: 0, place: 0 }, [item("new")])).places).toEqual(quiz.places);
    const [places] = now.map((part) => part.places);
    const parted = arranged(quiz, [part(...(places ?? []).slice(0, 2)), part(...(places ?? []).slice(2))]);
    expect(parted.parts).toHaveLength(2);
    expect(layoutOf(parted).map((one) => one.places.length)).toEqual([2, 1]);
  });

  test("a change of order alone is told by ids; any other change is not one of order", () => {
    const [places = []] = now.map((one) => one.places);
    expect(reordered(quiz, now)).toEqual([["a", "d", "b"]]);
    expect(reordered(quiz, stepped(now, { part: 0, place: 2 }, -1))).toEqual([["a", "b", "d"]]);
    for (const other of [
      removed(now, { part: 0, place: 0 }),
      inserted(now, { part: 0, place: 0 }, [item("new")]),
      replaced(now, { part: 0, place: 0 }, item("new")),
      replaced(now, { part: 0, place: 0 }, { ...item("a"), points: 2 } as LayoutPlace),
      [part(...places), part()],
      now.map((one) => ({ ...one, heading: "Another" })),
      now.map((one) => ({ ...one, orderRule: "asWritten" as const })),
    ])
      expect(reordered(quiz, other)).toBeNull();
    const numbered = { ...quiz, checks: [{ code: "metLately" as const, terms: {} }] };
    expect(reordered(numbered, now), "a check that names questions by number").toBeNull();
  });

  test("words that stand twice are not told apart by order", () => {
    const twice = {
      ...quiz,
      places: [1, 2].map((id) => ({ type: "interlude", id: String(id), partId: "1", text: "Breathe." })),
    } as unknown as Quiz;
    expect(reordered(twice, layoutOf(twice))).toBeNull();
  });

  test("the new order takes over what the server says of it, and no other check", () => {
    const checked = {
      ...quiz,
      version: 3,
      woven: 40,
      checks: [
        { code: "sameTopicNeighbours", terms: { pairs: 2 } },
        { code: "sameFamily", terms: {} },
      ],
    } as unknown as Quiz;
    const said = {
      version: 4,
      woven: 90,
      undo: null,
      redo: null,
      checks: [{ code: "stimulusApart" as const, terms: {} }],
    };
    expect(withOrder(checked, [["b", "a", "d"]], said)).toEqual({
      ...checked,
      ...{ version: 4, woven: 90, undo: null, redo: null, places: [quiz.places[2], quiz.places[0], quiz.places[1]] },
      checks: [{ code: "sameFamily", terms: {} }, ...said.checks],
    });
  });
});
