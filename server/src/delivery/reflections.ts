/** Reflections: the department's form, and what a student answers before a go. */
import type * as contract from "@verdant/contract/beforeGo";
import type { Input, Result } from "@verdant/contract/endpoint";
import { isAnswered, isAskedFor } from "@verdant/core/delivery/beforeGo";
import { usualReflection } from "@verdant/core/delivery/reflection";
import { completeRules } from "@verdant/core/delivery/rules";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope, type Student } from "../platform/scope.ts";
import * as store from "./beforeGoStore.ts";
import { isOver } from "./isOver.ts";
import * as sittingStore from "./sittingStore.ts";
import * as releaseStore from "./store.ts";

export async function showReflectionForm({
  db,
  caller,
}: Scope<Member>): Promise<Result<typeof contract.showReflectionForm>> {
  return { questions: (await store.findReflectionForm(db, caller.departmentId)) ?? usualReflection };
}

export function setReflectionForm(
  scope: Scope<Member>,
  { body }: Input<typeof contract.setReflectionForm>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    const before = await store.findReflectionForm(within.db, departmentId);
    await store.updateReflectionForm(within.db, departmentId, body.questions);
    await record(within, {
      departmentId,
      entity: "department",
      entityId: departmentId,
      action: "reflectionFormSet",
      before,
      after: { questions: body.questions },
    });
    return { ok: true };
  });
}

/** The answers of a student whose next go asks for them. */
export function reflect(
  scope: Scope<Student>,
  { params: { releaseId }, body }: Input<typeof contract.reflect>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, studentId } = caller;
    const [given] = await releaseStore.listReleasesFor(db, departmentId, studentId, { releaseIds: [releaseId] });
    const { before } = completeRules(need(given, "release").rules);
    const goes = await sittingStore.listSittings(db, departmentId, studentId, [releaseId]);
    const ordinal = goes.length + 1;
    const questions = isAskedFor(before, ordinal) ? before.reflection : null;
    if (questions === null || goes.some((go) => !isOver(go, now()))) throw new Failure("reflectionNotAsked");
    if (!isAnswered(questions, body.answers)) throw new Failure("reflectionUnfinished", {}, { at: "/body/answers" });
    const answers = Object.fromEntries(questions.map(({ id }) => [id, body.answers[id] ?? ""]));
    await store.upsertReflection(db, { departmentId, releaseId, studentId, ordinal }, answers, now());
    return { ok: true };
  });
}
