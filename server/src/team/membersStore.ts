/** SQL for the members of a department. */
import type { Db } from "../platform/database.ts";

export function listMembers(db: Db, departmentId: string) {
  return db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .leftJoin("secondFactor", "secondFactor.personId", "person.id")
    .leftJoin("memberSeen", (join) =>
      join
        .onRef("memberSeen.departmentId", "=", "membership.departmentId")
        .onRef("memberSeen.personId", "=", "membership.personId"),
    )
    .where("membership.departmentId", "=", departmentId)
    .select((eb) => eb("secondFactor.confirmedAt", "is not", null).$castTo<boolean>().as("hasSecondFactor"))
    .select(["person.id as personId", "person.name", "membership.role", "membership.joinedAt", "membership.leftAt"])
    .select("memberSeen.seenOn")
    .orderBy("person.name")
    .execute();
}

/** Those who have not left; locked, so that two leads who go at once do not both find the other. */
export function lockMembers(db: Db, departmentId: string) {
  return db
    .selectFrom("membership")
    .where("departmentId", "=", departmentId)
    .where("leftAt", "is", null)
    .select(["personId", "role"])
    .orderBy("id")
    .forUpdate()
    .execute();
}

export async function updateMembership(
  db: Db,
  departmentId: string,
  personId: string,
  change: { role?: "lead" | "teacher"; leftAt?: Date },
): Promise<void> {
  await db
    .updateTable("membership")
    .set(change)
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .execute();
}

export async function deleteGrants(db: Db, departmentId: string, personId: string): Promise<void> {
  await db
    .deleteFrom("accessGrant")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .execute();
}
