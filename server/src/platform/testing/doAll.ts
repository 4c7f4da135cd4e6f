/** Jobs of one kind, done at once and by one: what a test waits for. */
import type { JobKind } from "../jobs.ts";
import type { Nobody, Scope } from "../scope.ts";

/** Does what is due until nothing is; how much that was. */
export async function doAll(scope: Scope<Nobody>, kind: JobKind): Promise<number> {
  let done = 0;
  for (;;) {
    const due = await kind.due(scope, []);
    if (due.length === 0) return done;
    for (const job of due) await kind.work(scope, job);
    done += due.length;
  }
}
