/** What was done with a class about wrong answers, and what came out when the questions came back. */
import type { Input, Result } from "@verdant/contract/endpoint";
import { remedyKinds, type Helped } from "@verdant/contract/remedies";
import type * as contract from "@verdant/contract/remedies";
import { groupBy } from "@verdant/core/groupBy";
import { changeOfShares, judged } from "@verdant/core/insight/growth";
import { shareOfStudents } from "@verdant/core/insight/wilson";
import { headline } from "@verdant/core/richText";
import { rollUpOf } from "../courses/schedule.ts";
import { needClass } from "../courses/service.ts";
import { ideasIn, listContents, listMisconceptions } from "../insight/ideasIn.ts";
import { dueOfClass } from "../plan/service.ts";
import { need } from "../platform/failure.ts";
import { firstOf } from "../platform/firstOf.ts";
import { record } from "../platform/history.ts";
import { localDateOf } from "../platform/localDate.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";
import type { CameBack } from "./store.ts";

const shown = 50;
/** More than the weeks that the grid of a plan goes back. */
const weeksMarked = 12;
/** Of a class with more, the newest: some forty quizzes of thirty students. */
const mostOfClass = 20_000;
/** Over all classes each answer is looked at for the idea that it showed. */
const mostOfAll = 10_000;

export async function showClassRemedies(
  scope: OpenScope<Member>,
  { params: { classId } }: Input<typeof contract.showClassRemedies>,
): Promise<Result<typeof contract.showClassRemedies>> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const due = await dueOfClass(scope, departmentId, classId);
  const { first, isMore } = firstOf(await store.listRemedies(db, departmentId, classId, shown + 1), shown);
  const back = await store.listCameBack(db, departmentId, [classId], mostOfClass);
  const byRemedy = groupBy(back, ({ remedyId }) => remedyId ?? "");
  return {
    ...{ classId, className: due.class.name, isMore },
    remedies: first.map(({ id, kind, at, by, topicId, topic, itemId, number, content }) => ({
      ...{ id, kind, at: at.toISOString(), by },
      topic: topicId === null ? null : { id: topicId, name: topic ?? "" },
      item:
        itemId === null || number === null || content === null
          ? null
          : { id: itemId, number, stem: headline(content.stem) },
      outcome: outcomeOf(byRemedy.get(id) ?? []),
    })),
    ...besideNothing(back),
    topics: due.topics.map(({ topicId, name }) => ({ id: topicId, name })),
  };
}

/** What the grid of the plan marks: a deed stands at the topic that the course lists, on the day of the class's place. */
export async function listRemedyDays(
  scope: Scope<Member>,
  { params: { classId } }: Input<typeof contract.listRemedyDays>,
): Promise<Result<typeof contract.listRemedyDays>> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const { courseId, timeZone } = await needClass(scope, departmentId, classId);
  const rollUp = await rollUpOf(scope, departmentId, courseId);
  const since = new Date(now().getTime() - weeksMarked * 7 * 86_400_000);
  const days = (await store.listDays(db, departmentId, classId, since)).flatMap(({ kind, topicId, at }) => {
    const listed = rollUp.get(topicId ?? "");
    return listed === undefined ? [] : [{ kind, topicId: listed, on: localDateOf(at, timeZone) }];
  });
  const once = new Map(days.map((day) => [`${day.kind} ${day.topicId} ${day.on}`, day]));
  return { days: [...once.values()] };
}

export function addRemedy(
  scope: Scope<Member>,
  { params: { classId, remedyId }, body }: Input<typeof contract.addRemedy>,
): Promise<Result<typeof contract.addRemedy>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    await needClass(within, departmentId, classId);
    const about =
      body.kind === "starter"
        ? await ofItem(within, body.itemId)
        : { topicId: need(await store.findTopic(db, departmentId, body.topicId), "topic").id, itemId: null };
    const said = new Date(body.at ?? now());
    const at = said < now() ? said : now();
    const isNew = await store.insertRemedy(db, {
      ...{ departmentId, id: remedyId, classId, kind: body.kind, ...about, by: caller.personId, at },
    });
    if (isNew)
      await record(within, {
        ...{
          departmentId,
          entity: "class",
          entityId: classId,
          action: body.kind === "starter" ? "starterShown" : "taughtAgain",
        },
        after: { remedyId, ...about },
      });
    return { ok: true };
  });
}

async function ofItem({ db, caller }: Scope<Member>, itemId: string) {
  const item = need(await store.findItemTopic(db, caller.departmentId, itemId), "item");
  return { itemId: item.id, topicId: item.topicId };
}

export function removeRemedy(
  scope: Scope<Member>,
  { params: { classId, remedyId } }: Input<typeof contract.removeRemedy>,
): Promise<Result<typeof contract.removeRemedy>> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    await needClass(within, departmentId, classId);
    // Whoever comes second finds it done.
    if (await store.deleteRemedy(db, { departmentId, classId, id: remedyId }))
      await record(within, {
        ...{ departmentId, entity: "class", entityId: classId, action: "remedyTakenBack", before: { remedyId } },
      });
    return { ok: true };
  });
}

export async function listWhatHelped({
  db,
  caller,
  now,
}: Scope<Member>): Promise<Result<typeof contract.listWhatHelped>> {
  const { departmentId } = caller;
  const classIds = await store.listClassesWithRemedies(db, departmentId, now().toISOString().slice(0, 10));
  const { first, isMore } = firstOf(await store.listCameBack(db, departmentId, classIds, mostOfAll + 1), mostOfAll);
  const contents = await listContents(db, departmentId, [...new Set(first.map(({ revisionId }) => revisionId))]);
  const names = await listMisconceptions(db, departmentId);
  const byIdea = new Map<string, CameBack[]>();
  for (const one of first) {
    const content = contents.get(one.revisionId);
    for (const idea of content ? ideasIn({ ...one, content }).shown : [])
      if (names.has(idea)) byIdea.set(idea, [...(byIdea.get(idea) ?? []), one]);
  }
  // Only ideas about which something was done can be compared with anything.
  const told = [...byIdea].filter(([, of]) => of.some(({ kind }) => kind !== null));
  return {
    ideas: [
      { idea: null, ...besideNothing(first) },
      ...told
        .sort(([, a], [, b]) => b.length - a.length)
        .slice(0, shown)
        .map(([id, of]) => ({ idea: names.get(id) ?? null, ...besideNothing(of) })),
    ],
    isCut: isMore,
  };
}

/** Each kind of remedy beside nothing; what is said of both holds for them together. */
function besideNothing(back: readonly CameBack[]): { helped: Helped[]; without: Helped["outcome"] } {
  const without = back.filter(({ kind }) => kind === null);
  const kinds = remedyKinds.flatMap((kind) => {
    const of = back.filter((one) => one.kind === kind);
    return of.length === 0 ? [] : [{ kind, of }];
  });
  const changes = judged(kinds.map(({ of }) => changeOfShares(byStudent(without), byStudent(of))));
  return {
    helped: kinds.map(({ kind, of }, i) => ({ kind, outcome: outcomeOf(of), change: changes[i] ?? null })),
    without: outcomeOf(without),
  };
}

/** One student's answers say less than as many of different ones. */
const byStudent = (back: readonly CameBack[]) =>
  [...groupBy(back, ({ classId, studentId }) => `${classId} ${studentId}`).values()].map((own) => ({
    right: own.reduce((sum, { credit }) => sum + credit, 0),
    outOf: own.length,
  }));

const outcomeOf = (back: readonly CameBack[]) => shareOfStudents(byStudent(back));
