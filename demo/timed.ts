/** Timed practice of a class from one of its patterns: some students have had four goes, others fewer or none. */
import { presets } from "@verdant/core/delivery/rules";
import { blankAnswer } from "@verdant/core/items/blank";
import { kindOf, type Answer, type Content } from "@verdant/core/items/kinds";
import { createQuiz, setLayout } from "../server/src/assembly/service.ts";
import * as delivery from "../server/src/delivery/service.ts";
import { hashOf } from "../server/src/platform/id.ts";
import type { OpenScope, Sitter, Student } from "../server/src/platform/scope.ts";
import { classInUse, rosterOf, type Lately } from "./path.ts";

const day = 86_400_000;
const questions = 20;

/** For each student from the head of the class: of each go how many they answered, and how many of these were right. */
const students: readonly (readonly (readonly [answered: number, right: number])[])[] = [
  [
    [9, 6],
    [11, 9],
    [12, 11],
    [15, 14],
  ],
  [
    [7, 4],
    [7, 5],
    [9, 8],
    [10, 8],
  ],
  [
    [12, 10],
    [12, 11],
    [14, 14],
    [16, 15],
  ],
  [
    [8, 5],
    [8, 4],
    [8, 6],
    [9, 6],
  ],
  [
    [10, 8],
    [13, 11],
  ],
  [[6, 3]],
  [],
  [
    [11, 9],
    [12, 12],
    [14, 12],
    [17, 16],
  ],
];

export async function insertTimed({ scopeAt, now, lead, school }: Lately<"timed">): Promise<void> {
  const { departmentId } = lead;
  const { db } = scopeAt(lead, now);
  const daysAgo = (days: number) => new Date(now.getTime() - days * day);
  const { classId, teacher } = await classInUse(db, lead, school.class);
  const scope = scopeAt(teacher, daysAgo(7));
  const made = await db
    .selectFrom("many")
    .innerJoin("manyItem", "manyItem.manyId", "many.id")
    .innerJoin("item", "item.id", "manyItem.itemId")
    .select("item.id")
    .where("many.departmentId", "=", departmentId)
    .where("many.name", "=", school.of)
    .where("item.status", "<>", "retired")
    .orderBy("item.number")
    .execute();
  const quiz = await createQuiz(scope, { body: { classId, itemIds: [], name: school.of } });
  const draw = { type: "draw" as const, itemIds: made.map((one) => one.id), take: questions, points: 1 };
  const parts = [{ heading: null, instruction: null, orderRule: "woven" as const, places: [draw] }];
  const { version } = await setLayout(scope, { params: { quizId: quiz.id }, body: { version: quiz.version, parts } });
  const { id: releaseId } = await delivery.releaseQuiz(scope, {
    params: { quizId: quiz.id },
    body: {
      version,
      rules: presets.sprint,
      targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    },
  });
  const roster = await rosterOf(db, departmentId, classId);
  for (const [i, goes] of students.entries())
    for (const [n, [answered, right]] of goes.entries()) {
      const studentId = roster[i];
      if (studentId === undefined) continue;
      const at = new Date(daysAgo(6 - n).getTime() + (i * 23 + 7) * 60_000);
      const student: Student = { kind: "student", departmentId, studentId };
      const { sitting, token } = await delivery.beginSitting(scopeAt(student, at), { params: { releaseId } });
      const later = scopeAt<Sitter>({ kind: "sitter", tokenHash: hashOf(token) }, new Date(at.getTime() + 178_000));
      const params = { sittingId: sitting.id };
      const contents = await listContents(db, departmentId, sitting.id);
      const events = contents.slice(0, answered).map(({ position, content }, nth) => ({
        ...{ seq: nth + 1, position, revisit: false, clientMs: later.now().getTime() },
        // Long distances at odd scales take longer.
        spentMs: Math.round((170_000 / answered) * (0.7 + ((position * 7 + i) % 5) / 8)),
        answer: nth < right ? (kindOf(content).rightAnswer(content) ?? blankAnswer(content.kind)) : wrong(content),
      }));
      const shown = contents.slice(0, answered + 1).map((one) => one.position);
      await delivery.saveAnswers(later, { params, body: { epoch: 1, events, shown } });
      await delivery.handIn(later, { params });
    }
}

/** No distance is nothing: whatever was drawn, it is not the right one. */
const wrong = (content: Content): Answer =>
  content.kind === "numeric" ? { kind: "numeric" as const, text: "0" } : blankAnswer(content.kind);

const listContents = (db: OpenScope["db"], departmentId: string, sittingId: string) =>
  db
    .selectFrom("sittingItem")
    .innerJoin("itemRevision", "itemRevision.id", "sittingItem.revisionId")
    .select(["sittingItem.position", "itemRevision.content"])
    .where("sittingItem.departmentId", "=", departmentId)
    .where("sittingItem.sittingId", "=", sittingId)
    .orderBy("sittingItem.position")
    .execute();
