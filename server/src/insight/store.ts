/** SQL for results. */
import type { Content } from "@verdant/core/items/kinds";
import { paperKinds } from "@verdant/core/items/onPaper";
import { groupBy } from "@verdant/core/groupBy";
import { sql, type RawBuilder } from "kysely";
import type { Db } from "../platform/database.ts";
import { creditSums, firstAnswers } from "../platform/firstAnswers.ts";
import { oneOf } from "../platform/oneOf.ts";

export type Go = "first" | "last" | "all";

/** A release to a class; or items as these revisions have them, wherever they were given in a school year to real classes. */
export type Source =
  | { readonly releaseId: string; readonly classId: string }
  | { readonly revisionIds: readonly string[]; readonly schoolYearId: string };

/** Every item of the goes asked for that are handed in, reached or not, with its answer and its last mark. */
export function listAnswers(db: Db, departmentId: string, source: Source, go: Go) {
  return db
    .selectFrom("sitting")
    .innerJoin("sittingItem as si", (join) =>
      join.onRef("si.departmentId", "=", "sitting.departmentId").onRef("si.sittingId", "=", "sitting.id"),
    )
    .innerJoin("mark", (join) =>
      join
        .onRef("mark.departmentId", "=", "si.departmentId")
        .onRef("mark.sittingId", "=", "si.sittingId")
        .onRef("mark.position", "=", "si.position")
        .onRef("mark.version", "=", "sitting.markingVersion")
        .on("mark.round", "=", 1),
    )
    .leftJoin("response", (join) =>
      join
        .onRef("response.departmentId", "=", "si.departmentId")
        .onRef("response.sittingId", "=", "si.sittingId")
        .onRef("response.position", "=", "si.position")
        .on("response.round", "=", 1),
    )
    .leftJoin("response as second", (join) =>
      join
        .onRef("second.departmentId", "=", "si.departmentId")
        .onRef("second.sittingId", "=", "si.sittingId")
        .onRef("second.position", "=", "si.position")
        .on("second.round", "=", 2),
    )
    .leftJoin("reason", (join) =>
      join
        .onRef("reason.departmentId", "=", "si.departmentId")
        .onRef("reason.sittingId", "=", "si.sittingId")
        .onRef("reason.position", "=", "si.position"),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where((eb) =>
      "releaseId" in source
        ? eb.and([eb("sitting.releaseId", "=", source.releaseId), eb("sitting.classId", "=", source.classId)])
        : eb.and([
            eb("si.revisionId", "in", likeRevisions(db, departmentId, source.revisionIds)),
            eb("sitting.classId", "in", realClassesOf(db, departmentId, source.schoolYearId)),
            // Over several releases only what was marked by one key.
            eb("mark.rulingId", "is", null),
          ]),
    )
    .where("sitting.state", "=", "handedIn")
    .$if(go === "first", (query) => query.where("sitting.ordinal", "=", 1))
    .$if(go === "last", (query) =>
      query.where(
        sql<boolean>`sitting.ordinal = (
          select max(other.ordinal) from sitting other
          where other.department_id = sitting.department_id and other.release_id = sitting.release_id
            and other.student_id = sitting.student_id and other.state = 'handedIn')`,
      ),
    )
    .select([
      "sitting.id as sittingId",
      "sitting.studentId",
      "sitting.ordinal",
      "si.itemId",
      "si.revisionId",
      "si.shownAt",
      "si.spentMs",
    ])
    .select(["mark.credit", "mark.isEvidence", "response.body as answer", "reason.text as reason"])
    .select(["si.position", "si.points", "reason.readAs"])
    .select((eb) =>
      eb
        .selectFrom("reasonTold as told")
        .whereRef("told.departmentId", "=", "reason.departmentId")
        .whereRef("told.toldSittingId", "=", "reason.sittingId")
        .whereRef("told.toldPosition", "=", "reason.position")
        .select(sql<number>`count(*)::int`.as("n"))
        .as("told"),
    )
    .select("second.body as secondAnswer")
    .execute();
}

/**
 * Per student of each release the credit of what counts as evidence and was reached, and the answers it is of; from the
 * goes asked for that are handed in.
 */
export async function sumCredits(
  db: Db,
  departmentId: string,
  { releaseIds, classId, go }: { readonly releaseIds: readonly string[]; readonly classId?: string; readonly go: Go },
) {
  const { rows } = await sql<{ releaseId: string; right: number; outOf: number }>`
    select sitting.release_id, sum(mark.credit)::float8 as right, count(*)::int as out_of
    from sitting
    join mark on mark.department_id = sitting.department_id and mark.sitting_id = sitting.id
      and mark.version = sitting.marking_version and mark.round = 1 and mark.is_evidence
    join sitting_item si on si.department_id = mark.department_id and si.sitting_id = mark.sitting_id
      and si.position = mark.position and si.shown_at is not null
    where sitting.department_id = ${departmentId} and sitting.release_id = any(${[...releaseIds]}::uuid[])
      and sitting.state = 'handedIn'
      ${classId === undefined ? sql`` : sql`and sitting.class_id = ${classId}`}
      ${go === "first" ? sql`and sitting.ordinal = 1` : sql``}
      ${
        go === "last"
          ? sql`and sitting.ordinal = (
        select max(other.ordinal) from sitting other
        where other.department_id = sitting.department_id and other.release_id = sitting.release_id
          and other.student_id = sitting.student_id and other.state = 'handedIn')`
          : sql``
      }
    group by sitting.release_id, sitting.student_id
    order by sitting.release_id, sitting.student_id`.execute(db);
  return rows;
}

/** The newest release to each of these classes, or to somebody of it, that has opened. */
export async function listNewest(db: Db, departmentId: string, classIds: readonly string[], now: Date) {
  const { rows } = await sql<{ classId: string; releaseId: string }>`
    select distinct on (class_id) class_id, release_id
    from release_target
    where department_id = ${departmentId} and class_id = any(${[...classIds]}::uuid[]) and opens_at <= ${now}
    order by class_id, opens_at desc, release_id desc`.execute(db);
  return rows;
}

/** The classes that each of these releases was given to. */
export function listClassesGiven(db: Db, departmentId: string, releaseIds: readonly string[]) {
  return db
    .selectFrom("releaseTarget")
    .select(["releaseId", "classId"])
    .distinct()
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`release_id = any(${[...releaseIds]}::uuid[])`)
    .execute();
}

