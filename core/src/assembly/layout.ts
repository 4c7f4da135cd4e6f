/**
 * The layout of a quiz: parts, and the places in them. Every change is a function from one layout to the next, so that a
 * page may show a change before the server has made it, and both make the same of it.
 */
import { moved } from "../moved.ts";

/** What the questions of a part follow: woven, as they were put by hand, or from easy to hard. */
export const orderRules = ["woven", "asWritten", "easyToHard"] as const;

export type LayoutPlace =
  | { type: "fixed"; itemId: string; locked?: boolean | undefined; points?: number | undefined }
  | { type: "draw"; itemIds: string[]; take: number; points?: number | undefined }
  | { type: "interlude"; text: string };

export interface LayoutPart {
  heading: string | null;
  instruction: string | null;
  /** Absent: "woven". */
  orderRule?: (typeof orderRules)[number] | undefined;
  places: LayoutPlace[];
}

export type Layout = LayoutPart[];

/** Where a place stands: which part, and which place in it, both counted from 0. */
export interface At {
  readonly part: number;
  readonly place: number;
}

/** What a place is, whatever its position: the same before and after a move. */
export const keyOf = (place: LayoutPlace): string =>
  `${place.type} ${place.type === "fixed" ? place.itemId : place.type === "draw" ? place.itemIds.join() : place.text}`;

/** The items of a layout, those of draws among them, in their order. */
export const itemIdsOf = (layout: readonly Pick<LayoutPart, "places">[]): string[] =>
  layout
    .flatMap(({ places }) => places)
    .flatMap((place) => (place.type === "fixed" ? [place.itemId] : place.type === "draw" ? place.itemIds : []));

type Counted = { readonly type: "fixed" | "interlude" } | { readonly type: "draw"; readonly take: number };

/** Questions that each student gets. */
export const questionsOf = (layout: readonly { readonly places: readonly Counted[] }[]): number =>
  layout
    .flatMap(({ places }) => places)
    .reduce((sum, place) => sum + (place.type === "fixed" ? 1 : place.type === "draw" ? place.take : 0), 0);

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

/**
 * The layout with the places of each part in another order: `order[p][i]` is where the place that is to stand at i of
 * part p stands now, counted from 0.
 * @throws RangeError where it is no order of just these places
 */
export function permuted(layout: Layout, order: readonly (readonly number[])[]): Layout {
  const isOrder =
    order.length === layout.length &&
    order.every((own, p) => own.toSorted((a, b) => a - b).join() === [...(layout[p]?.places.keys() ?? [])].join());
  if (!isOrder) throw new RangeError("an order has each place of each part once");
  return layout.map((part, p) => ({
    ...part,
    places: (order[p] ?? []).map((from) => part.places[from] as LayoutPlace),
  }));
}

/** The order that takes `order` back: `permuted(permuted(layout, order), inverseOrder(order))` is the layout. */
export const inverseOrder = (order: readonly (readonly number[])[]): number[][] =>
  order.map((own) => own.map((_, at) => own.indexOf(at)));
