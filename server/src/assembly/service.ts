/** Quizzes: composing them from what is due, showing them with their checks, changing them by hand. */
import type * as contract from "@verdant/contract/assembly";
import type { Input, Result } from "@verdant/contract/endpoint";
import { dateOf } from "@verdant/core/plan/day";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { dueOfClass } from "../plan/service.ts";
import { choose, type Choice } from "./choose.ts";
import { describeQuiz } from "./describeQuiz.ts";
import * as store from "./store.ts";

type Quiz = Result<typeof contract.showQuiz>;

export async function composeQuiz(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.composeQuiz>,
): Promise<Quiz> {
  const { departmentId, personId } = scope.caller;
  const due = await dueOfClass(scope, departmentId, params.classId);
  const quizId = newId();
  const choice = await choose(scope, due, body.count, quizId);
  if (choice.items.length === 0) throw nothingToCompose(due.class.name);
  return atomically(scope, async (within) => {
    const number = await store.takeQuizNumber(within.db, departmentId);
    const partId = newId();
    await store.insertQuiz(
      within.db,
      {
        departmentId,
        id: quizId,
        number,
        name: `Review of ${dayMonth(dateOf(due.today))}`,
        courseId: due.class.courseId,
        classId: due.class.id,
        wordsToStudents: null,
        blueprint: JSON.stringify({ asked: body.count, gap: choice.gap }),
        seed: quizId,
        createdBy: personId,
        createdAt: within.now(),
        archivedAt: null,
      },
      { departmentId, id: partId, quizId, position: 1, heading: null, instruction: null },
    );
    await insertChoice(within, partId, choice);
    await record(within, {
      departmentId,
      entity: "quiz",
      entityId: quizId,
      action: "composed",
      after: { count: choice.items.length },
    });
    return describeQuiz(within, departmentId, quizId);
  });
}

const nothingToCompose = (className: string) =>
  new Failure(
    "conflict",
    `Nothing can be composed for ${className} yet: no topic that has been taught has a usable practice item. Write items, or check the dates of the units.`,
  );

const dayMonth = (date: string) =>
  new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", timeZone: "UTC" }).format(new Date(date));

/** Composes again, with another number of questions; the quiz keeps its id, number and name. */
export async function recomposeQuiz(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.recomposeQuiz>,
): Promise<Quiz> {
  const { departmentId } = scope.caller;
  const quiz = need(await store.findQuiz(scope.db, departmentId, params.quizId), "quiz");
  const due = await dueOfClass(scope, departmentId, quiz.classId ?? "");
  const seed = `${quiz.id} ${body.version}`;
  const choice = await choose(scope, due, body.count, seed);
  if (choice.items.length === 0) throw nothingToCompose(due.class.name);
  return atomically(scope, async (within) => {
    const blueprint = JSON.stringify({ asked: body.count, gap: choice.gap });
    await moveOn(within, params.quizId, body.version, { blueprint, seed });
    await store.deletePlaces(within.db, departmentId, quiz.partId, []);
    await insertChoice(within, quiz.partId, choice);
    await record(within, {
      departmentId,
      entity: "quiz",
      entityId: quiz.id,
      action: "recomposed",
      after: { count: choice.items.length },
    });
    return describeQuiz(within, departmentId, quiz.id);
  });
}

function insertChoice({ db, caller }: Scope<Member>, partId: string, { items }: Choice): Promise<void> {
  return store.insertPlaces(
    db,
    items.map(({ itemId, revisionId, unitId }, at) => ({
      departmentId: caller.departmentId,
      id: newId(),
      partId,
      position: at + 1,
      kind: "fixed" as const,
      itemId,
      seenRevisionId: revisionId,
      unitId,
    })),
  );
}

export function showQuiz(scope: Scope<Member>, { params }: Input<typeof contract.showQuiz>): Promise<Quiz> {
  return describeQuiz(scope, scope.caller.departmentId, params.quizId);
}