/** These revisions, and those that differ from them by so little that the answers to them tell the same. */
const likeRevisions = (db: Db, departmentId: string, revisionIds: readonly string[]) =>
  db
    .selectFrom("itemRevision as one")
    .innerJoin("itemRevision as like", (join) =>
      join
        .onRef("like.departmentId", "=", "one.departmentId")
        .onRef("like.itemId", "=", "one.itemId")
        .onRef("like.parameterId", "=", "one.parameterId"),
    )
    .where("one.departmentId", "=", departmentId)
    .where("one.id", "in", revisionIds)
    .select("like.id");

const realClassesOf = (db: Db, departmentId: string, schoolYearId: string) =>
  db
    .selectFrom("class")
    .select("class.id")
    .where("class.departmentId", "=", departmentId)
    .where("class.schoolYearId", "=", schoolYearId)
    .where("class.rehearsal", "=", false);

/** First answers to the other variants of each item's family: how many were right, of how many. */
export async function sumSiblings(db: Db, departmentId: string, itemIds: readonly string[]) {
  const pairs = await db
    .selectFrom("item as mine")
    .innerJoin("item as sibling", (join) =>
      join
        .onRef("sibling.departmentId", "=", "mine.departmentId")
        .onRef("sibling.familyId", "=", "mine.familyId")
        .onRef("sibling.id", "<>", "mine.id"),
    )
    .where("mine.departmentId", "=", departmentId)
    .where(oneOf("mine.id", itemIds))
    .select(["mine.id", "sibling.id as siblingId"])
    .execute();
  if (pairs.length === 0) return new Map<string, { right: number; outOf: number }>();
  const rows = await firstAnswers(db, departmentId)
    .where(
      oneOf(
        "si.itemId",
        pairs.map((pair) => pair.siblingId),
      ),
    )
    .groupBy("si.itemId")
    .select("si.itemId")
    .select(creditSums)
    .execute();
  const sums = new Map(rows.map(({ itemId, ...sum }) => [itemId, sum]));
  return new Map(
    [...groupBy(pairs, ({ id }) => id)].flatMap(([id, siblings]) => {
      const own = siblings.flatMap(({ siblingId }) => sums.get(siblingId) ?? []);
      const total = (of: "right" | "outOf") => own.reduce((sum, one) => sum + one[of], 0);
      return own.length === 0 ? [] : [[id, { right: total("right"), outOf: total("outOf") }] as const];
    }),
  );
}

/** School years in which any of these items was answered by a real class, the newest first. */
export function listYearsOfItems(db: Db, departmentId: string, itemIds: readonly string[]) {
  return db
    .selectFrom("schoolYear")
    .select(["schoolYear.id", "schoolYear.name"])
    .where("schoolYear.departmentId", "=", departmentId)
    .where((eb) =>
      eb.exists(
        eb
          .selectFrom("sittingItem as si")
          .innerJoin("sitting", (join) =>
            join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
          )
          .innerJoin("class", (join) =>
            join.onRef("class.departmentId", "=", "sitting.departmentId").onRef("class.id", "=", "sitting.classId"),
          )
          .whereRef("si.departmentId", "=", "schoolYear.departmentId")
          .whereRef("class.schoolYearId", "=", "schoolYear.id")
          .where("class.rehearsal", "=", false)
          .where("sitting.state", "=", "handedIn")
          .where("si.itemId", "in", itemIds)
          .select("si.itemId"),
      ),
    )
    .orderBy("schoolYear.startsOn", "desc")
    .execute();
}

