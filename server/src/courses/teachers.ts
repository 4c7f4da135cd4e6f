/** Who teaches which class. */
import type { Input } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/courses";
import { need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { needClass } from "./listClasses.ts";
import * as store from "./teacherStore.ts";

export { handOverClasses } from "./teacherStore.ts";

/** Says who teaches the class; the order in which they are named means nothing. */
export function setClassTeachers(
  scope: Scope<Member>,
  { params: { classId }, body }: Input<typeof contract.setClassTeachers>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    await needClass(within, departmentId, classId);
    const colleagues = await store.listColleagues(db, departmentId, body.personIds);
    for (const personId of body.personIds)
      need(
        colleagues.find((one) => one.personId === personId),
        "member",
      );
    const before = (await store.listTeachers(db, departmentId, [classId])).map((one) => one.personId);
    await store.replaceTeachers(
      db,
      departmentId,
      classId,
      colleagues.map((one) => one.id),
    );
    await record(within, {
      departmentId,
      entity: "class",
      entityId: classId,
      action: "teachersSet",
      before: { personIds: before },
      after: { personIds: colleagues.map((one) => one.personId) },
    });
    return { ok: true };
  });
}
