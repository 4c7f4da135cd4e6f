/** Looks, after a calibration, at each item whose answers are enough to say something of it; in a thread, a few at a time. */
import type { Doubt } from "@verdant/contract/doubts";
import { commonDrift, driftedZ, type Drift } from "@verdant/core/insight/drift";
import { shareOfAverage } from "@verdant/core/insight/rasch";
import { doubtCodes, fewestToDoubt } from "@verdant/core/insight/doubts";
import type { Db } from "../platform/database.ts";
import type { Threads } from "../platform/threads.ts";
import type { AnsweredBy } from "./calibrationStore.ts";
import { listAnswersTo, listContents, listItemsAsRead, type DoubtedItem } from "./doubtStore.ts";
import { sumSiblings } from "./store.ts";
import { doubting, type AnsweredItem, type Calibrated } from "./tasks.ts";

/** Of an item with more answers the newest; and so many answers are in memory at once. */
const [mostOfItem, mostAtOnce] = [2000, 20_000];
const budgetMs = 60_000;

/**
 * @param rows what each student answered, as it went into the calibration; `parameterIds`: the items of it
 * @param found what the calibration says of these answers
 */
export async function findDoubts(
  db: Db,
  threads: Pick<Threads, "run">,
  departmentId: string,
  { rows, parameterIds: answered }: { readonly rows: readonly AnsweredBy[]; readonly parameterIds: readonly string[] },
  { besides, usual, drifts }: Pick<Calibrated, "besides" | "usual" | "drifts">,
): Promise<DoubtedItem[]> {
  const abilities = abilitiesOf(rows, besides);
  const told = [...abilities].filter(([, of]) => of.size >= fewestToDoubt);
  const items = await listItemsAsRead(
    db,
    departmentId,
    told.map(([parameterId]) => parameterId),
  );
  const found: DoubtedItem[] = [];
  const drifted = driftDoubts(items, new Map(answered.map((id, i) => [id, drifts[i] ?? null])));
  for (const batch of batchesOf(items, ({ parameterId }) =>
    Math.min(mostOfItem, abilities.get(parameterId)?.size ?? 0),
  )) {
    const itemIds = batch.map(({ itemId }) => itemId);
    const parameterIds = [...new Set(batch.map(({ parameterId }) => parameterId))];
    const contents = await listContents(db, departmentId, itemIds);
    const lookAlikes = await sumSiblings(db, departmentId, itemIds);
    const answers = new Map(parameterIds.map((id) => [id, [] as GivenAnswer[]]));
    for (const row of await listAnswersTo(db, departmentId, parameterIds, mostOfItem)) {
      const ability = abilities.get(row.parameterId)?.get(personOf(row));
      if (ability !== undefined)
        answers.get(row.parameterId)?.push({ answer: row.answer, credit: row.credit, ability });
    }
    const asked = batch.flatMap(({ itemId, parameterId }) => {
      const content = contents.get(itemId);
      const own = answers.get(parameterId) ?? [];
      return content
        ? [{ itemId, parameterId, content, answers: own, lookAlikes: lookAlikes.get(itemId) ?? none }]
        : [];
    });
    const doubts = await threads.run(
      doubting,
      { items: asked.map(({ itemId: _, parameterId: __, ...item }) => item), usual },
      { lane: "slow", budgetMs, departmentId },
    );
    asked.forEach(({ itemId, parameterId, answers: own }, i) => {
      const of = byGravity([...(doubts[i] ?? []), ...(drifted.get(itemId) ?? [])]);
      if (of.length > 0) found.push({ itemId, parameterId, answers: own.length, gravity: gravityOf(of), found: of });
    });
  }
  return found;
}

type GivenAnswer = AnsweredItem["answers"][number];

const none = { right: 0, outOf: 0 };

/** What drifted, beside the other items of its topic: what those did, too, was taught. */
export function driftDoubts(
  items: readonly { readonly itemId: string; readonly parameterId: string; readonly topicId: string | null }[],
  drifts: ReadonlyMap<string, Drift | null>,
): Map<string, Doubt[]> {
  const doubts = new Map<string, Doubt[]>();
  for (const { itemId, parameterId, topicId } of items) {
    const drift = drifts.get(parameterId);
    if (!drift || Math.abs(drift.z) <= driftedZ) continue;
    const around = items.flatMap((other) =>
      topicId !== null && other.topicId === topicId && other.parameterId !== parameterId
        ? (drifts.get(other.parameterId) ?? [])
        : [],
    );
    const common = commonDrift(around);
    const isSame = common !== null && Math.abs(common.z) > 1.96 && Math.sign(common.z) === Math.sign(drift.z);
    const of = ({ answers, ...one }: Drift["now"]) => ({ ...shareOfAverage(one), answers });
    doubts.set(itemId, [
      { code: "drifted", before: of(drift.before), now: of(drift.now), around: around.length, isTopic: isSame },
    ]);
  }
  return doubts;
}

const byGravity = (doubts: readonly Doubt[]) =>
  [...doubts].sort((a, b) => doubtCodes.indexOf(a.code) - doubtCodes.indexOf(b.code));

const gravityOf = (doubts: readonly Doubt[]) => Math.min(...doubts.map(({ code }) => doubtCodes.indexOf(code)));

const personOf = ({ group, studentId }: { readonly group: string; readonly studentId: string }) =>
  `${group} ${studentId}`;

/** Per item as it reads, and person, the ability besides that answer. */
function abilitiesOf(rows: readonly AnsweredBy[], besides: Float64Array): Map<string, Map<string, number>> {
  const abilities = new Map<string, Map<string, number>>();
  let at = 0;
  for (const row of rows)
    for (const parameterId of row.parameterIds) {
      const of = abilities.get(parameterId) ?? new Map<string, number>();
      abilities.set(parameterId, of.set(personOf(row), besides[at++] ?? 0));
    }
  return abilities;
}

/** Lists of things that weigh at most `mostAtOnce` together; what weighs more alone is alone. */
export function batchesOf<T>(things: readonly T[], weightOf: (thing: T) => number, most = mostAtOnce): T[][] {
  const batches: T[][] = [];
  let room = 0;
  for (const thing of things) {
    const weight = weightOf(thing);
    if (weight > room) {
      batches.push([]);
      room = most;
    }
    batches.at(-1)?.push(thing);
    room -= weight;
  }
  return batches;
}
