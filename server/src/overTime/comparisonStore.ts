/** SQL for comparing two sides on what both were asked. */
import { sql, type RawBuilder } from "kysely";
import type { Db } from "../platform/database.ts";
import { firstAnswers } from "../platform/firstAnswers.ts";
import { oneOf } from "../platform/oneOf.ts";

/** A class beside another, a group beside the rest, or of whom a value is said beside those of the other values. */
export type Sides =
  | { readonly first: string; readonly second: string }
  | { readonly classId: string; readonly groupId: string }
  | { readonly classIds: readonly string[]; readonly valueId: string; readonly characteristicId: string };

const classesOf = (sides: Sides): readonly string[] =>
  "classIds" in sides ? sides.classIds : "groupId" in sides ? [sides.classId] : [sides.first, sides.second];

/** Per side, student and topic of the bank: credit and number of first meetings with questions that both sides met. */
export async function sumCommon(db: Db, departmentId: string, sides: Sides) {
  const isSaid = (what: RawBuilder<unknown>) =>
    sql<boolean>`exists (select 1 from student_characteristic said
      where said.department_id = ${departmentId} and said.student_id = sitting.student_id and ${what})`;
  const isFirst =
    "groupId" in sides
      ? sql<boolean>`exists (select 1 from student_group_member member
          where member.department_id = ${departmentId} and member.group_id = ${sides.groupId}
            and member.student_id = sitting.student_id)`
      : "classIds" in sides
        ? isSaid(sql`said.value_id = ${sides.valueId}`)
        : sql<boolean>`sitting.class_id = ${sides.first}`;
  const isMeant =
    "classIds" in sides ? isSaid(sql`said.characteristic_id = ${sides.characteristicId}`) : sql<boolean>`true`;
  const met = firstAnswers(db, departmentId)
    .where(oneOf("sitting.classId", classesOf(sides)))
    .where(isMeant)
    .distinctOn(["sitting.classId", "sitting.studentId", "asMarked.parameterId"])
    .select(["sitting.studentId", "asMarked.parameterId", "si.itemId", "mark.credit"])
    .select(isFirst.as("isFirst"))
    .orderBy("sitting.classId")
    .orderBy("sitting.studentId")
    .orderBy("asMarked.parameterId")
    .orderBy("sitting.handedInAt")
    // Handed in at one moment, the same question twice: the same one each time it is read.
    .orderBy("sitting.id")
    .orderBy("si.position");
  const { rows } = await sql<{
    isFirst: boolean;
    studentId: string;
    topicId: string | null;
    right: number;
    outOf: number;
    questions: number;
  }>`
    with met as ${met},
    common as (
      select parameter_id from met group by parameter_id having bool_or(is_first) and bool_or(not is_first))
    select met.is_first, met.student_id, item.topic_id, sum(met.credit)::float8 as "right", count(*)::int as out_of,
      (select count(*) from common)::int as questions
    from met
    join common using (parameter_id)
    join item on item.department_id = ${departmentId} and item.id = met.item_id
    group by met.is_first, met.student_id, item.topic_id`.execute(db);
  return rows;
}

/** The real classes of this one's course and year, itself among them. */
export function listParallel(db: Db, departmentId: string, classId: string, limit: number) {
  return db
    .selectFrom("class as own")
    .innerJoin("class", (join) =>
      join
        .onRef("class.departmentId", "=", "own.departmentId")
        .onRef("class.courseId", "=", "own.courseId")
        .onRef("class.schoolYearId", "=", "own.schoolYearId"),
    )
    .where("own.departmentId", "=", departmentId)
    .where("own.id", "=", classId)
    .where("class.rehearsal", "=", false)
    .select(["class.id", "class.name"])
    .orderBy("class.name")
    .limit(limit)
    .execute();
}

/** Other real classes of any year in which something was handed in, the newest year first. */
export function listComparable(db: Db, departmentId: string, classId: string, limit: number) {
  return db
    .selectFrom("class")
    .innerJoin("schoolYear", (join) =>
      join
        .onRef("schoolYear.departmentId", "=", "class.departmentId")
        .onRef("schoolYear.id", "=", "class.schoolYearId"),
    )
    .select(["class.id", "class.name", "schoolYear.name as year"])
    .where("class.departmentId", "=", departmentId)
    .where("class.id", "<>", classId)
    .where("class.rehearsal", "=", false)
    .where((eb) =>
      eb.exists(
        eb
          .selectFrom("sitting")
          .select("sitting.id")
          .whereRef("sitting.departmentId", "=", "class.departmentId")
          .whereRef("sitting.classId", "=", "class.id")
          .where("sitting.state", "=", "handedIn"),
      ),
    )
    .orderBy("schoolYear.startsOn", "desc")
    .orderBy("class.name")
    .limit(limit)
    .execute();
}
