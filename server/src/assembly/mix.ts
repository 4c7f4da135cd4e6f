/** The mix of a quiz by + and −, and weaving it again. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/assembly";
import { placeFor } from "@verdant/core/assembly/weave";
import { gatheredByStimulus } from "@verdant/core/stimuli/stimulus";
import { Failure } from "../platform/failure.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { inThread } from "../platform/threads.ts";
import { rankedFor } from "./choose.ts";

import { layoutOf, setLoadedLayout, type Part } from "./layout.ts";
import { loadQuiz, strandOfItem, unitOf, type ItemNow, type LoadedQuiz } from "./loadQuiz.ts";
import * as store from "./store.ts";
import { weave } from "./tasks.ts";

type Quiz = Result<typeof contract.showQuiz>;

/** One question more or fewer of a unit. What is locked stays, and stays in its place. */
export async function changeMix(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.changeMix>,
): Promise<Quiz> {
  const loaded = await loadQuiz(scope, scope.caller.departmentId, params.quizId);
  const parts = body.change === 1 ? await withOneMore(scope, loaded, body.unitId) : withOneFewer(loaded, body.unitId);
  return setLoadedLayout(scope, loaded, { version: body.version, parts });
}

async function withOneMore(scope: OpenScope<Member>, loaded: LoadedQuiz, unitId: string): Promise<Part[]> {
  const { due } = loaded;
  const ranked = await rankedFor(scope, due, { unitId, among: inQuiz(loaded) });
  const [best] = ranked;
  if (best === undefined) {
    const unit = due.topics.find((topic) => topic.strand.unitId === unitId)?.strand.name ?? "this unit";
    throw new Failure("unitExhausted", { unit });
  }
  const [item] = await store.listItemsById(scope.db, scope.caller.departmentId, [best]);
  if (!item) throw new Failure("itemGone");
  const parts = layoutOf(loaded);
  const [first, ...others] = parts;
  if (!first) return parts;
  // Interludes and draws keep their place; the new question goes among the fixed ones of the first part.
  const fixed = itemsOf(loaded, first);
  const at = placeFor(
    fixed.map((one) => strandOfItem(due, one.item)),
    strandOfItem(due, item),
    new Set(fixed.flatMap((one, i) => (one.locked ? [i] : []))),
  );
  const before = fixed[at];
  const index = before
    ? first.places.findIndex((place) => place.type === "fixed" && place.itemId === before.item.id)
    : first.places.length;
  const places = [...first.places];
  places.splice(index, 0, { type: "fixed", itemId: item.id, locked: false });
  return [{ ...first, places }, ...others];
}

/** Without the unlocked question of the unit that is needed least: of the topic best recalled, the last one. */
function withOneFewer(loaded: LoadedQuiz, unitId: string): Part[] {
  const { due, places } = loaded;
  const recallOf = (item: ItemNow) =>
    due.topics.find((topic) => topic.topicId === due.rollUp.get(item.topicId ?? ""))?.recall ?? 0;
  const candidates = places.flatMap((place) =>
    place.type === "fixed" && !place.row.locked && unitOf(due, place.item.topicId)?.unitId === unitId
      ? [place.item]
      : [],
  );
  const perTopic = (item: ItemNow) => candidates.filter((one) => one.topicId === item.topicId).length;
  const least = [...candidates].sort((a, b) => perTopic(b) - perTopic(a) || recallOf(b) - recallOf(a)).at(0);
  if (!least) throw new Failure("unitAllHeld");
  return layoutOf(loaded).map((part) => ({
    ...part,
    places: part.places.filter((place) => !(place.type === "fixed" && place.itemId === least.id)),
  }));
}

/** Items and their families that stand in the quiz already. */
export function inQuiz({ places }: Pick<LoadedQuiz, "places">) {
  const items = places.flatMap((place) =>
    place.type === "fixed" ? [place.item] : place.type === "draw" ? place.pool : [],
  );
  return {
    itemIds: new Set(items.map((item) => item.id)),
    families: new Set(items.map((item) => item.familyId)),
    topicCounts: items.reduce(
      (counts, item) => counts.set(item.topicId ?? "", (counts.get(item.topicId ?? "") ?? 0) + 1),
      new Map<string, number>(),
    ),
  };
}

function itemsOf(loaded: LoadedQuiz, part: Part) {
  return part.places.flatMap((place) => {
    if (place.type !== "fixed") return [];
    const found = loaded.places.find((one) => one.type === "fixed" && one.item.id === place.itemId);
    return found?.type === "fixed" ? [{ item: found.item, locked: place.locked }] : [];
  });
}

/** Orders the fixed questions of every part; draws and interludes keep their place, as does what is locked. */
export async function weaveQuiz(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.weaveQuiz>,
): Promise<Quiz> {
  const loaded = await loadQuiz(scope, scope.caller.departmentId, params.quizId);
  const parts: Part[] = [];
  for (const part of layoutOf(loaded)) {
    const fixed = itemsOf(loaded, part);
    const locked = new Set(fixed.flatMap((one, i) => (one.locked ? [i] : [])));
    const strands = fixed.map((one) => strandOfItem(loaded.due, one.item));
    // What is locked stays where it is, though it be apart from what shares its stimulus: that is said as a check.
    const together = (order: number[]) =>
      locked.size > 0 ? order : gatheredByStimulus(order, (i) => strands[i]?.block);
    const ranks = strands.map((one) => one.difficultyRank);
    const wovenOrder = () =>
      inThread(
        scope,
        weave,
        { strands, seed: `${loaded.quiz.seed} ${body.version}`, around: locked },
        { lane: "short", budgetMs: 5000 },
      );
    const order = together(body.order === "woven" ? [...(await wovenOrder())] : easyToHard(ranks, locked));
    let next = 0;
    const places = part.places.map((place) => {
      if (place.type !== "fixed") return place;
      const id = fixed[order[next++] ?? 0]?.item.id;
      return part.places.find((one) => one.type === "fixed" && one.itemId === id) ?? place;
    });
    parts.push({ ...part, places });
  }
  return setLoadedLayout(scope, loaded, { version: body.version, parts });
}

function easyToHard(ranks: readonly number[], locked: ReadonlySet<number>): number[] {
  const free = [...ranks.keys()]
    .filter((i) => !locked.has(i))
    .sort((a, b) => (ranks[a] ?? 0) - (ranks[b] ?? 0) || a - b);
  return ranks.map((_, place) => (locked.has(place) ? place : (free.shift() ?? place)));
}
