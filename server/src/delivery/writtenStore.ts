/** SQL for written answers: what was written, and what somebody said it is worth. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

/**
 * Written answers of a release that are handed in and not blank, question by question. Within one they stand in an order
 * that tells nothing of whose they are, the same for everybody who marks.
 *
 * @param caller whose own claims are left out; @param since older claims have lapsed
 */
export function listWritten(db: Db, departmentId: string, releaseId: string, caller: string, since: Date) {
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
    .leftJoin("markingClaim as claim", (join) =>
      join
        .onRef("claim.departmentId", "=", "si.departmentId")
        .onRef("claim.sittingId", "=", "si.sittingId")
        .onRef("claim.position", "=", "si.position")
        .on("claim.personId", "<>", caller)
        .on("claim.at", ">", since),
    )
    .leftJoin("person as holder", "holder.id", "claim.personId")
    .where("si.departmentId", "=", departmentId)
    .where("sitting.releaseId", "=", releaseId)
    .where("sitting.state", "=", "handedIn")
    .where(sql<boolean>`revision.content ->> 'kind' = 'written' and btrim(response.body ->> 'text') <> ''`)
    .select(["si.sittingId", "si.position", "si.itemId", "item.number", "revision.content", "sitting.ordinal"])
    .select(["response.body as answer", "student.givenName", "student.familyName", "class.name as className"])
    .select(["rubricMark.levels", "rubricMark.credit", "rubricMark.comment", "rubricMark.at", "person.name as by"])
    .select(["rubricMark.version", "holder.name as heldBy"])
    .orderBy("item.number")
    .orderBy(sql`md5(si.sitting_id::text || si.position)`)
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

/** Points of answers that wait for somebody's mark, by sitting; the rule of it is {@link listWaiting}'s. */
export function sumWaitingPoints(db: Db, departmentId: string, sittingIds: readonly string[]) {
  if (sittingIds.length === 0) return Promise.resolve([]);
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
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.id", "in", sittingIds)
    .where("item.kind", "=", "written")
    .where("mark.isEvidence", "=", false)
    .where("mark.counts", "=", true)
    .where("mark.rulingId", "is", null)
    .groupBy("sitting.id")
    .select("sitting.id")
    .select(sql<number>`sum(si.points)::float8`.as("points"))
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

/** Keeps a mark over the version that was seen; undefined when it is another by now. */
export async function upsertRubricMark(
  db: Db,
  row: Insertable<Tables["rubricMark"]>,
  seen: number,
): Promise<number | undefined> {
  const { levels, credit, comment, by, at } = row;
  const { version } =
    (await db
      .insertInto("rubricMark")
      .values({ ...row, version: 1 })
      .onConflict((conflict) =>
        conflict
          .columns(["departmentId", "sittingId", "position"])
          .doUpdateSet((eb) => ({ levels, credit, comment, by, at, version: eb("rubricMark.version", "+", 1) }))
          .where("rubricMark.version", "=", seen),
      )
      .returning("version")
      .executeTakeFirst()) ?? {};
  return version;
}

/** Whose mark stands, with its version. */
export function findRubricMark(db: Db, departmentId: string, sittingId: string, position: number) {
  return db
    .selectFrom("rubricMark")
    .innerJoin("person", "person.id", "rubricMark.by")
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("position", "=", position)
    .select(["person.name", "rubricMark.version"])
    .executeTakeFirst();
}

/** Takes an answer unless somebody else has it since `since`; returns who holds it then. */
export async function claim(
  db: Db,
  row: Insertable<Tables["markingClaim"]>,
  since: Date,
): Promise<{ personId: string; name: string } | undefined> {
  const { personId, at } = row;
  await db
    .insertInto("markingClaim")
    .values(row)
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "sittingId", "position"])
        .doUpdateSet({ personId, at })
        .where((eb) => eb.or([eb("markingClaim.personId", "=", personId), eb("markingClaim.at", "<=", since)])),
    )
    .execute();
  return db
    .selectFrom("markingClaim")
    .innerJoin("person", "person.id", "markingClaim.personId")
    .where("markingClaim.departmentId", "=", row.departmentId)
    .where("markingClaim.sittingId", "=", row.sittingId)
    .where("markingClaim.position", "=", row.position)
    .select(["person.id as personId", "person.name"])
    .executeTakeFirst();
}
