/** Keeps the figures of items, by which the bank is searched, up with what students answer. */
import { takeChange } from "../bank/service.ts";
import type { JobKind } from "../platform/jobs.ts";
import { atomically } from "../platform/scope.ts";
import * as store from "./itemStatsStore.ts";

/** A transaction may say an earlier moment than one that ended before it. */
const overlapMs = 60_000;

export const figures: JobKind = {
  name: "refresh-figures",
  due: async ({ db }, besides) =>
    (await store.listBehind(db, besides, 100)).map((departmentId) => ({ departmentId, subject: departmentId })),
  work: (scope, { departmentId }) =>
    atomically(scope, async ({ db }) => {
      const since = await store.lockThrough(db, departmentId);
      const through = await store.findNewest(db, departmentId);
      if (through === null || through <= since) return;
      const itemIds = await store.listTouchedItems(db, departmentId, new Date(since.getTime() - overlapMs));
      if (itemIds.length > 0) {
        const computed = await store.computeFigures(db, departmentId, itemIds);
        const { changeSeq } = await takeChange(db, departmentId, 0);
        await store.upsertFigures(db, departmentId, computed, changeSeq);
      }
      await store.moveThrough(db, departmentId, through);
    }),
};
