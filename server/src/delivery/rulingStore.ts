/** SQL for rulings on keys that were found wrong, and for the marks they change. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

/** Holds until the transaction ends: no sitting of the department is marked while a ruling is given or undone. */
export async function holdMarking(db: Db, departmentId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended('rulings ' || ${departmentId}, 0))`.execute(db);
}

/** Before marking: waits for a ruling that is being given. Taken before any sitting is locked, so that neither waits for the other. */
export async function awaitRulings(db: Db, departmentId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock_shared(hashtextextended('rulings ' || ${departmentId}, 0))`.execute(db);
}

/** What is in force for a release, by revision: the latest that was not undone. */
export async function listInForce(db: Db, departmentId: string, releaseId: string) {
  const rows = await db
    .selectFrom("keyRuling")
    .innerJoin("releaseItem", (join) =>
      join
        .onRef("releaseItem.departmentId", "=", "keyRuling.departmentId")
        .onRef("releaseItem.revisionId", "=", "keyRuling.revisionId"),
    )
    .where("keyRuling.departmentId", "=", departmentId)
    .where("releaseItem.releaseId", "=", releaseId)
    .where((eb) => eb.or([eb("keyRuling.releaseId", "is", null), eb("keyRuling.releaseId", "=", releaseId)]))
    .where("keyRuling.undoneAt", "is", null)
    .select(["keyRuling.id", "keyRuling.revisionId", "keyRuling.ruling", "keyRuling.answer"])
    .orderBy("keyRuling.at")
    .orderBy("keyRuling.id")
    .execute();
  return new Map(rows.map((row) => [row.revisionId, row]));
}

/** All rulings on an item, the newest first, with who gave and undid them. */
export function listRulings(db: Db, departmentId: string, filter: { itemId: string } | { rulingId: string }) {
  return db
    .selectFrom("keyRuling")
    .innerJoin("person", "person.id", "keyRuling.by")
    .leftJoin("person as undoer", "undoer.id", "keyRuling.undoneBy")
    .leftJoin("release", (join) =>
      join.onRef("release.departmentId", "=", "keyRuling.departmentId").onRef("release.id", "=", "keyRuling.releaseId"),
    )
    .where("keyRuling.departmentId", "=", departmentId)
    .where((eb) =>
      "itemId" in filter ? eb("keyRuling.itemId", "=", filter.itemId) : eb("keyRuling.id", "=", filter.rulingId),
    )
    .selectAll("keyRuling")
    .select(["person.name as givenBy", "undoer.name as undoneByName", "release.name as releaseName"])
    .orderBy("keyRuling.at", "desc")
    .orderBy("keyRuling.id", "desc")
    .execute();
}

export async function insertRuling(db: Db, row: Insertable<Tables["keyRuling"]>): Promise<void> {
  await db.insertInto("keyRuling").values(row).execute();
}

export async function undoRuling(db: Db, departmentId: string, rulingId: string, by: string, at: Date): Promise<void> {
  await db
    .updateTable("keyRuling")
    .set({ undoneBy: by, undoneAt: at })
    .where("departmentId", "=", departmentId)
    .where("id", "=", rulingId)
    .execute();
}

export async function setMended(db: Db, departmentId: string, rulingId: string, revisionId: string): Promise<void> {
  await db
    .updateTable("keyRuling")
    .set({ mendedRevisionId: revisionId })
    .where("departmentId", "=", departmentId)
    .where("id", "=", rulingId)
    .execute();
}

/** Revisions of an item that were released, the newest first, with the releases they are in. */
export function listReleasedRevisions(db: Db, departmentId: string, itemId: string) {
  return db
    .selectFrom("releaseItem")
    .innerJoin("itemRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "releaseItem.departmentId")
        .onRef("revision.id", "=", "releaseItem.revisionId"),
    )
    .innerJoin("release", (join) =>
      join
        .onRef("release.departmentId", "=", "releaseItem.departmentId")
        .onRef("release.id", "=", "releaseItem.releaseId"),
    )
    .where("releaseItem.departmentId", "=", departmentId)
    .where("releaseItem.itemId", "=", itemId)
    .select(["revision.id as revisionId", "revision.n", "revision.at", "revision.content"])
    .select(["release.id as releaseId", "release.name", "release.releasedAt"])
    .select((eb) =>
      (["running", "handedIn"] as const).map((state) =>
        eb
          .selectFrom("sittingItem as si")
          .innerJoin("sitting", (join) =>
            join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
          )
          .whereRef("si.departmentId", "=", "releaseItem.departmentId")
          .whereRef("si.revisionId", "=", "releaseItem.revisionId")
          .whereRef("sitting.releaseId", "=", "release.id")
          .where("sitting.state", "=", state)
          .select(sql<number>`count(*)::int`.as("n"))
          .as(state),
      ),
    )
    .orderBy("revision.n", "desc")
    .orderBy("release.releasedAt", "desc")
    .execute();
}

