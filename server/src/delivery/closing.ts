/** Handing in what the clock has ended. Until it is done, whoever reads such a sitting sees it as over all the same. */
import type { JobKind } from "../platform/jobs.ts";
import type { Engines } from "../platform/scope.ts";
import { tellGoes } from "./goChanges.ts";
import { finish } from "./marking.ts";
import * as sittingStore from "./sittingStore.ts";

export const closing = (engines: Pick<Engines, "signals">): JobKind => ({
  name: "close-sitting",
  due: async ({ db, now }, besides) => {
    const overdue = await sittingStore.listOverdue(db, now(), besides, 500);
    return overdue.map(({ departmentId, id }) => ({ departmentId, subject: id }));
  },
  work: async (scope, { departmentId, subject }) => {
    await finish(scope, departmentId, subject, scope.now());
    const sitting = await sittingStore.findAnySitting(scope.db, departmentId, subject);
    if (sitting) tellGoes(engines, sitting.releaseId);
  },
});
