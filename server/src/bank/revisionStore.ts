/** SQL for the revisions of an item: who made them, where they were given, how they were answered. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { creditSums, firstAnswers } from "../platform/firstAnswers.ts";

export function listRevisions(db: Db, departmentId: string, itemId: string) {
  return db
    .selectFrom("itemRevision as revision")
    .innerJoin("person as author", "author.id", "revision.authorId")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "revision.departmentId").onRef("item.id", "=", "revision.itemId"),
    )
    .where("revision.departmentId", "=", departmentId)
    .where("revision.itemId", "=", itemId)
    .select(["revision.id", "revision.n", "revision.at", "revision.changeKind", "revision.content"])
    .select(["author.name as author", "item.approvedRevisionId"])
    .orderBy("revision.n", "desc")
    .execute();
}

/** Per revision of an item the releases that gave it, and those that are open at `now`. */
export function countReleases(db: Db, departmentId: string, itemId: string, now: Date) {
  return db
    .selectFrom("releaseItem")
    .innerJoin("release", (join) =>
      join
        .onRef("release.departmentId", "=", "releaseItem.departmentId")
        .onRef("release.id", "=", "releaseItem.releaseId"),
    )
    .where("releaseItem.departmentId", "=", departmentId)
    .where("releaseItem.itemId", "=", itemId)
    .groupBy("releaseItem.revisionId")
    .select("releaseItem.revisionId")
    .select(sql<number>`count(distinct release.id)::int`.as("releases"))
    .select(
      sql<number>`count(distinct release.id) filter (where release.closed_at is null and exists (
        select 1 from release_target target
        where target.department_id = release.department_id and target.release_id = release.id
          and target.opens_at <= ${now} and (target.shuts_at is null or target.shuts_at > ${now})))::int`.as("open"),
    )
    .execute();
}

/** Per revision of an item the credit of first answers, and how many there were. */
export const sumFirstCredits = (db: Db, departmentId: string, itemId: string) =>
  firstAnswers(db, departmentId)
    .where("si.itemId", "=", itemId)
    .groupBy("si.revisionId")
    .select("si.revisionId")
    .select(creditSums)
    .execute();
