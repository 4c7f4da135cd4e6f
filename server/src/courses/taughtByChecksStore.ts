/** Days on which a topic was taught to one student, said by a check that this student passed. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface TaughtByCheck {
  readonly classId: string;
  readonly studentId: string;
  readonly releaseId: string;
  /** Of the class's course; none: the check is not passed. */
  readonly topicIds: readonly string[];
  readonly on: string | null;
}

/** Puts what these checks say in place of what they said before. What a colleague has said of a student stays. */
export async function setTaughtByChecks(db: Db, departmentId: string, said: readonly TaughtByCheck[]): Promise<void> {
  if (said.length === 0) return;
  const rows = sql`jsonb_to_recordset(${JSON.stringify(said)}::jsonb)
    as said ("classId" uuid, "studentId" uuid, "releaseId" uuid, "topicIds" jsonb, "on" date)`;
  await sql`
    delete from student_topic using ${rows}
    where department_id = ${departmentId} and class_id = said."classId" and student_id = said."studentId"
      and release_id = said."releaseId"`.execute(db);
  await sql`
    insert into student_topic (department_id, class_id, student_id, topic_id, taught_on, release_id)
    select ${departmentId}, said."classId", said."studentId", topic.id::uuid, min(said."on"),
      (array_agg(said."releaseId" order by said."on", said."releaseId"))[1]
    from ${rows}, jsonb_array_elements_text(said."topicIds") as topic (id)
    where said."on" is not null
    group by said."classId", said."studentId", topic.id
    on conflict do nothing`.execute(db);
}
