/** Families: items that are look-alikes of one another, put together and taken apart. */
import type * as contract from "@verdant/contract/bank";
import type { Input, Result } from "@verdant/contract/endpoint";
import { need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { showItem, stale } from "./service.ts";
import * as store from "./store.ts";

export async function listFamily(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.listFamily>,
): Promise<Result<typeof contract.listFamily>> {
  const item = need(await store.findItem(db, caller.departmentId, params.itemId), "item");
  return { items: await store.listSiblings(db, caller.departmentId, item.id, item.familyId) };
}

export function changeFamily(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.changeFamily>,
): Promise<Result<typeof contract.changeFamily>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { changeSeq } = await store.nextChange(db, departmentId, 0);
    const before = need(await store.findItem(db, departmentId, params.itemId), "item");
    const joined = body.joins === null ? null : need(await store.findItem(db, departmentId, body.joins), "item");
    const familyId = joined?.familyId ?? newId();
    if (!joined) await store.insertFamily(db, departmentId, familyId);
    const key = { departmentId, itemId: before.id, version: body.version };
    if (!(await store.updateItem(db, key, { familyId, changeSeq, changedAt: now() }))) throw stale();
    await record(within, {
      departmentId,
      entity: "item",
      entityId: before.id,
      action: joined ? "joinedFamily" : "leftFamily",
      before: { familyId: before.familyId },
      after: { familyId },
    });
    return showItem(within, { params });
  });
}
