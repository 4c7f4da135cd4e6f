/** Why a student answered as they did: asked of what went wrong, once they may see that it did. */
import type { Input } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/reasons";
import { Failure, need } from "../platform/failure.ts";
import { atomically, type Scope, type Student } from "../platform/scope.ts";
import * as store from "./reasonStore.ts";
import { showResult } from "./result.ts";

export function giveReason(
  scope: Scope<Student>,
  { params, body }: Input<typeof contract.giveReason>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { sittingId, position } = params;
    const { items } = await showResult(within, { params: { sittingId } });
    const item = need(
      items.find((one) => one.position === position),
      "item",
    );
    if (!item.asksReason) throw new Failure("reasonNotAsked");
    const key = { departmentId: caller.departmentId, sittingId, position };
    if (body.text === "") await store.deleteReason(db, key);
    else await store.upsertReason(db, { ...key, text: body.text, at: now() });
    return { ok: true };
  });
}
