/** The school's class lists as they come into the department's classes, many students at once. */
import type { Taken } from "@verdant/contract/classLists";
import type { ClassChange, OwnClass, OwnStudent } from "@verdant/core/classLists/compare";
import type { ListedClass, ListedYear } from "@verdant/core/classLists/roster";
import { foldedText } from "@verdant/core/foldedText";
import { groupBy } from "@verdant/core/groupBy";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { localDateOf } from "../platform/localDate.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { todayOf } from "../platform/today.ts";
import * as edits from "./editStore.ts";
import { newEntryCard, sealedCard } from "./entryCard.ts";
import * as lists from "./listStore.ts";
import { currentSchoolYear } from "./schoolYear.ts";
import { findClasses } from "./store.ts";
import { listColleagues, listTeachers } from "./teacherStore.ts";

/** The classes that run on some day from today on. */
export const listListedClasses = async (scope: Scope<Member>) =>
  lists.listListedClasses(scope.db, scope.caller.departmentId, await todayOf(scope));

/** The classes that lists are compared with, and those students whom the lists know by an id. */
export async function classesForLists(
  scope: Scope<Member>,
  externalIds: readonly string[],
): Promise<{ classes: OwnClass[]; listed: OwnStudent[] }> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const classes = await listListedClasses(scope);
  const classIds = classes.map(({ id }) => id);
  const students = groupBy(await lists.listMembersOfClasses(db, departmentId, classIds), (row) => row.classId);
  const teachers = groupBy(await listTeachers(db, departmentId, classIds), (row) => row.classId);
  return {
    classes: classes.map((one) => ({
      ...one,
      students: (students.get(one.id) ?? []).map(({ classId: _, ...student }) => student),
      teacherIds: (teachers.get(one.id) ?? []).map(({ personId }) => personId),
    })),
    listed: await lists.listStudentsKnownAs(db, departmentId, externalIds),
  };
}

export interface ListedTake {
  readonly listed: ListedClass;
  readonly change: ClassChange;
  /** Null: it is made, in `courseId` or (null) in a course called as the list says. */
  readonly classId: string | null;
  readonly courseId: string | null;
  /** Of those who are no longer listed: these leave. */
  readonly leaving: readonly string[];
}

/** Must be called before what is taken is compared: until the end of the transaction nobody else takes lists. */
export const holdLists = ({ db, caller }: Scope<Member>): Promise<void> => lists.lockLists(db, caller.departmentId);

/** Takes lists that were compared in this transaction. */
export async function takeLists(
  within: Scope<Member>,
  takes: readonly ListedTake[],
  years: readonly ListedYear[],
): Promise<Taken> {
  const { db, caller, now } = within;
  const { departmentId } = caller;
  const made = await makeClasses(within, takes, years);
  const classIds = takes.map(({ listed, classId }) => classId ?? made.classIds.get(listed.sourcedId) ?? "");
  const found = new Map((await findClasses(db, departmentId, classIds)).map((one) => [one.id, one]));

  // One person of the lists is one student, in however many classes.
  const joining = takes.flatMap(({ change }) => change.joining);
  const newStudents = new Map(
    joining.flatMap((one) => (one.studentId === null ? [[one.sourcedId, { ...one, id: newId() }] as const] : [])),
  );
  await lists.insertStudents(
    db,
    [...newStudents.values()].map(({ id, sourcedId, givenName, familyName }) => ({
      ...{ departmentId, id, givenName, familyName, externalId: sourcedId, pseudonymisedAt: null },
    })),
  );
  const inLists = new Map(takes.flatMap(({ listed }) => listed.students.map((one) => [one.sourcedId, one] as const)));
  const known = new Map<string, lists.KnownStudent>();
  const know = (studentId: string, sourcedId: string) => {
    const { givenName = "", familyName = "" } = inLists.get(sourcedId) ?? {};
    known.set(studentId, { studentId, externalId: sourcedId, givenName, familyName });
  };
  for (const { change } of takes) {
    for (const { studentId, sourcedId } of [...change.recognised, ...change.renamed]) know(studentId, sourcedId);
    for (const { studentId, sourcedId } of change.joining) if (studentId !== null) know(studentId, sourcedId);
  }
  await lists.setListed(db, departmentId, [...known.values()]);

  const dayIn = (classId: string) => localDateOf(now(), found.get(classId)?.timeZone ?? "Europe/London");
  const arriving = takes.flatMap(({ change }, at) => {
    const classId = classIds[at] ?? "";
    return change.joining.map(({ studentId, sourcedId }) => ({
      ...{ departmentId, classId, joinedOn: dayIn(classId), leftOn: null },
      studentId: studentId ?? newStudents.get(sourcedId)?.id ?? "",
    }));
  });
  const cards = await freeCards(within, arriving.length);
  await lists.insertEnrolments(
    db,
    arriving.map((row, i) => ({ ...row, ...sealedCard(within.secret, cards[i] ?? "") })),
  );

  let left = 0;
  const teachers: { departmentId: string; classId: string; membershipId: string }[] = [];
  const personIds = takes.flatMap(({ change }) => change.teachersJoining.map(({ personId }) => personId));
  const memberships = new Map((await listColleagues(db, departmentId, personIds)).map((one) => [one.personId, one.id]));
  for (const [at, { listed, change, leaving }] of takes.entries()) {
    const classId = classIds[at] ?? "";
    const mayLeave = new Set(change.leaving.map(({ studentId }) => studentId));
    const gone = leaving.filter((id) => mayLeave.has(id));
    const key = { departmentId, classId, leftOn: dayIn(classId) };
    const count = await lists.setLeft(db, key, gone);
    left += count;
    for (const { personId } of change.teachersJoining) {
      const membershipId = memberships.get(personId);
      if (membershipId !== undefined) teachers.push({ departmentId, classId, membershipId });
    }
    await edits.updateClass(db, departmentId, classId, {
      externalId: listed.sourcedId,
      externalSchoolId: listed.school === "" ? null : listed.school,
    });
    await record(within, {
      ...{ departmentId, entity: "class", entityId: classId, action: "listTaken" },
      after: { joined: change.joining.length, renamed: change.renamed.length, left: count },
    });
  }
  await lists.addTeachers(db, teachers);
  return {
    classes: takes.length,
    classesMade: made.classIds.size,
    coursesMade: made.courses,
    studentsMade: newStudents.size,
    joined: arriving.length,
    recognised: new Set(takes.flatMap(({ change }) => change.recognised.map(({ studentId }) => studentId))).size,
    renamed: new Set(takes.flatMap(({ change }) => change.renamed.map(({ studentId }) => studentId))).size,
    left,
    teachers: teachers.length,
  };
}

