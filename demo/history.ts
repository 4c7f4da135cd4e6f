/** Past weekly reviews of a school, class by class. */
import { sql } from "kysely";
import { dayOf, weekdayOf, type Day } from "@verdant/core/plan/day";
import type { Db } from "../server/src/platform/database.ts";
import { loadSchedule, rollUpOf } from "../server/src/courses/schedule.ts";
import { listTeachers } from "../server/src/courses/teacherStore.ts";
import { replayClass } from "../server/src/plan/memory.ts";
import { wordsOf } from "../server/src/courses/entryCard.ts";
import type { Member, Scope } from "../server/src/platform/scope.ts";
import { ClassHistory, type Plan } from "./classHistory.ts";
import { listUsable } from "./usableItems.ts";

/**
 * @param until the day of the last review, which may still be running; reviews are on the class's last meeting day of a week
 */
export async function insertHistory(scope: Scope<Member>, until: Day, runningClass: string): Promise<void> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const items = await listUsable(db, departmentId);
  const classes = await db
    .selectFrom("class")
    .innerJoin("schoolYear as year", "year.id", "class.schoolYearId")
    .select(["class.id", "class.name", "year.endsOn"])
    .where("class.departmentId", "=", departmentId)
    .orderBy("year.startsOn")
    .orderBy("class.name")
    .execute();
  const closed = await db
    .selectFrom("closedDays")
    .select(["fromOn", "toOn"])
    .where("departmentId", "=", departmentId)
    .execute();
  let number = 1;
  for (const { id, name, endsOn } of classes) {
    const plan = await loadSchedule(scope, departmentId, id);
    const rollUp = await rollUpOf(scope, departmentId, plan.class.courseId);
    const enrolled = await db
      .selectFrom("enrolment")
      .select(["studentId", "entryCard", "cardSealed"])
      .where("classId", "=", id)
      .execute();
    // By their cards, which are the same in every loading.
    const studentIds = enrolled
      .map((row) => ({ ...row, words: wordsOf(scope.secret, row) }))
      .sort((a, b) => (a.words < b.words ? -1 : 1))
      .map((row) => row.studentId);
    const [teacher] = await listTeachers(db, departmentId, [id]);
    const story = new ClassHistory(
      teacher ? { ...scope, caller: { ...caller, personId: teacher.personId } } : scope,
      plan,
      items.flatMap((item) => {
        const listed = rollUp.get(item.topicId);
        return listed === undefined ? [] : [{ ...item, topicId: listed }];
      }),
      studentIds,
      { seed: name, until },
    );
    const days = reviewDays(plan, closed, Math.min(until - 3, dayOf(endsOn)));
    for (const day of days) number = story.review(day, number, false);
    if (name === runningClass) number = story.review(until, number, true);
    await story.rows.insert(db);
    await db
      .updateTable("class")
      .set({ nextEvidenceSeq: story.nextSeq })
      .where("departmentId", "=", departmentId)
      .where("id", "=", id)
      .execute();
    await replayClass(scope, departmentId, id);
  }
  await numberByTime(db, departmentId);
  await db.updateTable("department").set({ nextQuizNumber: number }).where("id", "=", departmentId).execute();
}

/** Quizzes were written class by class; their numbers go by when they were made. */
async function numberByTime(db: Db, departmentId: string): Promise<void> {
  await sql`update quiz set number = -number where department_id = ${departmentId}`.execute(db);
  await sql`
    update quiz set number = made.n from (
      select id, row_number() over (order by created_at, id) as n from quiz where department_id = ${departmentId}
    ) as made where quiz.department_id = ${departmentId} and quiz.id = made.id`.execute(db);
}

/** The last meeting day of every week of school in which something taught can come back. */
function reviewDays(
  { class: one, topics }: Plan,
  closed: readonly { readonly fromOn: string; readonly toOn: string }[],
  until: Day,
): Day[] {
  const isClosed = (day: Day) => closed.some((span) => dayOf(span.fromOn) <= day && day <= dayOf(span.toOn));
  const first = Math.min(...topics.flatMap((topic) => topic.taughtOn ?? []));
  const days: Day[] = [];
  for (let day = first + 7; day <= until; day++) {
    if (weekdayOf(day) === Math.max(...one.meetingDays) && !isClosed(day)) days.push(day);
  }
  return days;
}
