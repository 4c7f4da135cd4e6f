/** SQL for the steps by which a quiz was changed. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import type { QuizChange } from "../platform/tables.ts";

/** Puts a step on top of those that stand; what was taken back cannot be made again from then on. */
export async function pushStep(
  db: Db,
  step: { departmentId: string; quizId: string; by: string; at: Date; change: QuizChange },
  kept: number,
): Promise<void> {
  const { departmentId, quizId, by, at, change } = step;
  await sql`
    with newest as (
      select coalesce(max(n), 0) as n from quiz_step where department_id = ${departmentId} and quiz_id = ${quizId}
    ), gone as (
      delete from quiz_step using newest
      where department_id = ${departmentId} and quiz_id = ${quizId} and (undone or quiz_step.n <= newest.n + 1 - ${kept}::int)
    )
    insert into quiz_step (department_id, quiz_id, n, by, at, change)
    select ${departmentId}, ${quizId}, newest.n + 1, ${by}, ${at}, ${JSON.stringify(change)}::jsonb from newest`.execute(
    db,
  );
}

const stepsOf = (db: Db, departmentId: string, quizId: string, undone: boolean) =>
  db
    .selectFrom("quizStep")
    .where("departmentId", "=", departmentId)
    .where("quizId", "=", quizId)
    .where("undone", "=", undone)
    .select(["n", "by", "change"])
    .limit(1);

/** The step that would be taken back next. */
export const findLastStep = (db: Db, departmentId: string, quizId: string) =>
  stepsOf(db, departmentId, quizId, false).orderBy("n", "desc").executeTakeFirst();

/** The step that would be made again next. */
export const findUndoneStep = (db: Db, departmentId: string, quizId: string) =>
  stepsOf(db, departmentId, quizId, true).orderBy("n").executeTakeFirst();

export async function markStep(
  db: Db,
  departmentId: string,
  quizId: string,
  n: number,
  undone: boolean,
): Promise<void> {
  await db
    .updateTable("quizStep")
    .set({ undone })
    .where("departmentId", "=", departmentId)
    .where("quizId", "=", quizId)
    .where("n", "=", n)
    .execute();
}

/** Whose change can be taken back next, and made again, as an object each; null: there is none. */
const whose = (quiz: string, undone: boolean) => sql<{ by: string; id: string } | null>`(
  select json_build_object('by', person.name, 'id', person.id) from quiz_step step join person on person.id = step.by
  where step.department_id = ${sql.ref(`${quiz}.departmentId`)} and step.quiz_id = ${sql.ref(`${quiz}.id`)}
    and step.undone = ${sql.lit(undone)}
  order by step.n ${undone ? sql`asc` : sql`desc`} limit 1)`;

/** Columns of a query of `quiz` that tell it. */
export const stepColumns = [whose("quiz", false).as("undo"), whose("quiz", true).as("redo")] as const;

export const findSteps = (db: Db, departmentId: string, quizId: string) =>
  db
    .selectFrom("quiz")
    .select(stepColumns)
    .where("departmentId", "=", departmentId)
    .where("id", "=", quizId)
    .executeTakeFirstOrThrow();
