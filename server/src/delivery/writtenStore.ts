/** SQL for written answers: what was written, and what somebody said it is worth. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

/** Written answers of a release that are handed in and not blank, in the order of questions and names. */
export function listWritten(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("sittingItem as si")
    .innerJoin("sitting", (join) =>
      join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
    )
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "si.departmentId").onRef("item.id", "=", "si.itemId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "si.departmentId").onRef("revision.id", "=", "si.revisionId"),
    )
    .innerJoin("response", (join) =>
      join
        .onRef("response.departmentId", "=", "si.departmentId")
        .onRef("response.sittingId", "=", "si.sittingId")
        .onRef("response.position", "=", "si.position")
        .on("response.round", "=", 1),
    )
    .innerJoin("student", (join) =>
      join.onRef("student.departmentId", "=", "sitting.departmentId").onRef("student.id", "=", "sitting.studentId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "sitting.departmentId").onRef("class.id", "=", "sitting.classId"),
    )
    .leftJoin("rubricMark", (join) =>
      join
        .onRef("rubricMark.departmentId", "=", "si.departmentId")
        .onRef("rubricMark.sittingId", "=", "si.sittingId")
        .onRef("rubricMark.position", "=", "si.position"),
    )
    .leftJoin("person", "person.id", "rubricMark.by")
    .where("si.departmentId", "=", departmentId)
    .where("sitting.releaseId", "=", releaseId)
    .where("sitting.state", "=", "handedIn")
    .where(sql<boolean>`revision.content ->> 'kind' = 'written' and btrim(response.body ->> 'text') <> ''`)
    .select(["si.sittingId", "si.position", "si.itemId", "item.number", "revision.content", "sitting.ordinal"])
    .select(["response.body as answer", "student.givenName", "student.familyName", "class.name as className"])
    .select(["rubricMark.levels", "rubricMark.credit", "rubricMark.comment", "rubricMark.at", "person.name as by"])
    .orderBy("si.position")
    .orderBy("student.familyName")
    .orderBy("student.givenName")
    .orderBy("sitting.ordinal")
    .execute();
}

/** Releases with answers that wait: a mark that says nothing yet, and nothing was ruled. */
export function listWaiting(db: Db, departmentId: string) {
  return db
    .selectFrom("sitting")
    .innerJoin("mark", (join) =>
      join
        .onRef("mark.departmentId", "=", "sitting.departmentId")
        .onRef("mark.sittingId", "=", "sitting.id")
        .onRef("mark.version", "=", "sitting.markingVersion"),
    )
    .innerJoin("sittingItem as si", (join) =>
      join
        .onRef("si.departmentId", "=", "mark.departmentId")
        .onRef("si.sittingId", "=", "mark.sittingId")
        .onRef("si.position", "=", "mark.position"),
    )
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "si.departmentId").onRef("item.id", "=", "si.itemId"),
    )
    .innerJoin("release", (join) =>
      join.onRef("release.departmentId", "=", "sitting.departmentId").onRef("release.id", "=", "sitting.releaseId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "sitting.departmentId").onRef("class.id", "=", "sitting.classId"),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.state", "=", "handedIn")
    .where("item.kind", "=", "written")
    .where("mark.isEvidence", "=", false)
    .where("mark.counts", "=", true)
    .where("mark.rulingId", "is", null)
    .groupBy(["release.id", "release.name", "release.releasedAt"])
    .select(["release.id as releaseId", "release.name"])
    .select(sql<string>`string_agg(distinct class.name, ', ')`.as("className"))
    .select(sql<number>`count(*)::int`.as("waiting"))
    .orderBy("release.releasedAt", "desc")
    .execute();
}

/** One item of a sitting, with what is needed to mark it. */
export function findWritten(db: Db, departmentId: string, sittingId: string, position: number) {
  return db
    .selectFrom("sittingItem as si")
    .innerJoin("sitting", (join) =>
      join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "si.departmentId").onRef("revision.id", "=", "si.revisionId"),
    )
    .where("si.departmentId", "=", departmentId)
    .where("si.sittingId", "=", sittingId)
    .where("si.position", "=", position)
    .select(["si.revisionId", "si.points", "sitting.releaseId", "sitting.classId", "sitting.state", "revision.content"])
    .executeTakeFirst();
}

export async function upsertRubricMark(db: Db, row: Insertable<Tables["rubricMark"]>): Promise<void> {
  const { levels, credit, comment, by, at } = row;
  await db
    .insertInto("rubricMark")
    .values(row)
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "sittingId", "position"]).doUpdateSet({ levels, credit, comment, by, at }),
    )
    .execute();
}
