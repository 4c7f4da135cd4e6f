import { Failure, need } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { listDepartmentsOf } from "./passwordStore.ts";

/** A lead here must not get into what a colleague may see elsewhere, by a new password or without the second factor. */
export async function mustBelongHereOnly({ db, caller }: Scope<Member>, personId: string): Promise<void> {
  const departments = await listDepartmentsOf(db, personId);
  need(
    departments.find((one) => one.departmentId === caller.departmentId),
    "member",
  );
  if (departments.length > 1) throw new Failure("belongsElsewhere");
}
