/** The questions that one student gets, in their order. */
import { deal, type Dealt, type DealPart, type DealtItem } from "@verdant/core/delivery/deal";
import type { OpenScope } from "../platform/scope.ts";
import { inThread } from "../platform/threads.ts";
import { dealing, type DealInput } from "./tasks.ts";

/** Like {@link deal}; where an order of the student's own is looked for, in a thread: a whole school begins at the bell. */
export async function dealQuestions<Item extends DealtItem>(
  scope: OpenScope,
  parts: readonly DealPart<Item>[],
  { seed, ownOrder, met = new Map(), hand, neighbours }: Omit<DealInput, "parts" | "met"> & { met?: DealInput["met"] },
): Promise<Dealt<Item>[]> {
  if (!ownOrder || parts.every((part) => part.orderRule !== "woven"))
    return deal(parts, { seed, ownOrder, met, ...(hand && { hand }) });
  const items = new Map(
    parts.flatMap((part) => part.places.flatMap((place) => place.items)).map((one) => [one.itemId, one]),
  );
  // What hangs on an item need not be copied to the thread.
  const plain = parts.map((part) => ({
    ...part,
    places: part.places.map((place) => ({
      ...place,
      items: place.items.map(({ itemId, familyId, topicId, unitId, kind, difficultyRank, block }) => ({
        ...{ itemId, familyId, topicId, unitId, kind, difficultyRank, block },
      })),
    })),
  }));
  const dealt = await inThread(
    scope,
    dealing,
    { parts: plain, seed, ownOrder, met, hand, neighbours },
    { lane: "short", budgetMs: 5000 },
  );
  return dealt.flatMap(({ placeId, itemId }) => {
    const item = items.get(itemId);
    return item ? [{ placeId, item }] : [];
  });
}
