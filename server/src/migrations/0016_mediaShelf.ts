/** The media shelf: what each picture or recording is called, who made it and under which licence. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table media
  alter column width drop not null,
  alter column height drop not null,
  add column name text not null default '',
  add column description text not null default '',
  add column credit text not null default '';
`,
    )
    .execute(db);
}
