/** How the department reads the columns of its workbooks: said once, known the next time. */
import type * as contract from "@verdant/contract/customs";
import type { Input, Result } from "@verdant/contract/endpoint";
import type { Member, Scope } from "../../platform/scope.ts";
import * as store from "./columnMappingStore.ts";

export async function listColumnMappings({
  db,
  caller,
}: Scope<Member>): Promise<Result<typeof contract.listColumnMappings>> {
  const rows = await store.listMappings(db, caller.departmentId);
  return { mappings: rows.map(({ signature, roles }) => ({ signature, roles: [...roles] })) };
}

export async function keepColumnMapping(
  { db, caller, now }: Scope<Member>,
  { body }: Input<typeof contract.keepColumnMapping>,
): Promise<{ ok: true }> {
  const { departmentId, personId: by } = caller;
  await store.upsertMapping(db, { departmentId, ...body, roles: JSON.stringify(body.roles), by, at: now() });
  return { ok: true };
}
