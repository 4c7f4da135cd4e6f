/** What a department keeps of its students to compare groups by, and items that treat groups unlike. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table characteristic (
  department_id uuid not null references department,
  id uuid not null,
  name text not null,
  version int not null check (version > 0),
  made_at timestamptz not null,
  primary key (department_id, id)
);
create unique index characteristic_name on characteristic (department_id, lower(name));
create table characteristic_value (
  department_id uuid not null,
  id uuid not null,
  characteristic_id uuid not null,
  position int not null,
  name text not null,
  primary key (department_id, id),
  foreign key (department_id, characteristic_id) references characteristic on delete cascade
);
create index characteristic_value_of on characteristic_value (department_id, characteristic_id);
create table student_characteristic (
  department_id uuid not null,
  student_id uuid not null,
  characteristic_id uuid not null,
  value_id uuid not null,
  primary key (department_id, student_id, characteristic_id),
  foreign key (department_id, student_id) references student,
  foreign key (department_id, value_id) references characteristic_value on delete cascade
);
create index student_characteristic_value on student_characteristic (department_id, value_id);

-- of the group of a value, beside those of the other values
create table item_differential (
  department_id uuid not null references department,
  value_id uuid not null,
  parameter_id uuid not null,
  focal int not null,
  reference int not null,
  found text check (found in ('A', 'B', 'C')),
  gap double precision,
  delta double precision,
  error double precision,
  primary key (department_id, value_id, parameter_id),
  foreign key (department_id, value_id) references characteristic_value on delete cascade
);
create index item_differential_item on item_differential (department_id, parameter_id);

-- somebody wants it worked out before the night
alter table calibration add column asked_at timestamptz;
`,
    )
    .execute(db);
}
