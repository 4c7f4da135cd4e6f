/** SQL for kept views of the bank. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../../platform/database.ts";
import type { Tables } from "../../platform/tables.ts";

export function listViews(db: Db, departmentId: string, personId: string) {
  return db
    .selectFrom("savedView")
    .innerJoin("person", "person.id", "savedView.by")
    .where("savedView.departmentId", "=", departmentId)
    .where((eb) => eb.or([eb("savedView.personId", "=", personId), eb("savedView.personId", "is", null)]))
    .select(["savedView.id", "savedView.name", "savedView.address", "savedView.personId", "person.name as by"])
    .orderBy(sql`lower(saved_view.name)`)
    .orderBy("savedView.id")
    .limit(500)
    .execute();
}

/** The id under which it is kept: a name is taken once by a person, and once by the department. */
export async function upsertView(db: Db, row: Insertable<Tables["savedView"]>): Promise<string> {
  const { rows } = await sql<{ id: string }>`
    insert into saved_view (department_id, id, person_id, name, address, by, at)
    values (${row.departmentId}, ${row.id}, ${row.personId}, ${row.name}, ${row.address}, ${row.by}, ${row.at})
    on conflict (department_id, person_id, lower(name)) do update
      set name = excluded.name, address = excluded.address, by = excluded.by, at = excluded.at
    returning id`.execute(db);
  return rows[0]?.id ?? row.id;
}

export function deleteView(db: Db, departmentId: string, personId: string, viewId: string) {
  return db
    .deleteFrom("savedView")
    .where("departmentId", "=", departmentId)
    .where("id", "=", viewId)
    .where((eb) => eb.or([eb("personId", "=", personId), eb("personId", "is", null)]))
    .returning(["name", "address"])
    .executeTakeFirst();
}
