/** Who waits for a colleague: on paths and before another go of a check, in the classes that the colleague teaches. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/today";
import type { WaitsForYou } from "@verdant/contract/today";
import { listClasses } from "../courses/service.ts";
import { listReleasesThat, listWaiting } from "../delivery/service.ts";
import { listWaitingOnPaths } from "../paths/service.ts";
import type { Member, OpenScope } from "../platform/scope.ts";

/** Quizzes with a go-ahead that are looked at; nobody has more open. */
const mostReleases = 12;

export async function showWaiting(scope: OpenScope<Member>): Promise<Result<typeof contract.showWaiting>> {
  const { classes } = await listClasses(scope);
  const mine = new Set(
    classes.flatMap((one) => (one.teachers.some(({ personId }) => personId === scope.caller.personId) ? [one.id] : [])),
  );
  if (mine.size === 0) return { waiting: [] };
  const paths = await listWaitingOnPaths(scope, [...mine]);
  const onPaths = new Set(paths.flatMap((one) => one.releaseIds));
  const open = await listReleasesThat(scope, { isShut: false, limit: 100 });
  const asking = open
    .filter(
      ({ id, rules, targets }) =>
        rules.before?.goAhead === true && !onPaths.has(id) && targets.some(({ classId }) => mine.has(classId)),
    )
    .slice(0, mostReleases);
  const waiting: WaitsForYou[] = paths.map(({ path, students, since }) => ({
    ...{ kind: "path" as const, id: path.id, className: path.className, name: path.name, students },
    since: earliest(since),
  }));
  for (const { id, className, name } of asking) {
    const { students } = await listWaiting(scope, { params: { releaseId: id } });
    const whole = students.filter(
      ({ missing }) => missing.length > 0 && missing.every(({ code }) => code === "goAheadMissing"),
    );
    const since = earliest(whole.map((one) => one.since));
    waiting.push({ kind: "release", id, className, name, students: whole.length, since });
  }
  return {
    waiting: waiting.filter((one) => one.students > 0).sort((a, b) => (a.since ?? "").localeCompare(b.since ?? "")),
  };
}

/** null is the longest: since the beginning. */
const earliest = (moments: readonly (string | null)[]): string | null =>
  moments.includes(null) ? null : ([...moments].sort()[0] ?? null);
