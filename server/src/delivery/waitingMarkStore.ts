/** SQL for written answers that wait for somebody's mark, and for marks that their students do not see yet. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";

/** Answers that wait: a mark of a written answer that says nothing yet, and nothing was ruled. */
const waitingMarks = (db: Db, departmentId: string) =>
  db
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
    .where("item.kind", "=", "written")
    .where("mark.isEvidence", "=", false)
    .where("mark.counts", "=", true)
    .where("mark.rulingId", "is", null);

/** Releases with answers that wait, the newest first. */
export function listWaiting(db: Db, departmentId: string) {
  return waitingMarks(db, departmentId)
    .innerJoin("release", (join) =>
      join.onRef("release.departmentId", "=", "sitting.departmentId").onRef("release.id", "=", "sitting.releaseId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "sitting.departmentId").onRef("class.id", "=", "sitting.classId"),
    )
    .where("sitting.state", "=", "handedIn")
    .groupBy(["release.id", "release.name", "release.releasedAt"])
    .select(["release.id as releaseId", "release.name"])
    .select(sql<string>`string_agg(distinct class.name, ', ')`.as("className"))
    .select(sql<number>`count(*)::int`.as("waiting"))
    .orderBy("release.releasedAt", "desc")
    .execute();
}

/** Points of answers that wait for somebody's mark, by sitting. */
export function sumWaitingPoints(db: Db, departmentId: string, sittingIds: readonly string[]) {
  if (sittingIds.length === 0) return Promise.resolve([]);
  return waitingMarks(db, departmentId)
    .where(oneOf("sitting.id", sittingIds))
    .groupBy("sitting.id")
    .select("sitting.id")
    .select(sql<number>`sum(si.points)::float8`.as("points"))
    .execute();
}

/** Written answers of sittings that are marked by a person, each with what is needed to mark it. */
export function listWritten(
  db: Db,
  departmentId: string,
  places: readonly { readonly sittingId: string; readonly position: number }[],
) {
  return db
    .selectFrom("sittingItem as si")
    .innerJoin("sitting", (join) =>
      join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "si.departmentId").onRef("revision.id", "=", "si.revisionId"),
    )
    .where("si.departmentId", "=", departmentId)
    .where((eb) =>
      eb.or(places.map(({ sittingId, position }) => eb.and({ "si.sittingId": sittingId, "si.position": position }))),
    )
    .select([
      "si.sittingId",
      "si.position",
      "si.itemId",
      "si.revisionId",
      "si.points",
      "sitting.releaseId",
      "sitting.classId",
      "sitting.state",
      "revision.content",
    ])
    .execute();
}

/**
 * Marks that the students of these goes do not see yet: when they were given, another answer of the same release that had
 * been handed in by then was not marked, and still is not; and nobody has shown the marks given so far.
 */
export async function listHeldMarks(db: Db, departmentId: string, sittingIds: readonly string[]) {
  if (sittingIds.length === 0) return [];
  const { rows } = await sql<{ sittingId: string; position: number; points: number; outOf: number }>`
    select own.id as sitting_id, given.position, mark.points::float8 as points, si.points::float8 as out_of
    from sitting own
    join release on release.department_id = own.department_id and release.id = own.release_id
    join rubric_mark given on given.department_id = own.department_id and given.sitting_id = own.id
      and given.first_at > coalesce(release.marks_shown_at, '-infinity')
    join sitting_item si on si.department_id = given.department_id and si.sitting_id = given.sitting_id
      and si.position = given.position
    join mark on mark.department_id = given.department_id and mark.sitting_id = given.sitting_id
      and mark.position = given.position and mark.version = own.marking_version and mark.round = 1
      and mark.ruling_id is null
    where own.department_id = ${departmentId} and own.id = any(${[...sittingIds]}::uuid[]) and exists (
      select from sitting other
      join mark waits on waits.department_id = other.department_id and waits.sitting_id = other.id
        and waits.version = other.marking_version and not waits.is_evidence and waits.counts and waits.ruling_id is null
      join sitting_item asked on asked.department_id = waits.department_id and asked.sitting_id = waits.sitting_id
        and asked.position = waits.position
      join item on item.department_id = asked.department_id and item.id = asked.item_id and item.kind = 'written'
      where other.department_id = own.department_id and other.release_id = own.release_id and other.state = 'handedIn'
        and other.handed_in_at <= given.first_at)`.execute(db);
  return rows;
}

export async function setMarksShownAt(db: Db, departmentId: string, releaseId: string, at: Date): Promise<void> {
  await db
    .updateTable("release")
    .set({ marksShownAt: at })
    .where("departmentId", "=", departmentId)
    .where("id", "=", releaseId)
    .execute();
}

/** The goes of a release with an answer that a person has marked. */
export async function listMarkedGoes(db: Db, departmentId: string, releaseId: string): Promise<string[]> {
  const rows = await db
    .selectFrom("sitting")
    .innerJoin("rubricMark", (join) =>
      join
        .onRef("rubricMark.departmentId", "=", "sitting.departmentId")
        .onRef("rubricMark.sittingId", "=", "sitting.id"),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.releaseId", "=", releaseId)
    .where("sitting.state", "=", "handedIn")
    .select("sitting.id")
    .distinct()
    .execute();
  return rows.map(({ id }) => id);
}
