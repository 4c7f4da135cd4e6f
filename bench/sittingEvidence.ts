/** Handing a sitting in: marking it and taking its evidence into the memory of a class with a term behind it. */
import { presets } from "../core/src/delivery/rules.ts";
import { composeQuiz } from "../server/src/assembly/service.ts";
import { beginSitting, handIn, releaseQuiz, saveAnswers } from "../server/src/delivery/service.ts";
import { hashOf } from "../server/src/platform/id.ts";
import { openInstallation, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median } from "./median.ts";

const questions = 10;

export async function sittingEvidence(): Promise<Measure[]> {
  const bench = await openInstallation();
  const times = await handInAll(bench);
  await bench.close();
  return [
    {
      name: "sitting-evidence",
      value: median(times),
      unit: "ms",
      target: "none set",
      note: `${String(times.length)} sittings of ${String(questions)} questions, one after the other, durable database`,
    },
  ];
}

/** A class with a term of reviews behind it. */
export async function classOfTerm({
  db,
  departmentId,
}: Pick<BenchInstallation, "db" | "departmentId">): Promise<string> {
  const { id } = await db
    .selectFrom("class")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("name", "=", "8D")
    .executeTakeFirstOrThrow();
  return id;
}

/** Milliseconds of handing in, for each student of a class with a term behind it. */
export async function handInAll(
  { db, departmentId, lead, scope }: BenchInstallation,
  watch: (on: boolean) => void = () => undefined,
): Promise<number[]> {
  const classId = await classOfTerm({ db, departmentId });
  const students = await db
    .selectFrom("enrolment")
    .select("studentId")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .execute();
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
    watch(true);
    const start = performance.now();
    await handIn(sitter, { params });
    times.push(performance.now() - start);
    watch(false);
  }
  return times;
}
