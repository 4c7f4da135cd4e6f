/** Releases, and what students find when they come in. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/delivery";
import { openingAt } from "@verdant/core/delivery/opening";
import { completeRules } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { isOfVersion, snapshotOf } from "../assembly/snapshot.ts";
import { needClass } from "../courses/listClasses.ts";
import { rollUpOf } from "../courses/schedule.ts";
import { holdPlannedReturns } from "../plan/service.ts";
import { localDayOf } from "../platform/localDate.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope, type OpenScope } from "../platform/scope.ts";
import { finish } from "./marking.ts";
import * as sittingStore from "./sittingStore.ts";
import * as store from "./store.ts";

export { giveGoAheads, listWaiting, makeOpeningWord, sayOpeningWord, takeBackGoAheads } from "./goAheads.ts";
export { bringGoBack, listGoes, voidGo } from "./voiding.ts";
export { changeTimes, giveMinutes, sayToStudents, showNews, showRunning, takeBackMessage } from "./running.ts";
export { giveExtraGo, takeBackExtraGo } from "./extraGoes.ts";
export { lookAtAnswer } from "./feedback.ts";
export { askForHelp } from "./help.ts";
export { letBackIn } from "./backIn.ts";
export { handInFor, helped, showLive } from "./live.ts";
export { showNeighbours } from "./neighbours.ts";
export { openNotice, showNotice } from "./notice.ts";
export { listItemsOfRelease } from "./releaseItems.ts";
export { reflect, setReflectionForm, showReflectionForm } from "./reflections.ts";
export { giveKeyRuling, listKeyRulings, previewKeyRuling, undoKeyRuling } from "./ruling.ts";
export { needWritten } from "./byPerson.ts";
export { countHeldMarks, listWaitingMarks, setMarksShown, waitingPointsOf } from "./waitingMarks.ts";
export { listSeenGoes } from "./seenGoes.ts";
export { showResult } from "./result.ts";
export { beginSitting, handIn, saveAnswers, settleSitting, showSitting, sittingTokenHash } from "./sitting.ts";
export { showTimed } from "./timed.ts";
export { listDone, whatNow } from "./whatNow.ts";

type Release = Result<typeof contract.releaseQuiz>;

const changedMeanwhile = () => new Failure("quizChangedBeforeRelease");

/** Gives a quiz out: a snapshot of parts, places and revisions that later changes do not touch. */
export async function releaseQuiz(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.releaseQuiz>,
): Promise<Release> {
  const quiz = await snapshotOf(scope, scope.caller.departmentId, params.quizId);
  if (quiz.version !== body.version) throw changedMeanwhile();
  mustBeReady(quiz);
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    // What was read stands on this version; nobody changes it before the release is written.
    if (!(await isOfVersion(db, departmentId, quiz.id, body.version))) throw changedMeanwhile();
    const targets = body.targets.map((target) => targetOf(target, now()));
    if ((await store.countKnownTargets(db, departmentId, body.targets)) !== body.targets.length) {
      throw new Failure("targetGone", {}, { at: "/body/targets" });
    }
    const { gate } = body.rules;
    if (gate !== null && (await store.listReleases(db, departmentId, { releaseId: gate.releaseId })).length === 0)
      throw new Failure("gateGone", {}, { at: "/body/rules/gate" });
    const releaseId = newId();
    const parts = quiz.parts.map((part, i) => ({ ...part, newId: newId(), position: i + 1 }));
    const placed = parts.flatMap((part) =>
      part.places.map((place, i) => ({ ...place, placeId: newId(), partId: part.newId, position: i + 1 })),
    );
    await store.insertRelease(db, {
      release: {
        departmentId,
        id: releaseId,
        quizId: quiz.id,
        name: quiz.name,
        state: "released",
        rules: JSON.stringify(body.rules),
        seed: releaseId,
        releasedBy: caller.personId,
        releasedAt: now(),
        closedAt: null,
      },
      targets: targets.map((target) => ({ ...target, departmentId, id: newId(), releaseId, handInBy: null })),
      parts: parts.map(({ newId: id, position, heading, instruction, orderRule }) => ({
        departmentId,
        id,
        releaseId,
        position,
        heading,
        instruction: instruction === null ? null : JSON.stringify(instruction),
        orderRule,
      })),
      places: placed.map(({ placeId, partId, position, kind, unitId, points, take, text }) => ({
        departmentId,
        id: placeId,
        partId,
        position,
        kind,
        unitId,
        points,
        take,
        pool: null,
        text: text === null ? null : JSON.stringify(text),
      })),
      items: placed.flatMap(({ placeId, items }) =>
        items.map(({ itemId, revisionId, stimulusRevisionId }) => ({
          departmentId,
          releaseId,
          placeId,
          itemId,
          revisionId: revisionId ?? "",
          stimulusRevisionId,
        })),
      ),
    });
    await holdReturns(
      within,
      releaseId,
      targets,
      placed.flatMap((place) => place.items.map((item) => item.topicId)),
    );
    await record(within, {
      departmentId,
      entity: "release",
      entityId: releaseId,
      action: "released",
      after: { quizId: quiz.id, rules: body.rules, targets },
    });
    return describeRelease(within, departmentId, releaseId);
  });
}

