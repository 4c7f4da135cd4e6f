/** The school's class lists: read, compared, taken; marks sent to the school's system. */
import type * as contract from "@verdant/contract/classLists";
import type { Input, Result } from "@verdant/contract/endpoint";
import { gapOf, readRoster, type Roster, type RosterNote } from "@verdant/core/classLists/roster";
import { holdLists, listListedClasses, takeLists } from "../courses/takeLists.ts";
import { needClass } from "../courses/listClasses.ts";
import type { Db } from "../platform/database.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import { seal } from "../platform/sealing.ts";
import { todayOf } from "../platform/today.ts";
import { compareRoster, comparisonOf } from "./compareLists.ts";
import { secretPurpose } from "./errands.ts";
import { listFileBounds, readListFile } from "./readListFile.ts";
import * as store from "./store.ts";

const listed = 20;
const mostUnderWay = 3;
/** Lists hold names of students whom the department may have nothing to do with. */
export const listsKeptMs = 2 * 86_400_000;
const errandsKeptMs = 90 * 86_400_000;

type Row = NonNullable<Awaited<ReturnType<typeof store.findErrand>>>;
const asErrand = ({ askedById: _, classId: _class, askedAt, finishedAt, ...row }: Row): contract.Errand => ({
  ...row,
  askedAt: askedAt.toISOString(),
  finishedAt: finishedAt?.toISOString() ?? null,
});

async function showErrand({ db, caller }: Scope<Member>, errandId: string): Promise<contract.Errand> {
  return asErrand(need(await store.findErrand(db, caller.departmentId, errandId), "lists"));
}

export async function showClassLists(scope: Scope<Member>): Promise<Result<typeof contract.showClassLists>> {
  const { db, caller, schoolServices } = scope;
  const { departmentId } = caller;
  const connection = await store.findConnection(db, departmentId);
  const sentAt = new Map((await store.listLastSent(db, departmentId)).map((row) => [row.classId, row.sentAt]));
  const classes = await listListedClasses(scope);
  return {
    services: schoolServices.map(({ base }) => base),
    connection: connection
      ? {
          ...{ service: connection.service, clientId: connection.clientId, setBy: connection.setBy },
          setAt: connection.setAt.toISOString(),
        }
      : null,
    errands: (await store.listErrands(db, departmentId, listed)).map(asErrand),
    classes: classes.map(({ id, name, externalId }) => ({
      ...{ classId: id, name, isListed: externalId !== null },
      sentAt: sentAt.get(id)?.toISOString() ?? null,
    })),
  };
}

export function connectSchoolSystem(
  scope: Scope<Member>,
  { body }: Input<typeof contract.connectSchoolSystem>,
): Promise<Result<typeof contract.connectSchoolSystem>> {
  return atomically(scope, async (within) => {
    const { db, caller, now, secret, schoolServices } = within;
    const { departmentId, personId } = caller;
    const { service, clientId, clientSecret } = body;
    if (!schoolServices.some(({ base }) => base === service))
      throw new Failure("systemNotAllowed", { service }, { at: "/body/service" });
    const before = await store.findConnection(db, departmentId);
    if (before && before.service !== service) await store.deleteSent(db, departmentId);
    await store.upsertConnection(db, {
      ...{ departmentId, service, clientId, clientSecret: seal(secret, secretPurpose, clientSecret) },
      ...{ setBy: personId, setAt: now() },
    });
    const deed = { departmentId, entity: "department", entityId: departmentId, action: "schoolSystemConnected" };
    await record(within, { ...deed, after: { service, clientId } });
    return { ok: true };
  });
}

export function disconnectSchoolSystem(scope: Scope<Member>): Promise<Result<typeof contract.disconnectSchoolSystem>> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    await store.deleteConnection(within.db, departmentId);
    await store.deleteSent(within.db, departmentId);
    const deed = { departmentId, entity: "department", entityId: departmentId, action: "schoolSystemDisconnected" };
    await record(within, deed);
    return { ok: true };
  });
}

async function mayBegin(db: Db, departmentId: string): Promise<void> {
  if ((await store.countUnderWay(db, departmentId)) >= mostUnderWay)
    throw new Failure("transfersFull", { most: mostUnderWay });
}

type Begun = { readonly kind: "fetch" | "send"; readonly classId?: string; readonly className?: string };

function begin(scope: Scope<Member>, { kind, classId, className }: Begun): Promise<contract.Errand> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const connection = await store.findConnection(db, departmentId);
    if (!connection) throw new Failure("systemNotConnected");
    await mayBegin(db, departmentId);
    const id = newId();
    await store.insertErrand(db, {
      ...{ departmentId, id, kind, state: "waiting", name: className ?? connection.service },
      ...(classId !== undefined && { classId }),
      ...{ askedBy: caller.personId, askedAt: now() },
    });
    return showErrand(within, id);
  });
}

