/** Which items a guest may see, and write: the one rule of it, for every store that shows guests anything. */
import { sql } from "kysely";
import type { Db } from "./database.ts";

/**
 * Items in use on the topics that a guest was let in to, with what lies under these; reserved ones only where a grant
 * says so. Where a grant lets them write, also what they have begun themselves.
 *
 * @param toEdit only those that they may write
 */
export const guestItems = (db: Db, departmentId: string, personId: string, toEdit = false) =>
  db
    .selectFrom("item")
    .innerJoin("accessGrant as granted", (join) =>
      join
        .onRef("granted.departmentId", "=", "item.departmentId")
        .on("granted.personId", "=", personId)
        .on(
          sql<boolean>`(granted.topic_id is null or exists (
            select 1 from topic_ancestor above where above.department_id = ${departmentId}
              and above.topic_id = item.topic_id and above.ancestor_id = granted.topic_id))`,
        )
        .on(sql<boolean>`(item."use" = 'practice' or granted.sees_reserved)`)
        .on(sql<boolean>`(granted.may_edit or not ${toEdit}::boolean)`)
        .on(
          sql<boolean>`(item.status = 'approved'
            or (granted.may_edit and item.owner_id = ${personId} and item.status in ('draft', 'inReview')))`,
        ),
    )
    .where("item.departmentId", "=", departmentId)
    .where("item.archivedAt", "is", null)
    .distinct();

/** Topics that a guest was let in to, with what lies under them, and whether they may write there. */
export async function guestTopics(db: Db, departmentId: string, personId: string) {
  const { rows } = await sql<{ topicId: string; mayEdit: boolean; editsReserved: boolean }>`
    select above.topic_id, bool_or(granted.may_edit) as may_edit, bool_or(granted.may_edit and granted.sees_reserved) as edits_reserved
    from topic_ancestor above
    join access_grant granted on granted.department_id = above.department_id and granted.person_id = ${personId}
      and (granted.topic_id is null or granted.topic_id = above.ancestor_id)
    where above.department_id = ${departmentId}
    group by above.topic_id`.execute(db);
  return rows;
}
