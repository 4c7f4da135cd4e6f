/**
 * Entry cards are sealed with a key outside the database (decision 0018), there is a second factor for staff, and an
 * address may have several accounts.
 * `entry_card` is what a process of the version before writes; the next start of this one seals it. While both run, a card
 * that is sealed already opens no door of the older process.
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table installation add column key_check bytea;
alter table enrolment alter column entry_card drop not null;
alter table enrolment add column card_mark bytea unique;
alter table enrolment add column card_sealed bytea;

create table second_factor (
  person_id uuid primary key references person,
  secret_sealed bytea not null,
  confirmed_at timestamptz,
  last_step bigint not null default 0
);
create table recovery_code (
  person_id uuid not null references second_factor on delete cascade,
  code_hash bytea not null,
  primary key (person_id, code_hash)
);
-- Decision 0019: nobody is told whether an address has an account.
alter table person drop constraint person_email_key;
create index person_email on person (email);

alter table department add column asks_second_factor boolean not null default false;
`,
    )
    .execute(db);
}
