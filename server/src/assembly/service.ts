/** Quizzes: composing them, showing them with their checks, changing them by hand. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/assembly";
import type * as requirements from "@verdant/contract/requirements";
import type * as quizList from "@verdant/contract/quizList";
import type { QuizState } from "@verdant/contract/quizList";
import { questionsOf } from "@verdant/core/assembly/layout";
import { groupBy } from "@verdant/core/groupBy";
import { dateOf } from "@verdant/core/plan/day";
import { dueOfClass, type ClassDue } from "../plan/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { firstOf } from "../platform/firstOf.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope, type OpenScope } from "../platform/scope.ts";
import { choose, countFor, type Choice } from "./choose.ts";
import { describeLoaded, describeQuiz } from "./describeQuiz.ts";
import { layOut, layoutOf, moveOn, type Part } from "./layout.ts";
import { loadQuiz, woven } from "./loadQuiz.ts";
import { noteStep } from "./noteStep.ts";
import * as store from "./store.ts";

export { listMatches, listSwaps } from "./alternatives.ts";
export { arrangeQuiz } from "./arrange.ts";
export { setLayout } from "./layout.ts";
export { changeMix, weaveQuiz } from "./mix.ts";
export { previewQuiz } from "./preview.ts";
export { keepRequirementSet, listRequirementSets, removeRequirementSet } from "./requirementSets.ts";
export { redoQuizStep, undoQuizStep } from "./steps.ts";

type Quiz = Result<typeof contract.showQuiz>;

export async function composeQuiz(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.composeQuiz>,
): Promise<Quiz> {
  const due = await dueOfClass(scope, scope.caller.departmentId, params.classId);
  const quizId = newId();
  const choice = await choose(scope, due, { count: body.count, blueprint: null, seed: quizId });
  if (choice.itemIds.length === 0) throw nothingToCompose(due.class.name);
  return insertQuiz(scope, due, {
    quizId,
    name: `Review of ${dayMonth(dateOf(due.today))}`,
    parts: [onePart(choice.itemIds)],
    blueprint: { asked: body.count, gap: choice.gap },
    action: "composed",
    lastUse: choice.lastUse,
  });
}

/** A quiz from items chosen by hand. */
export async function createQuiz(scope: OpenScope<Member>, { body }: Input<typeof contract.createQuiz>): Promise<Quiz> {
  const due = await dueOfClass(scope, scope.caller.departmentId, body.classId);
  return insertQuiz(scope, due, {
    quizId: newId(),
    name: body.name ?? `${due.class.name}, ${weekdayDayMonth(dateOf(due.today))}`,
    parts: [onePart(body.itemIds)],
    blueprint: { asked: body.itemIds.length, gap: null },
    action: "created",
  });
}

/** A quiz that is laid out already. */
export async function createQuizOf(
  scope: OpenScope<Member>,
  { classId, name, parts }: { classId: string; name: string; parts: readonly Part[] },
): Promise<Quiz> {
  const due = await dueOfClass(scope, scope.caller.departmentId, classId);
  return insertQuiz(scope, due, {
    ...{ quizId: newId(), name, parts, action: "created" },
    blueprint: { asked: questionsOf(parts), gap: null },
  });
}

async function insertQuiz(
  scope: OpenScope<Member>,
  due: ClassDue,
  given: {
    quizId: string;
    name: string;
    parts: readonly Part[];
    blueprint: { asked: number; gap: number | null };
    action: string;
    lastUse?: ReadonlyMap<string, string> | undefined;
  },
): Promise<Quiz> {
  const { quizId, name, parts, blueprint, action, lastUse } = given;
  const written = await atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const number = await store.insertQuiz(db, {
      departmentId,
      id: quizId,
      name,
      courseId: due.class.courseId,
      classId: due.class.id,
      wordsToStudents: null,
      blueprint: JSON.stringify(blueprint),
      seed: quizId,
      createdBy: personId,
      createdAt: now(),
      archivedAt: null,
    });
    const quiz = {
      ...{ id: quizId, number, name, version: 1, classId: due.class.id, blueprint, seed: quizId },
      ...{ undo: null, redo: null },
    };
    const laid = await layOut(within, { quiz, due, places: [] }, parts);
    const after = { itemIds: laid.places.flatMap((place) => (place.type === "fixed" ? [place.item.id] : [])) };
    await record(within, { departmentId, entity: "quiz", entityId: quizId, action, after });
    return { quiz, due, ...laid };
  });
  return describeLoaded(scope, scope.caller.departmentId, written, { lastUse, releases: [] });
}

const onePart = (itemIds: readonly string[]): Part => ({
  heading: null,
  instruction: null,
  orderRule: "woven",
  places: itemIds.map((itemId) => ({ type: "fixed", itemId, locked: false })),
});

const nothingToCompose = (className: string) => new Failure("nothingToCompose", { className });

const weekdayDayMonth = (date: string) =>
  new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "long", timeZone: "UTC" }).format(
    new Date(date),
  );

const dayMonth = (date: string) =>
  new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", timeZone: "UTC" }).format(new Date(date));

/**
 * Composes again, with another number of questions or by a blueprint; the quiz keeps its id, number and name. What is
 * locked stays, and stays in its place.
 */
