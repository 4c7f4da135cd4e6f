/** SQL for the revisions of an item: who made them, where they were given, how they were answered. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

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

/** Per revision of an item the credit of first answers by real classes, and how many there were. */
export function sumFirstCredits(db: Db, departmentId: string, itemId: string) {
  return db
    .selectFrom("sittingItem as si")
    .innerJoin("sitting", (join) =>
      join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "sitting.departmentId").onRef("class.id", "=", "sitting.classId"),
    )
    .innerJoin("mark", (join) =>
      join
        .onRef("mark.departmentId", "=", "si.departmentId")
        .onRef("mark.sittingId", "=", "si.sittingId")
        .onRef("mark.position", "=", "si.position")
        .onRef("mark.version", "=", "sitting.markingVersion")
        .on("mark.round", "=", 1),
    )
    .where("si.departmentId", "=", departmentId)
    .where("si.itemId", "=", itemId)
    .where("si.shownAt", "is not", null)
    .where("sitting.ordinal", "=", 1)
    .where("sitting.state", "=", "handedIn")
    .where("class.rehearsal", "=", false)
    .where("mark.isEvidence", "=", true)
    .groupBy("si.revisionId")
    .select(["si.revisionId", sql<number>`sum(mark.credit)`.as("right"), sql<number>`count(*)::int`.as("outOf")])
    .execute();
}
