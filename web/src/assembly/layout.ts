/** The layout of a quiz on the composer's page: what a change looks like before the server has answered. */
import { numberedCodes, orderCodes, type Arranged, type Place, type Quiz } from "@verdant/contract/assembly";
import { keyOf, type Layout, type LayoutPlace } from "@verdant/core/assembly/layout";

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
    undo: said.undo,
    redo: said.redo,
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
