/** Difficulty of items on one scale of a department, and when it was worked out. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table item_calibration (
  department_id uuid not null references department,
  parameter_id uuid not null,
  difficulty double precision not null,
  error double precision not null check (error > 0),
  answers int not null,
  primary key (department_id, parameter_id)
);
create table calibration (
  department_id uuid primary key references department,
  at timestamptz not null,
  through timestamptz not null,
  students int not null,
  reliability double precision
);
`,
    )
    .execute(db);
}
