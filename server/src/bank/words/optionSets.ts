/** Sets of words to judge by that the department has put together. */
import type * as contract from "@verdant/contract/customs";
import type { Input, Result } from "@verdant/contract/endpoint";
import { startingSets } from "@verdant/core/items/optionSet";
import { Failure } from "../../platform/failure.ts";
import type { Member, Scope } from "../../platform/scope.ts";
import * as store from "./optionSetStore.ts";

export async function listOptionSets({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listOptionSets>> {
  return { optionSets: await store.listOptionSets(db, caller.departmentId) };
}

export async function keepOptionSet(
  { db, caller }: Scope<Member>,
  { params, body }: Input<typeof contract.keepOptionSet>,
): Promise<{ ok: true }> {
  const isTaken = startingSets.some((set) => set.name === body.name);
  const { name, words } = body;
  const row = { departmentId: caller.departmentId, id: params.optionSetId, name, words: JSON.stringify(words) };
  if (isTaken || !(await store.insertOptionSet(db, row))) {
    throw new Failure("setNameTaken", {}, { at: "/body/name" });
  }
  return { ok: true };
}

export async function removeOptionSet(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.removeOptionSet>,
): Promise<{ ok: true }> {
  if (!(await store.deleteOptionSet(db, caller.departmentId, params.optionSetId)))
    throw new Failure("noSuch", { what: "optionSet" });
  return { ok: true };
}
