/** Paths: written by colleagues, ticked off by them, read by students. How one stands is delivery's to say. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/paths";
import { shows } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { nextStep } from "@verdant/core/paths/path";
import { needClass } from "../courses/listClasses.ts";
import * as standing from "../delivery/paths.ts";
import { missingOnPath, opennessOfReleases } from "../delivery/pathWaiting.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope, type Student } from "../platform/scope.ts";
import * as store from "./store.ts";

type Path = Result<typeof contract.showPath>;
type Draft = Input<typeof contract.makePath>["body"];

export async function listPaths(
  scope: Scope<Member>,
  { params: { classId } }: Input<typeof contract.listPaths>,
): Promise<Result<typeof contract.listPaths>> {
  const { departmentId } = scope.caller;
  await needClass(scope, departmentId, classId);
  const paths = await store.listPathsOf(scope.db, departmentId, classId);
  return {
    paths: paths.map(({ id, name, steps, archivedAt }) => ({
      id,
      name,
      steps: steps ?? 0,
      isArchived: archivedAt !== null,
    })),
  };
}

/** What is written of the steps, with ids; refused where a quiz is not the class's, or stands twice. */
async function stepsOf({ db, caller }: Scope<Member>, classId: string, known: ReadonlySet<string>, draft: Draft) {
  const releaseIds = draft.steps.flatMap((step) => (step.kind === "task" ? [] : (step.releaseId ?? [])));
  const ofClass = new Set(await store.listReleasesOfClass(db, caller.departmentId, classId, releaseIds));
  const seen = new Set<string>();
  return draft.steps.map((step, i): store.StepToWrite => {
    const at = `/body/steps/${String(i)}`;
    const isTask = step.kind === "task";
    const releaseId = isTask ? null : step.releaseId;
    if (step.id !== null && !known.has(step.id)) throw new Failure("stepGone", {}, { at: `${at}/id` });
    if (releaseId !== null && !ofClass.has(releaseId))
      throw new Failure("quizNotForClass", {}, { at: `${at}/releaseId` });
    for (const id of [step.id, releaseId]) {
      if (id === null) continue;
      if (seen.has(id)) throw new Failure("stepTwice", {}, { at: `${at}/releaseId` });
      seen.add(id);
    }
    const { kind, name, by, dueOn } = step;
    return { id: step.id ?? newId(), kind, name, releaseId, percent: isTask ? null : step.percent, by, dueOn };
  });
}

const checksOf = (steps: readonly Pick<store.StepToWrite, "kind" | "releaseId">[]) =>
  steps.flatMap(({ kind, releaseId }) => (kind === "check" && releaseId !== null ? [releaseId] : []));

export function makePath(
  scope: Scope<Member>,
  { params: { classId }, body }: Input<typeof contract.makePath>,
): Promise<{ id: string }> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    await needClass(within, departmentId, classId);
    return writePath(within, classId, body.name, await stepsOf(within, classId, new Set(), body));
  });
}

async function writePath(
  within: Scope<Member>,
  classId: string,
  name: string,
  steps: readonly store.StepToWrite[],
): Promise<{ id: string }> {
  const { db, caller, now } = within;
  const { departmentId, personId } = caller;
  const id = newId();
  await store.insertPath(db, { departmentId, id, classId, name, createdBy: personId, createdAt: now() });
  await store.writeSteps(db, departmentId, id, steps);
  await standing.notePassedChecks(within, departmentId, checksOf(steps), null);
  await record(within, { departmentId, entity: "path", entityId: id, action: "made", after: { name, steps } });
  return { id };
}

