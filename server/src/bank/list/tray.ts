/** The tray: what a member has set aside while browsing. Each member has one. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/bank";
import { atomically, type Member, type Scope } from "../../platform/scope.ts";
import { rowsOf } from "./search.ts";
import * as store from "./trayStore.ts";

export async function listTray(scope: Scope<Member>): Promise<Result<typeof contract.listTray>> {
  const { departmentId, personId } = scope.caller;
  return { items: await rowsOf(scope, await store.listTray(scope.db, departmentId, personId)) };
}

export function changeTray(scope: Scope<Member>, { body }: Input<typeof contract.changeTray>): Promise<{ ok: true }> {
  return atomically(scope, async ({ db, caller, now }) => {
    const { departmentId, personId } = caller;
    await store.deleteFromTray(db, departmentId, personId, body.remove);
    await store.insertIntoTray(db, departmentId, personId, body.add, now());
    return { ok: true as const };
  });
}
