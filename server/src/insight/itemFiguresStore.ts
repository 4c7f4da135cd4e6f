/** SQL for what is known of one item. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { answersUnderOtherKeys, creditSums, firstAnswers } from "../platform/firstAnswers.ts";
import { answersWithRest } from "./itemStatsStore.ts";

/** Every revision, the newest first, with the credit of its first answers. */
export async function listRevisionCredits(db: Db, departmentId: string, itemId: string) {
  const sums = firstAnswers(db, departmentId)
    .where("si.itemId", "=", itemId)
    .groupBy("si.revisionId")
    .select("si.revisionId")
    .select(creditSums);
  const { rows } = await sql<{ n: number; right: number; outOf: number }>`
    select revision.n, coalesce(sums.right, 0) as "right", coalesce(sums.out_of, 0) as out_of
    from item_revision revision left join (${sums}) as sums on sums.revision_id = revision.id
    where revision.department_id = ${departmentId} and revision.item_id = ${itemId}
    order by revision.n desc`.execute(db);
  return rows;
}

/** First answers to the newest lineage, each with how many students had seen the item before that student's release. */
export async function listExposedAnswers(db: Db, departmentId: string, itemId: string) {
  const { rows } = await sql<{ seenBefore: number; credit: number; rest: number }>`
    with answered as (${answersWithRest(db, departmentId, [itemId])}),
    begun as (
      select sitting.release_id, sitting.class_id, min(sitting.started_at) as at
      from sitting_item si join sitting on sitting.department_id = si.department_id and sitting.id = si.sitting_id
      where si.department_id = ${departmentId} and si.item_id = ${itemId}
      group by sitting.release_id, sitting.class_id
    ),
    exposed as (
      select begun.release_id, begun.class_id, (
        select count(distinct earlier.student_id)::int
        from sitting_item si
        join sitting earlier on earlier.department_id = si.department_id and earlier.id = si.sitting_id
        where si.department_id = ${departmentId} and si.item_id = ${itemId} and earlier.started_at < begun.at) as seen_before
      from begun
    )
    select seen_before, answered.credit, answered.rest
    from answered
    join exposed on exposed.release_id = answered.release_id and exposed.class_id = answered.class_id
    where answered.rest is not null`.execute(db);
  return rows;
}

/** Where the item was given: one row a release and class in which somebody began. */
export async function listGiven(db: Db, departmentId: string, itemId: string, limit: number) {
  const sums = firstAnswers(db, departmentId)
    .where("si.itemId", "=", itemId)
    .groupBy(["sitting.releaseId", "sitting.classId"])
    .select(["sitting.releaseId", "sitting.classId"])
    .select(creditSums);
  const { rows } = await sql<{
    releaseId: string;
    name: string;
    classId: string;
    className: string;
    course: string;
    by: string;
    on: string;
    right: number;
    outOf: number;
  }>`
    select given.*, coalesce(sums.right, 0) as "right", coalesce(sums.out_of, 0) as out_of
    from (
      select release.id as release_id, quiz.name, class.id as class_id, class.name as class_name, course.name as course,
        person.name as by, min((sitting.started_at at time zone department.time_zone)::date)::text as "on"
      from sitting_item si
      join sitting on sitting.department_id = si.department_id and sitting.id = si.sitting_id
      join class on class.department_id = sitting.department_id and class.id = sitting.class_id and not class.rehearsal
      join course on course.department_id = class.department_id and course.id = class.course_id
      join release on release.department_id = sitting.department_id and release.id = sitting.release_id
      join quiz on quiz.department_id = release.department_id and quiz.id = release.quiz_id
      join person on person.id = release.released_by
      join department on department.id = si.department_id
      where si.department_id = ${departmentId} and si.item_id = ${itemId}
      group by release.id, quiz.name, class.id, class.name, course.name, person.name
    ) as given
    left join (${sums}) as sums on sums.release_id = given.release_id and sums.class_id = given.class_id
    order by "on" desc, class_name
    limit ${limit}`.execute(db);
  return rows;
}

export function listQuizzesWith(db: Db, departmentId: string, itemId: string, limit: number) {
  return db
    .selectFrom("quiz")
    .innerJoin("quizPart as part", (join) =>
      join.onRef("part.departmentId", "=", "quiz.departmentId").onRef("part.quizId", "=", "quiz.id"),
    )
    .innerJoin("quizPlace as place", (join) =>
      join.onRef("place.departmentId", "=", "part.departmentId").onRef("place.partId", "=", "part.id"),
    )
    .where("quiz.departmentId", "=", departmentId)
    .where("quiz.archivedAt", "is", null)
    .where("place.itemId", "=", itemId)
    .distinct()
    .select(["quiz.id", "quiz.number", "quiz.name"])
    .orderBy("quiz.number", "desc")
    .limit(limit)
    .execute();
}

/** First answers that were marked under a ruling for one release only, and so are in no figure over several. */
export async function countUnderOtherKeys(db: Db, departmentId: string, itemId: string): Promise<number> {
  const row = await answersUnderOtherKeys(db, departmentId)
    .where("si.itemId", "=", itemId)
    .select(sql<number>`count(*)::int`.as("n"))
    .executeTakeFirst();
  return row?.n ?? 0;
}
