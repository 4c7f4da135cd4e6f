/** Classes as lists show them, and entry cards. */
import type * as contract from "@verdant/contract/courses";
import type { Input, Result } from "@verdant/contract/endpoint";
import { need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { newEntryCard } from "./entryCard.ts";
import * as store from "./store.ts";

export async function listClasses({ db, caller, now }: Scope<Member>): Promise<Result<typeof contract.listClasses>> {
  const today = now().toISOString().slice(0, 10);
  const [classes, units] = await Promise.all([
    store.listClasses(db, caller.departmentId, today),
    store.listUnits(db, caller.departmentId),
  ]);
  return {
    classes: classes.map((one) => ({
      ...one,
      students: one.students ?? 0,
      units: units.filter((unit) => unit.courseId === one.courseId),
    })),
  };
}

/** The class, or a failure when the department has none of this id. */
export async function needClass({ db }: Scope, departmentId: string, classId: string) {
  return need(await store.findClass(db, departmentId, classId), "class");
}

export async function listStudentIds({ db }: Scope, departmentId: string, classId: string): Promise<string[]> {
  return (await store.listEnrolments(db, departmentId, classId)).map((row) => row.studentId);
}

export async function listEnrolments(
  scope: Scope<Member>,
  { params }: Input<typeof contract.listEnrolments>,
): Promise<Result<typeof contract.listEnrolments>> {
  const { db, caller } = scope;
  const one = await needClass(scope, caller.departmentId, params.classId);
  const students = await store.listEnrolments(db, caller.departmentId, one.id);
  return {
    className: one.name,
    students: students.map(({ studentId, givenName, familyName, entryCard }) => ({
      studentId,
      name: `${givenName} ${familyName}`,
      entryCard,
    })),
  };
}

export function reissueCard(
  scope: Scope<Member>,
  { params }: Input<typeof contract.reissueCard>,
): Promise<Result<typeof contract.reissueCard>> {
  const { classId, studentId } = params;
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    let entryCard: string;
    let replaced: { studentId: string } | null | undefined;
    do {
      entryCard = newEntryCard();
      replaced = await store.replaceCard(db, caller.departmentId, classId, studentId, entryCard);
    } while (replaced === null);
    need(replaced, "student in this class");
    await store.deleteStudentSessions(db, caller.departmentId, studentId);
    await record(within, {
      departmentId: caller.departmentId,
      entity: "enrolment",
      entityId: studentId,
      action: "entryCardReissued",
    });
    const { students } = await listEnrolments(within, { params: { classId } });
    return need(
      students.find((student) => student.studentId === studentId),
      "student in this class",
    );
  });
}