export async function recomposeQuiz(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.recomposeQuiz>,
): Promise<Quiz> {
  const { departmentId } = scope.caller;
  const loaded = await loadQuiz(scope, departmentId, params.quizId);
  const { quiz, due } = loaded;
  // Not by version: asking for one more and for one fewer again brings back what was.
  const seed = quiz.id;
  const { blueprint } = body;
  const count = blueprint?.count ?? body.count;
  const choice = await choose(scope, due, { count, blueprint, seed });
  if (choice.itemIds.length === 0 && !blueprint) throw nothingToCompose(due.class.name);
  const part = await withLocked(scope, loaded, choice);
  const next = {
    asked: blueprint?.count ?? body.count,
    gap: choice.gap,
    requirements: blueprint,
    shortfalls: choice.shortfalls,
  };
  const written = await atomically(scope, async (within) => {
    const version = await moveOn(within, params.quizId, body.version, { blueprint: JSON.stringify(next), seed });
    // Only what is locked was seen before; everything else comes in as it is now.
    const kept = loaded.places.filter((place) => place.row.locked);
    const laid = await layOut(within, { ...loaded, places: kept }, [part]);
    await record(within, {
      departmentId,
      entity: "quiz",
      entityId: quiz.id,
      action: "recomposed",
      before: layoutOf(loaded),
      after: { count: choice.itemIds.length },
    });
    const steps = await noteStep(within, quiz.id, {
      kind: "layout",
      before: { parts: layoutOf(loaded), blueprint: quiz.blueprint },
      after: { parts: [part], blueprint: next },
    });
    return { ...loaded, ...laid, quiz: { ...quiz, version, blueprint: next, ...steps } };
  });
  return describeLoaded(scope, departmentId, written, { lastUse: choice.lastUse });
}

/** What each requirement could be served by, as it is being put together. */
export async function countServing(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof requirements.countServing>,
): Promise<Result<typeof requirements.countServing>> {
  const { due } = await loadQuiz(scope, scope.caller.departmentId, params.quizId);
  return { serving: await countFor(scope, due, body.blueprint) };
}

/** The choice as one part, in which the locked places stand where they stood. */
async function withLocked(
  scope: OpenScope<Member>,
  { due, quiz, places }: Awaited<ReturnType<typeof loadQuiz>>,
  choice: Choice,
): Promise<Part> {
  const locked = places.flatMap((place, at) => (place.type === "fixed" && place.row.locked ? [{ place, at }] : []));
  const families = new Set(locked.map(({ place }) => place.item.familyId));
  const chosen = await store.listItemsById(scope.db, scope.caller.departmentId, choice.itemIds);
  const byId = new Map(chosen.map((item) => [item.id, item]));
  const others = choice.itemIds.flatMap((id) => byId.get(id) ?? []).filter((item) => !families.has(item.familyId));
  const rest = others.slice(0, Math.max(0, choice.itemIds.length - locked.length));
  const order = (locked.length > 0 ? await woven(scope, due, rest, quiz.seed) : rest).map((item) => item.id);
  const part = onePart(order);
  const all = [...part.places];
  for (const { place, at } of locked)
    all.splice(Math.min(at, all.length), 0, {
      type: "fixed",
      itemId: place.item.id,
      locked: true,
      points: place.points,
    });
  return { ...part, places: all };
}

export function showQuiz(scope: OpenScope<Member>, { params }: Input<typeof contract.showQuiz>): Promise<Quiz> {
  return describeQuiz(scope, scope.caller.departmentId, params.quizId);
}

export async function renameQuiz(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.renameQuiz>,
): Promise<Quiz> {
  await atomically(scope, async (within) => {
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
  });
  return describeQuiz(scope, scope.caller.departmentId, params.quizId);
}

const quizzesPerPage = 60;
/** Beads of a row. */
const mostStrands = 12;

export async function listQuizzes(
  { db, caller }: Scope<Member>,
  { query }: Input<typeof quizList.listQuizzes>,
): Promise<Result<typeof quizList.listQuizzes>> {
  const { after, order, ...filter } = query;
  const { departmentId } = caller;
  const rows = await store.listQuizzes(db, departmentId, filter, { after, order, limit: quizzesPerPage + 1 });
  const { first: shown, isMore } = firstOf(rows, quizzesPerPage);
  const strands = groupBy(
    await store.listStrands(
      db,
      departmentId,
      shown.map((row) => row.id),
    ),
    (one) => one.quizId,
  );
  const count = (state: QuizState) => store.countQuizzes(db, departmentId, { ...filter, state });
  return {
    total: await store.countQuizzes(db, departmentId, filter),
    states: { waiting: await count("waiting"), released: await count("released") },
    next: isMore ? (shown.at(-1)?.number ?? null) : null,
    quizzes: shown.map((row) => ({
      ...row,
      questions: row.questions ?? 0,
      strands: (strands.get(row.id) ?? []).slice(0, mostStrands),
      createdAt: row.createdAt.toISOString(),
      releasedAt: row.releasedAt?.toISOString() ?? null,
    })),
  };
}

/** Quizzes whose name holds `text`, or whose number it is; the newest first. */
export const findQuizzes = ({ db }: Scope<Member>, departmentId: string, text: string, limit: number) =>
  store.findQuizzes(db, departmentId, text, limit);
