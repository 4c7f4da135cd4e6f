/** Many items changed at once: what belongs to the item, never its revisions; all of it in one transaction, with undo. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/bulk";
import { can } from "@verdant/core/team/can";
import { Failure } from "../../platform/failure.ts";
import { newId } from "../../platform/id.ts";
import { atomically, type Member, type Scope, type OpenScope } from "../../platform/scope.ts";
import * as store from "./bulkStore.ts";
import { listMatchingIds } from "./search.ts";
import { mustKnowTopic, takeChange } from "../service.ts";

type Body = Input<typeof contract.changeItems>["body"];

export async function changeItems(
  scope: OpenScope<Member>,
  { body }: Input<typeof contract.changeItems>,
): Promise<Result<typeof contract.changeItems>> {
  // What a search finds is read before the transaction: the index never reads what is not committed.
  const itemIds = await idsOf(scope, body.which);
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    await mustKnow(within, body.change);
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const batchId = newId();
    const before = await store.lockItems(db, departmentId, itemIds);
    const { fit, skipped } = sorted(within, itemIds.length, before, body.change);
    if (fit.length > 0) {
      const familyId = body.change.family === "together" ? newId() : null;
      if (familyId !== null) await store.insertFamilies(db, departmentId, [familyId]);
      const deed = { departmentId, batchId, actorId: caller.personId, at: now(), changeSeq };
      await store.keepBefore(db, deed, fit);
      await store.applyChange(db, deed, fit, { ...body.change, familyId });
    }
    return { batchId, changed: fit.length, skipped };
  });
}

/** @throws Failure where a search finds another number than its asker saw */
export async function idsOf(scope: OpenScope<Member>, which: Body["which"]): Promise<string[]> {
  if ("itemIds" in which) return [...new Set(which.itemIds)];
  const found = await listMatchingIds(scope, which.query);
  if (found.length !== which.expected)
    throw new Failure("bankChanged", { found: found.length, expected: which.expected });
  return found;
}

async function mustKnow(scope: Scope<Member>, change: Body["change"]): Promise<void> {
  const { db, caller } = scope;
  if (change.topicId !== undefined) await mustKnowTopic(scope, change.topicId);
  const refuse = (field: string, code: "colleagueNotHere" | "standardGone") => {
    throw new Failure(code, {}, { at: `/body/change/${field}` });
  };
  if (change.ownerId !== undefined && !(await store.isMember(db, caller.departmentId, change.ownerId)))
    refuse("ownerId", "colleagueNotHere");
  const standardIds = [...new Set(change.addStandardIds ?? [])];
  if ((await store.countStandards(db, caller.departmentId, standardIds)) !== standardIds.length)
    refuse("addStandardIds", "standardGone");
}

/** Those that may be changed so, and the others by reason. */
function sorted(
  { caller }: Scope<Member>,
  asked: number,
  items: readonly store.LockedItem[],
  change: Body["change"],
): { fit: string[]; skipped: { why: contract.SkipReason; count: number }[] } {
  const fit: string[] = [];
  const reasons = new Map<contract.SkipReason, number>();
  const skip = (why: contract.SkipReason, count = 1) => reasons.set(why, (reasons.get(why) ?? 0) + count);
  if (items.length < asked) skip("gone", asked - items.length);
  for (const { id, status, isUsable } of items) {
    if (status === "retired" && !can(caller.role, { verb: "edit", thing: "item", status }) && !change.status)
      skip("retired");
    else if (change.status === "retired" && status !== "approved") skip("notInUse");
    else if (change.status === "approved" && status !== "retired") skip("notRetired");
    else if (change.status === "approved" && !isUsable) skip("unfinished");
    else fit.push(id);
  }
  return { fit, skipped: [...reasons].map(([why, count]) => ({ why, count })) };
}

/**
 * Items that name a standard by a tag, since they were written or came before it, get it, and the tag goes. One change of
 * many items, undone like any other.
 *
 * @param named the code and the identifier of each
 */
export async function giveStandardsNamed(
  { db, caller, now }: Scope<Member>,
  named: readonly { readonly standardId: string; readonly names: readonly string[] }[],
): Promise<{ items: number; batchId: string }> {
  const { departmentId } = caller;
  const { changeSeq } = await takeChange(db, departmentId, 0);
  const batchId = newId();
  const names = named.flatMap(({ standardId, names: all }) =>
    all.map((name) => ({ standardId, name: name.toLowerCase() })),
  );
  const found = await store.listTaggedWith(db, departmentId, names);
  const itemIds = [...new Set(found.map((one) => one.itemId))];
  if (itemIds.length > 0) {
    const deed = { departmentId, batchId, actorId: caller.personId, at: now(), changeSeq };
    await store.lockItems(db, departmentId, itemIds);
    await store.keepBefore(db, deed, itemIds);
    await store.giveForTags(db, deed, found);
  }
  return { items: itemIds.length, batchId };
}

export function undoChange(
  scope: Scope<Member>,
  { params }: Input<typeof contract.undoChange>,
): Promise<Result<typeof contract.undoChange>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const batch = await store.listBatch(db, departmentId, params.batchId);
    if (batch.length === 0) throw new Failure("noSuch", { what: "change" });
    const itemIds = batch.flatMap((one) => (one.isUnchanged ? one.itemId : []));
    const deed = { departmentId, batchId: newId(), actorId: caller.personId, at: now(), changeSeq };
    await store.lockItems(db, departmentId, itemIds);
    await store.keepBefore(db, deed, itemIds);
    await store.restoreBatch(db, deed, params.batchId, itemIds);
    return { restored: itemIds.length, kept: batch.length - itemIds.length };
  });
}
