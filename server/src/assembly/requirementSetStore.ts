/** SQL for requirements that are kept under a name. */
import { sql } from "kysely";
import type { Blueprint } from "@verdant/contract/requirements";
import type { Db } from "../platform/database.ts";

export function listSets(db: Db, departmentId: string) {
  return db
    .selectFrom("requirementSet")
    .innerJoin("person", "person.id", "requirementSet.by")
    .where("requirementSet.departmentId", "=", departmentId)
    .select(["requirementSet.id", "requirementSet.name", "requirementSet.blueprint", "person.name as by"])
    .orderBy(sql`lower(requirement_set.name)`)
    .limit(500)
    .execute();
}

/** The id under which they are kept: a name is taken once. */
export async function upsertSet(
  db: Db,
  row: { departmentId: string; id: string; name: string; blueprint: Blueprint; by: string; at: Date },
): Promise<string> {
  const { rows } = await sql<{ id: string }>`
    insert into requirement_set (department_id, id, name, blueprint, by, at)
    values (${row.departmentId}, ${row.id}, ${row.name}, ${JSON.stringify(row.blueprint)}, ${row.by}, ${row.at})
    on conflict (department_id, lower(name)) do update
      set name = excluded.name, blueprint = excluded.blueprint, by = excluded.by, at = excluded.at
    returning id`.execute(db);
  return rows[0]?.id ?? row.id;
}

export function deleteSet(db: Db, departmentId: string, setId: string) {
  return db
    .deleteFrom("requirementSet")
    .where("departmentId", "=", departmentId)
    .where("id", "=", setId)
    .returning(["name", "blueprint"])
    .executeTakeFirst();
}
