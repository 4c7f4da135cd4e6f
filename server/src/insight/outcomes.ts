/** What came out of releases: the share right over all their questions, and the list of them. */
import type { Input, Result } from "@verdant/contract/endpoint";
import { releaseStates, type ReleaseState } from "@verdant/contract/insight";
import type * as contract from "@verdant/contract/insight";
import { groupBy } from "@verdant/core/groupBy";
import { shareOfStudents } from "@verdant/core/insight/wilson";
import { listClasses } from "../courses/service.ts";
import { countReleases, listReleases, listStrands, listWaitingMarks } from "../delivery/service.ts";
import { firstOf } from "../platform/firstOf.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

const perPage = 60;
/** Classes of somebody who teaches none, or very many. */
const mostClasses = 12;
const mostToMark = 3;
/** Beads of a row. */
const mostStrands = 12;

export async function listResults(
  scope: Scope<Member>,
  { query }: Input<typeof contract.listResults>,
): Promise<Result<typeof contract.listResults>> {
  const { classId, topicId, text, order, after, state } = query;
  const marks = await listWaitingMarks(scope);
  const toMark = new Map(marks.map((one) => [one.releaseId, one.waiting]));
  const narrowed = (to: ReleaseState | undefined) => ({
    ...{ classId, topicId, text },
    ...(to === "toMark" && { ids: [...toMark.keys()] }),
    ...((to === "open" || to === "closed") && { shutAt: { moment: scope.now(), isShut: to === "closed" } }),
  });
  const rows = await listReleases(scope, { ...narrowed(state), order, afterId: after, limit: perPage + 1 });
  const { first: shown, isMore } = firstOf(rows, perPage);
  const ids = shown.map((one) => one.id);
  const counts = await Promise.all(releaseStates.map((one) => countReleases(scope, narrowed(one))));
  return {
    releases: await described(scope, shown, toMark),
    total: await countReleases(scope, narrowed(state)),
    states: Object.fromEntries(releaseStates.map((one, i) => [one, counts[i] ?? 0])) as Record<ReleaseState, number>,
    next: isMore ? (ids.at(-1) ?? null) : null,
  };
}

export async function listResultsOfClasses(
  scope: Scope<Member>,
): Promise<Result<typeof contract.listResultsOfClasses>> {
  const { db, caller, now } = scope;
  const real = (await listClasses(scope)).classes.filter(({ rehearsal }) => !rehearsal);
  const own = real.filter(({ teachers }) => teachers.some(({ personId }) => personId === caller.personId));
  const { first: classes, isMore } = firstOf(own.length > 0 ? own : real, mostClasses);
  const classIds = classes.map(({ id }) => id);
  const [newest, marks] = [
    await store.listNewest(db, caller.departmentId, classIds, now()),
    await listWaitingMarks(scope),
  ];
  const ids = [...new Set(newest.map(({ releaseId }) => releaseId))];
  const waiting = new Map(marks.map((one) => [one.releaseId, one.waiting]));
  const rows = ids.length === 0 ? [] : await listReleases(scope, { ids, limit: ids.length });
  const releases = new Map((await described(scope, rows, waiting)).map((one) => [one.id, one]));
  const given = groupBy(
    await store.listClassesGiven(
      db,
      caller.departmentId,
      marks.map(({ releaseId }) => releaseId),
    ),
    ({ classId }) => classId,
  );
  return {
    classes: classes.map(({ id, name }) => {
      const release = releases.get(newest.find(({ classId }) => classId === id)?.releaseId ?? "") ?? null;
      const to = new Set((given.get(id) ?? []).map(({ releaseId }) => releaseId));
      return {
        ...{ classId: id, className: name, newest: release },
        missing: release?.opening === "shut" ? release.students - release.handedIn : 0,
        toMark: marks
          .filter(({ releaseId }) => to.has(releaseId))
          .slice(0, mostToMark)
          .map(({ releaseId, name: quiz, waiting }) => ({ releaseId, name: quiz, waiting })),
      };
    }),
    isOwn: own.length > 0,
    more: isMore ? (own.length > 0 ? own : real).length - classes.length : 0,
  };
}

/** Releases as the list shows them. */
async function described(
  scope: Scope<Member>,
  rows: Awaited<ReturnType<typeof listReleases>>,
  toMark: ReadonlyMap<string, number>,
): Promise<contract.ReleaseOutcome[]> {
  const ids = rows.map((one) => one.id);
  const outcomes = await outcomesOf(scope, ids);
  const strands = groupBy(await listStrands(scope, ids), (one) => one.releaseId);
  return rows.map((one) => ({
    ...one,
    strands: (strands.get(one.id) ?? []).slice(0, mostStrands),
    outcome: outcomes.get(one.id) ?? shareOfStudents([]),
    toMark: toMark.get(one.id) ?? 0,
  }));
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
