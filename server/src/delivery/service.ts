/** Releases, and what students find when they come in. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/delivery";
import { openingAt } from "@verdant/core/delivery/opening";
import { shows } from "@verdant/core/delivery/rules";
import { kindOf, type Answer, type Content } from "@verdant/core/items/kinds";
import { snapshotOf } from "../assembly/snapshot.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope, type Student } from "../platform/scope.ts";
import { finish } from "./marking.ts";
import { isOver, obstacleTo } from "./sitting.ts";
import * as sittingStore from "./sittingStore.ts";
import * as store from "./store.ts";
import { noticeOf, strandOf } from "./views.ts";

export { beginSitting, handIn, saveAnswers, showSitting } from "./sitting.ts";

type Release = Result<typeof contract.releaseQuiz>;

/** Gives a quiz to its class: a snapshot of parts, places and revisions that later changes do not touch. */
export function releaseQuiz(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.releaseQuiz>,
): Promise<Release> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const quiz = await snapshotOf(within, departmentId, params.quizId);
    if (quiz.version !== body.version)
      throw new Failure(
        "stale",
        "A colleague changed this quiz after you opened it. Look at the new version, then release it.",
      );
    if (quiz.places.length === 0)
      throw new Failure("conflict", "This quiz has no questions yet; add some, then release it.");
    const unusable = quiz.places.find((place) => place.revisionId === null);
    if (unusable)
      throw new Failure(
        "conflict",
        `Item ${unusable.number} cannot be used yet: it lacks something or is retired. Take it out or finish it.`,
      );
    const opensAt = body.opensAt === null ? now() : new Date(body.opensAt);
    const shutsAt = body.shutsAt === null ? null : new Date(body.shutsAt);
    if (shutsAt !== null && shutsAt <= opensAt) {
      const detail = "It would shut before it opens. Choose a later time.";
      throw new Failure("invalid", detail, { errors: [{ pointer: "/body/shutsAt", detail }] });
    }
    const releaseId = newId();
    const partId = newId();
    const placed = quiz.places.map((place, i) => ({ ...place, placeId: newId(), position: i + 1 }));
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
      targets: [
        {
          departmentId,
          id: newId(),
          releaseId,
          classId: quiz.classId,
          groupId: null,
          studentId: null,
          opensAt,
          handInBy: null,
          shutsAt,
        },
      ],
      part: { departmentId, id: partId, releaseId, position: 1, heading: null, instruction: null, orderRule: "woven" },
      places: placed.map(({ placeId, position, unitId, points }) => ({
        departmentId,
        id: placeId,
        partId,
        position,
        kind: "fixed",
        unitId,
        points,
        take: null,
        pool: null,
      })),
      items: placed.map(({ placeId, itemId, revisionId }) => ({
        departmentId,
        releaseId,
        placeId,
        itemId,
        revisionId: revisionId ?? "",
        stimulusRevisionId: null,
      })),
    });
    await record(within, {
      departmentId,
      entity: "release",
      entityId: releaseId,
      action: "released",
      after: { quizId: quiz.id, rules: body.rules },
    });
    return describeRelease(within, departmentId, releaseId);
  });
}

type ReleaseRow = Awaited<ReturnType<typeof store.listReleases>>[number];

const toRelease = (row: ReleaseRow, now: Date): Release => ({
  id: row.id,
  name: row.name,
  quizId: row.quizId,
  classId: row.classId,
  className: row.className,
  questions: row.questions ?? 0,
  opensAt: row.opensAt.toISOString(),
  shutsAt: row.shutsAt?.toISOString() ?? null,
  opening: openingAt(
    { opensAt: row.opensAt.getTime(), handInBy: null, shutsAt: row.shutsAt?.getTime() ?? null },
    now.getTime(),
  ),
  students: row.students ?? 0,
  begun: row.begun ?? 0,
  handedIn: row.handedIn ?? 0,
});

export async function describeRelease({ db, now }: Scope, departmentId: string, releaseId: string): Promise<Release> {
  const [row] = await store.listReleases(db, departmentId, { releaseId });
  return toRelease(need(row, "release"), now());
}

export async function listReleases({ db, caller, now }: Scope<Member>): Promise<Result<typeof contract.listReleases>> {
  const rows = await store.listReleases(db, caller.departmentId, {});
  return { releases: rows.map((row) => toRelease(row, now())) };
}

export function shutRelease(scope: Scope<Member>, { params }: Input<typeof contract.shutRelease>): Promise<Release> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const [row] = await store.listReleases(db, departmentId, { releaseId: params.releaseId });
    const { rules } = need(row, "release");
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

