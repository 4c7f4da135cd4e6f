/** Unfinished work on an item: one's own, kept until it is made a revision or thrown away. */
import type * as contract from "@verdant/contract/bank";
import { DraftBody } from "@verdant/contract/bank";
import type { Input, Result } from "@verdant/contract/endpoint";
import { Failure } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

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
    throw new Failure("noSuch", { what: "item" });
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
  await store.deleteDrafts(db, caller.departmentId, caller.personId, [params.itemId]);
  return { ok: true };
}
