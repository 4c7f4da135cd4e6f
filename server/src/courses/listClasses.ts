/** Classes as lists show them. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/courses";
import { need } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export async function listClasses({ db, caller, now }: Scope<Member>): Promise<Result<typeof contract.listClasses>> {
  const today = now().toISOString().slice(0, 10);
  const [classes, units] = [
    await store.listClasses(db, caller.departmentId, today),
    await store.listUnits(db, caller.departmentId),
  ];
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

export const { listClosedDays, listStudentTopics } = store;