export async function whatNow({ db, caller, now }: Scope<Student>): Promise<Result<typeof contract.whatNow>> {
  const { departmentId, studentId } = caller;
  const [student, given, sittings] = await Promise.all([
    store.findStudentName(db, departmentId, studentId),
    store.listReleasesFor(db, departmentId, studentId, {}),
    sittingStore.listSittings(db, departmentId, studentId, {}),
  ]);
  const at = now();
  const releases = await Promise.all(
    given.map(async (release) => {
      const goes = sittings.filter((sitting) => sitting.releaseId === release.releaseId);
      const running = goes.find((sitting) => !isOver(sitting, at));
      const items = running ? await sittingStore.listSittingItems(db, departmentId, running.id) : [];
      return {
        releaseId: release.releaseId,
        name: release.name,
        className: release.className,
        notice: await noticeOf(db, departmentId, release.releaseId, release.rules, release.shutsAt),
        running: running
          ? {
              sittingId: running.id,
              answered: items.filter((item) => item.answer !== null && !kindOf(item.answer).isBlank(item.answer))
                .length,
              deadlineAt: running.deadlineAt?.toISOString() ?? null,
            }
          : null,
        mayBegin: !running && obstacleTo(release, goes.length, at) === null,
        goesTaken: goes.length,
        isShown:
          openingAt(
            { opensAt: release.opensAt.getTime(), handInBy: null, shutsAt: release.shutsAt?.getTime() ?? null },
            at.getTime(),
          ) === "open",
      };
    }),
  );
  const done = sittings.filter((sitting) => sitting.state === "handedIn");
  return {
    givenName: student?.givenName ?? "",
    releases: releases.filter((release) => release.running !== null || (release.isShown && release.mayBegin)),
    done: done.slice(0, 20).flatMap((sitting) => {
      const release = given.find((one) => one.releaseId === sitting.releaseId);
      if (!release) return [];
      const { openness } = release.rules;
      return [
        {
          sittingId: sitting.id,
          name: release.name,
          handedInAt: (sitting.handedInAt ?? at).toISOString(),
          openness,
          points: shows(openness, "score") ? sitting.points : null,
          outOf: sitting.outOf,
        },
      ];
    }),
  };
}

export async function showResult(
  { db, caller, now }: Scope<Student>,
  { params }: Input<typeof contract.showResult>,
): Promise<Result<typeof contract.showResult>> {
  const { departmentId, studentId } = caller;
  const sitting = need(await sittingStore.findSitting(db, departmentId, studentId, params.sittingId), "sitting");
  if (sitting.state !== "handedIn" || sitting.handedInAt === null) {
    throw new Failure("conflict", "This sitting is not handed in yet. Hand it in, then look at how it went.");
  }
  const { openness } = sitting.rules;
  const [release] = await store.listReleasesFor(db, departmentId, studentId, { releaseId: sitting.releaseId });
  const goes = await sittingStore.listSittings(db, departmentId, studentId, { releaseId: sitting.releaseId });
  const items = shows(openness, "which") ? await sittingStore.listSittingItems(db, departmentId, sitting.id) : [];
  return {
    name: sitting.name,
    handedInAt: sitting.handedInAt.toISOString(),
    openness,
    points: shows(openness, "score") ? sitting.points : null,
    outOf: sitting.outOf,
    items: items.map((item) => ({
      position: item.position,
      points: item.points,
      strand: strandOf(item),
      view: kindOf(item.content).toStudentView(item.content, item.optionOrder),
      answer: item.answer,
      credit: item.credit,
      why: shows(openness, "why") ? whyOf(item.content, item.answer) : null,
      content: shows(openness, "everything") ? item.content : null,
    })),
    releaseId: sitting.releaseId,
    mayGoAgain:
      release !== undefined &&
      goes.every((go) => isOver(go, now())) &&
      obstacleTo(release, goes.length, now()) === null,
  };
}

/** The rationale of what was chosen, without the others': those could give the key of another go away. */
function whyOf(content: Content, answer: Answer | null) {
  const chosen = content.options.find((option) => option.id === answer?.optionId);
  return {
    rationale: chosen?.rationale ?? null,
    explanation: content.explanation ?? null,
    nextStep: content.nextStep ?? null,
  };
}

/** The items of a release in order, with the content of the revision that was released. */
export const listItemsOfRelease = ({ db }: Scope, departmentId: string, releaseId: string) =>
  store.listReleaseItems(db, departmentId, releaseId);
