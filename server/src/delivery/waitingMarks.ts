/** Written answers that wait for somebody's mark; and marks that wait until their students see them. */
import type { z } from "zod";
import type * as contract from "@verdant/contract/marking";
import { groupBy } from "@verdant/core/groupBy";
import { need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import type { Member, Scope, Student } from "../platform/scope.ts";
import { listReleases } from "./store.ts";
import * as store from "./waitingMarkStore.ts";

/** Points of these sittings that wait for somebody's mark: they belong to no total yet. Sittings without any are not in it. */
export async function waitingPointsOf(
  { db, caller }: Scope<Member | Student>,
  sittingIds: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const rows = await store.sumWaitingPoints(db, caller.departmentId, sittingIds);
  return new Map(rows.map((row) => [row.id, row.points]));
}

export async function listWaitingMarks({ db, caller }: Scope<Member>): Promise<z.infer<typeof contract.WaitingMarks>> {
  return store.listWaiting(db, caller.departmentId);
}

/** What the student of a go does not see of its marks, because they are not given or because others of the class still wait. */
export interface Unseen {
  /** Points of the answers whose marks are not seen. */
  readonly outOf: number;
  /** What these have earned so far: it is in the total of the go, and not in what is seen. */
  readonly points: number;
  /** Positions of marks that are given and not seen. */
  readonly held: ReadonlySet<number>;
}

/** What students see of marks: none of a lot of answers until all of it are marked, so that nobody compares half of it. */
export async function unseenMarksOf(
  scope: Scope<Student>,
  sittingIds: readonly string[],
): Promise<(sittingId: string) => Unseen> {
  const waiting = await waitingPointsOf(scope, sittingIds);
  const held = groupBy(
    await store.listHeldMarks(scope.db, scope.caller.departmentId, sittingIds),
    (mark) => mark.sittingId,
  );
  return (sittingId) => {
    const own = held.get(sittingId) ?? [];
    return {
      outOf: own.reduce((sum, mark) => sum + mark.outOf, waiting.get(sittingId) ?? 0),
      points: own.reduce((sum, mark) => sum + mark.points, 0),
      held: new Set(own.map((mark) => mark.position)),
    };
  };
}

/** Marks of a release that are given and not seen yet. */
export async function countHeldMarks({ db, caller }: Scope<Member>, releaseId: string): Promise<number> {
  const { departmentId } = caller;
  const goes = await store.listMarkedGoes(db, departmentId, releaseId);
  return (await store.listHeldMarks(db, departmentId, goes)).length;
}

/** Students see the marks given so far, though other answers of the release still wait. */
export async function setMarksShown(scope: Scope<Member>, releaseId: string): Promise<void> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  need((await listReleases(db, departmentId, { releaseId }))[0], "release");
  await store.setMarksShownAt(db, departmentId, releaseId, now());
  await record(scope, { departmentId, entity: "release", entityId: releaseId, action: "marksShown" });
}
