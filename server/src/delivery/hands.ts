/** What students draw: dealt to all whom a release is for when the first of them begins a go; later ones one by one. */
import { dealClass, dealOne, expectedOf, type ClassPool } from "@verdant/core/delivery/dealClass";
import type { DealPart, DealtItem } from "@verdant/core/delivery/deal";
import { kindOf, markerOf, type Content } from "@verdant/core/items/kinds";
import { expectedScore, slipKnown } from "@verdant/core/plan/posterior";
import { atomically, beforehand, type Scope, type Student } from "../platform/scope.ts";
import * as store from "./handStore.ts";
import { listNeighbours } from "./neighbours.ts";

interface PoolItem extends DealtItem {
  readonly now: {
    readonly content: Content;
    readonly points: number;
    readonly writerDifficulty: number;
    /** First answers so far, and their credit; null while there are none. */
    readonly knownAnswers: number | null;
    readonly knownCredit: number | null;
    /** On the one scale of the department, in logits; null: too few answers. */
    readonly difficulty: number | null;
  };
}

type Hand = ReadonlyMap<string, readonly string[]>;

/** Recall that is assumed of a topic: it scales what is expected of all students alike. */
const usualRecall = 0.8;

/**
 * What this student draws in this go, by place; undefined where nothing is drawn. Dealing waits for nobody but another
 * dealing of the same release.
 *
 * @param given.met what the student has met in earlier goes, with the go
 * @param given.ownOrder each student has an order of their own
 */
export async function handFor(
  scope: Scope<Student>,
  { releaseId, ordinal }: { releaseId: string; ordinal: number },
  parts: readonly DealPart<PoolItem>[],
  { met, ownOrder }: { readonly met: ReadonlyMap<string, number>; readonly ownOrder: boolean },
): Promise<Hand | undefined> {
  const places = parts.flatMap((part) => part.places);
  const pools = parts.flatMap((part) =>
    part.places
      .filter((place) => place.items.length > 1)
      .map((place) => ({ ...toPool(place), staysInOrder: staysInOrder(part, ownOrder) })),
  );
  if (pools.length === 0) return undefined;
  const key = { departmentId: scope.caller.departmentId, studentId: scope.caller.studentId, releaseId, ordinal };
  const known = await findHand(scope, key);
  // A transaction of its own: what was dealt to a class stands, whether or not this student then begins.
  return known ?? atomically(beforehand(scope), (within) => dealHands(within, key, { places, pools }, met));
}

interface HandKey {
  readonly departmentId: string;
  readonly releaseId: string;
  readonly ordinal: number;
  readonly studentId: string;
}

async function findHand({ db }: Scope, key: HandKey): Promise<Hand | undefined> {
  const drawn = await store.findHand(db, key);
  return drawn && new Map(Object.entries(drawn));
}

async function dealHands(
  scope: Scope<Student>,
  { studentId, ...key }: HandKey,
  { places, pools }: { places: readonly DealPart<PoolItem>["places"][number][]; pools: readonly ClassPool[] },
  met: ReadonlyMap<string, number>,
): Promise<Hand | undefined> {
  const { db, now } = scope;
  const { departmentId, releaseId, ordinal } = key;
  await store.lockDealing(db, releaseId);
  const sinceThen = await findHand(scope, { ...key, studentId });
  if (sinceThen) return sinceThen;

  const earlier = await store.listHands(db, departmentId, releaseId, ordinal);
  const isDealt = earlier.some((row) => row.ordinal === ordinal);
  const dealt = new Map<string, number>();
  const metBy = new Map<string, Map<string, number>>();
  for (const row of earlier)
    for (const itemId of Object.values(row.drawn).flat()) {
      dealt.set(itemId, (dealt.get(itemId) ?? 0) + 1);
      const own = metBy.get(row.studentId) ?? new Map<string, number>();
      metBy.set(row.studentId, own.set(itemId, row.ordinal));
    }
  const fixedFamilies = new Set(places.flatMap(({ items }) => (items.length === 1 ? (items[0]?.familyId ?? []) : [])));
  const neighbours = pools.some((pool) => pool.staysInOrder)
    ? await listNeighbours(scope, { departmentId, releaseId })
    : new Map<string, string[]>();
  const deal = { pools, fixedFamilies, dealt, neighbours, seed: `${releaseId} ${ordinal}` };
  const studentOf = (id: string) => ({ studentId: id, met: (id === studentId ? met : metBy.get(id)) ?? new Map() });
  const hands = new Map<string, Hand>();
  if (isDealt) {
    const ofThisGo = earlier.filter((row) => row.ordinal === ordinal);
    const others = new Map(ofThisGo.map((row) => [row.studentId, new Map(Object.entries(row.drawn))]));
    const sum = [...others.values()].reduce((all, hand) => all + expectedOf(hand, pools), 0);
    hands.set(studentId, dealOne(studentOf(studentId), deal, sum / ofThisGo.length, others));
  } else {
    const ids = new Set([...(await store.listStudentsFor(db, departmentId, releaseId)), studentId]);
    for (const [id, hand] of dealClass([...ids].map(studentOf), deal)) hands.set(id, hand);
  }
  await store.insertHands(
    db,
    { ...key, at: now() },
    [...hands].map(([id, hand]) => ({ studentId: id, drawn: Object.fromEntries(hand) })),
  );
  return hands.get(studentId);
}

/** Whether draws of this part stand in the quiz's order, the same for everybody. */
const staysInOrder = ({ orderRule }: DealPart<PoolItem>, ownOrder: boolean) =>
  orderRule === "asWritten" || (orderRule === "woven" && !ownOrder);

function toPool({ placeId, items, take }: DealPart<PoolItem>["places"][number]): ClassPool {
  return {
    placeId,
    take,
    items: items.map(({ itemId, familyId, now }) => {
      const chance = kindOf(now.content).chance(now.content);
      const known = { right: now.knownCredit ?? 0, outOf: now.knownAnswers ?? 0 };
      const slip = slipKnown({
        ...{ writerEstimate: now.writerDifficulty, chance, calibrated: now.difficulty },
        ...known,
      });
      const credit = markerOf(now.content) === "nobody" ? 0 : expectedScore(usualRecall, chance, slip);
      return { itemId, familyId, expected: now.points * credit };
    }),
  };
}