export async function showPath(
  scope: Scope<Member>,
  { params: { pathId } }: Input<typeof contract.showPath>,
): Promise<Path> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const [found] = await standing.listPaths(db, departmentId, { pathIds: [pathId], studentId: null });
  const path = need(found, "path");
  const standings = await standing.loadStandings(db, departmentId, [path], null);
  const missingAt = await missingOnPath(scope, path, standings);
  return {
    id: path.id,
    classId: path.classId,
    className: path.className,
    name: path.name,
    version: path.version,
    isArchived: path.archivedAt !== null,
    steps: [...path.steps],
    students: path.students.map(({ id, name }) => {
      const stands = standings.of(path, id);
      const next = nextStep(stands);
      const step = path.steps.find((one) => one.id === next?.id);
      const { missing, lastHandedIn } = missingAt(id);
      const waitsForGoAhead = missing.length > 0 && missing.every(({ code }) => code === "goAheadMissing");
      const since = Math.max(next?.openedAt ?? 0, lastHandedIn?.getTime() ?? 0);
      return {
        studentId: id,
        name,
        cells: stands.map((one, i) => ({
          stepId: one.id,
          state: one.state,
          doneAt: one.doneAt === null ? null : new Date(one.doneAt).toISOString(),
          goes: standings.goesAt(path.steps[i] as standing.StepRow, id),
          reached: one.reached,
          note: standings.noteAt(path.steps[i] as standing.StepRow, id),
        })),
        nextStepId: next?.id ?? null,
        waitsFor: step?.kind === "task" ? ("tick" as const) : waitsForGoAhead ? ("goAhead" as const) : null,
        since: since === 0 ? null : new Date(since).toISOString(),
        missing,
      };
    }),
  };
}

/** Paths looked at for one colleague; nobody has more under way. */
const mostPaths = 12;

/** Paths of these classes with how many students wait for a colleague, by the board itself; and the quizzes on them. */
export async function listWaitingOnPaths(scope: Scope<Member>, classIds: readonly string[]) {
  const found = await store.listActivePaths(scope.db, scope.caller.departmentId, classIds, mostPaths);
  const paths: { path: Path; releaseIds: string[] }[] = [];
  for (const { id, releaseIds } of found)
    paths.push({ path: await showPath(scope, { params: { pathId: id } }), releaseIds: releaseIds ?? [] });
  return paths.map(({ path, releaseIds }) => {
    const waiting = path.students.filter(({ waitsFor }) => waitsFor !== null);
    return { path, releaseIds, students: waiting.length, since: waiting.map((one) => one.since) };
  });
}

export function savePath(
  scope: Scope<Member>,
  { params: { pathId }, body }: Input<typeof contract.savePath>,
): Promise<Path> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const path = need(await store.lockPath(db, departmentId, pathId), "path");
    if (path.version !== body.version) throw new Failure("pathChanged");
    const before = await store.listSteps(db, departmentId, pathId);
    const steps = await stepsOf(within, path.classId, new Set(before.map(({ id }) => id)), body);
    await store.writeSteps(db, departmentId, pathId, steps);
    await store.updatePath(db, departmentId, pathId, { name: body.name });
    await standing.notePassedChecks(within, departmentId, checksOf(steps), null);
    await record(within, {
      departmentId,
      entity: "path",
      entityId: pathId,
      action: "changed",
      before: { name: path.name, steps: before },
      after: { name: body.name, steps },
    });
    return showPath(within, { params: { pathId } });
  });
}

export function archivePath(
  scope: Scope<Member>,
  { params: { pathId }, body: { isArchived } }: Input<typeof contract.archivePath>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const path = need(await store.lockPath(db, departmentId, pathId), "path");
    if ((path.archivedAt !== null) === isArchived) return { ok: true };
    await store.updatePath(db, departmentId, pathId, { archivedAt: isArchived ? now() : null });
    const steps = await store.listSteps(db, departmentId, pathId);
    if (!isArchived) await standing.notePassedChecks(within, departmentId, checksOf(steps), null);
    const action = isArchived ? "archived" : "broughtBack";
    await record(within, { departmentId, entity: "path", entityId: pathId, action, after: { name: path.name } });
    return { ok: true };
  });
}

