/** SQL for releases. Sittings and answers have their own files. */
import type { Rules } from "@verdant/core/delivery/rules";
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import { holding } from "../platform/holding.ts";
import { oneOf } from "../platform/oneOf.ts";
import type { Tables } from "../platform/tables.ts";

export async function insertRelease(
  db: Db,
  rows: {
    release: Insertable<Tables["release"]>;
    targets: Insertable<Tables["releaseTarget"]>[];
    parts: Insertable<Tables["releasePart"]>[];
    places: Insertable<Tables["releasePlace"]>[];
    items: Insertable<Tables["releaseItem"]>[];
  },
): Promise<void> {
  await db.insertInto("release").values(rows.release).execute();
  await db.insertInto("releaseTarget").values(rows.targets).execute();
  await db.insertInto("releasePart").values(rows.parts).execute();
  await db.insertInto("releasePlace").values(rows.places).execute();
  await db.insertInto("releaseItem").values(rows.items).execute();
}

/** Students that a target of `release` names (of the class, of the group, or one), and who had begun before they left. */
export const audienceOfRelease = sql`
  select student_id from sitting
  where sitting.department_id = release.department_id and sitting.release_id = release.id and ordinal = 1
    and sitting.state <> 'voided'
  union
  select enrolment.student_id
  from release_target target
  join enrolment on enrolment.department_id = target.department_id and enrolment.class_id = target.class_id
    and enrolment.left_on is null
  where target.department_id = release.department_id and target.release_id = release.id
    and ((target.student_id is null and target.group_id is null) or target.student_id = enrolment.student_id
      or exists (
        select 1 from student_group_member member
        where member.department_id = target.department_id and member.group_id = target.group_id
          and member.student_id = enrolment.student_id))`;

export interface ReleaseRow {
  readonly id: string;
  readonly name: string;
  readonly quizId: string;
  readonly rules: Rules;
  readonly releasedAt: Date;
  readonly resultsOpenedAt: Date | null;
  readonly questions: number;
  readonly students: number;
  readonly begun: number;
  readonly handedIn: number;
}

/** Which releases a list holds. */
export interface ReleaseFilter {
  readonly releaseId?: string;
  /** Those that are open at a moment, or have not opened yet; or those that are shut. */
  readonly shutAt?: { readonly moment: Date; readonly isShut: boolean };
  readonly limit?: number;
  readonly classId?: string | undefined;
  /** With an item that is filed under this topic now, or below it. */
  readonly topicId?: string | undefined;
  /** Words in its name. */
  readonly text?: string | undefined;
  /** Of these only. */
  readonly ids?: readonly string[] | undefined;
  /** The last one of the page before. */
  readonly afterId?: string | undefined;
  readonly order?: "newest" | "oldest" | undefined;
}

const ofClass = (classId: string) => sql`and exists (
  select 1 from release_target target
  where target.department_id = release.department_id and target.release_id = release.id and target.class_id = ${classId})`;

const onTopic = (topicId: string) => sql`and exists (
  select 1 from release_item asked
  join item on item.department_id = asked.department_id and item.id = asked.item_id
  join topic_ancestor above on above.department_id = item.department_id and above.topic_id = item.topic_id
  where asked.department_id = release.department_id and asked.release_id = release.id
    and above.ancestor_id = ${topicId})`;

/** What a filter asks for beside the department, without the page. */
function asked({ releaseId, shutAt, classId, topicId, text, ids }: ReleaseFilter) {
  const isOpen =
    shutAt &&
    sql`exists (
    select 1 from release_target target
    where target.department_id = release.department_id and target.release_id = release.id
      and (target.shuts_at is null or target.shuts_at > ${shutAt.moment}))`;
  return sql`
    ${releaseId === undefined ? sql`` : sql`and release.id = ${releaseId}`}
    ${classId === undefined ? sql`` : ofClass(classId)}
    ${topicId === undefined ? sql`` : onTopic(topicId)}
    ${text === undefined || text === "" ? sql`` : sql`and unaccent(release.name) ilike unaccent(${holding(text)})`}
    ${ids === undefined ? sql`` : sql`and release.id = any(${[...ids]}::uuid[])`}
    ${isOpen === undefined ? sql`` : shutAt?.isShut === true ? sql`and not ${isOpen}` : sql`and ${isOpen}`}`;
}

