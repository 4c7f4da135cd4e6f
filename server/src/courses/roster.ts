/** The students of a class: pasted in, taken out, grouped, given cards. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/courses";
import { readNames } from "@verdant/core/courses/names";
import { groupBy } from "@verdant/core/groupBy";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { localDateOf } from "../platform/localDate.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { todayOf } from "../platform/today.ts";
import { isCardTaken, replaceCard } from "./cardStore.ts";
import * as edits from "./editStore.ts";
import { cardMarkOf, newEntryCard, sealedCard, wordsOf } from "./entryCard.ts";
import { needClass } from "./listClasses.ts";
import { deleteSessionsIn } from "../platform/session.ts";
import * as store from "./store.ts";

type Roster = Result<typeof contract.listEnrolments>;

export async function listEnrolments(
  scope: Scope<Member>,
  { params }: Input<typeof contract.listEnrolments>,
): Promise<Roster> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const one = await needClass(scope, departmentId, params.classId);
  const students = await store.listEnrolments(db, departmentId, one.id);
  const topics = groupBy(await store.listStudentTopics(db, departmentId, [one.id]), (row) => row.studentId);
  const members = groupBy(await edits.listGroupMembers(db, departmentId, one.id), (row) => row.groupId);
  return {
    classId: one.id,
    className: one.name,
    students: students.map(({ studentId, givenName, familyName, externalId, arrangements, ...card }) => ({
      ...{ studentId, givenName, familyName, isListed: externalId !== null },
      name: `${givenName} ${familyName}`.trim(),
      entryCard: wordsOf(scope.secret, card),
      extraTimePercent: arrangements.extraTimePercent ?? 0,
      topics: (topics.get(studentId) ?? []).map(({ topicId, taughtOn, releaseId }) => ({
        topicId,
        taughtOn,
        byCheck: releaseId !== null,
      })),
    })),
    groups: [...members].map(([id, rows]) => ({
      id,
      name: rows[0]?.name ?? "",
      studentIds: rows.map((row) => row.studentId),
    })),
  };
}

export function enrolStudents(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.enrolStudents>,
): Promise<Roster> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const one = await needClass(within, departmentId, params.classId);
    const known = new Set(
      (await listEnrolments(within, { params })).students.map((student) => student.name.toLowerCase()),
    );
    const names = readNames(body.names).names.filter(
      (name) => !known.has(`${name.givenName} ${name.familyName}`.trim().toLowerCase()),
    );
    const joinedOn = localDateOf(now(), one.timeZone);
    for (const { givenName, familyName } of names) {
      const studentId = newId();
      await edits.insertStudent(db, {
        departmentId,
        id: studentId,
        givenName,
        familyName,
        externalId: null,
        pseudonymisedAt: null,
      });
      const card = await freeCard(within);
      await edits.insertEnrolment(db, { departmentId, classId: one.id, studentId, ...card, joinedOn, leftOn: null });
    }
    await record(within, {
      departmentId,
      entity: "class",
      entityId: one.id,
      action: "enrolled",
      after: { students: names.length },
    });
    return listEnrolments(within, { params });
  });
}

/** The columns of a new card that nobody has. */
async function freeCard({ db, secret }: Scope) {
  let words = newEntryCard();
  while (await isCardTaken(db, cardMarkOf(secret, words))) words = newEntryCard();
  return sealedCard(secret, words);
}

export function changeEnrolment(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.changeEnrolment>,
): Promise<Roster> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { classId, studentId } = params;
    const one = await needClass(within, departmentId, classId);
    const found = await edits.updateEnrolment(
      db,
      { departmentId, classId, studentId },
      {
        ...(body.extraTimePercent !== undefined && {
          arrangements: JSON.stringify({ extraTimePercent: body.extraTimePercent }),
        }),
        ...(body.isIn !== undefined && { leftOn: body.isIn ? null : localDateOf(now(), one.timeZone) }),
      },
    );
    need(found, "student");
    if (body.name) await edits.renameStudent(db, { departmentId, studentId }, body.name);
    await record(within, { departmentId, entity: "enrolment", entityId: studentId, action: "changed", after: body });
    return listEnrolments(within, { params: { classId } });
  });
}

export function moveStudent(
  scope: Scope<Member>,
  { params: { classId, studentId }, body: { toClassId } }: Input<typeof contract.moveStudent>,
): Promise<Roster> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const [from, to] = [
      await needClass(within, departmentId, classId),
      await needClass(within, departmentId, toClassId),
    ];
    const { students } = await listEnrolments(within, { params: { classId } });
    const { extraTimePercent } = need(
      students.find((one) => one.studentId === studentId),
      "student",
    );
    if (from.id === to.id) throw new Failure("sameClass", {}, { at: "/body/toClassId" });
    const leftOn = localDateOf(now(), from.timeZone);
    await edits.updateEnrolment(db, { departmentId, classId: from.id, studentId }, { leftOn });
    const joined = { departmentId, classId: to.id, studentId };
    const kept = { leftOn: null, arrangements: JSON.stringify({ extraTimePercent }) };
    if (!(await edits.updateEnrolment(db, joined, kept))) {
      const joinedOn = localDateOf(now(), to.timeZone);
      await edits.insertEnrolment(db, { ...joined, ...(await freeCard(within)), joinedOn, leftOn: null });
      await edits.updateEnrolment(db, joined, kept);
    }
    await record(within, {
      ...{ departmentId, entity: "enrolment", entityId: studentId, action: "moved" },
      ...{ before: { classId: from.id }, after: { classId: to.id } },
    });
    return listEnrolments(within, { params: { classId } });
  });
}

export function setGroup(scope: Scope<Member>, { params, body }: Input<typeof contract.setGroup>): Promise<Roster> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { classId, groupId } = params;
    const { students } = await listEnrolments(within, { params: { classId } });
    const strangers = body.studentIds.filter((id) => !students.some((student) => student.studentId === id));
    if (strangers.length > 0) {
      throw new Failure("studentNotInClass", {}, { at: "/body/studentIds" });
    }
    const made = await edits.upsertGroup(db, { departmentId, id: groupId, classId, name: body.name });
    if (!made) throw new Failure("noSuch", { what: "group" });
    await edits.replaceGroupMembers(db, departmentId, groupId, [...new Set(body.studentIds)]);
    await record(within, { departmentId, entity: "group", entityId: groupId, action: "set", after: body });
    return listEnrolments(within, { params: { classId } });
  });
}

export function reissueCard(
  scope: Scope<Member>,
  { params }: Input<typeof contract.reissueCard>,
): Promise<Result<typeof contract.reissueCard>> {
  const { classId, studentId } = params;
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const isReplaced = await replaceCard(db, caller.departmentId, classId, studentId, await freeCard(within));
    need(isReplaced || undefined, "student");
    await deleteSessionsIn(db, caller.departmentId, { studentId });
    await record(within, {
      departmentId: caller.departmentId,
      entity: "enrolment",
      entityId: studentId,
      action: "entryCardReissued",
    });
    const { students } = await listEnrolments(within, { params: { classId } });
    return need(
      students.find((student) => student.studentId === studentId),
      "student",
    );
  });
}

/** Students whose name holds `text`, with the class they are in. */
export const findStudents = async (scope: Scope<Member>, text: string, limit: number) =>
  store.findStudents(scope.db, scope.caller.departmentId, text, await todayOf(scope), limit);
