/** Sentences that a department often says to students about their written answers. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/marking";
import { need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export function keepMarkingComment(
  scope: Scope<Member>,
  { body }: Input<typeof contract.keepMarkingComment>,
): Promise<Result<typeof contract.keepMarkingComment>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const id = newId();
    const kept = await store.insertComment(db, { departmentId, id, text: body.text, by: personId, at: now() });
    if (kept === id)
      await record(within, { departmentId, entity: "markingComment", entityId: id, action: "kept", after: body });
    return { commentId: kept };
  });
}

export function removeMarkingComment(
  scope: Scope<Member>,
  { params }: Input<typeof contract.removeMarkingComment>,
): Promise<Result<typeof contract.removeMarkingComment>> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    const { commentId } = params;
    const before = need(await store.deleteComment(within.db, departmentId, commentId), "comment");
    await record(within, {
      ...{ departmentId, entity: "markingComment", entityId: commentId, action: "removed", before },
    });
    return {};
  });
}
