/** SQL for coverage. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** Topics with the standards they are to serve. */
export function listTopics(db: Db, departmentId: string) {
  return db
    .selectFrom("topic")
    .where("topic.departmentId", "=", departmentId)
    .where("topic.archivedAt", "is", null)
    .select("topic.id")
    .select((eb) =>
      eb
        .selectFrom("topicStandard")
        .whereRef("topicStandard.departmentId", "=", "topic.departmentId")
        .whereRef("topicStandard.topicId", "=", "topic.id")
        .select(sql<string[]>`coalesce(array_agg(standard_id), '{}')`.as("ids"))
        .as("standardIds"),
    )
    .orderBy("topic.id")
    .execute();
}

/** Every draw of the newest quizzes that draw, with the families of usable items in its pool. */
export async function listDraws(db: Db, departmentId: string, quizzes: number) {
  const { rows } = await sql<{
    quizId: string;
    number: number;
    name: string;
    heading: string | null;
    partPosition: number;
    partCount: number;
    take: number;
    families: string[];
  }>`
    select quiz.id as quiz_id, quiz.number, quiz.name, part.heading, part.position as part_position,
      (select count(*)::int from quiz_part p where p.department_id = part.department_id and p.quiz_id = part.quiz_id) as part_count,
      coalesce(place.take, 1) as take, coalesce(array_agg(distinct item.family_id) filter (where item.family_id is not null), '{}') as families
    from quiz_place place
    join quiz_part part on part.department_id = place.department_id and part.id = place.part_id
    join (
      select id, department_id, number, name from quiz
      where department_id = ${departmentId} and archived_at is null and exists (
        select 1 from quiz_part own join quiz_place on quiz_place.department_id = own.department_id and quiz_place.part_id = own.id
        where own.department_id = quiz.department_id and own.quiz_id = quiz.id
          and quiz_place.kind = 'draw' and coalesce(quiz_place.take, 1) > 0)
      order by number desc limit ${quizzes}
    ) quiz on quiz.department_id = part.department_id and quiz.id = part.quiz_id
    left join quiz_pool_item pool on pool.department_id = place.department_id and pool.place_id = place.id
    left join item on item.department_id = pool.department_id and item.id = pool.item_id
      and item.status = 'approved' and item.archived_at is null
    where place.department_id = ${departmentId} and place.kind = 'draw' and coalesce(place.take, 1) > 0
    group by quiz.id, quiz.number, quiz.name, part.department_id, part.quiz_id, part.heading, part.position, place.id, place.position, place.take
    order by quiz.number desc, part.position, place.position`.execute(db);
  return rows;
}
