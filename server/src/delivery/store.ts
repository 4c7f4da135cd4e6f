/** SQL for releases. Sittings and answers have their own files. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export async function insertRelease(
  db: Db,
  rows: {
    release: Insertable<Tables["release"]>;
    targets: Insertable<Tables["releaseTarget"]>[];
    part: Insertable<Tables["releasePart"]>;
    places: Insertable<Tables["releasePlace"]>[];
    items: Insertable<Tables["releaseItem"]>[];
  },
): Promise<void> {
  await db.insertInto("release").values(rows.release).execute();
  await db.insertInto("releaseTarget").values(rows.targets).execute();
  await db.insertInto("releasePart").values(rows.part).execute();
  await db.insertInto("releasePlace").values(rows.places).execute();
  await db.insertInto("releaseItem").values(rows.items).execute();
}

/** Releases with the class they went to and how far its students are: first goes only. */
export function listReleases(db: Db, departmentId: string, filter: { releaseId?: string }) {
  return db
    .selectFrom("release")
    .innerJoin("releaseTarget as target", (join) =>
      join.onRef("target.departmentId", "=", "release.departmentId").onRef("target.releaseId", "=", "release.id"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "target.departmentId").onRef("class.id", "=", "target.classId"),
    )
    .where("release.departmentId", "=", departmentId)
    .$if(filter.releaseId !== undefined, (query) => query.where("release.id", "=", filter.releaseId ?? ""))
    .select(["release.id", "release.name", "release.quizId", "release.releasedAt", "release.rules"])
    .select(["class.id as classId", "class.name as className", "target.opensAt", "target.handInBy", "target.shutsAt"])
    .select((eb) => [
      eb
        .selectFrom("releaseItem")
        .whereRef("releaseItem.departmentId", "=", "release.departmentId")
        .whereRef("releaseItem.releaseId", "=", "release.id")
        .select(sql<number>`count(*)::int`.as("n"))
        .as("questions"),
      eb
        .selectFrom("enrolment")
        .whereRef("enrolment.departmentId", "=", "class.departmentId")
        .whereRef("enrolment.classId", "=", "class.id")
        .where("leftOn", "is", null)
        .select(sql<number>`count(*)::int`.as("n"))
        .as("students"),
      eb
        .selectFrom("sitting")
        .whereRef("sitting.departmentId", "=", "release.departmentId")
        .whereRef("sitting.releaseId", "=", "release.id")
        .where("ordinal", "=", 1)
        .where("state", "<>", "voided")
        .select(sql<number>`count(*)::int`.as("n"))
        .as("begun"),
      eb
        .selectFrom("sitting")
        .whereRef("sitting.departmentId", "=", "release.departmentId")
        .whereRef("sitting.releaseId", "=", "release.id")
        .where("ordinal", "=", 1)
        .where("state", "in", ["handedIn", "closed"])
        .select(sql<number>`count(*)::int`.as("n"))
        .as("handedIn"),
    ])
    .orderBy("release.releasedAt", "desc")
    .limit(100)
    .execute();
}

export async function closeRelease(db: Db, departmentId: string, releaseId: string, at: Date): Promise<void> {
  await db
    .updateTable("release")
    .set({ state: "closed", closedAt: at })
    .where("departmentId", "=", departmentId)
    .where("id", "=", releaseId)
    .execute();
  await db
    .updateTable("releaseTarget")
    .set({ shutsAt: sql<Date>`greatest(${at}::timestamptz, opens_at)` })
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where((eb) => eb.or([eb("shutsAt", "is", null), eb("shutsAt", ">", at)]))
    .execute();
}

/** The releases that a student's classes were given, with the rules. */
export function listReleasesFor(db: Db, departmentId: string, studentId: string, filter: { releaseId?: string }) {
  return db
    .selectFrom("enrolment")
    .innerJoin("releaseTarget as target", (join) =>
      join
        .onRef("target.departmentId", "=", "enrolment.departmentId")
        .onRef("target.classId", "=", "enrolment.classId"),
    )
    .innerJoin("release", (join) =>
      join.onRef("release.departmentId", "=", "target.departmentId").onRef("release.id", "=", "target.releaseId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "target.departmentId").onRef("class.id", "=", "target.classId"),
    )
    .where("enrolment.departmentId", "=", departmentId)
    .where("enrolment.studentId", "=", studentId)
    .where("enrolment.leftOn", "is", null)
    .where((eb) => eb.or([eb("target.studentId", "is", null), eb("target.studentId", "=", studentId)]))
    .$if(filter.releaseId !== undefined, (query) => query.where("release.id", "=", filter.releaseId ?? ""))
    .select([
      "release.id as releaseId",
      "release.name",
      "release.rules",
      "release.rulesVersion",
      "class.id as classId",
      "class.name as className",
    ])
    .select(["target.opensAt", "target.handInBy", "target.shutsAt", "enrolment.arrangements"])
    .orderBy("release.releasedAt", "desc")
    .limit(50)
    .execute();
}

/** The items of a release in order, with the content of the revision that was released. */
export function listReleaseItems(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("releaseItem")
    .innerJoin("releasePlace as place", (join) =>
      join.onRef("place.departmentId", "=", "releaseItem.departmentId").onRef("place.id", "=", "releaseItem.placeId"),
    )
    .innerJoin("releasePart as part", (join) =>
      join.onRef("part.departmentId", "=", "place.departmentId").onRef("part.id", "=", "place.partId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "releaseItem.departmentId")
        .onRef("revision.id", "=", "releaseItem.revisionId"),
    )
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "releaseItem.departmentId").onRef("item.id", "=", "releaseItem.itemId"),
    )
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .leftJoin("unit", (join) =>
      join.onRef("unit.departmentId", "=", "place.departmentId").onRef("unit.id", "=", "place.unitId"),
    )
    .where("releaseItem.departmentId", "=", departmentId)
    .where("releaseItem.releaseId", "=", releaseId)
    .select([
      "item.id as itemId",
      "item.number",
      "item.kind",
      "item.topicId",
      "item.expectedSeconds",
      "item.writerDifficulty",
      "topic.name as topic",
    ])
    .select([
      "revision.id as revisionId",
      "revision.content",
      "place.points",
      "unit.id as unitId",
      "unit.name as unit",
      "unit.letter",
      "unit.hue",
    ])
    .orderBy("part.position")
    .orderBy("place.position")
    .execute();
}

export function findStudentName(db: Db, departmentId: string, studentId: string) {
  return db
    .selectFrom("student")
    .select("givenName")
    .where("departmentId", "=", departmentId)
    .where("id", "=", studentId)
    .executeTakeFirst();
}
