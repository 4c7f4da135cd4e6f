/** Work that is done again and again while a process runs. Any process may do it; the work itself sees to it that none gets in another's way. */
import { isUnreachable } from "./database.ts";
import type { Scope } from "./scope.ts";

/** Does `work` every `everyMs` until stopped, one round after the other; `stop` waits for the round that is running. */
export function startPolling(
  scope: () => Scope,
  everyMs: number,
  name: string,
  work: (scope: Scope) => Promise<unknown>,
): { stop: () => Promise<void> } {
  let round = Promise.resolve();
  let isRunning = false;
  const timer = setInterval(() => {
    if (isRunning) return;
    isRunning = true;
    const current = scope();
    round = work(current)
      .then(() => undefined)
      .catch((error: unknown) => {
        if (isUnreachable(error)) current.log.warn(`${name} waits for the database`);
        else current.log.error({ err: error }, `${name} failed; tried again in the next round`);
      })
      .finally(() => {
        isRunning = false;
      });
  }, everyMs);
  return {
    stop: async () => {
      clearInterval(timer);
      await round;
    },
  };
}
