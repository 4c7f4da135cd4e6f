/** Rules of the item bank: what a save makes of an item, and what a change leaves behind. */
import type * as contract from "@verdant/contract/bank";
import type { Input, Result } from "@verdant/contract/endpoint";
import { changeKindOf } from "@verdant/core/bank/changeKind";
import { mergedItem } from "@verdant/core/bank/merge";
import { hasExplanation, mediaOf, type Content } from "@verdant/core/items/kinds";
import { afterSave, noReview } from "@verdant/core/review/reviewRules";
import { can } from "@verdant/core/team/can";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { askFor, dropRequest, followRevision, rulesOf } from "../reviewRequests/requests.ts";
import { withMathml } from "./maths.ts";
import { linkMedia, missingMedia } from "../media/service.ts";
import { faultsOf, hashOfContent } from "./content.ts";
import { joinFamily, stale } from "./families.ts";
import { insertItems, type NewItem } from "./newItems.ts";
import { refreshSearchWords } from "./index/searchWords.ts";
import * as store from "./store.ts";

type Item = Result<typeof contract.showItem>;
type Save = Input<typeof contract.saveItem>;
type Tagging = Save["body"]["tagging"];

export { faultsOf, hashOfContent } from "./content.ts";
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
    tagging: { ...taggingOf(row), standardIds },
    content: row.content,
    faults: faultsOf(row.content, row.topicId).map((fault) => ({ ...fault, path: [...fault.path] })),
  };
}

/** The next bank version, and numbers for `newItems` items; holds the department's row until the transaction ends. */
export const takeChange = store.nextChange;

/**
 * Makes the item, or its next revision when the content differs. What can be used is in use at once, unless the department
 * looks it over first; an approved revision that is already there stays the approved one until another is.
 *
 * @param isSettled somebody has decided already what is right, so that nobody need look it over
 */
export function saveItem(scope: Scope<Member>, { params, body }: Save, isSettled = false): Promise<Item> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    // First the department's row, so that of two saves at once the second reads what the first has written.
    const { changeSeq } = await store.nextChange(db, departmentId, 0);
    const before = await store.findItem(db, departmentId, params.itemId);
    if (before && !can(caller.role, { verb: "edit", thing: "item", status: before.status })) {
      throw new Failure("retiredStays");
    }
    if ((before?.version ?? 0) !== body.version) throw stale();
    if (!before) {
      const { tagging, content, variantOf } = body;
      await insertItems(within, [{ itemId: params.itemId, tagging, content, variantOf }], isSettled);
      return showItem(within, { params });
    }
    await mustKnowTopic(within, body.tagging.topicId);
    await mustKnowStimulus(within, body.tagging.stimulusId);

    const content = withMathml(body.content);
    const revisionId = await reviseIfChanged(within, params.itemId, before, content);
    const isUsable = faultsOf(content, body.tagging.topicId).length === 0;
    const { standardIds, ...tagging } = body.tagging;
    const next = afterSave(isSettled ? noReview : await rulesOf(within), {
      isUsable,
      before: { status: before.status, hasApproved: before.approvedRevisionId !== null },
      number: before.number,
      use: tagging.use,
    });
    const state = {
      ...tagging,
      keptFindings: JSON.stringify(tagging.keptFindings),
      changeSeq,
      changedAt: within.now(),
      kind: content.kind,
      hasExplanation: hasExplanation(content),
      latestRevisionId: revisionId,
      approvedRevisionId: next.approves ? revisionId : before.approvedRevisionId,
      status: next.status,
    };
    const moved = await store.updateItem(db, { departmentId, itemId: params.itemId, version: body.version }, state);
    if (!moved) throw stale();
    if (next.asksSecondLook) await askFor(within, { itemId: params.itemId, revisionId, kind: "secondLook" });
    else if (isUsable) await followRevision(within, params.itemId, revisionId);
    else await dropRequest(within, params.itemId);
    const known = await store.replaceStandards(db, departmentId, params.itemId, standardIds);
    if (known !== new Set(standardIds).size) {
      throw new Failure("standardGone", {}, { at: "/body/tagging/standardIds" });
    }
    await refreshSearchWords(db, departmentId, [params.itemId]);
    await store.deleteDrafts(db, departmentId, caller.personId, [params.itemId]);
    await record(within, {
      departmentId,
      entity: "item",
      entityId: params.itemId,
      action: "saved",
      before: { revisionId: before.revisionId, tagging: taggingOf(before) },
      after: { revisionId, tagging: body.tagging },
    });
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
    if (body.status !== "approved") await dropRequest(within, before.id);
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

const taggingOf = ({
  label,
  topicId,
  stimulusId,
  demand,
  use,
  expectedSeconds,
  writerDifficulty,
  keptFindings,
  tags,
  points,
}: Omit<Tagging, "standardIds">) => ({
  label,
  topicId,
  stimulusId,
  demand,
  use,
  expectedSeconds,
  writerDifficulty,
  keptFindings,
  tags,
  points,
});

/** Refuses a topic that the department has not. */
export async function mustKnowTopic({ db, caller }: Scope<Member>, topicId: string | null): Promise<void> {
  if (topicId === null || (await store.countTopics(db, caller.departmentId, [topicId])) === 1) return;
  throw new Failure("topicGone", {}, { at: "/body/tagging/topicId" });
}

async function mustKnowStimulus({ db, caller }: Scope<Member>, stimulusId: string | null): Promise<void> {
  if (stimulusId === null || (await store.countStimuli(db, caller.departmentId, [stimulusId])) === 1) return;
  throw new Failure("stimulusGone", {}, { at: "/body/tagging/stimulusId" });
}

/** The id of the revision that holds `content`: the latest when nothing changed, else a new one. */
async function reviseIfChanged(
  scope: Scope<Member>,
  itemId: string,
  before: Awaited<ReturnType<typeof store.findItem>>,
  content: Content,
): Promise<string> {
  const { db, caller, now } = scope;
  const contentHash = hashOfContent(content);
  if (before?.contentHash === contentHash) return before.revisionId;
  const id = newId();
  const changeKind = changeKindOf(before?.content ?? null, content);
  const revision = {
    departmentId: caller.departmentId,
    id,
    itemId,
    n: (before?.n ?? 0) + 1,
    content,
    contentHash,
    changeKind,
    parameterId:
      (await store.findParameter(db, caller.departmentId, itemId, contentHash)) ??
      (changeKind === "typo" && before ? before.parameterId : newId()),
    authorId: caller.personId,
    note: null,
    at: now(),
  };
  await store.insertRevisions(db, [revision]);
  await linkPictures(scope, id, content);
  return id;
}

async function linkPictures(scope: Scope<Member>, revisionId: string, content: Content): Promise<void> {
  const hashes = mediaOf(content);
  if ((await missingMedia(scope, hashes)).length > 0) {
    throw new Failure("pictureGone", {}, { at: "/body/content" });
  }
  const { departmentId } = scope.caller;
  await linkMedia(
    scope.db,
    hashes.map((hash) => ({ departmentId, revisionId, hash })),
  );
}
