/** Deeds that many tests begin with: a quiz released to the class, a student who answers it. */
import { choiceContent } from "./choices.ts";
import { presets, type Rules } from "@verdant/core/delivery/rules";
import type { Content } from "@verdant/core/items/kinds";
import { composeQuiz, createQuiz } from "../../assembly/service.ts";
import * as delivery from "../../delivery/service.ts";
import type { Workbench } from "./workbench.ts";

/** Composes `count` questions for the class, or takes these items in this order, and releases them now. */
export async function release(
  bench: Workbench,
  given: { count?: number; itemIds?: readonly string[]; rules?: Partial<Rules>; shutsInMinutes?: number } = {},
) {
  const { classId } = bench;
  const quiz = given.itemIds
    ? await createQuiz(bench.lead, { body: { classId, itemIds: [...given.itemIds] } })
    : await composeQuiz(bench.lead, { params: { classId }, body: { count: given.count ?? 3 } });
  const shutsAt =
    given.shutsInMinutes === undefined
      ? null
      : new Date(bench.clock.now.getTime() + given.shutsInMinutes * 60_000).toISOString();
  const released = await delivery.releaseQuiz(bench.lead, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      rules: { ...presets.weeklyReview, ownOrder: false, ...given.rules },
      targets: [{ classId: bench.classId, groupId: null, studentId: null, opensAt: null, shutsAt }],
    },
  });
  return { quiz, releaseId: released.id };
}

/** The keys of a release's items by position, as only the database knows them. */
export async function keysOf(
  bench: Workbench,
  sittingId: string,
): Promise<Map<number, { key: string; wrong: string }>> {
  const rows = await bench.db
    .selectFrom("sittingItem")
    .innerJoin("itemRevision", "itemRevision.id", "sittingItem.revisionId")
    .where("sittingId", "=", sittingId)
    .select(["position", "content"])
    .execute();
  const pick = (content: Content, isKey: boolean) =>
    choiceContent(content).options.find((option) => option.isKey === isKey)?.id ?? "";
  return new Map(rows.map((row) => [row.position, { key: pick(row.content, true), wrong: pick(row.content, false) }]));
}

export const choice = (seq: number, position: number, optionId: string | null, clientMs = 0) => ({
  seq,
  position,
  answer: { kind: "oneRightAnswer" as const, optionId },
  revisit: false,
  spentMs: 1000,
  clientMs,
});

/** Begins a sitting, answers each question (right where `isRight` says so) and hands it in. */
export async function sit(
  bench: Workbench,
  student: number,
  releaseId: string,
  isRight: (position: number) => boolean,
) {
  const begun = await delivery.beginSitting(bench.students[student]!.scope, { params: { releaseId } });
  const sittingId = begun.sitting.id;
  const keys = await keysOf(bench, sittingId);
  const sitter = bench.sitter(begun.token);
  const events = [...keys].map(([position, { key, wrong }], i) =>
    choice(i + 1, position, isRight(position) ? key : wrong),
  );
  await delivery.saveAnswers(sitter, {
    params: { sittingId },
    body: { epoch: begun.sitting.epoch, events, shown: [...keys.keys()] },
  });
  await delivery.handIn(sitter, { params: { sittingId } });
  return { sittingId, sitter };
}
