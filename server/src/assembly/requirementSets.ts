/** Requirements that the department keeps under a name, for the next quiz of that sort. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/requirements";
import { need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./requirementSetStore.ts";

export async function listRequirementSets({
  db,
  caller,
}: Scope<Member>): Promise<Result<typeof contract.listRequirementSets>> {
  return { sets: await store.listSets(db, caller.departmentId) };
}

export function keepRequirementSet(
  scope: Scope<Member>,
  { body: { name, blueprint } }: Input<typeof contract.keepRequirementSet>,
): Promise<Result<typeof contract.keepRequirementSet>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const id = await store.upsertSet(db, { departmentId, id: newId(), name, blueprint, by: personId, at: now() });
    await record(within, { departmentId, entity: "requirements", entityId: id, action: "kept", after: { name } });
    return { id };
  });
}

export function removeRequirementSet(
  scope: Scope<Member>,
  { params: { setId } }: Input<typeof contract.removeRequirementSet>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const before = need(await store.deleteSet(db, departmentId, setId), "requirements");
    await record(within, { departmentId, entity: "requirements", entityId: setId, action: "removed", before });
    return { ok: true };
  });
}
