/** The board of a path: two hundred students at twelve steps, with two goes each behind them at every quiz. */
import { sql } from "kysely";
import { presets } from "../core/src/delivery/rules.ts";
import { composeQuiz } from "../server/src/assembly/service.ts";
import { createClass, enrolStudents, listEnrolments } from "../server/src/courses/service.ts";
import { releaseQuiz } from "../server/src/delivery/service.ts";
import { listMyPaths, makePath, showPath, tickStep } from "../server/src/paths/service.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median, p95, timed } from "./median.ts";

const students = 200;
const times = 30;
/** Eight quizzes and four tasks. */
const kinds = ["practice", "task", "check"] as const;
const steps = Array.from({ length: 12 }, (_, i) => kinds[i % 3] ?? "task");

export async function pathBoard(): Promise<Measure[]> {
  const bench = await openInstallation();
  try {
    const { db, lead, departmentId, scope } = bench;
    const known = await db
      .selectFrom("enrolment")
      .innerJoin("class", "class.id", "enrolment.classId")
      .select(["class.id", "class.courseId"])
      .executeTakeFirstOrThrow();
    const made = await createClass(lead, { body: { name: "Large", courseId: known.courseId, rehearsal: false } });
    const names = Array.from({ length: students }, (_, i) => `Student${String(i)} Of`).join("\n");
    await enrolStudents(lead, { params: { classId: made.id }, body: { names } });
    const roster = await listEnrolments(lead, { params: { classId: made.id } });
    const studentIds = roster.students.map((one) => one.studentId);
    const quiz = await composeQuiz(lead, { params: { classId: known.id }, body: { count: 5 } });
    const before = { fromGo: 2 as const, goAhead: true, reflection: null };
    const drafts = [];
    for (const kind of steps) {
      const releaseId = kind === "task" ? null : (await give(kind)).id;
      drafts.push({ id: null, kind, name: `A ${kind}`, releaseId, percent: 70, by: "best" as const, dueOn: null });
    }
    const { id: pathId } = await makePath(lead, {
      params: { classId: made.id },
      body: { name: "Long", steps: drafts },
    });
    const path = await showPath(lead, { params: { pathId } });
    for (const [i, step] of path.steps.entries())
      if (step.kind === "task")
        await tickStep(lead, {
          params: { pathId, stepId: step.id },
          body: { studentIds: studentIds.slice(15 * i), note: null },
        });
    await insertGoes(path.steps.flatMap((step) => step.releaseId ?? []));
    await sql`analyze`.execute(db);
    const board = await timed(times, () => showPath(lead, { params: { pathId } }));
    const student = scope({ kind: "student", departmentId, studentId: studentIds[0] ?? "" });
    const mine = await timed(times, () => listMyPaths(student));
    return [
      {
        name: "path-board-200x12",
        value: p95(board),
        unit: "ms p95",
        target: "at most 100",
        note: `half within ${median(board).toFixed(1)} ms; one student's own paths: half within ${median(mine).toFixed(1)} ms`,
      },
    ];

    async function give(kind: "practice" | "check") {
      const rules = kind === "check" ? { ...presets.check, goes: null, before } : { ...presets.homework, goes: null };
      return releaseQuiz(lead, {
        params: { quizId: quiz.id },
        body: {
          version: quiz.version,
          rules,
          targets: [{ classId: made.id, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
        },
      });
    }

    async function insertGoes(releaseIds: readonly string[]) {
      await sql`
        insert into sitting (department_id, id, release_id, class_id, student_id, ordinal, seed, rules_version, state,
          started_at, handed_in_at, token_hash, marking_version, points, out_of)
        select ${departmentId}::uuid, gen_random_uuid(), release.id, ${made.id}::uuid, student.id, go.n, 'bench', 1,
          'handedIn', now() - go.n * interval '1 hour', now() - go.n * interval '50 minutes',
          decode(md5(random()::text) || md5(random()::text), 'hex'), 1, floor(random() * 6), 5
        from unnest(${[...releaseIds]}::uuid[]) as release (id), unnest(${studentIds}::uuid[]) as student (id),
          generate_series(1, 2) as go (n)`.execute(db);
    }
  } finally {
    await bench.close();
  }
}
