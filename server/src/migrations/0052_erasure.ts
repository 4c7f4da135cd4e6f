/**
 * What never changes may lose a student's words, where the transaction says that it erases one: the log of answers a row,
 * history the words in it. All else is refused as before. Only a function is replaced.
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create or replace function refuse_change() returns trigger language plpgsql as $$
begin
  if coalesce(current_setting('verdant.erases', true), '') = 'yes' then
    if tg_table_name = 'response_event' and tg_op = 'DELETE' then
      return old;
    end if;
    if tg_table_name = 'history' and tg_op = 'UPDATE'
      and to_jsonb(new) - array['before', 'after'] = to_jsonb(old) - array['before', 'after'] then
      return new;
    end if;
  end if;
  raise exception '% rows never change', tg_table_name using errcode = 'integrity_constraint_violation';
end $$;
`,
    )
    .execute(db);
}