/** Cards that nobody has, all of them different. */
async function freeCards({ db, secret }: Scope, count: number): Promise<string[]> {
  const cards = new Set<string>();
  while (cards.size < count) {
    const drawn = new Map<string, Buffer>();
    while (drawn.size < count - cards.size) {
      const words = newEntryCard();
      if (!cards.has(words)) drawn.set(words, sealedCard(secret, words).cardMark);
    }
    const taken = await lists.listTakenMarks(db, [...drawn.values()]);
    for (const [words, mark] of drawn) if (!taken.some((one) => one.equals(mark))) cards.add(words);
  }
  return [...cards];
}

/** Classes that the department does not have yet, with their courses and school years. */
async function makeClasses(within: Scope<Member>, takes: readonly ListedTake[], years: readonly ListedYear[]) {
  const { db, caller } = within;
  const { departmentId } = caller;
  const classIds = new Map<string, string>();
  const wanted = takes.filter(({ classId }) => classId === null);
  if (wanted.length === 0) return { classIds, courses: 0 };
  const courses = await edits.listCourses(db, departmentId);
  const known = new Map(courses.map(({ id, name }) => [foldedText(name), id]));
  const ids = new Set(courses.map(({ id }) => id));
  let coursesMade = 0;
  for (const { listed, courseId } of wanted) {
    if (courseId !== null && !ids.has(courseId)) throw new Failure("noSuch", { what: "course" });
    const name = listed.course.slice(0, longestName);
    let of = courseId ?? known.get(foldedText(name));
    if (of === undefined) {
      of = newId();
      known.set(foldedText(name), of);
      coursesMade += 1;
      await edits.upsertCourse(db, { departmentId, id: of, name });
    }
    const schoolYearId = await yearOf(within, years.find(({ sourcedId }) => sourcedId === listed.year) ?? null);
    const taken = new Set(
      (await lists.listClassNames(db, departmentId, schoolYearId)).map((one) => one.name.toLowerCase()),
    );
    // The short name where it is free: a form is called the same in all its subjects.
    const names = [listed.code, listed.name].filter((name) => name !== "").map((name) => name.slice(0, longestName));
    const own = names.find((name) => !taken.has(name.toLowerCase()));
    if (own === undefined) throw new Failure("classNameTaken", { name: listed.name });
    const id = newId();
    await edits.insertClass(db, { departmentId, id, courseId: of, schoolYearId, name: own, examOn: null });
    classIds.set(listed.sourcedId, id);
  }
  return { classIds, courses: coursesMade };
}

const longestName = 120;

/** The school year that the middle of the listed one lies in; made where there is none, with what its terms leave free. */
async function yearOf(within: Scope<Member>, listed: ListedYear | null): Promise<string> {
  const { db, caller } = within;
  const { departmentId } = caller;
  if (listed === null) return currentSchoolYear(within);
  const here = yearHere(listed, await lists.listSchoolYears(db, departmentId));
  if (here) return here.id;
  const id = newId();
  const { name, from: startsOn, to: endsOn, holidays } = listed;
  await edits.ensureSchoolYear(db, { departmentId, id, name: name.slice(0, longestName), startsOn, endsOn });
  await lists.insertClosedDays(
    db,
    holidays.map(({ from, to }) => ({
      ...{ departmentId, id: newId(), schoolYearId: id, classId: null, fromOn: from, toOn: to, label: "" },
    })),
  );
  return id;
}

const yearHere = <Y extends { startsOn: string; endsOn: string }>(
  { from, to }: { from: string; to: string },
  years: readonly Y[],
): Y | undefined => {
  const middle = new Date((Date.parse(from) + Date.parse(to)) / 2).toISOString().slice(0, 10);
  return years.find(({ startsOn, endsOn }) => startsOn <= middle && middle <= endsOn);
};

/** Of the years of the lists, those that the department does not have. */
export async function yearsNotHere({ db, caller }: Scope<Member>, years: readonly ListedYear[]): Promise<ListedYear[]> {
  const here = await lists.listSchoolYears(db, caller.departmentId);
  return years.filter((year) => !yearHere(year, here));
}
