/** Which revision of an item is in use, and where it stands in being looked over. */
import { need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

type Change = Parameters<typeof store.updateItem>[2];

async function change(scope: Scope<Member>, itemId: string, action: string, next: Change): Promise<void> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const { changeSeq } = await store.nextChange(db, departmentId, 0);
  const before = need(await store.findItem(db, departmentId, itemId), "item");
  const key = { departmentId, itemId, version: before.version };
  await store.updateItem(db, key, { ...next, changeSeq, changedAt: now() });
  await record(scope, {
    departmentId,
    entity: "item",
    entityId: itemId,
    action,
    before: { status: before.status, approvedRevisionId: before.approvedRevisionId },
    after: next,
  });
}

/** Quizzes draw this revision from now on. */
export const approveRevision = (scope: Scope<Member>, itemId: string, revisionId: string): Promise<void> =>
  change(scope, itemId, "approved", { status: "approved", approvedRevisionId: revisionId });

/** Its author goes on with it. What is in use already stays in use, unless it is taken out of use. */
export async function sendBackItem(
  scope: Scope<Member>,
  itemId: string,
  { isOutOfUse }: { isOutOfUse: boolean },
): Promise<void> {
  const item = need(await store.findItem(scope.db, scope.caller.departmentId, itemId), "item");
  if (isOutOfUse) await change(scope, itemId, "sentBack", { status: "draft", approvedRevisionId: null });
  else if (item.approvedRevisionId === null) await change(scope, itemId, "sentBack", { status: "draft" });
}

/** It waits for somebody to look it over; what is in use already stays in use. */
export async function waitForReview(scope: Scope<Member>, itemId: string): Promise<void> {
  const item = need(await store.findItem(scope.db, scope.caller.departmentId, itemId), "item");
  if (item.approvedRevisionId === null) await change(scope, itemId, "handedIn", { status: "inReview" });
}
