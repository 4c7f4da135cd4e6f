/** Handing a sitting in: marking it and taking its evidence into the memory of a class with a term behind it. */
import { presets } from "../core/src/delivery/rules.ts";
import { composeQuiz } from "../server/src/assembly/service.ts";
import { beginSitting, handIn, releaseQuiz, saveAnswers } from "../server/src/delivery/service.ts";
import { hashOf } from "../server/src/platform/id.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median } from "./median.ts";

const questions = 10;

export async function sittingEvidence(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { db, departmentId, lead, scope } = bench;
  const { id: classId } = await db.selectFrom("class").select("id").where("name", "=", "8D").executeTakeFirstOrThrow();
  const students = await db.selectFrom("enrolment").select("studentId").where("classId", "=", classId).execute();
  const quiz = await composeQuiz(lead, { params: { classId }, body: { count: questions } });
  const { id: releaseId } = await releaseQuiz(lead, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      rules: presets.weeklyReview,
      targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    },
  });
  const times: number[] = [];
  for (const { studentId } of students) {
    const { sitting, token } = await beginSitting(scope({ kind: "student", departmentId, studentId }), {
      params: { releaseId },
    });
    const sitter = scope({ kind: "sitter", tokenHash: hashOf(token) });
    const params = { sittingId: sitting.id };
    await saveAnswers(sitter, {
      params,
      body: { epoch: sitting.epoch, events: [], shown: sitting.items.map((item) => item.position) },
    });
    const start = performance.now();
    await handIn(sitter, { params });
    times.push(performance.now() - start);
  }
  await bench.close();
  return [
    {
      name: "sitting-evidence",
      value: median(times),
      unit: "ms",
      target: "none set",
      note: `${String(students.length)} sittings of ${String(questions)} questions, one after the other, durable database`,
    },
  ];
}
