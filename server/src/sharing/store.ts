/** SQL for what guests see and write. */
import type { Stimulus } from "@verdant/core/stimuli/stimulus";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { guestItems } from "../platform/guestItems.ts";

export async function listVisibleIds(db: Db, departmentId: string, personId: string): Promise<string[]> {
  const rows = await guestItems(db, departmentId, personId).select("item.id").execute();
  return rows.map((row) => row.id);
}

/** Of `itemIds` those that the guest may see, in the order of their numbers. */
export function listVisible(db: Db, departmentId: string, personId: string, itemIds: readonly string[]) {
  return db
    .selectFrom("item")
    .innerJoin("itemRevision as newest", (join) =>
      join.onRef("newest.departmentId", "=", "item.departmentId").onRef("newest.id", "=", "item.latestRevisionId"),
    )
    .leftJoin("itemRevision as used", (join) =>
      join.onRef("used.departmentId", "=", "item.departmentId").onRef("used.id", "=", "item.approvedRevisionId"),
    )
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .leftJoin("stimulus", (join) =>
      join.onRef("stimulus.departmentId", "=", "item.departmentId").onRef("stimulus.id", "=", "item.stimulusId"),
    )
    .leftJoin("stimulusRevision as said", (join) =>
      join.onRef("said.departmentId", "=", "stimulus.departmentId").onRef("said.id", "=", "stimulus.latestRevisionId"),
    )
    .where("item.departmentId", "=", departmentId)
    .where("item.id", "in", itemIds)
    .where("item.id", "in", guestItems(db, departmentId, personId).select("item.id"))
    .select(["item.id", "item.number", "item.version", "item.status", "item.use", "item.demand", "item.keptFindings"])
    .select(["item.topicId", "item.stimulusId", "topic.name as topic", "said.content as stimulus"])
    .select(["newest.content as newest", "used.content as used"])
    .select((eb) =>
      eb("item.id", "in", guestItems(db, departmentId, personId, true).select("item.id"))
        .$castTo<boolean>()
        .as("mayEdit"),
    )
    .orderBy("item.number")
    .execute();
}

/** Whether there is an item of that id, seen or not. */
export async function itemExists(db: Db, departmentId: string, itemId: string): Promise<boolean> {
  const row = await db
    .selectFrom("item")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "=", itemId)
    .executeTakeFirst();
  return row !== undefined;
}

export async function findSameStimulus(db: Db, departmentId: string, content: Stimulus): Promise<string | undefined> {
  const row = await db
    .selectFrom("stimulus")
    .innerJoin("stimulusRevision as said", (join) =>
      join.onRef("said.departmentId", "=", "stimulus.departmentId").onRef("said.id", "=", "stimulus.latestRevisionId"),
    )
    .where("stimulus.departmentId", "=", departmentId)
    .where("stimulus.archivedAt", "is", null)
    .where(sql<boolean>`said.content = ${JSON.stringify(content)}::jsonb`)
    .select("stimulus.id")
    .limit(1)
    .executeTakeFirst();
  return row?.id;
}

export async function findRole(db: Db, departmentId: string, personId: string) {
  const row = await db
    .selectFrom("membership")
    .select("role")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .where("leftAt", "is", null)
    .executeTakeFirst();
  return row?.role;
}

export async function findDepartmentName(db: Db, departmentId: string): Promise<string> {
  const row = await db.selectFrom("department").select("name").where("id", "=", departmentId).executeTakeFirstOrThrow();
  return row.name;
}