/** Sets which items stand in a quiz, and in which order. Places that stay keep their points and revisions seen. */
export function arrangeQuiz(scope: Scope<Member>, { params, body }: Input<typeof contract.arrangeQuiz>): Promise<Quiz> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const quiz = need(await store.findQuiz(db, departmentId, params.quizId), "quiz");
    const before = await store.listPlaces(db, departmentId, quiz.id);
    const { itemIds } = body;
    if (new Set(itemIds).size !== itemIds.length) throw invalidItems("One of the items stands twice.");
    const isReordered = before.length === itemIds.length && before.every((place) => itemIds.includes(place.itemId));
    const gap = isReordered ? (quiz.blueprint?.gap ?? null) : null;
    const asked = isReordered ? (quiz.blueprint?.asked ?? itemIds.length) : itemIds.length;
    await moveOn(within, quiz.id, body.version, { blueprint: JSON.stringify({ asked, gap }) });

    const kept = before.filter((place) => itemIds.includes(place.itemId));
    await store.deletePlaces(
      db,
      departmentId,
      quiz.partId,
      kept.map((place) => place.id),
    );
    await store.insertPlaces(
      db,
      await newPlaces(
        within,
        quiz,
        itemIds.filter((id) => !kept.some((place) => place.itemId === id)),
      ),
    );
    await store.setPositions(db, departmentId, quiz.partId, itemIds);
    await record(within, {
      departmentId,
      entity: "quiz",
      entityId: quiz.id,
      action: "arranged",
      before: before.map((place) => place.itemId),
      after: itemIds,
    });
    return describeQuiz(within, departmentId, quiz.id);
  });
}

const invalidItems = (detail: string) =>
  new Failure("invalid", detail, { errors: [{ pointer: "/body/itemIds", detail }] });

/** Places for items that are put in by hand; each goes to the unit of the class's course that lists its topic. */
async function newPlaces(
  scope: Scope<Member>,
  quiz: { partId: string; classId: string | null },
  itemIds: readonly string[],
) {
  if (itemIds.length === 0) return [];
  const { departmentId } = scope.caller;
  const bank = await scope.bank.usableItems(departmentId);
  const due = await dueOfClass(scope, departmentId, quiz.classId ?? "");
  return itemIds.map((itemId) => {
    const i = bank.itemIds.indexOf(itemId);
    if (i < 0) throw invalidItems("One of the items cannot be used: it lacks something, is retired or is not there.");
    const topicId = due.rollUp.get(bank.topicIds[i] ?? "");
    const unitId = due.topics.find((topic) => topic.topicId === topicId)?.strand.unitId ?? null;
    return {
      departmentId,
      id: newId(),
      partId: quiz.partId,
      position: 0,
      kind: "fixed" as const,
      itemId,
      seenRevisionId: bank.revisionIds[i] ?? "",
      unitId,
    };
  });
}

export function renameQuiz(scope: Scope<Member>, { params, body }: Input<typeof contract.renameQuiz>): Promise<Quiz> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    const quiz = need(await store.findQuiz(within.db, departmentId, params.quizId), "quiz");
    await moveOn(within, quiz.id, body.version, { name: body.name });
    await record(within, {
      departmentId,
      entity: "quiz",
      entityId: quiz.id,
      action: "renamed",
      before: quiz.name,
      after: body.name,
    });
    return describeQuiz(within, departmentId, quiz.id);
  });
}

async function moveOn(
  { db, caller }: Scope<Member>,
  quizId: string,
  version: number,
  change: Parameters<typeof store.updateQuiz>[2],
) {
  const moved = await store.updateQuiz(db, { departmentId: caller.departmentId, quizId, version }, change);
  if (!moved)
    throw new Failure(
      "stale",
      "A colleague changed this quiz after you opened it. Look at the new version, then change it again.",
    );
}

export async function listQuizzes({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listQuizzes>> {
  const rows = await store.listQuizzes(db, caller.departmentId);
  return {
    quizzes: rows.map((row) => ({
      ...row,
      questions: row.questions ?? 0,
      createdAt: row.createdAt.toISOString(),
      releasedAt: row.releasedAt?.toISOString() ?? null,
    })),
  };
}
