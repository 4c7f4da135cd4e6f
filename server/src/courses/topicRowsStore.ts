/** What of a topic is in courses and classes, for merging and splitting topics. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { topicRows } from "../platform/topicRows.ts";

export const ofCourses = [
  topicRows("unit_topic", ["course_id"]),
  // A class that was taught both keeps the earlier day, so that no evidence comes to stand before it was taught.
  topicRows("class_topic", ["class_id"], (db, departmentId, from, into) =>
    sql`
      update class_topic kept set taught_on = least(kept.taught_on, moved.taught_on),
        importance = greatest(kept.importance, moved.importance)
      from class_topic moved
      where kept.department_id = ${departmentId} and kept.topic_id = ${into} and moved.department_id = kept.department_id
        and moved.class_id = kept.class_id and moved.topic_id = ${from}`.execute(db),
  ),
  topicRows("student_topic", ["class_id", "student_id"]),
];

/** Lists a new topic wherever another is listed, last in its unit, and says of it what was said of that one. */
export async function copyTopic(db: Db, departmentId: string, from: string, into: string): Promise<void> {
  await sql`
    insert into unit_topic (department_id, course_id, unit_id, topic_id, position)
    select department_id, course_id, unit_id, ${into}, (
      select max(position) + 1 from unit_topic last where last.department_id = listed.department_id and last.unit_id = listed.unit_id)
    from unit_topic listed where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
  await sql`
    insert into class_topic (department_id, class_id, topic_id, taught_on, importance, stance, is_held_back)
    select department_id, class_id, ${into}, taught_on, importance, stance, is_held_back
    from class_topic where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
  await sql`
    insert into student_topic (department_id, class_id, student_id, topic_id, taught_on, release_id)
    select department_id, class_id, student_id, ${into}, taught_on, release_id
    from student_topic where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
}