/** Returns that were planned for the topics of this release count as held in every class that gets it. */
async function holdReturns(
  scope: Scope<Member>,
  releaseId: string,
  targets: readonly { classId: string }[],
  topicIds: readonly (string | null)[],
): Promise<void> {
  const { departmentId } = scope.caller;
  for (const classId of new Set(targets.map((target) => target.classId))) {
    const { courseId, timeZone } = await needClass(scope, departmentId, classId);
    const rollUp = await rollUpOf(scope, departmentId, courseId);
    await holdPlannedReturns(scope, departmentId, {
      classId,
      topicIds: [...new Set(topicIds.flatMap((id) => rollUp.get(id ?? "") ?? []))],
      today: localDayOf(scope.now(), timeZone),
      releaseId,
    });
  }
}

function mustBeReady(quiz: Awaited<ReturnType<typeof snapshotOf>>): void {
  const places = quiz.parts.flatMap((part) => part.places);
  const items = places.flatMap((place) => place.items);
  if (items.length === 0) throw new Failure("quizEmpty");
  const unusable = items.find((item) => item.revisionId === null);
  if (unusable) throw new Failure("itemCannotBeReleased", { number: unusable.number });
  const small = places.find((place) => place.kind === "draw" && place.items.length < (place.take ?? 1));
  if (small) throw new Failure("drawTooSmall", { take: small.take ?? 1, usable: small.items.length });
}

function targetOf(target: Input<typeof contract.releaseQuiz>["body"]["targets"][number], now: Date) {
  const opensAt = target.opensAt === null ? now : new Date(target.opensAt);
  const shutsAt = target.shutsAt === null ? null : new Date(target.shutsAt);
  if (shutsAt !== null && shutsAt <= opensAt) {
    throw new Failure("closesBeforeOpening", {}, { at: "/body/targets" });
  }
  const { classId, groupId, studentId } = target;
  return { classId, groupId, studentId, opensAt, shutsAt };
}

type TargetRow = Awaited<ReturnType<typeof store.listTargets>>[number];

function toRelease(row: store.ReleaseRow, targets: readonly TargetRow[], now: Date): Release {
  const opensAt = Math.min(...targets.map((target) => target.opensAt.getTime()));
  const shuts = targets.map((target) => target.shutsAt?.getTime() ?? Number.POSITIVE_INFINITY);
  const shutsAt = Math.max(...shuts);
  const classes = [...new Map(targets.map((target) => [target.classId, target.className]))];
  return {
    id: row.id,
    name: row.name,
    quizId: row.quizId,
    classId: classes[0]?.[0] ?? "",
    className: classes.map(([, name]) => name).join(", "),
    targets: targets.map((target) => ({
      classId: target.classId,
      groupId: target.groupId,
      studentId: target.studentId,
      opensAt: target.opensAt.toISOString(),
      shutsAt: target.shutsAt?.toISOString() ?? null,
      name: nameOf(target),
    })),
    rules: completeRules(row.rules),
    questions: row.questions,
    opensAt: new Date(opensAt).toISOString(),
    shutsAt: Number.isFinite(shutsAt) ? new Date(shutsAt).toISOString() : null,
    opening: openingAt({ opensAt, handInBy: null, shutsAt: Number.isFinite(shutsAt) ? shutsAt : null }, now.getTime()),
    resultsOpenedAt: row.resultsOpenedAt?.toISOString() ?? null,
    students: row.students,
    begun: row.begun,
    handedIn: row.handedIn,
  };
}