export async function countReleases(db: Db, departmentId: string, filter: ReleaseFilter): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n from release
    where department_id = ${departmentId} ${asked(filter)}`.execute(db);
  return rows[0]?.n ?? 0;
}

/** Releases, the newest or the oldest first, with how far their students are: first goes only. */
export async function listReleases(db: Db, departmentId: string, filter: ReleaseFilter): Promise<ReleaseRow[]> {
  const { limit = 1, afterId, order = "newest" } = filter;
  const [direction, beyond] = order === "newest" ? [sql`desc`, sql`<`] : [sql`asc`, sql`>`];
  const { rows } = await sql<ReleaseRow>`
    select release.id, release.name, release.quiz_id, release.rules, release.released_at, release.results_opened_at,
      (select coalesce(sum(case place.kind when 'fixed' then 1 when 'draw' then place.take else 0 end), 0)::int
        from release_place place join release_part part
          on part.department_id = place.department_id and part.id = place.part_id
        where part.department_id = release.department_id and part.release_id = release.id) as questions,
      (select count(distinct student_id)::int from (${audienceOfRelease}) as audience) as students,
      first_goes.begun, first_goes.handed_in
    from (
      select * from release
      where release.department_id = ${departmentId}
        ${asked(filter)}
        ${
          afterId === undefined
            ? sql``
            : sql`and (released_at, id) ${beyond} (
          select released_at, id from release where department_id = ${departmentId} and id = ${afterId})`
        }
      order by released_at ${direction}, id ${direction}
      limit ${limit}
    ) as release
    cross join lateral (
      select count(*) filter (where state <> 'voided')::int as begun,
        count(*) filter (where state in ('handedIn', 'closed'))::int as handed_in
      from sitting
      where sitting.department_id = release.department_id and sitting.release_id = release.id and ordinal = 1
    ) as first_goes
    order by release.released_at ${direction}, release.id ${direction}`.execute(db);
  return rows;
}

/** The units of the questions that everybody gets in each release, and of those that are drawn, in order. */
export async function listStrands(db: Db, departmentId: string, releaseIds: readonly string[]) {
  const { rows } = await sql<{ releaseId: string; unitId: string; name: string; letter: string; hue: number }>`
    select part.release_id, unit.id as unit_id, unit.name, unit.letter, unit.hue
    from release_part part
    join release_place place on place.department_id = part.department_id and place.part_id = part.id
    join unit on unit.department_id = place.department_id and unit.id = place.unit_id,
      lateral generate_series(1, case place.kind when 'draw' then place.take else 1 end)
    where part.department_id = ${departmentId} and part.release_id = any(${[...releaseIds]}::uuid[])
    order by part.release_id, part.position, place.position`.execute(db);
  return rows;
}

export function listTargets(db: Db, departmentId: string, releaseIds: readonly string[]) {
  if (releaseIds.length === 0) return Promise.resolve([]);
  return db
    .selectFrom("releaseTarget as target")
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "target.departmentId").onRef("class.id", "=", "target.classId"),
    )
    .leftJoin("studentGroup as group", (join) =>
      join.onRef("group.departmentId", "=", "target.departmentId").onRef("group.id", "=", "target.groupId"),
    )
    .leftJoin("student", (join) =>
      join.onRef("student.departmentId", "=", "target.departmentId").onRef("student.id", "=", "target.studentId"),
    )
    .where("target.departmentId", "=", departmentId)
    .where(oneOf("target.releaseId", releaseIds))
    .select(["target.releaseId", "target.classId", "target.groupId", "target.studentId"])
    .select(["target.opensAt", "target.shutsAt", "class.name as className", "group.name as groupName"])
    .select(["student.givenName", "student.familyName"])
    .orderBy("class.name")
    .orderBy("target.id")
    .execute();
}

/** Ids among `classIds`, `groupIds` and `studentIds` that the department does not have where the target says. */
export async function countKnownTargets(
  db: Db,
  departmentId: string,
  targets: readonly { classId: string; groupId: string | null; studentId: string | null }[],
): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n
    from jsonb_to_recordset(${JSON.stringify(targets)}::jsonb) as given("classId" uuid, "groupId" uuid, "studentId" uuid)
    join class on class.department_id = ${departmentId} and class.id = given."classId"
    where (given."groupId" is null or exists (
        select 1 from student_group g
        where g.department_id = ${departmentId} and g.id = given."groupId" and g.class_id = class.id))
      and (given."studentId" is null or exists (
        select 1 from enrolment e
        where e.department_id = ${departmentId} and e.class_id = class.id and e.student_id = given."studentId"))`.execute(
    db,
  );
  return rows[0]?.n ?? 0;
}

