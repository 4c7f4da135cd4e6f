/** What of a topic is in writing together, for merging topics. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { topicRows } from "../platform/topicRows.ts";

export const ofWriting = [
  topicRows("writing_goal", ["person_id"], (db, departmentId, from, into) =>
    sql`
      update writing_goal kept set wanted = least(1000, kept.wanted + moved.wanted)
      from writing_goal moved
      where kept.department_id = ${departmentId} and kept.topic_id = ${into} and moved.department_id = kept.department_id
        and moved.person_id is not distinct from kept.person_id and moved.topic_id = ${from}`.execute(db),
  ),
];

export async function movePresence(db: Db, departmentId: string, from: string, into: string): Promise<void> {
  await sql`
    update presence set topic_id = ${into} where department_id = ${departmentId} and topic_id = ${from}`.execute(db);
}
