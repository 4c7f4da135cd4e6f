/** A class of thirty over forty quizzes, in a database of five hundred departments. */
import { sql } from "kysely";
import { presets } from "../core/src/delivery/rules.ts";
import { loadSchool } from "../demo/load.ts";
import { testSchool } from "../demo/testSchool.ts";
import { composeQuiz } from "../server/src/assembly/service.ts";
import { createClass, enrolStudents, listEnrolments } from "../server/src/courses/service.ts";
import { releaseQuiz } from "../server/src/delivery/service.ts";
import { showResults, showStandardsOfRelease } from "../server/src/insight/service.ts";
import { showClassOverTime } from "../server/src/overTime/classOverTime.ts";
import { showComparison } from "../server/src/overTime/comparison.ts";
import { showRecallThen } from "../server/src/overTime/recallThen.ts";
import { showStudentOverTime } from "../server/src/overTime/studentOverTime.ts";
import { connect } from "../server/src/platform/database.ts";
import { copyDepartment } from "../server/src/platform/testing/manyDepartments.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median, p95, timed } from "./median.ts";

const [departments, students, releases, questions, times] = [500, 30, 40, 12, 40];

export async function overTime(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { db, departmentId, lead, installation } = bench;
  try {
    const admin = connect(bench.url.replace("//verdant:", "//postgres:"), 2, { statementMs: 0 });
    const now = new Date();
    const small = await loadSchool(db, now, testSchool(now.toISOString().slice(0, 10)), installation.secret);
    await copyDepartment(admin, small, departments - 2);
    const known = await db
      .selectFrom("class")
      .where("departmentId", "=", departmentId)
      .where("name", "=", "9C")
      .select(["id", "courseId"])
      .executeTakeFirstOrThrow();
    const { id: classId } = await createClass(lead, {
      body: { name: "Thirty", courseId: known.courseId, rehearsal: false },
    });
    const names = Array.from({ length: students }, (_, i) => `Student${String(i)} Of`).join("\n");
    await enrolStudents(lead, { params: { classId }, body: { names } });
    const ids = (await listEnrolments(lead, { params: { classId } })).students.map(({ studentId }) => studentId);
    for (let n = 0; n < releases; n++) {
      const quiz = await composeQuiz(lead, { params: { classId: known.id }, body: { count: questions } });
      const { id } = await releaseQuiz(lead, {
        params: { quizId: quiz.id },
        body: {
          version: quiz.version,
          rules: presets.weeklyReview,
          targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
        },
      });
      await answer(id, n);
    }
    await sql`vacuum analyze`.execute(admin);
    await admin.destroy();
    const [studentId = ""] = ids;
    const { releases: shown } = await showClassOverTime(lead, { params: { classId } });
    const releaseId = shown.at(-1)?.id ?? "";
    const note = `${String(departments)} departments; ${String(students)} students, ${String(shown.length)} quizzes of ${String(questions)} questions`;
    const measure = async (name: string, target: string, deed: () => Promise<unknown>): Promise<Measure> => {
      const taken = await timed(times, deed);
      return {
        name,
        value: p95(taken),
        unit: "ms p95",
        target,
        note: `${note}; half within ${median(taken).toFixed(1)} ms`,
      };
    };
    return [
      await measure("class-over-time", "at most 150", () => showClassOverTime(lead, { params: { classId } })),
      await measure("recall-then", "none set", () => showRecallThen(lead, { params: { classId } })),
      await measure("student-page", "at most 150", () => showStudentOverTime(lead, { params: { classId, studentId } })),
      await measure("comparison", "none set", () =>
        showComparison(lead, { params: { classId }, query: { withClassId: known.id } }),
      ),
      await measure("release-standards", "none set", () =>
        showStandardsOfRelease(lead, { params: { releaseId }, query: {} }),
      ),
      await measure("results-open", "at most 100", () =>
        showResults(lead, { params: { releaseId }, query: { go: "first" } }),
      ),
    ];

    async function answer(releaseId: string, n: number): Promise<void> {
      const at = sql`now() - make_interval(days => ${7 * (releases - n)})`;
      await sql`update release_target set opens_at = ${at}, shuts_at = ${at} + interval '6 days'
        where department_id = ${departmentId} and release_id = ${releaseId}`.execute(db);
      await sql`
        with went as (
          insert into sitting (department_id, id, release_id, class_id, student_id, ordinal, seed, rules_version, state,
            started_at, handed_in_at, token_hash, marking_version, points, out_of)
          select ${departmentId}::uuid, gen_random_uuid(), ${releaseId}::uuid, ${classId}::uuid, student.id, 1, 'bench', 1,
            'handedIn', ${at}, ${at} + interval '1 hour', decode(md5(random()::text) || md5(random()::text), 'hex'), 1, 8,
            ${questions}::int
          from unnest(${ids}::uuid[]) as student (id)
          returning department_id, id, student_id),
        asked as (
          insert into sitting_item (department_id, sitting_id, position, item_id, revision_id, option_order, points, shown_at)
          select went.department_id, went.id, item.n, item.item_id, item.revision_id, '[]', 1, ${at}
          from went, (select row_number() over (order by item_id) as n, item_id, revision_id from release_item
            where department_id = ${departmentId} and release_id = ${releaseId}) item
          returning department_id, sitting_id, position, item_id),
        marked as (
          insert into mark (department_id, sitting_id, position, version, credit, points, source, at, is_evidence)
          select department_id, sitting_id, position, 1, (random() < .7)::int, 1, 'auto', ${at}, true from asked
          returning sitting_id, position, credit)
        insert into evidence (department_id, class_id, seq, student_id, topic_id, item_id, "on", sitting_id, position,
          chance, slip, credit, void)
        select went.department_id, ${classId}::uuid, ${n * students} + dense_rank() over (order by went.id), went.student_id,
          item.topic_id, asked.item_id, (${at})::date, went.id, asked.position, .25, .05, marked.credit, false
        from asked join marked using (sitting_id, position) join went on went.id = asked.sitting_id
        join item on item.department_id = went.department_id and item.id = asked.item_id`.execute(db);
    }
  } finally {
    await bench.close();
  }
}