export function copyPath(
  scope: Scope<Member>,
  { params: { pathId }, body: { classId } }: Input<typeof contract.copyPath>,
): Promise<Result<typeof contract.copyPath>> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    await needClass(within, departmentId, classId);
    const path = need(await store.lockPath(db, departmentId, pathId), "path");
    const steps = await store.listSteps(db, departmentId, pathId);
    const releaseIds = steps.flatMap((step) => step.releaseId ?? []);
    const ofClass = new Set(await store.listReleasesOfClass(db, departmentId, classId, releaseIds));
    const copies = steps.map((step) => ({
      ...step,
      id: newId(),
      releaseId: step.releaseId !== null && ofClass.has(step.releaseId) ? step.releaseId : null,
    }));
    const { id } = await writePath(within, classId, path.name, copies);
    return { id, quizzesLeft: releaseIds.length - copies.filter(({ releaseId }) => releaseId !== null).length };
  });
}

async function taskOf(within: Scope<Member>, { pathId, stepId }: { pathId: string; stepId: string }) {
  const { db, caller } = within;
  const path = need(await store.lockPath(db, caller.departmentId, pathId), "path");
  const steps = await store.listSteps(db, caller.departmentId, pathId);
  const step = need(
    steps.find(({ id }) => id === stepId),
    "step",
  );
  if (step.kind !== "task") throw new Failure("stepNeedsNoTick");
  return { path, step };
}

export function tickStep(scope: Scope<Member>, { params, body }: Input<typeof contract.tickStep>): Promise<Path> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const { path, step } = await taskOf(within, params);
    const note = body.note === "" ? null : body.note;
    const tick = { departmentId, stepId: step.id, classId: path.classId, by: personId, at: now(), note };
    const studentIds = await store.upsertTicks(db, tick, body.studentIds);
    if (studentIds.length > 0)
      await record(within, {
        departmentId,
        entity: "path",
        entityId: path.id,
        action: "ticked",
        after: { name: path.name, stepId: step.id, studentIds, note },
      });
    return showPath(within, { params });
  });
}

export function untickStep(scope: Scope<Member>, { params, body }: Input<typeof contract.untickStep>): Promise<Path> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    const { path, step } = await taskOf(within, params);
    const ticks = await store.deleteTicks(within.db, departmentId, step.id, body.studentIds);
    if (ticks.length > 0)
      await record(within, {
        departmentId,
        entity: "path",
        entityId: path.id,
        action: "tickTakenBack",
        before: { name: path.name, stepId: step.id, ticks },
      });
    return showPath(within, { params });
  });
}

/** What a student reads: no note of a colleague's, and no figure that may not be seen yet. */
export async function listMyPaths(scope: Scope<Student>): Promise<Result<typeof contract.listMyPaths>> {
  const { db, caller } = scope;
  const { departmentId, studentId } = caller;
  const paths = await standing.listPaths(db, departmentId, { isOfStudent: true, studentId });
  const standings = await standing.loadStandings(db, departmentId, paths, studentId);
  const releaseIds = paths.flatMap(({ steps }) => steps.flatMap((step) => step.releaseId ?? []));
  const checkIds = paths.flatMap(({ steps }) => checksOf(steps));
  const standards = groupBy(
    checkIds.length === 0 ? [] : await standing.listReleaseStandards(db, departmentId, checkIds),
    (one) => one.releaseId,
  );
  const opennessAt = await opennessOfReleases(scope, releaseIds);
  return {
    paths: paths.map((path) => {
      const stands = standings.of(path, studentId);
      return {
        id: path.id,
        name: path.name,
        className: path.className,
        nextStepId: nextStep(stands)?.id ?? null,
        steps: path.steps.map(({ id, kind, name, percent, by, dueOn, releaseId, releaseName }, i) => {
          const { state = "open", reached = null } = stands[i] ?? {};
          const isSeen = releaseId !== null && shows(opennessAt(releaseId), "score");
          return {
            ...{ id, kind, name, state, percent, by, dueOn, releaseId, releaseName },
            standards: kind === "check" ? (standards.get(releaseId ?? "") ?? []).map(({ wording }) => wording) : [],
            reachedPercent: isSeen && reached !== null ? Math.floor(reached * 100 + 1e-9) : null,
          };
        }),
      };
    }),
  };
}
