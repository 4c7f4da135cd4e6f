/** What came out of releases: the share right over all their questions, and the list of them. */
import type { Input, Result } from "@verdant/contract/endpoint";
import { releaseStates, type ReleaseState } from "@verdant/contract/insight";
import type * as contract from "@verdant/contract/insight";
import { groupBy } from "@verdant/core/groupBy";
import { shareOfStudents } from "@verdant/core/insight/wilson";
import { countReleases, listReleases, listStrands, listWaitingMarks } from "../delivery/service.ts";
import { firstOf } from "../platform/firstOf.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

const perPage = 60;
/** Beads of a row. */
const mostStrands = 12;

export async function listResults(
  scope: Scope<Member>,
  { query }: Input<typeof contract.listResults>,
): Promise<Result<typeof contract.listResults>> {
  const { classId, text, order, after, state } = query;
  const marks = await listWaitingMarks(scope);
  const toMark = new Map(marks.map((one) => [one.releaseId, one.waiting]));
  const narrowed = (to: ReleaseState | undefined) => ({
    ...{ classId, text },
    ...(to === "toMark" && { ids: [...toMark.keys()] }),
    ...((to === "open" || to === "closed") && { shutAt: { moment: scope.now(), isShut: to === "closed" } }),
  });
  const rows = await listReleases(scope, { ...narrowed(state), order, afterId: after, limit: perPage + 1 });
  const { first: shown, isMore } = firstOf(rows, perPage);
  const ids = shown.map((one) => one.id);
  const outcomes = await outcomesOf(scope, ids);
  const strands = groupBy(await listStrands(scope, ids), (one) => one.releaseId);
  const counts = await Promise.all(releaseStates.map((one) => countReleases(scope, narrowed(one))));
  return {
    releases: shown.map((one) => ({
      ...one,
      strands: (strands.get(one.id) ?? []).slice(0, mostStrands),
      outcome: outcomes.get(one.id) ?? shareOfStudents([]),
      toMark: toMark.get(one.id) ?? 0,
    })),
    total: await countReleases(scope, narrowed(state)),
    states: Object.fromEntries(releaseStates.map((one, i) => [one, counts[i] ?? 0])) as Record<ReleaseState, number>,
    next: isMore ? (ids.at(-1) ?? null) : null,
  };
}

/**
 * The share right of each release, over what its figures are from: answers that count as evidence to questions that were
 * reached. Its interval knows that several answers are one student's.
 */
async function outcomesOf({ db, caller }: Scope<Member>, releaseIds: readonly string[]) {
  const rows = await store.sumCredits(db, caller.departmentId, { releaseIds, go: "first" });
  return new Map([...groupBy(rows, (row) => row.releaseId)].map(([id, students]) => [id, shareOfStudents(students)]));
}

/** The same of one release, in one class. */
export async function outcomeOf(
  { db, caller }: Scope<Member>,
  releaseId: string,
  { classId, go }: { readonly classId: string; readonly go: store.Go },
) {
  return shareOfStudents(await store.sumCredits(db, caller.departmentId, { releaseIds: [releaseId], classId, go }));
}
