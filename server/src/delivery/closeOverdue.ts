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

/** Closes overdue sittings every `everyMs` until stopped; `stop` waits for the round that is running. */
export function startClosing(scope: () => Scope, everyMs: number): { stop: () => Promise<void> } {
  let round = Promise.resolve();
  const timer = setInterval(() => {
    round = round.then(async () => {
      const current = scope();
      try {
        await closeOverdue(current);
      } catch (error) {
        current.log.error({ err: error }, "closing overdue sittings failed; tried again in the next round");
      }
    });
  }, everyMs);
  return {
    stop: async () => {
      clearInterval(timer);
      await round;
    },
  };
}