export const fetchClassLists = (scope: Scope<Member>): Promise<contract.Errand> => begin(scope, { kind: "fetch" });

export async function sendMarks(
  scope: Scope<Member>,
  { params }: Input<typeof contract.sendMarks>,
): Promise<contract.Errand> {
  const { id, name, externalId } = await needClass(scope, scope.caller.departmentId, params.classId);
  if (externalId === null) throw new Failure("classNotListed", { name });
  return begin(scope, { kind: "send", classId: id, className: name });
}

/** Lists as a file. It is read before anything is written; nothing of it is taken yet. */
export async function bringClassLists(
  scope: OpenScope<Member>,
  name: string,
  bytes: AsyncIterable<Buffer>,
): Promise<contract.Errand> {
  const pieces: Buffer[] = [];
  let size = 0;
  for await (const piece of bytes) {
    size += piece.length;
    if (size > listFileBounds.bytes) throw new Failure("fileTooLarge", { megabytes: listFileBounds.bytes / 1024 ** 2 });
    pieces.push(piece);
  }
  if (size === 0) throw new Failure("fileEmpty");
  const tables = await readListFile(Buffer.concat(pieces));
  const gap = gapOf(tables);
  if (gap) throw new Failure("listsIncomplete", { file: gap.file, column: gap.column ?? "" });
  const { roster, notes } = readRoster(tables, await todayOf(scope));
  if (roster.classes.length === 0) throw new Failure("listsEmpty");
  return atomically(scope, (within) => keepLists(within, name, roster, notes));
}

async function keepLists(within: Scope<Member>, name: string, roster: Roster, notes: RosterNote[]) {
  const { db, caller, now } = within;
  const id = newId();
  await store.insertErrand(db, {
    ...{ departmentId: caller.departmentId, id, kind: "file", state: "ready", share: 1 },
    ...{ name: name.slice(0, 120) || "lists.zip", roster: JSON.stringify(roster), notes: JSON.stringify(notes) },
    ...{ askedBy: caller.personId, askedAt: now(), finishedAt: now() },
  });
  return showErrand(within, id);
}

async function needLists({ db, caller }: Scope<Member>, errandId: string) {
  const lists = await store.findLists(db, caller.departmentId, errandId);
  if (lists?.roster) return { roster: lists.roster, notes: lists.notes ?? [] };
  need(await store.findErrand(db, caller.departmentId, errandId), "lists");
  throw new Failure("listsOver");
}

export async function compareClassLists(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.compareClassLists>,
): Promise<Result<typeof contract.compareClassLists>> {
  const { roster, notes } = await needLists(scope, params.errandId);
  return comparisonOf(scope, roster, notes, await compareRoster(scope, roster, body));
}

export function takeClassLists(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.takeClassLists>,
): Promise<contract.Errand> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { errandId } = params;
    await holdLists(within);
    const { roster } = await needLists(within, errandId);
    const { taken, changes, seen } = await compareRoster(within, roster, body);
    // Somebody may have changed a class, or who is in it, since this was looked at.
    if (seen !== body.seen) throw new Failure("listsChanged");
    const changeOf = new Map(changes.map((one) => [one.sourcedId, one]));
    const leaving = new Map(body.leaving.map(({ sourcedId, studentIds }) => [sourcedId, studentIds]));
    const takes = taken.flatMap(({ listed, taking }) => {
      const change = changeOf.get(listed.sourcedId);
      if (!change || taking.as === "leftOut") return [];
      const into = taking.as === "ours" ? { classId: taking.classId, courseId: null } : { classId: null, ...taking };
      return [{ listed, change, ...into, leaving: leaving.get(listed.sourcedId) ?? [] }];
    });
    if (takes.length === 0) throw new Failure("noClassTaken");
    const done = await takeLists(within, takes, roster.years);
    const to = { state: "done", taken: done, roster: null, finishedAt: now() } as const;
    if (!(await store.moveOn(db, caller.departmentId, errandId, ["ready"], to))) throw new Failure("listsOver");
    return showErrand(within, errandId);
  });
}

export function dropClassLists(
  scope: Scope<Member>,
  { params }: Input<typeof contract.dropClassLists>,
): Promise<Result<typeof contract.dropClassLists>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const from = ["waiting", "running", "ready"] as const;
    const to = { state: "dropped", roster: null, finishedAt: now() } as const;
    if (!(await store.moveOn(db, caller.departmentId, params.errandId, from, to))) {
      const { state } = await showErrand(within, params.errandId);
      if (state !== "dropped") throw new Failure("listsOver");
    }
    return { ok: true };
  });
}

/** Lists that nobody took go after two days; what was done, after a school term. */
export async function putAwayClassLists(db: Db, now: Date): Promise<void> {
  await store.putAwayLists(db, new Date(now.getTime() - listsKeptMs));
  await store.deleteErrandsBefore(db, new Date(now.getTime() - errandsKeptMs));
}
