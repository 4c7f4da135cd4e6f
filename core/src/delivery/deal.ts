/** Which questions one student gets, and in which order: draws dealt, orders woven. */

import { drawFrom, type PoolItem } from "../assembly/draws.ts";
import { interleave } from "../assembly/interleave.ts";
import type { Strand } from "../assembly/orderCost.ts";
import { randomFrom } from "../random.ts";
import { orderedApart } from "./seating.ts";
import { gatheredByStimulus } from "../stimuli/stimulus.ts";

export interface DealtItem extends PoolItem, Strand {}

/** A place that gives questions: one fixed item, or a draw of some from a pool. */
export interface DealPlace<Item extends DealtItem> {
  readonly placeId: string;
  /** One item where it is fixed, the pool where it is drawn. */
  readonly items: readonly Item[];
  /** How many of `items` each student gets; 1 where it is fixed. */
  readonly take: number;
}

export interface DealPart<Item extends DealtItem> {
  readonly orderRule: "woven" | "asWritten" | "easyToHard";
  readonly places: readonly DealPlace<Item>[];
}

export interface Dealt<Item extends DealtItem> {
  readonly placeId: string;
  readonly item: Item;
}

/**
 * The questions of one go, part after part; parts never mix.
 *
 * Draws never give two of a family, also not beside what is fixed or drawn earlier, where the pool allows it. With
 * `ownOrder` every woven part is woven anew for this seed; otherwise questions come in the order of their places. What
 * shares a stimulus (a `block`) stands together in a draw and wherever the order is made here.
 *
 * @param seed of this student and go
 * @param met the go in which each item of earlier goes was met last; drawn again only where there is nothing else, the
 *   longest unseen first
 * @param neighbours the families at each place of whoever sits beside: an order of the student's own avoids them there
 * @param hand what was dealt already, by place (see {@link file://./dealClass.ts}); drawn here where it says nothing
 */
export function deal<Item extends DealtItem>(
  parts: readonly DealPart<Item>[],
  given: {
    readonly seed: string;
    readonly ownOrder: boolean;
    readonly met?: ReadonlyMap<string, number>;
    readonly hand?: ReadonlyMap<string, readonly string[]>;
    readonly neighbours?: readonly (readonly string[])[];
  },
): Dealt<Item>[] {
  const taken = new Set(
    parts.flatMap((part) =>
      part.places.filter((place) => place.items.length === 1).map((place) => place.items[0]?.familyId),
    ),
  );
  let first = 0;
  return parts.flatMap((part, p) => {
    const dealt = part.places.flatMap((place): Dealt<Item>[] => {
      const [only] = place.items;
      if (place.items.length === 1 && only) return [{ placeId: place.placeId, item: only }];
      const open = place.items.filter((item) => !taken.has(item.familyId));
      const drawn =
        given.hand?.get(place.placeId) ??
        drawFrom(open, place.take, randomFrom(`${given.seed} ${place.placeId}`), given.met);
      const fromPool = drawn.flatMap((itemId) => {
        const item = open.find((one) => one.itemId === itemId);
        if (!item) return [];
        taken.add(item.familyId);
        return [{ placeId: place.placeId, item }];
      });
      return gatheredByStimulus(fromPool, ({ item }) => item.block);
    });
    const beside = (given.neighbours ?? []).map((families) => families.slice(first, first + dealt.length));
    first += dealt.length;
    return ordered(dealt, part.orderRule, given.ownOrder, `${given.seed} part ${p}`, beside);
  });
}

function ordered<Item extends DealtItem>(
  dealt: readonly Dealt<Item>[],
  rule: DealPart<Item>["orderRule"],
  ownOrder: boolean,
  seed: string,
  beside: readonly (readonly string[])[],
): Dealt<Item>[] {
  if (rule === "easyToHard") {
    const climbing = [...dealt].sort((a, b) => a.item.difficultyRank - b.item.difficultyRank);
    return gatheredByStimulus(climbing, ({ item }) => item.block);
  }
  if (rule === "asWritten" || !ownOrder) return [...dealt];
  // A little noise in the difficulty makes equally woven orders differ from student to student.
  const next = randomFrom(seed);
  const strands = dealt.map(({ item }) => ({ ...item, difficultyRank: next() }));
  const woven = interleave(strands, seed, 3000).order.map((i) => dealt[i] as Dealt<Item>);
  if (beside.every((families) => families.length === 0)) return woven;
  const placed = woven.map(({ placeId, item }) => ({ ...item, placeId, item }));
  return orderedApart(placed, beside).map(({ placeId, item }) => ({ placeId, item }));
}
