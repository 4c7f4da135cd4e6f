/** What the next go at a student's next step needs, and what a student may see of their results there. */
import type { Missing } from "@verdant/contract/beforeGo";
import { completeRules, type Openness } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { nextStep } from "@verdant/core/paths/path";
import type { Member, Scope, Student } from "../platform/scope.ts";
import { factsOf, missingOf } from "./beforeGo.ts";
import { listRules } from "./beforeGoStore.ts";
import type { StandingsOnPaths } from "./paths.ts";
import * as store from "./pathStore.ts";
import { opennessOf } from "./result.ts";
import * as sittingStore from "./sittingStore.ts";
import { listReleasesFor } from "./store.ts";

/** By student: what is missing before a go at the next step; nothing where that is a task, or a go is under way. */
export async function missingOnPath(
  { db, caller, now }: Scope<Member>,
  path: store.PathRow,
  standings: StandingsOnPaths,
): Promise<(studentId: string) => { missing: Missing[]; lastHandedIn: Date | null }> {
  const { departmentId } = caller;
  const releaseIds = path.steps.flatMap((step) => step.releaseId ?? []);
  const [rules, begun] =
    releaseIds.length === 0
      ? [[], []]
      : [await listRules(db, departmentId, releaseIds), await store.listGoesBegun(db, departmentId, releaseIds)];
  // On this path all before the next step is done.
  const facts = await factsOf(db, departmentId, rules, null, path.id);
  const rulesOf = new Map(rules.map((one) => [one.releaseId, completeRules(one.rules)]));
  const begunBy = new Map(begun.map((one) => [`${one.releaseId} ${one.studentId}`, one]));
  return (studentId) => {
    const next = nextStep(standings.of(path, studentId));
    const releaseId = path.steps.find(({ id }) => id === next?.id)?.releaseId ?? null;
    const ruled = releaseId === null ? undefined : rulesOf.get(releaseId);
    if (releaseId === null || ruled === undefined) return { missing: [], lastHandedIn: null };
    const goes = begunBy.get(`${releaseId} ${studentId}`) ?? { goes: 0, running: 0, lastHandedIn: null };
    const { lastHandedIn } = goes;
    if (goes.running > 0) return { missing: [], lastHandedIn };
    // Times are the release's matter; here is what somebody can do something about.
    const always = { releaseId, rules: ruled, timeZone: path.timeZone, opensAt: new Date(0), shutsAt: null };
    return { missing: missingOf(always, studentId, goes, facts, now()), lastHandedIn };
  };
}

/** How much of their results this student may see, by release; nothing where they have no go. */
export async function opennessOfReleases(
  { db, caller, now }: Scope<Student>,
  releaseIds: readonly string[],
): Promise<(releaseId: string) => Openness> {
  const { departmentId, studentId } = caller;
  const [given, goes] =
    releaseIds.length === 0
      ? [[], []]
      : [
          await listReleasesFor(db, departmentId, studentId, { releaseIds }),
          await sittingStore.listSittings(db, departmentId, studentId, releaseIds),
        ];
  const goesAt = groupBy(goes, (go) => go.releaseId);
  const found = new Map(
    given.map((release) => [release.releaseId, opennessOf(release, goesAt.get(release.releaseId) ?? [], now())]),
  );
  return (releaseId) => found.get(releaseId) ?? "nothing";
}
