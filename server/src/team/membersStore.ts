/** SQL for the members of a department. */
import type { Db } from "../platform/database.ts";

export function listMembers(db: Db, departmentId: string) {
  return db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .where("membership.departmentId", "=", departmentId)
    .select(["person.id as personId", "person.name", "membership.role", "membership.joinedAt", "membership.leftAt"])
    .orderBy("person.name")
    .execute();
}
