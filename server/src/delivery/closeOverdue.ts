/** The poller that hands in what the clock has ended. Any process may run it; two never take the same sitting. */
import { atomically, type Scope } from "../platform/scope.ts";
import { finish } from "./marking.ts";
import * as sittingStore from "./sittingStore.ts";

/** Hands in up to fifty sittings whose time is over; returns how many. */
export function closeOverdue(scope: Scope): Promise<number> {
  return atomically(scope, async (within) => {
    const overdue = await sittingStore.lockOverdue(within.db, within.now(), 50);
    for (const { departmentId, id, deadlineAt } of overdue)
      await finish(within, departmentId, id, deadlineAt ?? within.now());
    return overdue.length;
  });
}