export async function setResultsOpenedAt(
  db: Db,
  departmentId: string,
  releaseId: string,
  at: Date | null,
): Promise<void> {
  await db
    .updateTable("release")
    .set({ resultsOpenedAt: at })
    .where("departmentId", "=", departmentId)
    .where("id", "=", releaseId)
    .execute();
}

export async function closeRelease(db: Db, departmentId: string, releaseId: string, at: Date): Promise<void> {
  await db
    .updateTable("release")
    .set({ state: "closed", closedAt: at })
    .where("departmentId", "=", departmentId)
    .where("id", "=", releaseId)
    .execute();
  await db
    .updateTable("releaseTarget")
    .set({ shutsAt: sql<Date>`greatest(${at}::timestamptz, opens_at)` })
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where((eb) => eb.or([eb("shutsAt", "is", null), eb("shutsAt", ">", at)]))
    .execute();
}

/**
 * The releases that a student was given, with the rules; of several times the most particular counts. Those that are
 * named, and those that are open at a moment.
 */
export function listReleasesFor(
  db: Db,
  departmentId: string,
  studentId: string,
  which: { releaseIds: readonly string[]; openAt?: Date; opensBy?: Date },
) {
  const { releaseIds, openAt, opensBy = openAt } = which;
  const inGroup = sql<boolean>`exists (
    select 1 from student_group_member member
    where member.department_id = target.department_id and member.group_id = target.group_id
      and member.student_id = ${studentId})`;
  return db
    .selectFrom((eb) =>
      eb
        .selectFrom("enrolment")
        .innerJoin("releaseTarget as target", (join) =>
          join
            .onRef("target.departmentId", "=", "enrolment.departmentId")
            .onRef("target.classId", "=", "enrolment.classId"),
        )
        .innerJoin("release", (join) =>
          join.onRef("release.departmentId", "=", "target.departmentId").onRef("release.id", "=", "target.releaseId"),
        )
        .innerJoin("class", (join) =>
          join.onRef("class.departmentId", "=", "target.departmentId").onRef("class.id", "=", "target.classId"),
        )
        .innerJoin("department", "department.id", "class.departmentId")
        .where("enrolment.departmentId", "=", departmentId)
        .where("enrolment.studentId", "=", studentId)
        .where("enrolment.leftOn", "is", null)
        .where((where) =>
          where.or([
            where("target.studentId", "=", studentId),
            where.and([where("target.studentId", "is", null), where("target.groupId", "is", null)]),
            inGroup,
          ]),
        )
        .$if(openAt === undefined, (query) => query.where(sql<boolean>`release.id = any(${[...releaseIds]}::uuid[])`))
        .distinctOn("release.id")
        .select(["release.id as releaseId", "release.name", "release.rules", "release.rulesVersion"])
        .select(["release.releasedAt", "release.resultsOpenedAt", "class.id as classId", "class.name as className"])
        .select(["target.opensAt", "target.handInBy", "target.shutsAt", "enrolment.arrangements"])
        .select((select) => select.fn.coalesce("class.timeZone", "department.timeZone").as("timeZone"))
        .orderBy("release.id")
        .orderBy(sql`(target.student_id is not null) desc, (target.group_id is not null) desc`)
        .as("given"),
    )
    .selectAll()
    .$if(openAt !== undefined, (query) =>
      query.where(
        sql<boolean>`(release_id = any(${[...releaseIds]}::uuid[])
          or (opens_at <= ${opensBy} and (shuts_at is null or shuts_at > ${openAt})))`,
      ),
    )
    .orderBy("releasedAt", "desc")
    .execute();
}

/** Parts of a release in order. */
export function listReleaseParts(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("releasePart")
    .select(["id", "heading", "instruction", "orderRule"])
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .orderBy("position")
    .execute();
}

/** Places of a release in order. */
export function listReleasePlaces(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("releasePlace as place")
    .innerJoin("releasePart as part", (join) =>
      join.onRef("part.departmentId", "=", "place.departmentId").onRef("part.id", "=", "place.partId"),
    )
    .where("place.departmentId", "=", departmentId)
    .where("part.releaseId", "=", releaseId)
    .select(["place.id", "place.partId", "place.kind", "place.points", "place.take", "place.text"])
    .orderBy("part.position")
    .orderBy("place.position")
    .execute();
}

export function findStudentName(db: Db, departmentId: string, studentId: string) {
  return db
    .selectFrom("student")
    .select("givenName")
    .where("departmentId", "=", departmentId)
    .where("id", "=", studentId)
    .executeTakeFirst();
}
