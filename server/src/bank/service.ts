/** Rules of the item bank: what a save makes of an item, and what a change leaves behind. */
import type * as contract from "@verdant/contract/bank";
import type { Input, Result } from "@verdant/contract/endpoint";
import { mergedItem } from "@verdant/core/bank/merge";
import type { Content } from "@verdant/core/items/kinds";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { dropRequests, rulesOf } from "../reviewRequests/requests.ts";
import { faultsOf } from "./content.ts";
import { joinFamily, stale } from "./families.ts";
import { saveItems } from "./changedItems.ts";
import { insertItems, type NewItem } from "./newItems.ts";
import * as store from "./store.ts";

type Item = Result<typeof contract.showItem>;
type Save = Input<typeof contract.saveItem>;
type Tagging = Save["body"]["tagging"];

export { faultsOf, hashOfContent } from "./content.ts";
export { saveItems, type ChangedItem } from "./changedItems.ts";
export { taggingOf } from "./store.ts";
export { insertItems } from "./newItems.ts";
export { approveRevision, sendBackItem, waitForReview } from "./approval.ts";
export { dropDraft, keepDraft, showDraft } from "./drafts.ts";
export { listFamily } from "./families.ts";
export { findLikeItems, listLikeItems } from "./arrival/likeItems.ts";
export { keepColumnMapping, listColumnMappings } from "./arrival/columnMappings.ts";
export { keepOptionSet, listOptionSets, removeOptionSet } from "./words/optionSets.ts";
export { addMisconception, listMisconceptions } from "./words/misconceptions.ts";
export { listRevisions } from "./revisions.ts";
export { listItems } from "./list/search.ts";
export { addWords, findKnownWords, listKeyPlaces } from "./words/words.ts";
export { changeTray, listTray } from "./list/tray.ts";
export { keepView, listViews, removeView } from "./list/views.ts";

/** Who made what came from elsewhere, as its file says it; null where it says nothing. */
const sourceOf = (origin: { author?: string; licence?: string } | null): Item["source"] =>
  origin?.author === undefined && origin?.licence === undefined
    ? null
    : { author: origin.author ?? "", licence: origin.licence ?? "" };

export async function showItem(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.showItem>,
): Promise<Item> {
  const row = need(await store.findItem(db, caller.departmentId, params.itemId), "item");
  const standardIds = await store.listStandardIds(db, caller.departmentId, row.id);
  return {
    id: row.id,
    number: row.number,
    familyId: row.familyId,
    familySize: row.familySize ?? 1,
    source: sourceOf(row.origin),
    version: row.version,
    status: row.status,
    successor: row.successorId === null ? null : { id: row.successorId, number: row.successorNumber ?? 0 },
    owner: row.owner,
    revision: { id: row.revisionId, n: row.n, at: row.at.toISOString(), author: row.author },
    tagging: { ...store.taggingOf(row), standardIds },
    content: row.content,
    faults: faultsOf(row.content, row.topicId).map((fault) => ({ ...fault, path: [...fault.path] })),
  };
}

/** The next bank version, and numbers for `newItems` items; holds the department's row until the transaction ends. */
export const takeChange = store.nextChange;

/**
 * Makes the item, or its next revision when the content differs: see {@link insertItems} and {@link saveItems}.
 *
 * @param isSettled somebody has decided already what is right, so that nobody need look it over
 */
export function saveItem(scope: Scope<Member>, { params, body }: Save, isSettled = false): Promise<Item> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { itemId } = params;
    const { version, tagging, content, variantOf } = body;
    if (version > 0) await saveItems(within, [{ itemId, version, tagging, content }], isSettled);
    else {
      // First the department's row, so that of two saves at once the second reads what the first has written.
      await store.nextChange(db, caller.departmentId, 0);
      if (await store.itemExists(db, caller.departmentId, itemId)) throw stale();
      await insertItems(within, [{ itemId, tagging, content, variantOf }], isSettled);
    }
    return showItem(within, { params });
  });
}

/** Several new items on one topic; what is not asked for is assumed. */
export function addItems(
  scope: Scope<Member>,
  { body }: Input<typeof contract.addItems>,
): Promise<Result<typeof contract.addItems>> {
  return atomically(scope, async (within) => {
    const itemIds: string[] = [];
    const fresh: NewItem[] = [];
    for (const { content, topicId, standardIds, variantOf, mergeInto, alike, about } of body.items) {
      if (mergeInto !== undefined) {
        itemIds.push(await mergeItem(within, mergeInto, content, standardIds));
        continue;
      }
      const itemId = newId();
      itemIds.push(itemId);
      fresh.push({
        itemId,
        tagging: { ...assumed, ...said(about), topicId, standardIds },
        content,
        variantOf: variantOf ?? (alike === undefined ? undefined : itemIds[alike]),
      });
    }
    await insertItems(within, fresh);
    return { itemIds, added: fresh.map((item) => item.itemId) };
  });
}

/** Without what is not said. */
const said = (about: Input<typeof contract.addItems>["body"]["items"][number]["about"]) =>
  Object.fromEntries(Object.entries(about ?? {}).filter(([, value]) => value !== undefined)) as Partial<
    Omit<Tagging, "topicId" | "standardIds">
  >;

