/** SQL for whoever asked for something that is done in the background. */
import type { Db } from "./database.ts";

/** A lead of the department still; undefined for who is none any more. */
export const findLead = (db: Db, departmentId: string, personId: string) =>
  db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .select("person.name")
    .where("membership.departmentId", "=", departmentId)
    .where("membership.personId", "=", personId)
    .where("membership.role", "=", "lead")
    .where("membership.leftAt", "is", null)
    .executeTakeFirst();
