/** The local date where the department is: at night it differs from the server's. */
import { need } from "./failure.ts";
import { localDateOf } from "./localDate.ts";
import type { Member, Scope } from "./scope.ts";

/** @returns YYYY-MM-DD */
export async function todayOf({ db, caller, now }: Scope<Member>): Promise<string> {
  const row = await db
    .selectFrom("department")
    .select("timeZone")
    .where("id", "=", caller.departmentId)
    .executeTakeFirst();
  return localDateOf(now(), need(row, "department").timeZone);
}
