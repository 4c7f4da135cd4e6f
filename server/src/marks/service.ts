/** The marks of a class: what counts of every quiz, by its rule and its weight; who is excused. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/marks";
import { completeRules } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { markOfGoes, meanMark, scaled, usualWeight } from "@verdant/core/marks/markTable";
import { listStudentsOfClass, needClass } from "../courses/listClasses.ts";
import { waitingPointsOf } from "../delivery/service.ts";
import { usualLineOf } from "../insight/standardResults.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { localDateOf } from "../platform/localDate.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

type Table = Result<typeof contract.showMarks>;
type Cell = Table["students"][number]["cells"][number];

/** A year of a weekly quiz; older ones are counted, not shown. */
const mostReleases = 40;

export async function showMarks(
  scope: Scope<Member>,
  { params: { classId } }: Input<typeof contract.showMarks>,
): Promise<Table> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const one = await needClass(scope, departmentId, classId);
  const newest = await store.listReleases(db, departmentId, classId, mostReleases);
  const releases = [...newest].reverse().map((release) => {
    const { preset, counts, outOf } = completeRules(release.rules);
    const usual = usualWeight(preset);
    return { ...release, counts, outOf, usual, weight: release.weight ?? usual };
  });
  const releaseIds = releases.map(({ id }) => id);
  const students = await listStudentsOfClass(db, departmentId, classId);
  const [given, goes, excused] = [
    await store.listGivenTo(db, departmentId, classId, releaseIds),
    await store.listGoes(
      db,
      departmentId,
      releaseIds,
      students.map(({ studentId }) => studentId),
    ),
    await store.listExcused(db, departmentId, releaseIds),
  ];
  const waiting = await waitingPointsOf(
    scope,
    goes.map(({ id }) => id),
  );
  const keyOf = (releaseId: string, studentId: string) => `${releaseId} ${studentId}`;
  const toAll = new Set(given.flatMap(({ releaseId, studentId }) => (studentId === null ? releaseId : [])));
  const to = new Set(given.map(({ releaseId, studentId }) => keyOf(releaseId, studentId ?? "")));
  const goesOf = groupBy(goes, (go) => keyOf(go.releaseId, go.studentId));
  const reasonOf = new Map(excused.map((row) => [keyOf(row.releaseId, row.studentId), row.reason]));
  const cellOf = ({ id: releaseId, counts, outOf, shutsAt }: (typeof releases)[number], studentId: string): Cell => {
    const key = keyOf(releaseId, studentId);
    const own = goesOf.get(key) ?? [];
    const done = own.filter((go) => !go.isRunning);
    const waits = (id: string) => waiting.get(id) ?? 0;
    const mark = markOfGoes(
      counts,
      done.map(({ id, points, outOf }) => ({ points, outOf: outOf - waits(id) })),
    );
    const whole = done[0]?.outOf ?? 0;
    const asCounted = mark && scaled(outOf, whole, mark);
    const factor = scaled(outOf, whole, { points: 1, outOf: 1 }).points;
    const reason = reasonOf.get(key) ?? null;
    const isGiven = own.length > 0 || toAll.has(releaseId) || to.has(key);
    const nothing = own.length > 0 ? "running" : shutsAt !== null && shutsAt <= now() ? "absent" : "open";
    return {
      releaseId,
      state: !isGiven ? "notGiven" : reason !== null ? "excused" : mark === null ? nothing : "marked",
      points: asCounted?.points ?? null,
      outOf: asCounted?.outOf ?? null,
      waitingPoints: factor * done.reduce((sum, { id }) => sum + waits(id), 0),
      handedInAt: done.at(-1)?.handedInAt?.toISOString() ?? null,
      reason,
    };
  };
  return {
    classId,
    className: one.name,
    departmentId,
    classExternalId: one.externalId,
    schoolExternalId: one.externalSchoolId,
    line: await usualLineOf(scope, one.courseId),
    today: localDateOf(now(), one.timeZone),
    releases: releases.map(({ id, name, opensAt, shutsAt, counts, weight, usual }) => ({
      ...{ id, name, counts, weight },
      opensAt: opensAt.toISOString(),
      shutsAt: shutsAt?.toISOString() ?? null,
      usualWeight: usual,
    })),
    more: (newest[0]?.total ?? 0) - releases.length,
    students: students.map(({ studentId, name, externalId }) => {
      const cells = releases.map((release) => cellOf(release, studentId));
      const marks = cells.map(({ state, points, outOf }, i) => ({
        weight: releases[i]?.weight ?? 0,
        mark: state === "marked" && points !== null && outOf !== null ? { points, outOf } : null,
      }));
      return { studentId, name, externalId, cells, ...meanMark(marks) };
    }),
  };
}

/** The release, which has to be one of the class's. */
async function needOfClass(within: Scope<Member>, classId: string, releaseId: string): Promise<string> {
  const { db, caller } = within;
  await needClass(within, caller.departmentId, classId);
  return need(await store.findOfClass(db, caller.departmentId, classId, releaseId), "release").releaseId;
}

export function setMarkWeight(
  scope: Scope<Member>,
  { params, body: { weight } }: Input<typeof contract.setMarkWeight>,
): Promise<Table> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    const { classId } = params;
    const releaseId = await needOfClass(within, classId, params.releaseId);
    await store.setWeight(within.db, { departmentId, classId, releaseId }, weight);
    const after = { classId, weight };
    await record(within, { departmentId, entity: "release", entityId: releaseId, action: "weightSet", after });
    return showMarks(within, { params });
  });
}

export function excuse(scope: Scope<Member>, { params, body }: Input<typeof contract.excuse>): Promise<Table> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const releaseId = await needOfClass(within, params.classId, params.releaseId);
    const known = new Set((await listStudentsOfClass(db, departmentId, params.classId)).map((one) => one.studentId));
    const studentIds = [...new Set(body.studentIds)].filter((id) => known.has(id));
    if (studentIds.length === 0) throw new Failure("studentNotInClass", {}, { at: "/body/studentIds" });
    const deed = { departmentId, releaseId, reason: body.reason, by: personId, at: now() };
    await store.upsertExcused(db, deed, studentIds);
    const after = { studentIds, reason: body.reason };
    await record(within, { departmentId, entity: "release", entityId: releaseId, action: "excused", after });
    return showMarks(within, { params });
  });
}

export function excuseNoLonger(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.excuseNoLonger>,
): Promise<Table> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    const releaseId = await needOfClass(within, params.classId, params.releaseId);
    const before = await store.deleteExcused(within.db, departmentId, releaseId, body.studentIds);
    if (before.length > 0)
      await record(within, { departmentId, entity: "release", entityId: releaseId, action: "excusedNoLonger", before });
    return showMarks(within, { params });
  });
}
