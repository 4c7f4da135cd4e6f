/** Views of the bank that are kept, one's own and the department's. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/views";
import { need } from "../../platform/failure.ts";
import { newId } from "../../platform/id.ts";
import { record } from "../../platform/history.ts";
import { atomically, type Member, type Scope } from "../../platform/scope.ts";
import * as store from "./viewStore.ts";

export async function listViews({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listViews>> {
  const rows = await store.listViews(db, caller.departmentId, caller.personId);
  return { views: rows.map(({ personId, ...row }) => ({ ...row, isShared: personId === null })) };
}

export function keepView(
  scope: Scope<Member>,
  { body }: Input<typeof contract.keepView>,
): Promise<Result<typeof contract.keepView>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const id = await store.upsertView(db, {
      departmentId,
      id: newId(),
      personId: body.isShared ? null : personId,
      name: body.name,
      address: body.address,
      by: personId,
      at: now(),
    });
    await record(within, { departmentId, entity: "view", entityId: id, action: "kept", after: { name: body.name } });
    return { id };
  });
}

export function removeView(scope: Scope<Member>, { params }: Input<typeof contract.removeView>): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { departmentId, personId } = within.caller;
    const { name, address } = need(await store.deleteView(within.db, departmentId, personId, params.viewId), "view");
    const before = { name, address };
    await record(within, { departmentId, entity: "view", entityId: params.viewId, action: "removed", before });
    return { ok: true };
  });
}
