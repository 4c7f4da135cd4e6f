/** Which items a guest may see: the one rule of it, for every store that shows guests anything. */
import { sql } from "kysely";
import type { Db } from "./database.ts";

/**
 * Items in use on the topics that a guest was let in to, with what lies under these; reserved ones only where a grant
 * says so.
 */
export const guestItems = (db: Db, departmentId: string, personId: string) =>
  db
    .selectFrom("item")
    .innerJoin("accessGrant as granted", (join) =>
      join
        .onRef("granted.departmentId", "=", "item.departmentId")
        .on("granted.personId", "=", personId)
        .on(
          sql<boolean>`(granted.topic_id is null or exists (
            select 1 from topic_ancestor above where above.department_id = item.department_id
              and above.topic_id = item.topic_id and above.ancestor_id = granted.topic_id))`,
        )
        .on(sql<boolean>`(item."use" = 'practice' or granted.sees_reserved)`),
    )
    .where("item.departmentId", "=", departmentId)
    .where("item.status", "=", "approved")
    .where("item.archivedAt", "is", null)
    .distinct();
