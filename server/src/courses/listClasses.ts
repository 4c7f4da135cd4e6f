/** Classes as lists show them. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/courses";
import { groupBy } from "@verdant/core/groupBy";
import { need } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { todayOf } from "../platform/today.ts";
import * as store from "./store.ts";
import { listTeachers } from "./teacherStore.ts";

export async function listClasses(scope: Scope<Member>): Promise<Result<typeof contract.listClasses>> {
  const { db, caller } = scope;
  const today = await todayOf(scope);
  const [classes, units] = [
    await store.listClasses(db, caller.departmentId, today),
    await store.listUnits(db, caller.departmentId),
  ];
  const teachers = groupBy(
    await listTeachers(
      db,
      caller.departmentId,
      classes.map((one) => one.id),
    ),
    (one) => one.classId,
  );
  return {
    classes: classes.map((one) => ({
      ...one,
      teachers: teachers.get(one.id) ?? [],
      students: one.students ?? 0,
      units: units.filter((unit) => unit.courseId === one.courseId),
    })),
  };
}

/** The class, or a failure when the department has none of this id. */
export async function needClass({ db }: Scope, departmentId: string, classId: string) {
  const [found] = await store.findClasses(db, departmentId, [classId]);
  return need(found, "class");
}

export const { findClasses, listClosedDays, listStudentsOfClass, takeEvidenceSeq } = store;
