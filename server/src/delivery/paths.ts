/** How students stand on paths (decided by core), and what follows: doors that are shut, days on which topics were taught. */
import { standOn, type Step, type StepDone, type StepStanding } from "@verdant/core/paths/path";
import { completeRules } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { setTaughtByChecks } from "../courses/taughtByChecks.ts";
import { rollUpsOf } from "../courses/schedule.ts";
import { localDateOf } from "../platform/localDate.ts";
import type { Scope } from "../platform/scope.ts";
import { listGoesHandedIn, listRules } from "./beforeGoStore.ts";
import * as store from "./pathStore.ts";

export { listPaths, listReleaseStandards } from "./pathStore.ts";
export type { PathRow, StepRow } from "./pathStore.ts";

export interface StandingsOnPaths {
  readonly of: (path: store.PathRow, studentId: string) => StepStanding[];
  readonly goesAt: (step: Step, studentId: string) => number;
  readonly noteAt: (step: Step, studentId: string) => string | null;
}

/** @param studentId of this one only; null: of everybody on the paths */
export async function loadStandings(
  db: Scope["db"],
  departmentId: string,
  paths: readonly store.PathRow[],
  studentId: string | null,
): Promise<StandingsOnPaths> {
  const releaseIds = [...new Set(paths.flatMap(({ steps }) => steps.flatMap((step) => step.releaseId ?? [])))];
  const pathIds = paths.map(({ id }) => id);
  const [goes, rules, ticks] = [
    releaseIds.length === 0 ? [] : await listGoesHandedIn(db, { departmentId, releaseIds, studentId }),
    releaseIds.length === 0 ? [] : await listRules(db, departmentId, releaseIds),
    pathIds.length === 0 ? [] : await store.listTicks(db, departmentId, pathIds, studentId),
  ];
  const countsAt = new Map(rules.map((one) => [one.releaseId, completeRules(one.rules).counts]));
  const goesBy = groupBy(goes, (go) => `${go.releaseId} ${go.studentId}`);
  const tickBy = new Map(ticks.map((tick) => [`${tick.stepId} ${tick.studentId}`, tick]));
  const goesOf = (step: Step, student: string) => goesBy.get(`${step.releaseId ?? ""} ${student}`) ?? [];
  const doneAtStep = (step: Step, student: string): StepDone => {
    const taken = goesOf(step, student);
    return {
      goes: taken.map(({ points, outOf, handedInAt }) => ({ points, outOf, at: handedInAt.getTime() })),
      counts: countsAt.get(step.releaseId ?? "") ?? "first",
      tickedAt: tickBy.get(`${step.id} ${student}`)?.at.getTime() ?? null,
    };
  };
  const known = new Map<string, StepStanding[]>();
  return {
    of({ id, steps }, student) {
      const key = `${id} ${student}`;
      const stands = known.get(key) ?? standOn(steps, (step) => doneAtStep(step, student));
      known.set(key, stands);
      return stands;
    },
    goesAt: (step, student) => goesOf(step, student).length,
    noteAt: (step, student) => tickBy.get(`${step.id} ${student}`)?.note ?? null,
  };
}

/**
 * By release and student: names of what comes before a check on a path and is not done.
 *
 * @param besides a path that is not looked at
 */
export async function stepsBefore(
  db: Scope["db"],
  departmentId: string,
  releaseIds: readonly string[],
  studentId: string | null,
  besides: string | null = null,
): Promise<(releaseId: string, studentId: string) => string[]> {
  const paths =
    releaseIds.length === 0 ? [] : await store.listPaths(db, departmentId, { checks: releaseIds, studentId });
  const looked = paths.filter(({ id }) => id !== besides);
  if (looked.length === 0) return () => [];
  const standings = await loadStandings(db, departmentId, looked, studentId);
  return (releaseId, student) =>
    looked
      .filter(({ students }) => students.some(({ id }) => id === student))
      .flatMap((path) => {
        const stands = standings.of(path, student);
        const at = path.steps.findIndex((step, i) => step.releaseId === releaseId && stands[i]?.state === "shut");
        return path.steps.slice(0, Math.max(0, at)).filter((_, i) => stands[i]?.state !== "done");
      })
      .map(({ name }) => name);
}

/**
 * A check that is passed says of its topics that they were taught to that student, on the day it was passed; one that is
 * not passed any more says so no longer. Called wherever marks change.
 *
 * @param studentId null: of everybody
 */
export async function notePassedChecks(
  scope: Scope,
  departmentId: string,
  releaseIds: readonly string[],
  studentId: string | null,
): Promise<void> {
  const { db } = scope;
  const paths = await store.listPaths(db, departmentId, { checks: releaseIds, studentId });
  if (paths.length === 0) return;
  // All checks of these paths: two of them may speak of one topic.
  const checks = paths.flatMap(({ steps }) => steps.filter(({ kind }) => kind === "check"));
  const checkIds = [...new Set(checks.flatMap((step) => step.releaseId ?? []))];
  const standings = await loadStandings(db, departmentId, paths, studentId);
  const [topics, rollUps] = [
    groupBy(await store.listReleaseTopics(db, departmentId, checkIds), (one) => one.releaseId),
    await rollUpsOf(scope, departmentId, [...new Set(paths.map(({ courseId }) => courseId))]),
  ];
  const said = paths.flatMap((path) =>
    path.students.flatMap(({ id }) => {
      const stands = standings.of(path, id);
      return path.steps.flatMap(({ kind, releaseId }, i) => {
        if (kind !== "check" || releaseId === null) return [];
        const listed = (topics.get(releaseId) ?? []).flatMap(
          ({ topicId }) => rollUps.get(path.courseId)?.get(topicId) ?? [],
        );
        const at = stands[i]?.doneAt ?? null;
        return {
          classId: path.classId,
          studentId: id,
          releaseId,
          topicIds: at === null ? [] : [...new Set(listed)],
          on: at === null ? null : localDateOf(new Date(at), path.timeZone),
        };
      });
    }),
  );
  await setTaughtByChecks(db, departmentId, said);
}
