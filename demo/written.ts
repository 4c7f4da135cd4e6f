/** A quiz with one written answer, half marked by its teacher; a colleague has marked a second time what is marked. */
import { presets } from "@verdant/core/delivery/rules";
import type { Levels, Written } from "@verdant/core/items/written";
import { createQuiz } from "../server/src/assembly/service.ts";
import * as delivery from "../server/src/delivery/service.ts";
import * as marking from "../server/src/marking/service.ts";
import { hashOf } from "../server/src/platform/id.ts";
import type { Member, OpenScope, Sitter, Student } from "../server/src/platform/scope.ts";
import { classInUse, rosterOf, type Lately } from "./path.ts";

const day = 86_400_000;

export async function insertWritten({ scopeAt, now, lead, school }: Lately<"written">): Promise<void> {
  const { departmentId } = lead;
  const { db } = scopeAt(lead, now);
  const before = (days: number, minutes = 0) => new Date(now.getTime() - days * day + minutes * 60_000);
  const { classId } = await classInUse(db, lead, school.class);
  const [first, second] = [await memberNamed(db, lead, school.first), await memberNamed(db, lead, school.second)];
  const { id: itemId, content } = await db
    .selectFrom("item")
    .innerJoin("itemRevision", "itemRevision.id", "item.approvedRevisionId")
    .select(["item.id", "itemRevision.content"])
    .where("item.departmentId", "=", departmentId)
    .where("item.label", "=", school.item)
    .executeTakeFirstOrThrow();
  if (content.kind !== "written") throw new Error(`${school.item} is no written answer`);
  const giving = scopeAt(first, before(6));
  const quiz = await createQuiz(giving, { body: { classId, itemIds: [itemId], name: school.name } });
  const { id: releaseId } = await delivery.releaseQuiz(giving, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      rules: { ...presets.homework, goes: 1 },
      targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: before(1).toISOString() }],
    },
  });
  const roster = await rosterOf(db, departmentId, classId);
  const goes: string[] = [];
  for (const [i, { text }] of school.answers.entries()) {
    const studentId = roster[i];
    if (studentId === undefined) break;
    const at = before(5, i * 47);
    const student: Student = { kind: "student", departmentId, studentId };
    const { sitting, token } = await delivery.beginSitting(scopeAt(student, at), { params: { releaseId } });
    const later = scopeAt<Sitter>({ kind: "sitter", tokenHash: hashOf(token) }, new Date(at.getTime() + 5 * 60_000));
    const params = { sittingId: sitting.id };
    const event = { seq: 1, position: 1, revisit: false, spentMs: 150_000 + 4000 * i, clientMs: later.now().getTime() };
    const events = [{ ...event, answer: { kind: "written" as const, text } }];
    await delivery.saveAnswers(later, { params, body: { epoch: 1, events, shown: [1] } });
    await delivery.handIn(later, { params });
    goes.push(sitting.id);
  }
  for (const text of school.comments) await marking.keepMarkingComment(scopeAt(first, before(3)), { body: { text } });
  for (const [i, one] of school.answers.entries()) {
    const sittingId = goes[i];
    if (sittingId === undefined || !one.first) continue;
    const params = { sittingId, position: 1 };
    const comment = one.says === undefined ? "" : (school.comments[one.says] ?? "");
    const levels = levelsOf(content, one.first);
    await marking.markWrittenAnswer(scopeAt(first, before(1, i)), {
      params,
      body: { levels, comment, version: 0, alike: [] },
    });
    if (one.second)
      await marking.markSecond(scopeAt(second, before(1, 60 + i)), {
        params,
        body: { levels: levelsOf(content, one.second) },
      });
  }
}

async function memberNamed(db: OpenScope["db"], lead: Member, name: string): Promise<Member> {
  const { personId } = await db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .select("membership.personId")
    .where("membership.departmentId", "=", lead.departmentId)
    .where("person.name", "=", name)
    .executeTakeFirstOrThrow();
  return { ...lead, name, personId, role: "teacher" };
}

/** The level of each criterion, in order, by its place from 0. */
const levelsOf = ({ criteria }: Written, places: readonly number[]): Levels & Record<string, string> =>
  Object.fromEntries(criteria.map(({ id, levels }, i) => [id, levels[places[i] ?? 0]?.id ?? ""]));
