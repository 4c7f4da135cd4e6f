/** Look-alikes: items that ask the same in other words or numbers, of which no quiz has two. */
import type * as contract from "@verdant/contract/bank";
import type { Input, Result } from "@verdant/contract/endpoint";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { firstOf } from "../platform/firstOf.ts";
import * as store from "./store.ts";

const siblingsShown = 200;

/** The look-alikes of an item. */
export async function listFamily(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.listFamily>,
): Promise<Result<typeof contract.listFamily>> {
  const item = need(await store.findItem(db, caller.departmentId, params.itemId), "item");
  const rows = await store.listSiblings(db, caller.departmentId, item.id, item.familyId, siblingsShown + 1);
  const { first: items, isMore } = firstOf(rows, siblingsShown);
  return { items, isMore };
}

/** Puts an item into the family of another, or into one of its own. Called in a transaction. */
export async function joinFamily(
  scope: Scope<Member>,
  itemId: string,
  body: Input<typeof contract.changeFamily>["body"],
): Promise<void> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const { changeSeq } = await store.nextChange(db, departmentId, 0);
  const before = need(await store.findItem(db, departmentId, itemId), "item");
  const joined = body.joins === null ? null : need(await store.findItem(db, departmentId, body.joins), "item");
  const familyId = joined?.familyId ?? newId();
  if (!joined) await store.insertFamilies(db, departmentId, [familyId]);
  const key = { departmentId, itemId: before.id, version: body.version };
  if (!(await store.updateItem(db, key, { familyId, changeSeq, changedAt: now() }))) throw stale();
  await record(scope, {
    departmentId,
    entity: "item",
    entityId: before.id,
    action: joined ? "joinedFamily" : "leftFamily",
    before: { familyId: before.familyId },
    after: { familyId },
  });
}

export const stale = () => new Failure("itemChanged");