function nameOf({ className, groupName, givenName, familyName }: TargetRow): string {
  if (groupName !== null) return `${className}: ${groupName}`;
  return givenName === null ? className : `${className}: ${givenName} ${familyName ?? ""}`;
}

export async function describeRelease({ db, now }: Scope, departmentId: string, releaseId: string): Promise<Release> {
  const [row] = await store.listReleases(db, departmentId, { releaseId });
  return toRelease(need(row, "release"), await store.listTargets(db, departmentId, [releaseId]), now());
}

/** Releases as a list asks for them, one more than it shows where it wants to know whether there are more. */
export async function listReleases(scope: Scope<Member>, filter: store.ReleaseFilter): Promise<Release[]> {
  return describeReleases(scope, await store.listReleases(scope.db, scope.caller.departmentId, filter));
}

export const countReleases = ({ db, caller }: Scope<Member>, filter: store.ReleaseFilter): Promise<number> =>
  store.countReleases(db, caller.departmentId, filter);

/** What is in each release, question by question. */
export const listStrands = ({ db, caller }: Scope<Member>, releaseIds: readonly string[]) =>
  store.listStrands(db, caller.departmentId, releaseIds);

export const showRelease = (scope: Scope<Member>, { params }: Input<typeof contract.showRelease>): Promise<Release> =>
  describeRelease(scope, scope.caller.departmentId, params.releaseId);

/** The newest releases that are shut by now, or that are not. */
export const listReleasesThat = (scope: Scope<Member>, { isShut, limit }: { isShut: boolean; limit: number }) =>
  listReleases(scope, { shutAt: { moment: scope.now(), isShut }, limit });

async function describeReleases({ db, caller, now }: Scope<Member>, rows: readonly store.ReleaseRow[]) {
  const ids = rows.map((row) => row.id);
  const targets = groupBy(await store.listTargets(db, caller.departmentId, ids), (target) => target.releaseId);
  return rows.map((row) => toRelease(row, targets.get(row.id) ?? [], now()));
}

/** Students see their results, as far as the rules go, from now on. */
export const openResults = (scope: Scope<Member>, { params }: Input<typeof contract.openResults>): Promise<Release> =>
  setResultsOpen(scope, params.releaseId, true);

/** They see them no longer; what was read is read. */
export const hideResults = (scope: Scope<Member>, { params }: Input<typeof contract.hideResults>): Promise<Release> =>
  setResultsOpen(scope, params.releaseId, false);

function setResultsOpen(scope: Scope<Member>, releaseId: string, isOpen: boolean): Promise<Release> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const [row] = await store.listReleases(db, departmentId, { releaseId });
    if (((need(row, "release").resultsOpenedAt ?? null) !== null) !== isOpen) {
      await store.setResultsOpenedAt(db, departmentId, releaseId, isOpen ? now() : null);
      const action = isOpen ? "resultsOpened" : "resultsHidden";
      await record(within, { departmentId, entity: "release", entityId: releaseId, action });
    }
    return describeRelease(within, departmentId, releaseId);
  });
}

export function shutRelease(scope: Scope<Member>, { params }: Input<typeof contract.shutRelease>): Promise<Release> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const [row] = await store.listReleases(db, departmentId, { releaseId: params.releaseId });
    const rules = completeRules(need(row, "release").rules);
    const at = now();
    await store.closeRelease(db, departmentId, params.releaseId, at);
    await sittingStore.bringDeadlinesForward(
      db,
      departmentId,
      params.releaseId,
      at,
      new Date(at.getTime() + rules.graceMinutes * 60_000),
    );
    for (const sitting of await sittingStore.listRunning(db, departmentId, params.releaseId)) {
      await finish(within, departmentId, sitting.id, at);
    }
    await record(within, { departmentId, entity: "release", entityId: params.releaseId, action: "shut" });
    return describeRelease(within, departmentId, params.releaseId);
  });
}

/** How many sittings of the installation students have open, for the operator. */
export const countRunningSittings = (db: Scope["db"]) => sittingStore.countRunning(db);
