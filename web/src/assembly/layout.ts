/** The layout of a quiz as the composer changes it: parts and places, each change a new layout. */
import {
  numberedCodes,
  orderCodes,
  type Arranged,
  type LayoutPart,
  type Place,
  type Quiz,
} from "@verdant/contract/assembly";
import { moved } from "../ui/moved.ts";

export type Layout = LayoutPart[];
export type LayoutPlace = LayoutPart["places"][number];

export function layoutOf(quiz: Pick<Quiz, "parts" | "places">): Layout {
  return quiz.parts.map((part) => ({
    heading: part.heading,
    instruction: part.instruction,
    orderRule: part.orderRule,
    places: quiz.places.filter((place) => place.partId === part.id).map(toLayout),
  }));
}

function toLayout(place: Place): LayoutPlace {
  if (place.type === "interlude") return { type: "interlude", text: place.text };
  if (place.type === "draw")
    return { type: "draw", itemIds: place.pool.map((item) => item.itemId), take: place.take, points: place.points };
  return { type: "fixed", itemId: place.itemId, locked: place.locked, points: place.points };
}

/**
 * The quiz as it will be with this layout, for showing a change before the server has answered: parts and places that
 * are known already, in their new order. What only the server can tell (a new item's words, the weave) comes with its
 * answer; until then what it takes the place of stays.
 */
export function arranged(quiz: Quiz, layout: Layout): Quiz {
  const known = new Map(quiz.places.map((place) => [keyOf(toLayout(place)), place]));
  const wanted = new Set(layout.flatMap((part) => part.places.map(keyOf)));
  const parts = layout.map(({ heading, instruction, orderRule = "woven" }, p) => ({
    id: quiz.parts[p]?.id ?? `part ${p}`,
    heading,
    instruction,
    orderRule,
  }));
  const places = parts.flatMap(({ id: partId }, p) => {
    const before = quiz.places.filter((place) => place.partId === partId);
    return (layout[p]?.places ?? []).flatMap((next, i): Place[] => {
      const place = known.get(keyOf(next));
      if (place) return [{ ...place, ...saidOf(next), partId } as Place];
      if (next.type === "interlude") return [{ ...next, id: keyOf(next), partId }];
      const replaced = before[i];
      return replaced && !wanted.has(keyOf(toLayout(replaced))) ? [replaced] : [];
    });
  });
  return { ...quiz, parts, places };
}

/**
 * The new order of each part's places, by id, when nothing but their order is new; null when anything else is. Such a
 * change is a small request: the server needs to be told, and tells, nothing else.
 */
export function reordered(quiz: Pick<Quiz, "parts" | "places" | "checks">, layout: Layout): string[][] | null {
  const now = layoutOf(quiz);
  if (now.length !== layout.length || quiz.checks.some((check) => numberedCodes.includes(check.code))) return null;
  const order: string[][] = [];
  for (const [p, { places: next, ...said }] of layout.entries()) {
    const { places, ...before } = now[p] ?? { places: [] };
    const ids = quiz.places.filter((place) => place.partId === quiz.parts[p]?.id).map((place) => place.id);
    const sameAs = (place: LayoutPlace) => places.findIndex((one) => JSON.stringify(one) === JSON.stringify(place));
    const from = next.map(sameAs);
    const isWhole = from.length === places.length && new Set(from).size === places.length && !from.includes(-1);
    if (!isWhole || JSON.stringify(said) !== JSON.stringify(before)) return null;
    order.push(from.flatMap((i) => ids[i] ?? []));
  }
  return order;
}

/** The quiz in this order, with what the server says of it. */
export function withOrder(quiz: Quiz, order: readonly (readonly string[])[], said: Arranged): Quiz {
  const byId = new Map(quiz.places.map((place) => [place.id, place]));
  return {
    ...quiz,
    version: said.version,
    woven: said.woven,
    places: order.flat().flatMap((id) => byId.get(id) ?? []),
    checks: [...quiz.checks.filter((check) => !orderCodes.includes(check.code)), ...said.checks],
  };
}

/** What a layout says of a place beside which it is. */
function saidOf(place: LayoutPlace): Partial<Place> {
  if (place.type === "interlude") return {};
  const points = place.points === undefined ? {} : { points: place.points };
  return place.type === "draw" ? { take: place.take, ...points } : { locked: place.locked ?? false, ...points };
}

/** Where a place stands: which part, and which place in it, both counted from 0. */
export interface At {
  readonly part: number;
  readonly place: number;
}

/** What a place is, whatever its position: the same before and after a move. */
export const keyOf = (place: LayoutPlace): string =>
  `${place.type} ${place.type === "fixed" ? place.itemId : place.type === "draw" ? place.itemIds.join() : place.text}`;

/** A change of one place, wherever it stands by now: an earlier change may have moved it since it was on the screen. */
export function changed(layout: Layout, place: LayoutPlace, change: (layout: Layout, at: At) => Layout): Layout {
  for (const [part, { places }] of layout.entries()) {
    const at = places.findIndex((one) => keyOf(one) === keyOf(place));
    if (at >= 0) return change(layout, { part, place: at });
  }
  return layout;
}

/** Moves a fixed question of the first part by so many others like it; draws and words keep their place. */
export function movedAmongFixed(layout: Layout, itemId: string, by: number): Layout {
  const own = layout[0]?.places.filter((place) => place.type === "fixed") ?? [];
  const from = own.findIndex((place) => place.itemId === itemId);
  const to = Math.max(0, Math.min(own.length - 1, from + by));
  if (from < 0 || to === from) return layout;
  const order = moved(own, from, to);
  let next = 0;
  return withPlaces(layout, 0, (places) =>
    places.map((place) => (place.type === "fixed" ? (order[next++] ?? place) : place)),
  );
}

export function withPlaces(layout: Layout, part: number, change: (places: LayoutPlace[]) => LayoutPlace[]): Layout {
  return layout.map((one, i) => (i === part ? { ...one, places: change([...one.places]) } : one));
}

export const inserted = (layout: Layout, at: At, places: readonly LayoutPlace[]): Layout =>
  withPlaces(layout, at.part, (list) => [...list.slice(0, at.place), ...places, ...list.slice(at.place)]);

export const removed = (layout: Layout, at: At): Layout =>
  withPlaces(layout, at.part, (list) => list.filter((_, i) => i !== at.place));

export const replaced = (layout: Layout, at: At, place: LayoutPlace): Layout =>
  withPlaces(layout, at.part, (list) => list.map((one, i) => (i === at.place ? place : one)));

/** One step up or down; over the edge of a part into the next. */
export function stepped(layout: Layout, at: At, step: 1 | -1): Layout {
  const place = layout[at.part]?.places[at.place];
  if (!place) return layout;
  const to = at.place + step;
  const length = layout[at.part]?.places.length ?? 0;
  const rest = removed(layout, at);
  if (to >= 0 && to < length) return inserted(rest, { part: at.part, place: to }, [place]);
  const part = at.part + step;
  const neighbour = layout[part];
  if (!neighbour) return layout;
  return inserted(rest, { part, place: step === 1 ? 0 : neighbour.places.length }, [place]);
}

/** Puts one item where another stands; what else is said of the place stays. */
export const exchanged = (layout: Layout, before: string, after: string): Layout =>
  layout.map((part) => ({
    ...part,
    places: part.places.map((place) =>
      place.type === "fixed" && place.itemId === before ? { ...place, itemId: after } : place,
    ),
  }));
