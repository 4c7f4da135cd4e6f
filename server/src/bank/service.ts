/** Rules of the item bank: what a save makes of an item, and what a change leaves behind. */
import { createHash } from "node:crypto";
import type * as contract from "@verdant/contract/bank";
import type { Input, Result } from "@verdant/contract/endpoint";
import { changeKindOf } from "@verdant/core/bank/changeKind";
import { mergedItem } from "@verdant/core/bank/merge";
import { canonicalJson } from "@verdant/core/canonicalJson";
import type { Fault } from "@verdant/core/items/kind";
import { faultsOf as contentFaults, hasExplanation, mediaOf, type Content } from "@verdant/core/items/kinds";
import { afterSave, noReview } from "@verdant/core/review/reviewRules";
import { can } from "@verdant/core/team/can";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { askFor, dropRequest, followRevision, rulesOf } from "../review/requests.ts";
import { withMathml } from "./maths.ts";
import { linkMedia, missingMedia } from "../media/service.ts";
import { joinFamily, stale } from "./families.ts";
import { refreshSearchWords } from "./searchWords.ts";
import * as store from "./store.ts";

type Item = Result<typeof contract.showItem>;
type Save = Input<typeof contract.saveItem>;
type Tagging = Save["body"]["tagging"];

export { approveRevision, sendBackItem, waitForReview } from "./approval.ts";
export { dropDraft, keepDraft, showDraft } from "./drafts.ts";
export { listFamily } from "./families.ts";
export { findLikeItems, listLikeItems } from "./likeItems.ts";
export { keepColumnMapping, listColumnMappings } from "./columnMappings.ts";
export { keepOptionSet, listOptionSets, removeOptionSet } from "./optionSets.ts";
export { addMisconception, listMisconceptions } from "./misconceptions.ts";
export { listRevisions } from "./revisions.ts";
export { listItems } from "./search.ts";
export { addWords, findKnownWords, listKeyPlaces } from "./words.ts";
export { changeTray, listTray } from "./tray.ts";
export { keepView, listViews, removeView } from "./views.ts";

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

/** What keeps an item from being used: only stem, key and topic are asked for. */
export function faultsOf(content: Content, topicId: string | null): Fault[] {
  const topic: Fault[] = topicId === null ? [{ path: ["topicId"], text: "Choose a topic." }] : [];
  return [...contentFaults(content), ...topic];
}

/** The next bank version, and numbers for `newItems` items; holds the department's row until the transaction ends. */
export const takeChange = store.nextChange;

/** Hash of a content whatever the order of its keys: jsonb does not keep it. */
export const hashOfContent = (content: Content): string =>
  createHash("sha256").update(canonicalJson(content)).digest("hex");

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
      throw new Failure("forbidden", "A retired item is kept as it was. Make a variant of it instead.");
    }
    if ((before?.version ?? 0) !== body.version) throw stale();
    await mustKnowTopic(within, body.tagging.topicId);
    await mustKnowStimulus(within, body.tagging.stimulusId);

    const content = withMathml(body.content);
    const revisionId = await reviseIfChanged(within, params.itemId, before, content);
    const isUsable = faultsOf(content, body.tagging.topicId).length === 0;
    const { standardIds, ...tagging } = body.tagging;
    const number = before?.number ?? (await store.nextChange(db, departmentId, 1)).firstNumber;
    const next = afterSave(isSettled ? noReview : await rulesOf(within), {
      isUsable,
      before: before ? { status: before.status, hasApproved: before.approvedRevisionId !== null } : null,
      number,
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
      approvedRevisionId: next.approves ? revisionId : (before?.approvedRevisionId ?? null),
      status: next.status,
    };
    if (before) {
      const moved = await store.updateItem(db, { departmentId, itemId: params.itemId, version: body.version }, state);
      if (!moved) throw stale();
    } else {
      await insertNew(within, params.itemId, number, body.variantOf, state);
    }
    if (next.asksSecondLook) await askFor(within, { itemId: params.itemId, revisionId, kind: "secondLook" });
    else if (before && isUsable) await followRevision(within, params.itemId, revisionId);
    else if (before) await dropRequest(within, params.itemId);
    const known = await store.replaceStandards(db, departmentId, params.itemId, standardIds);
    if (known !== new Set(standardIds).size) {
      throw new Failure("invalid", "One of the standards is no longer there.", {
        errors: [{ pointer: "/body/tagging/standardIds", detail: "One of the standards is no longer there." }],
      });
    }
    await refreshSearchWords(db, departmentId, [params.itemId]);
    await store.deleteDraft(db, departmentId, caller.personId, params.itemId);
    await record(within, {
      departmentId,
      entity: "item",
      entityId: params.itemId,
      action: before ? "saved" : "written",
      ...(before && { before: { revisionId: before.revisionId, tagging: taggingOf(before) } }),
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
    const added: string[] = [];
    for (const { content, topicId, standardIds, variantOf, mergeInto, alike, about } of body.items) {
      if (mergeInto !== undefined) {
        itemIds.push(await mergeItem(within, mergeInto, content, standardIds));
        continue;
      }
      const item = await saveItem(within, {
        params: { itemId: newId() },
        body: {
          version: 0,
          tagging: { ...assumed, ...said(about), topicId, standardIds },
          content,
          variantOf: variantOf ?? (alike === undefined ? undefined : itemIds[alike]),
        },
      });
      itemIds.push(item.id);
      added.push(item.id);
    }
    return { itemIds, added };
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
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const { changeSeq } = await store.nextChange(db, departmentId, 0);
    const given = { departmentId, personId, itemIds: body.itemIds, changeSeq, at: now() };
    const takenOut = await store.archiveUntouched(db, given);
    for (const itemId of takenOut)
      await record(within, { departmentId, entity: "item", entityId: itemId, action: "takenOut" });
    return { takenOut: takenOut.length, kept: new Set(body.itemIds).size - takenOut.length };
  });
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
  if (faultsOf(content, topicId).length > 0)
    throw new Failure("conflict", "This item lacks something and cannot be used yet. Finish it first.");
  if ((await rulesOf(scope)).mode === "all")
    throw new Failure("conflict", "In your department somebody looks an item over first. Hand it in for review.");
  return revisionId;
}

