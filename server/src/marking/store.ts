/** SQL for written answers: what was written, what somebody said it is worth, and what a second person said. */
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
    .select(["rubricMark.version", "rubricMark.by as byId", "holder.name as heldBy"])
    .orderBy("item.number")
    .orderBy(sql`md5(si.sitting_id::text || si.position)`)
    .execute();
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
      .values({ ...row, version: 1, firstAt: at })
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

/** The marks that stand on these answers, each with whose it is. */
export function listRubricMarks(
  db: Db,
  departmentId: string,
  places: readonly { readonly sittingId: string; readonly position: number }[],
) {
  return db
    .selectFrom("rubricMark")
    .innerJoin("person", "person.id", "rubricMark.by")
    .where("departmentId", "=", departmentId)
    .where((eb) => eb.or(places.map(({ sittingId, position }) => eb.and({ sittingId, position }))))
    .select(["sittingId", "position"])
    .select(["person.name", "rubricMark.version", "rubricMark.levels", "rubricMark.comment", "rubricMark.by"])
    .execute();
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

/** The second marks of a release, each with whose it is. */
export function listSecondMarks(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("sitting")
    .innerJoin("secondMark as second", (join) =>
      join.onRef("second.departmentId", "=", "sitting.departmentId").onRef("second.sittingId", "=", "sitting.id"),
    )
    .innerJoin("person", "person.id", "second.by")
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.releaseId", "=", releaseId)
    .where("sitting.state", "=", "handedIn")
    .select(["second.sittingId", "second.position", "second.levels", "second.firstLevels", "second.settledAt"])
    .select("person.name as by")
    .execute();
}

export function findSecondMark(db: Db, departmentId: string, sittingId: string, position: number) {
  return db
    .selectFrom("secondMark")
    .innerJoin("person", "person.id", "secondMark.by")
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("position", "=", position)
    .select(["person.name", "secondMark.by", "levels", "firstLevels", "firstBy", "settledAt"])
    .executeTakeFirst();
}

export async function upsertSecondMark(db: Db, row: Insertable<Tables["secondMark"]>): Promise<void> {
  const { levels, at } = row;
  await db
    .insertInto("secondMark")
    .values(row)
    .onConflict((conflict) => conflict.columns(["departmentId", "sittingId", "position"]).doUpdateSet({ levels, at }))
    .execute();
}

export async function settleSecondMark(
  db: Db,
  { departmentId, sittingId, position }: { departmentId: string; sittingId: string; position: number },
  settledBy: string,
  settledAt: Date,
): Promise<void> {
  await db
    .updateTable("secondMark")
    .set({ settledBy, settledAt })
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("position", "=", position)
    .execute();
}

/** Sentences that a department keeps; more than these no page shows. */
const mostComments = 200;

export function listComments(db: Db, departmentId: string) {
  return db
    .selectFrom("markingComment")
    .where("departmentId", "=", departmentId)
    .select(["id", "text"])
    .orderBy("at")
    .orderBy("id")
    .limit(mostComments)
    .execute();
}

/** Keeps a sentence, unless the department has it; returns the id of the one that is kept. */
export async function insertComment(db: Db, row: Insertable<Tables["markingComment"]>): Promise<string> {
  const { id } = await db
    .insertInto("markingComment")
    .values(row)
    .onConflict((conflict) =>
      conflict
        .expression(sql`department_id, lower(text)`)
        .doUpdateSet((eb) => ({ text: eb.ref("markingComment.text") })),
    )
    .returning("id")
    .executeTakeFirstOrThrow();
  return id;
}

export function deleteComment(db: Db, departmentId: string, commentId: string) {
  return db
    .deleteFrom("markingComment")
    .where("departmentId", "=", departmentId)
    .where("id", "=", commentId)
    .returning("text")
    .executeTakeFirst();
}

/** What was said to a student about their written answers is gone; the marks stay. */
export async function forgetWords(
  db: Db,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
): Promise<void> {
  await sql`update rubric_mark set comment = '' where department_id = ${departmentId} and sitting_id in (
    select id from sitting where department_id = ${departmentId} and student_id = ${studentId})`.execute(db);
}
