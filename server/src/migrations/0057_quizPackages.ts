/** Quizzes in packages: what quiz a package is of, and what quiz a part is that was kept. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table transfer add column quiz jsonb;
alter table kept_part add column quiz jsonb;
`,
    )
    .execute(db);
}
