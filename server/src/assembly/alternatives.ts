/** What could stand in a quiz: swaps for one of its items, and what the words of an add line match. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/assembly";
import { foldedText } from "@verdant/core/foldedText";
import { groupBy } from "@verdant/core/groupBy";
import { headline } from "@verdant/core/richText";
import { listItems } from "../bank/service.ts";
import type { ClassDue } from "../plan/service.ts";
import { Failure } from "../platform/failure.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { rankedFor } from "./choose.ts";
import { facilityOf } from "./describeQuiz.ts";
import { loadQuiz, unitOf, type ItemNow } from "./loadQuiz.ts";
import { inQuiz } from "./mix.ts";
import { listFacilities } from "./knownStore.ts";
import * as store from "./store.ts";

const shown = 6;

async function candidatesOf(scope: OpenScope<Member>, due: ClassDue, itemIds: readonly string[]) {
  const { departmentId } = scope.caller;
  const [items, lastUse, facilities] = [
    await store.listItemsById(scope.db, departmentId, itemIds),
    await store.listLastUse(scope.db, departmentId, due.class.id),
    await listFacilities(scope.db, departmentId, itemIds),
  ];
  const byId = new Map(items.map((item) => [item.id, item]));
  return itemIds.flatMap((id) => {
    const item = byId.get(id);
    if (!item) return [];
    return [
      {
        item,
        candidate: {
          itemId: item.id,
          number: item.number,
          kind: item.kind,
          stem: headline(item.content.stem),
          topic: item.topic ?? "no topic",
          strand: unitOf(due, item.topicId),
          facility: facilityOf(facilities, item.id),
          lastOn: lastUse.get(item.id) ?? null,
          expectedSeconds: item.expectedSeconds,
        },
      },
    ];
  });
}

export async function listSwaps(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.listSwaps>,
): Promise<Result<typeof contract.listSwaps>> {
  const loaded = await loadQuiz(scope, scope.caller.departmentId, params.quizId);
  const old = loaded.places.find((place) => place.type === "fixed" && place.item.id === params.itemId);
  if (old?.type !== "fixed") throw new Failure("itemNotInQuiz");
  const rest = { places: loaded.places.filter((place) => place !== old) };
  const among = inQuiz(rest);
  among.itemIds.add(old.item.id);
  const topicId = loaded.due.rollUp.get(old.item.topicId ?? "");
  const ranked = await rankedFor(scope, loaded.due, topicId === undefined ? { among } : { topicId, among });
  const swaps = await candidatesOf(scope, loaded.due, ranked.slice(0, shown));
  return {
    swaps: swaps.map(({ item, candidate }) => ({ ...candidate, changes: changesBetween(old.item, item) })),
  };
}

/** What putting `after` in the place of `before` changes, in words; nothing said where nothing changes. */
function changesBetween(before: ItemNow, after: ItemNow): string[] {
  const changes: string[] = [];
  const harder = after.writerDifficulty - before.writerDifficulty;
  if (harder !== 0) changes.push(harder > 0 ? "harder" : "easier");
  if (after.demand !== before.demand) changes.push(`asks to ${after.demand} instead of to ${before.demand}`);
  if (after.kind !== before.kind) changes.push("another kind");
  const seconds = after.expectedSeconds - before.expectedSeconds;
  if (Math.abs(seconds) >= 10) changes.push(`${Math.abs(seconds)} s ${seconds > 0 ? "longer" : "shorter"}`);
  if (after.familyId === before.familyId) changes.push("a look-alike");
  return changes;
}

export async function listMatches(
  scope: OpenScope<Member>,
  { params, query }: Input<typeof contract.listMatches>,
): Promise<Result<typeof contract.listMatches>> {
  const loaded = await loadQuiz(scope, scope.caller.departmentId, params.quizId);
  const words = foldedText(query.text.trim());
  if (words === "") return { items: [], draws: [] };
  const found = await listItems(scope, {
    query: { text: query.text, status: "approved", sort: "newest", limit: 60 },
  });
  const here = inQuiz(loaded);
  const named = loaded.due.topics.filter((topic) => words.length >= 3 && foldedText(topic.name).includes(words));
  const ofNamed = named[0] ? await rankedFor(scope, loaded.due, { topicId: named[0].topicId, among: here }) : [];
  const candidates = await candidatesOf(scope, loaded.due, [
    ...new Set([...found.items.map((item) => item.id), ...ofNamed.slice(0, shown)]),
  ]);
  const hereOf = (item: ItemNow) =>
    here.itemIds.has(item.id)
      ? ("itself" as const)
      : here.families.has(item.familyId)
        ? ("lookAlike" as const)
        : ("no" as const);
  const rows = candidates.map(({ item, candidate }) => ({ ...candidate, here: hereOf(item) }));
  return { items: ofUse(rows, words), draws: await drawsOn(scope, loaded, candidates, named) };
}

const order = { no: 0, lookAlike: 1, itself: 2 };

/** What can be put in first; but what somebody has begun to write out is meant, even where it stands here already. */
function ofUse<Row extends { here: keyof typeof order; stem: string }>(rows: readonly Row[], words: string): Row[] {
  const isMeant = (row: Row) => words.includes(" ") && foldedText(row.stem).startsWith(words);
  return rows.toSorted((a, b) => Number(isMeant(b)) - Number(isMeant(a)) || order[a.here] - order[b.here]).slice(0, 8);
}

/** A draw for each topic that is named, or else that the words match most: from all that could come in on it. */
async function drawsOn(
  scope: OpenScope<Member>,
  loaded: Awaited<ReturnType<typeof loadQuiz>>,
  found: Awaited<ReturnType<typeof candidatesOf>>,
  named: ClassDue["topics"],
) {
  const { due } = loaded;
  const matched = [...groupBy(found, ({ item }) => due.rollUp.get(item.topicId ?? "") ?? "")]
    .filter(([topicId]) => topicId !== "")
    .sort(([, one], [, other]) => other.length - one.length)
    .map(([topicId]) => topicId);
  const topicIds = [...new Set([...named.map((topic) => topic.topicId), ...matched])].slice(0, 2);
  const draws = [];
  for (const topicId of topicIds) {
    const itemIds = await rankedFor(scope, due, { topicId, among: inQuiz(loaded) });
    const topic = due.topics.find((one) => one.topicId === topicId);
    if (itemIds.length >= 2 && topic) draws.push({ topicId, topic: topic.name, strand: unitOf(due, topicId), itemIds });
  }
  return draws;
}
