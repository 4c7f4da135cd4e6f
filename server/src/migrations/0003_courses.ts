/** Courses and their units, school years, classes and the students in them. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table school_year (
  department_id uuid not null references department,
  id uuid not null,
  name text not null,
  starts_on date not null,
  ends_on date not null check (ends_on > starts_on),
  primary key (department_id, id)
);

create table course (
  department_id uuid not null references department,
  id uuid not null,
  name text not null,
  primary key (department_id, id)
);

create table unit (
  department_id uuid not null,
  id uuid not null,
  course_id uuid not null,
  position int not null,
  name text not null,
  letter text not null,
  hue smallint not null check (hue between 0 and 9),
  primary key (department_id, id),
  foreign key (department_id, course_id) references course,
  unique (department_id, course_id, letter)
);

create table unit_topic (
  department_id uuid not null,
  course_id uuid not null,
  unit_id uuid not null,
  topic_id uuid not null,
  position int not null,
  primary key (department_id, unit_id, topic_id),
  unique (department_id, course_id, topic_id),
  foreign key (department_id, course_id) references course,
  foreign key (department_id, unit_id) references unit,
  foreign key (department_id, topic_id) references topic
);

create table class (
  department_id uuid not null,
  id uuid not null,
  course_id uuid not null,
  school_year_id uuid not null,
  name text not null,
  rehearsal boolean not null default false,
  time_zone text,
  meeting_days smallint[] not null default '{}',
  exam_on date,
  settings jsonb not null default '{}',
  next_evidence_seq bigint not null default 1,
  primary key (department_id, id),
  unique (department_id, school_year_id, name),
  foreign key (department_id, course_id) references course,
  foreign key (department_id, school_year_id) references school_year
);

create table closed_days (
  department_id uuid not null,
  id uuid not null,
  school_year_id uuid not null,
  class_id uuid,
  from_on date not null,
  to_on date not null check (to_on >= from_on),
  label text not null,
  primary key (department_id, id),
  foreign key (department_id, school_year_id) references school_year,
  foreign key (department_id, class_id) references class
);

create table class_teacher (
  department_id uuid not null,
  class_id uuid not null,
  membership_id uuid not null,
  primary key (department_id, class_id, membership_id),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, membership_id) references membership
);

create table class_unit (
  department_id uuid not null,
  class_id uuid not null,
  unit_id uuid not null,
  planned_from date not null,
  planned_to date not null check (planned_to >= planned_from),
  primary key (department_id, class_id, unit_id),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, unit_id) references unit
);

create table class_topic (
  department_id uuid not null,
  class_id uuid not null,
  topic_id uuid not null,
  taught_on date,
  importance real not null default 1 check (importance > 0),
  stance text not null default 'auto' check (stance in ('auto', 'always', 'never')),
  primary key (department_id, class_id, topic_id),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, topic_id) references topic
);

create table student (
  department_id uuid not null references department,
  id uuid not null,
  external_id text,
  given_name text not null,
  family_name text not null,
  pseudonymised_at timestamptz,
  primary key (department_id, id)
);
alter table session add foreign key (department_id, student_id) references student;

create table enrolment (
  department_id uuid not null,
  class_id uuid not null,
  student_id uuid not null,
  entry_card text not null unique,
  joined_on date not null,
  left_on date,
  arrangements jsonb not null default '{}',
  primary key (department_id, class_id, student_id),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, student_id) references student
);

create table student_topic (
  department_id uuid not null,
  class_id uuid not null,
  student_id uuid not null,
  topic_id uuid not null,
  taught_on date,
  primary key (department_id, class_id, student_id, topic_id),
  foreign key (department_id, class_id, student_id) references enrolment,
  foreign key (department_id, topic_id) references topic
);
`,
    )
    .execute(db);
}