/** All goes of a class at a release, in the order they were taken. */
export function listGoes(db: Db, departmentId: string, releaseId: string, classId: string) {
  return db
    .selectFrom("sitting")
    .select(["id", "studentId", "ordinal", "state", "points", "outOf", "handedInAt"])
    .select((eb) =>
      eb
        .selectFrom("response")
        .whereRef("response.departmentId", "=", "sitting.departmentId")
        .whereRef("response.sittingId", "=", "sitting.id")
        .where("response.late", "=", true)
        .select((count) => count.cast<number>(count.fn.countAll(), "integer").as("late"))
        .$asScalar()
        .as("late"),
    )
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where("classId", "=", classId)
    .where("state", "<>", "voided")
    .orderBy("ordinal")
    .execute();
}

/** Students who are no longer in a class, with the day on which they left. */
export function listLeavers(db: Db, departmentId: string, classId: string, studentIds: readonly string[]) {
  if (studentIds.length === 0) return Promise.resolve([]);
  return db
    .selectFrom("student")
    .innerJoin("enrolment", (join) =>
      join
        .onRef("enrolment.departmentId", "=", "student.departmentId")
        .onRef("enrolment.studentId", "=", "student.id")
        .on("enrolment.classId", "=", classId),
    )
    .where("student.departmentId", "=", departmentId)
    .where("student.id", "in", studentIds)
    .select(["student.id as studentId", "student.givenName", "student.familyName", "enrolment.leftOn"])
    .orderBy("student.familyName")
    .orderBy("student.givenName")
    .execute();
}

export async function listMisconceptions(db: Db, departmentId: string): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom("misconception")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .execute();
  return new Map(rows.map((row) => [row.id, row.name]));
}

/**
 * For each of these items one to ask again, the nearest there is: a look-alike before all, then what shares most
 * standards, the kind, the demand, what is as hard by its writer's word, and what this class has not met. Practice,
 * approved, of the same topic or family, and not the one itself.
 */
async function nearest(
  db: Db,
  departmentId: string,
  itemIds: readonly string[],
  classId: string,
  narrowed: RawBuilder<unknown> = sql``,
) {
  const { rows } = await sql<{ forItemId: string; number: number; content: Content }>`
    select old.id as for_item_id, again.number, again.content
    from item old
    cross join lateral (
      select item.number, revision.content
      from item
      join item_revision revision on revision.department_id = item.department_id
        and revision.id = item.approved_revision_id
      where item.department_id = ${departmentId} and item.id <> old.id
        and (item.topic_id = old.topic_id or item.family_id = old.family_id)
        and item.status = 'approved' and item.use = 'practice' and item.kind <> 'keyOnly' and item.archived_at is null
        ${narrowed}
      order by item.family_id = old.family_id desc,
        (select count(*) from item_standard mine
          join item_standard its on its.department_id = mine.department_id and its.standard_id = mine.standard_id
            and its.item_id = item.id
          where mine.department_id = ${departmentId} and mine.item_id = old.id) desc,
        exists (select 1 from exposure
          where exposure.department_id = ${departmentId} and exposure.class_id = ${classId}
            and exposure.item_id = item.id),
        item.kind = old.kind desc, item.demand = old.demand desc,
        abs(item.writer_difficulty - old.writer_difficulty), item.number
      limit 1) again
    where old.department_id = ${departmentId} and old.id = any(${[...itemIds]}::uuid[])`.execute(db);
  return rows;
}

/** An item to ask again in place of this one, of any kind. */
export async function findAgain(db: Db, departmentId: string, itemId: string, classId: string) {
  const [found] = await nearest(db, departmentId, [itemId], classId);
  return found && { number: found.number, content: found.content };
}

/** For each of these items one to ask again on paper, that the release itself does not ask. */
export const listAgain = (
  db: Db,
  departmentId: string,
  itemIds: readonly string[],
  { classId, releaseId }: { readonly classId: string; readonly releaseId: string },
) =>
  nearest(
    db,
    departmentId,
    itemIds,
    classId,
    sql`and item.kind = any(${[...paperKinds]}) and not exists (
      select 1 from release_item asked
      where asked.department_id = ${departmentId} and asked.release_id = ${releaseId} and asked.item_id = item.id)`,
  );
