/** A quiz with everything it stands on: parts, places, the items in them as they are now, and the plan of its class. */
import type { Strand } from "@verdant/core/assembly/orderCost";
import { dueOfClass, type ClassDue } from "../plan/service.ts";
import { need } from "../platform/failure.ts";
import { faultsOf } from "../bank/service.ts";
import type { Caller, OpenScope } from "../platform/scope.ts";
import { inThread } from "../platform/threads.ts";
import * as store from "./store.ts";
import { weave } from "./tasks.ts";

export type ItemNow = Awaited<ReturnType<typeof store.listItemsById>>[number];
export type PlaceRow = Awaited<ReturnType<typeof store.listPlaces>>[number];

interface PlaceBase {
  readonly row: PlaceRow;
  readonly partId: string;
  readonly points: number;
}
export type LoadedPlace = PlaceBase &
  (
    | { readonly type: "fixed"; readonly item: ItemNow }
    | { readonly type: "draw"; readonly take: number; readonly pool: readonly ItemNow[] }
    | { readonly type: "interlude"; readonly text: string }
  );

export interface LoadedQuiz {
  readonly quiz: NonNullable<Awaited<ReturnType<typeof store.findQuiz>>>;
  readonly due: ClassDue;
  readonly parts: Awaited<ReturnType<typeof store.listParts>>;
  readonly places: readonly LoadedPlace[];
}

export async function loadQuiz(scope: OpenScope, departmentId: string, quizId: string): Promise<LoadedQuiz> {
  const { db } = scope;
  const quiz = need(await store.findQuiz(db, departmentId, quizId), "quiz");
  const [due, parts, rows, pools] = await Promise.all([
    dueOfClass(scope, departmentId, quiz.classId ?? ""),
    store.listParts(db, departmentId, quizId),
    store.listPlaces(db, departmentId, quizId),
    store.listPools(db, departmentId, quizId),
  ]);
  const itemIds = [...rows.flatMap((row) => row.itemId ?? []), ...pools.map((row) => row.itemId)];
  const items = new Map(
    (await store.listItemsById(db, departmentId, [...new Set(itemIds)])).map((row) => [row.id, row]),
  );
  return { quiz, due, parts, places: placesOf(rows, pools, items) };
}

/** Places in their order with the items in them; one whose item is not there any more is left out. */
export function placesOf(
  rows: readonly PlaceRow[],
  pools: readonly { readonly placeId: string; readonly itemId: string }[],
  items: ReadonlyMap<string, ItemNow>,
): LoadedPlace[] {
  return rows.flatMap((row): LoadedPlace[] => {
    const base = { row, partId: row.partId, points: row.points };
    if (row.kind === "interlude") return [{ ...base, type: "interlude", text: row.text ?? "" }];
    if (row.kind === "draw") {
      const pool = pools.flatMap((one) => (one.placeId === row.id ? (items.get(one.itemId) ?? []) : []));
      pool.sort((a, b) => a.number - b.number);
      return [{ ...base, type: "draw", take: row.take ?? 1, pool }];
    }
    const item = items.get(row.itemId ?? "");
    return item ? [{ ...base, type: "fixed", item }] : [];
  });
}

/**
 * The revision that a quiz of this caller would give; null: none can be used. Others' quizzes take what is approved; one's
 * own draft may be used with one's own classes as soon as nothing is missing.
 */
export function revisionFor(caller: Caller, item: ItemNow): string | null {
  if (item.status === "approved") return item.approvedRevisionId;
  const isOwn = caller.kind === "member" && caller.personId === item.ownerId;
  const isUsable = item.status !== "retired" && faultsOf(item.content, item.topicId).length === 0;
  return isOwn && isUsable ? item.revisionId : null;
}

type StrandItem = Pick<ItemNow, "id" | "topicId" | "stimulusId" | "kind" | "writerDifficulty">;

/** The strand of an item in the class's course: its listed topic and that topic's unit. */
export function strandOfItem(due: ClassDue, item: StrandItem): Strand {
  const listedId = due.rollUp.get(item.topicId ?? "") ?? null;
  const unitId = due.topics.find((topic) => topic.topicId === listedId)?.strand.unitId ?? null;
  return toStrand(item, listedId, unitId);
}

/** The strand of an item whose topic counts for a listed one of a unit; one that counts for none is a strand of its own. */
const toStrand = (item: StrandItem, listedId: string | null, unitId: string | null): Strand => ({
  topicId: listedId ?? item.topicId ?? item.id,
  unitId: unitId ?? item.id,
  kind: item.kind,
  difficultyRank: (item.writerDifficulty - 1) / 4,
  block: item.stimulusId ?? undefined,
});

/** The same of a place as {@link store.listPlaceStrands} reads it; null when all do not get the same there. */
export function strandIn(row: Awaited<ReturnType<typeof store.listPlaceStrands>>[number]): Strand | null {
  const { itemId, kind, writerDifficulty } = row;
  if (itemId === null || kind === null || writerDifficulty === null) return null;
  const { topicId, stimulusId, listedId, unitId } = row;
  return toStrand({ id: itemId, topicId, stimulusId, kind, writerDifficulty }, listedId, unitId);
}

export const unitOf = (due: ClassDue, topicId: string | null) =>
  due.topics.find((topic) => topic.topicId === due.rollUp.get(topicId ?? ""))?.strand ?? null;

/** The items of a list in a woven order. */
export async function woven<T extends Pick<ItemNow, "id" | "topicId" | "stimulusId" | "kind" | "writerDifficulty">>(
  scope: OpenScope,
  due: ClassDue,
  items: readonly T[],
  seed: string,
): Promise<T[]> {
  const strands = items.map((item) => strandOfItem(due, item));
  const order = await inThread(scope, weave, { strands, seed }, { lane: "short", budgetMs: 5000 });
  return order.map((i) => items[i] as T);
}
