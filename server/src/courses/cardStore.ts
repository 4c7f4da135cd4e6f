/** SQL for entry cards. */
import { sql, type Updateable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

type Card = Pick<Updateable<Tables["enrolment"]>, "entryCard" | "cardMark" | "cardSealed">;

export async function isCardTaken(db: Db, cardMark: Buffer): Promise<boolean> {
  const row = await db.selectFrom("enrolment").select("studentId").where("cardMark", "=", cardMark).executeTakeFirst();
  return row !== undefined;
}

/** Whether the student is in the class. */
export async function replaceCard(
  db: Db,
  departmentId: string,
  classId: string,
  studentId: string,
  card: Card,
): Promise<boolean> {
  const row = await db
    .updateTable("enrolment")
    .set(card)
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("studentId", "=", studentId)
    .where("leftOn", "is", null)
    .returning("studentId")
    .executeTakeFirst();
  return row !== undefined;
}

/** Some of the cards that a process of the version before wrote. */
export function listPlainCards(db: Db, limit: number) {
  return db
    .selectFrom("enrolment")
    .select(["departmentId", "classId", "studentId", "entryCard"])
    .where("entryCard", "is not", null)
    .where("cardSealed", "is", null)
    .limit(limit)
    .execute();
}

/** Enrolments after the one that is named, in a fixed order. */
export function listEnrolmentsAfter(
  db: Db,
  {
    after,
    departmentId,
  }: { after: { classId: string; studentId: string } | undefined; departmentId: string | undefined },
  limit: number,
) {
  return db
    .selectFrom("enrolment")
    .select(["departmentId", "classId", "studentId"])
    .where((eb) =>
      eb.not(
        eb.exists(
          eb
            .selectFrom("student")
            .select("student.id")
            .whereRef("student.departmentId", "=", "enrolment.departmentId")
            .whereRef("student.id", "=", "enrolment.studentId")
            .where("student.pseudonymisedAt", "is not", null),
        ),
      ),
    )
    .$if(departmentId !== undefined, (query) => query.where("departmentId", "=", departmentId ?? ""))
    .$if(after !== undefined, (query) =>
      query.where(sql<boolean>`(class_id, student_id) > (${after?.classId}, ${after?.studentId})`),
    )
    .orderBy("classId")
    .orderBy("studentId")
    .limit(limit)
    .execute();
}

/** Writes the card of one enrolment, also of somebody who has left the class. */
export async function updateCard(
  db: Db,
  key: { departmentId: string; classId: string; studentId: string },
  card: Card,
): Promise<void> {
  await db
    .updateTable("enrolment")
    .set(card)
    .where("departmentId", "=", key.departmentId)
    .where("classId", "=", key.classId)
    .where("studentId", "=", key.studentId)
    .execute();
}
