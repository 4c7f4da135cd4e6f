/** Keeps the figures of items, by which the bank is searched, up with what students answer. Any process may do it. */
import { takeChange } from "../bank/service.ts";
import { atomically, type Scope } from "../platform/scope.ts";
import * as store from "./itemStatsStore.ts";

/** A transaction may say an earlier moment than one that ended before it. */
const overlapMs = 60_000;

/** Brings one department's figures up to date; false when none was behind. */
export async function refreshItemStats(scope: Scope): Promise<boolean> {
  const behind = await store.findBehind(scope.db);
  if (!behind) return false;
  return atomically(scope, async ({ db }) => {
    const since = await store.lockThrough(db, behind.departmentId);
    if (since === false || since === null) return false;
    const itemIds = await store.listTouchedItems(db, behind.departmentId, new Date(since.getTime() - overlapMs));
    if (itemIds.length > 0) {
      const figures = await store.computeFigures(db, behind.departmentId, itemIds);
      const { changeSeq } = await takeChange(db, behind.departmentId, 0);
      await store.upsertFigures(db, behind.departmentId, figures, changeSeq);
    }
    await store.moveThrough(db, behind.departmentId, behind.through);
    return true;
  });
}