/** Undoes {@link addItems}, as far as nothing has come of the items since. */
export function takeOutItems(
  scope: Scope<Member>,
  { body }: Input<typeof contract.takeOutItems>,
): Promise<Result<typeof contract.takeOutItems>> {
  return atomically(scope, async (within) => {
    const { personId } = within.caller;
    const takenOut = await takeOutUntouched(within, personId, body.itemIds);
    return { takenOut, kept: new Set(body.itemIds).size - takenOut };
  });
}

const takenOutAtOnce = 1000;

/** Those of these items that are as `personId` made them and that nobody has used leave the bank; returns how many. */
export async function takeOutUntouched(
  scope: Scope<Member>,
  personId: string,
  itemIds: readonly string[],
): Promise<number> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const { changeSeq } = await store.nextChange(db, departmentId, 0);
  let count = 0;
  for (let from = 0; from < itemIds.length; from += takenOutAtOnce) {
    const some = itemIds.slice(from, from + takenOutAtOnce);
    const given = { departmentId, personId, itemIds: some, changeSeq, at: now() };
    const takenOut = await store.archiveUntouched(db, given);
    count += takenOut.length;
    await record(
      scope,
      ...takenOut.map((entityId) => ({ departmentId, entity: "item", entityId, action: "takenOut" })),
    );
  }
  return count;
}

/** The item takes what it lacks from another that asks the same: explanation, next step, reasons, standards. */
async function mergeItem(
  scope: Scope<Member>,
  itemId: string,
  content: Content,
  standardIds: readonly string[],
): Promise<string> {
  const item = await showItem(scope, { params: { itemId } });
  const tagging = {
    ...item.tagging,
    standardIds: [...new Set([...item.tagging.standardIds, ...standardIds])].slice(0, 20),
  };
  const merged = mergedItem(item.content, content);
  await saveItem(scope, { params: { itemId }, body: { version: item.version, tagging, content: merged } });
  return itemId;
}

/** What is taken of an item that says nothing else. */
export const assumed = {
  label: null,
  stimulusId: null,
  demand: "recall",
  use: "practice",
  expectedSeconds: 45,
  writerDifficulty: 3,
  keptFindings: [],
  tags: [],
  points: 1,
} satisfies Omit<Tagging, "topicId" | "standardIds">;

/** Puts an item into the family of another, or into one of its own. */
export function changeFamily(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.changeFamily>,
): Promise<Result<typeof contract.changeFamily>> {
  return atomically(scope, async (within) => {
    await joinFamily(within, params.itemId, body);
    return showItem(within, { params });
  });
}

/** Retires an item or takes it back. What it was given in stays as it was. */
export function setItemStatus(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.setItemStatus>,
): Promise<Item> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { changeSeq } = await store.nextChange(db, departmentId, 0);
    const before = need(await store.findItem(db, departmentId, params.itemId), "item");
    const approvedRevisionId =
      body.status === "draft"
        ? null
        : body.status === "approved"
          ? (before.approvedRevisionId ?? (await approvableOf(within, before)))
          : before.approvedRevisionId;
    const successorId = body.status === "retired" ? body.successorId : null;
    if (successorId !== null) await mustSucceed(within, before.id, successorId);
    const change = { status: body.status, approvedRevisionId, successorId, changeSeq, changedAt: within.now() };
    const moved = await store.updateItem(db, { departmentId, itemId: before.id, version: body.version }, change);
    if (!moved) throw stale();
    if (body.status !== "approved") await dropRequests(within, [before.id]);
    await record(within, {
      departmentId,
      entity: "item",
      entityId: before.id,
      action: statusDeeds[body.status],
      before: { status: before.status },
      after: { status: body.status, successorId },
    });
    return showItem(within, { params });
  });
}

const statusDeeds = { draft: "takenToDraft", retired: "retired", approved: "takenBack" } as const;

/** The revision that comes into use again of an item that was taken back to a draft. */
async function approvableOf(
  scope: Scope<Member>,
  { content, topicId, revisionId }: NonNullable<Awaited<ReturnType<typeof store.findItem>>>,
): Promise<string> {
  if (faultsOf(content, topicId).length > 0) throw new Failure("itemUnfinished");
  if ((await rulesOf(scope)).mode === "all") throw new Failure("checkingFirst");
  return revisionId;
}

async function mustSucceed({ db, caller }: Scope<Member>, itemId: string, successorId: string): Promise<void> {
  const successor = await store.findItem(db, caller.departmentId, successorId);
  if (successor && successor.id !== itemId && successor.status !== "retired") return;
  throw new Failure("successorNotInUse", {}, { at: "/body/successorId" });
}

/** Refuses a topic that the department has not. */
export async function mustKnowTopic({ db, caller }: Scope<Member>, topicId: string | null): Promise<void> {
  if (topicId === null || (await store.countTopics(db, caller.departmentId, [topicId])) === 1) return;
  throw new Failure("topicGone", {}, { at: "/body/tagging/topicId" });
}
