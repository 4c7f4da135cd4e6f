/** Rules of the item bank: what a save makes of an item, and what a change leaves behind. */
import { createHash } from "node:crypto";
import type * as contract from "@verdant/contract/bank";
import { DraftBody } from "@verdant/contract/bank";
import type { Input, Result } from "@verdant/contract/endpoint";
import { changeKindOf } from "@verdant/core/bank/changeKind";
import type { Fault } from "@verdant/core/items/kind";
import { kindOf, type Content } from "@verdant/core/items/kinds";
import { plainText } from "@verdant/core/richText";
import { can } from "@verdant/core/team/can";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

type Item = Result<typeof contract.showItem>;
type Save = Input<typeof contract.saveItem>;
type Tagging = Save["body"]["tagging"];

export async function listItems(
  { db, caller }: Scope<Member>,
  { query }: Input<typeof contract.listItems>,
): Promise<Result<typeof contract.listItems>> {
  const { items, total } = await store.searchItems(db, caller.departmentId, query);
  return {
    total,
    items: items.map(({ content, standardCodes, changedAt, ...row }) => ({
      ...row,
      stem: plainText(content.stem),
      standardCodes: standardCodes ?? [],
      changedAt: changedAt.toISOString(),
    })),
  };
}

export async function showItem(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.showItem>,
): Promise<Item> {
  const row = need(await store.findItem(db, caller.departmentId, params.itemId), "item");
  const standardIds = await store.listStandardIds(db, caller.departmentId, row.id);
  const { label, topicId, demand, use, expectedSeconds, writerDifficulty } = row;
  return {
    id: row.id,
    number: row.number,
    version: row.version,
    status: row.status,
    owner: row.owner,
    revision: { id: row.revisionId, n: row.n, at: row.at.toISOString(), author: row.author },
    tagging: { label, topicId, standardIds, demand, use, expectedSeconds, writerDifficulty },
    content: row.content,
    faults: faultsOf(row.content, row.topicId).map((fault) => ({ ...fault, path: [...fault.path] })),
  };
}

/** What keeps an item from being used: only stem, key and topic are asked for. */
export function faultsOf(content: Content, topicId: string | null): Fault[] {
  const topic: Fault[] = topicId === null ? [{ path: ["topicId"], text: "Choose a topic." }] : [];
  return [...kindOf(content).faults(content), ...topic];
}

/** The next bank version, and numbers for `newItems` items; holds the department's row until the transaction ends. */
export const takeChange = store.nextChange;

/** Hash of a content whatever the order of its keys: jsonb does not keep it. */
export const hashOfContent = (content: Content): string =>
  createHash("sha256")
    .update(JSON.stringify(content, (_, value: unknown) => (isPlainObject(value) ? sorted(value) : value)))
    .digest("hex");

const isPlainObject = (value: unknown): value is object =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const sorted = (value: object) => Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));

/**
 * Makes the item, or its next revision when the content differs. Where review is off, a usable item is approved at once;
 * one that lacks something stays a draft, and an approved revision that is already there stays the approved one.
 */
export function saveItem(scope: Scope<Member>, { params, body }: Save): Promise<Item> {
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

    const revisionId = await reviseIfChanged(within, params.itemId, before, body.content);
    const isUsable = faultsOf(body.content, body.tagging.topicId).length === 0;
    const { standardIds, ...tagging } = body.tagging;
    const state = {
      ...tagging,
      changeSeq,
      changedAt: within.now(),
      latestRevisionId: revisionId,
      approvedRevisionId: isUsable ? revisionId : (before?.approvedRevisionId ?? null),
      status: isUsable || before?.approvedRevisionId ? ("approved" as const) : ("draft" as const),
    };
    if (before) {
      const moved = await store.updateItem(db, { departmentId, itemId: params.itemId, version: body.version }, state);
      if (!moved) throw stale();
    } else {
      const { firstNumber } = await store.nextChange(db, departmentId, 1);
      await insertNew(within, params.itemId, body.content, firstNumber, state);
    }
    const known = await store.replaceStandards(db, departmentId, params.itemId, standardIds);
    if (known !== new Set(standardIds).size) {
      throw new Failure("invalid", "One of the standards is no longer there.", {
        errors: [{ pointer: "/body/tagging/standardIds", detail: "One of the standards is no longer there." }],
      });
    }
    const words = [body.tagging.label ?? "", kindOf(body.content).words(body.content)].join(" ");
    await store.replaceSearch(db, departmentId, params.itemId, words);
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

const stale = () =>
  new Failure(
    "stale",
    "Somebody saved this item after you opened it. Your work is kept as a draft; compare the two and save again.",
  );

const taggingOf = ({
  label,
  topicId,
  demand,
  use,
  expectedSeconds,
  writerDifficulty,
}: Omit<Tagging, "standardIds">) => ({
  label,
  topicId,
  demand,
  use,
  expectedSeconds,
  writerDifficulty,
});

async function mustKnowTopic({ db, caller }: Scope<Member>, topicId: string | null): Promise<void> {
  if (topicId === null || (await store.topicExists(db, caller.departmentId, topicId))) return;
  const detail = "This topic is no longer there. Choose another.";
  throw new Failure("invalid", detail, { errors: [{ pointer: "/body/tagging/topicId", detail }] });
}

/** The id of the revision that holds `content`: the latest when nothing changed, else a new one. */
async function reviseIfChanged(
  { db, caller, now }: Scope<Member>,
  itemId: string,
  before: Awaited<ReturnType<typeof store.findItem>>,
  content: Content,
): Promise<string> {
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
    parameterId: changeKind === "typo" && before ? before.parameterId : newId(),
    authorId: caller.personId,
    note: null,
    at: now(),
  });
  return id;
}

async function insertNew(
  { db, caller, now }: Scope<Member>,
  itemId: string,
  content: Content,
  number: number,
  state: Pick<
    Parameters<typeof store.insertItem>[1],
    "changeSeq" | "changedAt" | "status" | "demand" | "use" | "expectedSeconds" | "writerDifficulty"
  >,
): Promise<void> {
  const familyId = newId();
  await store.insertFamily(db, caller.departmentId, familyId);
  await store.insertItem(db, {
    departmentId: caller.departmentId,
    id: itemId,
    number,
    kind: content.kind,
    familyId,
    ownerId: caller.personId,
    createdBy: caller.personId,
    createdAt: now(),
    language: "en-GB",
    ...state,
  });
}

export async function showDraft(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.showDraft>,
): Promise<Result<typeof contract.showDraft>> {
  const row = await store.findDraft(db, caller.departmentId, caller.personId, params.itemId);
  const body = DraftBody.safeParse(row?.body);
  if (!row || !body.success) return { draft: null };
  return { draft: { baseVersion: row.baseVersion, savedAt: row.savedAt.toISOString(), body: body.data } };
}

export async function keepDraft(
  { db, caller, now }: Scope<Member>,
  { params, body }: Input<typeof contract.keepDraft>,
): Promise<{ ok: true }> {
  if (body.baseVersion > 0 && !(await store.itemExists(db, caller.departmentId, params.itemId))) {
    throw new Failure("missing", "There is no such item in your department.");
  }
  await store.upsertDraft(db, {
    departmentId: caller.departmentId,
    personId: caller.personId,
    entity: "item",
    entityId: params.itemId,
    baseVersion: body.baseVersion,
    body: JSON.stringify(body.body),
    savedAt: now(),
  });
  return { ok: true };
}

export async function dropDraft(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.dropDraft>,
): Promise<{ ok: true }> {
  await store.deleteDraft(db, caller.departmentId, caller.personId, params.itemId);
  return { ok: true };
}
