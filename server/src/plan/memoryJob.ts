/** Brings memories in step in the background; who reads one before that brings it in step at once. */
import type { JobKind } from "../platform/jobs.ts";
import { atomically } from "../platform/scope.ts";
import { bringInStep } from "./memory.ts";
import * as store from "./memoryStore.ts";

export const memories: JobKind = {
  name: "fold-memory",
  due: async ({ db }, besides) =>
    (await store.listChanged(db, besides, 200)).map(({ departmentId, classId }) => ({
      departmentId,
      subject: classId,
    })),
  work: (scope, { departmentId, subject }) => atomically(scope, (within) => bringInStep(within, departmentId, subject)),
};
