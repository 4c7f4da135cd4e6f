/** Wrong ideas that options show. */
import type * as customs from "@verdant/contract/customs";
import type { Input } from "@verdant/contract/endpoint";
import { newId } from "../../platform/id.ts";
import type { Member, Scope } from "../../platform/scope.ts";
import * as store from "../store.ts";

export async function listMisconceptions({ db, caller }: Scope<Member>) {
  return { misconceptions: await store.listMisconceptions(db, caller.departmentId) };
}

export function addMisconception(
  { db, caller }: Scope<Member>,
  { body }: Input<typeof customs.addMisconception>,
): Promise<{ id: string; name: string }> {
  return store.insertMisconception(db, { departmentId: caller.departmentId, id: newId(), name: body.name });
}