async function mustSucceed({ db, caller }: Scope<Member>, itemId: string, successorId: string): Promise<void> {
  const successor = await store.findItem(db, caller.departmentId, successorId);
  if (successor && successor.id !== itemId && successor.status !== "retired") return;
  const detail = "Choose another item that is in use to take its place.";
  throw new Failure("invalid", detail, { errors: [{ pointer: "/body/successorId", detail }] });
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
  if (topicId === null || (await store.topicExists(db, caller.departmentId, topicId))) return;
  const detail = "This topic is no longer there. Choose another.";
  throw new Failure("invalid", detail, { errors: [{ pointer: "/body/tagging/topicId", detail }] });
}

async function mustKnowStimulus({ db, caller }: Scope<Member>, stimulusId: string | null): Promise<void> {
  if (stimulusId === null || (await store.stimulusExists(db, caller.departmentId, stimulusId))) return;
  const detail = "This text, map or chart is no longer there. Choose another.";
  throw new Failure("invalid", detail, { errors: [{ pointer: "/body/tagging/stimulusId", detail }] });
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
  await store.insertRevision(db, {
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
  });
  await linkPictures(scope, id, content);
  return id;
}

async function linkPictures(scope: Scope<Member>, revisionId: string, content: Content): Promise<void> {
  const hashes = mediaOf(content);
  if ((await missingMedia(scope, hashes)).length > 0) {
    const detail = "One of the pictures is no longer there. Add it again.";
    throw new Failure("invalid", detail, { errors: [{ pointer: "/body/content", detail }] });
  }
  const { departmentId } = scope.caller;
  await linkMedia(
    scope.db,
    hashes.map((hash) => ({ departmentId, revisionId, hash })),
  );
}

async function insertNew(
  { db, caller, now }: Scope<Member>,
  itemId: string,
  number: number,
  variantOf: string | undefined,
  state: Pick<
    Parameters<typeof store.insertItem>[1],
    "changeSeq" | "changedAt" | "status" | "kind" | "demand" | "use" | "expectedSeconds" | "writerDifficulty"
  >,
): Promise<void> {
  const original = variantOf === undefined ? undefined : await store.findItem(db, caller.departmentId, variantOf);
  const familyId = original?.familyId ?? newId();
  if (!original) await store.insertFamily(db, caller.departmentId, familyId);
  await store.insertItem(db, {
    departmentId: caller.departmentId,
    id: itemId,
    number,
    familyId,
    ownerId: caller.personId,
    createdBy: caller.personId,
    createdAt: now(),
    language: "en-GB",
    ...state,
  });
}