/** Every mark of a revision that stands, of sittings handed in: what was answered, and what it gave. */
export function listStandingMarks(db: Db, departmentId: string, revisionId: string, releaseId: string | null) {
  return db
    .selectFrom("sittingItem as si")
    .innerJoin("sitting", (join) =>
      join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
    )
    .innerJoin("mark", (join) =>
      join
        .onRef("mark.departmentId", "=", "si.departmentId")
        .onRef("mark.sittingId", "=", "si.sittingId")
        .onRef("mark.position", "=", "si.position")
        .onRef("mark.version", "=", "sitting.markingVersion")
        .on("mark.round", "=", 1),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "si.departmentId").onRef("revision.id", "=", "si.revisionId"),
    )
    .innerJoin("release", (join) =>
      join.onRef("release.departmentId", "=", "sitting.departmentId").onRef("release.id", "=", "sitting.releaseId"),
    )
    .innerJoin("student", (join) =>
      join.onRef("student.departmentId", "=", "sitting.departmentId").onRef("student.id", "=", "sitting.studentId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "sitting.departmentId").onRef("class.id", "=", "sitting.classId"),
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
    .leftJoin("rubricMark", (join) =>
      join
        .onRef("rubricMark.departmentId", "=", "si.departmentId")
        .onRef("rubricMark.sittingId", "=", "si.sittingId")
        .onRef("rubricMark.position", "=", "si.position"),
    )
    .where("si.departmentId", "=", departmentId)
    .where("si.revisionId", "=", revisionId)
    .where("sitting.state", "=", "handedIn")
    .$if(releaseId !== null, (query) => query.where("sitting.releaseId", "=", releaseId ?? ""))
    .select(["si.sittingId", "si.position", "si.points as itemPoints", "revision.content", "response.body as answer"])
    .select(["second.body as secondAnswer", "release.rules"])
    .select([
      "mark.credit",
      "mark.counted",
      "mark.counts",
      "rubricMark.credit as byPerson",
      "rubricMark.by as markedBy",
    ])
    .select(["sitting.releaseId", "sitting.classId", "sitting.ordinal", "sitting.points", "sitting.outOf"])
    .select(["release.name as release", "class.name as className", "student.givenName", "student.familyName"])
    .orderBy("si.sittingId")
    .execute();
}

/** The sittings, locked until the transaction ends. */
export async function lockSittings(db: Db, departmentId: string, sittingIds: readonly string[]): Promise<void> {
  await db
    .selectFrom("sitting")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "in", sittingIds)
    .orderBy("id")
    .forUpdate()
    .execute();
}

export interface NewMark {
  readonly sittingId: string;
  readonly position: number;
  readonly credit: number;
  readonly counted: number | null;
  readonly points: number;
  readonly counts: boolean;
  readonly isEvidence: boolean;
  readonly rulingId: string | null;
  /** Who said what it is worth; null: nobody had to. */
  readonly by: string | null;
}

/** The next marking of these sittings: one mark of each anew, the others as they stood; totals follow. */
export async function insertNextMarking(db: Db, departmentId: string, marks: readonly NewMark[], at: Date) {
  const rows = JSON.stringify(
    marks.map(({ sittingId, isEvidence, rulingId, ...mark }) => ({
      ...mark,
      sitting_id: sittingId,
      is_evidence: isEvidence,
      ruling_id: rulingId,
    })),
  );
  await sql`
    with given as (
      select * from jsonb_to_recordset(${rows}::jsonb) as m (
        sitting_id uuid, position int, credit double precision, counted double precision, points numeric, counts boolean, is_evidence boolean,
        ruling_id uuid, by uuid)
    )
    insert into mark
      (department_id, sitting_id, position, round, version, credit, counted, points, source, ruling_id, by, at, counts, is_evidence)
    select mark.department_id, mark.sitting_id, mark.position, mark.round, mark.version + 1,
      coalesce(anew.credit, mark.credit), case when anew.sitting_id is null then mark.counted else anew.counted end,
      coalesce(anew.points, mark.points),
      case when anew.sitting_id is null then mark.source when anew.ruling_id is not null then 'ruling'
        when anew.by is not null then 'person' else 'auto' end,
      case when anew.sitting_id is null then mark.ruling_id else anew.ruling_id end,
      case when anew.sitting_id is null then mark.by else anew.by end,
      case when anew.sitting_id is null then mark.at else ${at} end,
      coalesce(anew.counts, mark.counts), coalesce(anew.is_evidence, mark.is_evidence)
    from given
    join sitting on sitting.department_id = ${departmentId} and sitting.id = given.sitting_id
    join mark on mark.department_id = sitting.department_id and mark.sitting_id = sitting.id
      and mark.version = sitting.marking_version
    left join given anew on anew.sitting_id = mark.sitting_id and anew.position = mark.position and mark.round = 1`.execute(
    db,
  );
  await sql`
    update sitting set
      marking_version = sitting.marking_version + 1,
      points = total.points,
      out_of = total.out_of
    from (
      select mark.sitting_id,
        coalesce(sum(mark.points) filter (where mark.counts), 0) as points,
        coalesce(sum(si.points) filter (where mark.counts), 0) as out_of
      from mark
      join sitting on sitting.department_id = mark.department_id and sitting.id = mark.sitting_id
        and mark.version = sitting.marking_version + 1
      join sitting_item si on si.department_id = mark.department_id and si.sitting_id = mark.sitting_id
        and si.position = mark.position
      where mark.department_id = ${departmentId}
        and mark.sitting_id in (select (m->>'sitting_id')::uuid from jsonb_array_elements(${rows}::jsonb) m)
        and mark.round = 1
      group by mark.sitting_id
    ) total
    where sitting.department_id = ${departmentId} and sitting.id = total.sitting_id`.execute(db);
}

/** The revision that an item had before this one. */
export function findRevisionBefore(db: Db, departmentId: string, revisionId: string) {
  return db
    .selectFrom("itemRevision as revision")
    .innerJoin("itemRevision as before", (join) =>
      join
        .onRef("before.departmentId", "=", "revision.departmentId")
        .onRef("before.itemId", "=", "revision.itemId")
        .on((eb) => eb("before.n", "=", eb("revision.n", "-", 1))),
    )
    .where("revision.departmentId", "=", departmentId)
    .where("revision.id", "=", revisionId)
    .select(["before.id", "before.content"])
    .executeTakeFirst();
}
