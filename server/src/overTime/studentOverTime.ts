/** A student over the school year, and the note that staff keep. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type { ClassStandards } from "@verdant/contract/insight";
import type * as contract from "@verdant/contract/overTime";
import { groupBy } from "@verdant/core/groupBy";
import { betweenGoes } from "@verdant/core/insight/betweenGoes";
import { answersToSecure } from "@verdant/core/insight/mastery";
import { shareOf } from "@verdant/core/insight/wilson";
import { wrongIdeas } from "@verdant/core/insight/wrongIdeas";
import { bandOf } from "@verdant/core/plan/band";
import { dateOf } from "@verdant/core/plan/day";
import { due } from "@verdant/core/plan/due";
import { headline } from "@verdant/core/richText";
import { listStudentsOfClass } from "../courses/listClasses.ts";
import { firstGoesOf } from "../insight/firstGoes.ts";
import { ideasIn, listContents, listMisconceptions } from "../insight/ideasIn.ts";
import { standardsOfClass } from "../insight/standardResults.ts";
import { showMarks } from "../marks/service.ts";
import { dueOfClass, type ClassDue } from "../plan/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { localDateOf } from "../platform/localDate.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import { changesOfStudents } from "./classOverTime.ts";
import { creditsOfTopics, type Credits } from "./creditsOfTopics.ts";
import * as store from "./store.ts";

type Shown = Result<typeof contract.showStudentOverTime>;

const mostWords = 20;
const mostNext = 3;

export async function showStudentOverTime(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.showStudentOverTime>,
): Promise<Shown> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { classId, studentId } = params;
  const reading = firstGoesOf(scope, departmentId, classId);
  const [plan, marks, answers, note, firstGoes, standards, goes] = await Promise.all([
    dueOfClass(scope, departmentId, classId),
    showMarks(scope, { params: { classId } }),
    store.listAnswersOfStudent(db, departmentId, classId, studentId),
    noteOf(scope, studentId),
    reading,
    standardsOfClass(scope, classId, reading),
    store.listAnswersOfGoes(db, departmentId, classId, studentId),
  ]);
  const goesOf = groupBy(goes, ({ releaseId }) => releaseId);
  const at = marks.students.findIndex((one) => one.studentId === studentId);
  const student = need(marks.students[at], "student");
  const releaseIds = marks.releases.map(({ id }) => id);
  const credits = creditsOfTopics(firstGoes, releaseIds, plan.rollUp, (id) => id === studentId);
  const contents = await listContents(db, departmentId, [...new Set(answers.map(({ revisionId }) => revisionId))]);
  const topics = topicsOf(
    plan,
    studentId,
    credits.filter((row) => row.studentId === studentId),
  );
  const told = answers.flatMap((answer) => {
    const content = contents.get(answer.revisionId);
    return content ? [{ ...answer, content }] : [];
  });
  const nameOf = (one: (typeof marks.students)[number] | undefined) =>
    one ? { id: one.studentId, name: one.name } : null;
  return {
    today: dateOf(plan.today),
    ...{ classId, className: marks.className, studentId, name: student.name },
    before: nameOf(marks.students[at - 1]),
    after: nameOf(marks.students[at + 1]),
    note,
    releases: student.cells.flatMap(({ releaseId: id, state, points, outOf, waitingPoints }, i) => {
      const release = marks.releases[i];
      if (!release || state === "notGiven") return [];
      const { name, weight, opensAt } = release;
      const on = localDateOf(new Date(opensAt), plan.class.timeZone);
      const between = betweenFirstAndLast(goesOf.get(id) ?? []);
      return [{ id, name, on, state, points, outOf, waitingPoints, weight, between }];
    }),
    more: marks.more,
    mark: student.share,
    counted: student.counted,
    change: changesOfStudents(marks, releaseIds, credits).get(studentId) ?? null,
    topics: topics.map(({ need: _, ...topic }) => topic),
    next: gainMost(topics).map(({ topicId, name, band }) => ({ topicId, name, band })),
    standards: standardsOf(standards, studentId),
    ideas: await ideasOf(scope, told),
    words: told
      .flatMap(({ itemId, content, reason, reasonAt }) =>
        reason === null || reasonAt === null
          ? []
          : [{ text: reason, at: reasonAt.toISOString(), itemId, stem: headline(content.stem) }],
      )
      .slice(0, mostWords),
  };
}

function betweenFirstAndLast(
  answers: Awaited<ReturnType<typeof store.listAnswersOfGoes>>,
): Shown["releases"][number]["between"] {
  const ordinals = [...new Set(answers.map(({ ordinal }) => ordinal))];
  const [first, last] = [ordinals[0], ordinals.at(-1)].map((n) => answers.filter(({ ordinal }) => ordinal === n));
  const found = first && last && ordinals.length > 1 ? betweenGoes(first, last) : null;
  if (!first || !last || !found) return null;
  const shareOfGo = (go: typeof answers) => go.reduce((sum, { credit }) => sum + credit, 0) / go.length;
  return { first: shareOfGo(first), last: shareOfGo(last), goes: answers[0]?.goes ?? 0, ...found };
}

/** Every topic that was taught to the student or asked, with what is believed of this student alone. */
function topicsOf(plan: ClassDue, studentId: string, own: readonly Credits[]) {
  const byTopic = groupBy(own, (row) => row.topicId ?? "");
  const standings = due(plan.memory, plan.topics, [studentId], plan.today, plan.taughtTo);
  return plan.topics.flatMap(({ topicId, name, strand }, i) => {
    const standing = standings[i];
    const rows = byTopic.get(topicId) ?? [];
    if (!standing || (standing.recall === null && rows.length === 0)) return [];
    const right = rows.reduce((sum, row) => sum + row.right, 0);
    const outOf = rows.reduce((sum, row) => sum + row.outOf, 0);
    return [
      {
        ...{ topicId, name, strand },
        band: standing.recall === null ? null : bandOf(standing.recall),
        share: shareOf(right, outOf),
        need: standing.need,
      },
    ];
  });
}

type Band = NonNullable<Shown["topics"][number]["band"]>;

/** The most is gained where importance times what is forgotten is largest. */
export const gainMost = <T extends { readonly need: number; readonly band: Band | null }>(
  topics: readonly T[],
): (T & { readonly band: Band })[] =>
  topics
    .flatMap((topic) => (topic.need > 0 && topic.band !== null ? [{ ...topic, band: topic.band }] : []))
    .sort((a, b) => b.need - a.need)
    .slice(0, mostNext);

function standardsOf({ standards }: ClassStandards, studentId: string): Shown["standards"] {
  return standards.flatMap(({ standardId, code, statement, secureLine, prior, students }) => {
    const own = students.find((one) => one.studentId === studentId);
    if (!own) return [];
    const { right, given, label } = own;
    const toSecure = answersToSecure(own, prior, secureLine);
    return [{ standardId, code, statement, secureLine, right, given, label, toSecure }];
  });
}

/** Ideas that more than one answer showed, the most often shown first. */
async function ideasOf(
  { db, caller }: Scope<Member>,
  answers: readonly Parameters<typeof ideasIn>[0][],
): Promise<Shown["ideas"]> {
  const names = await listMisconceptions(db, caller.departmentId);
  const given = answers.map(ideasIn);
  const count = (idea: string, of: "carried" | "shown") => given.filter((one) => one[of].includes(idea)).length;
  return wrongIdeas(given.map((one) => ({ student: "", ...one })))
    .map(({ idea }) => ({ name: names.get(idea), shown: count(idea, "shown"), chances: count(idea, "carried") }))
    .flatMap(({ name, ...one }) => (name === undefined || one.shown < 2 ? [] : [{ name, ...one }]))
    .sort((a, b) => b.shown - a.shown || (a.name < b.name ? -1 : 1));
}

async function noteOf({ db, caller }: Scope<Member>, studentId: string): Promise<Shown["note"]> {
  const note = await store.findNote(db, caller.departmentId, studentId);
  return note
    ? { text: note.text, by: note.by, at: note.at.toISOString(), version: note.version }
    : { text: "", by: null, at: null, version: 0 };
}

export function setStudentNote(
  scope: Scope<Member>,
  { params: { classId, studentId }, body: { text, version } }: Input<typeof contract.setStudentNote>,
): Promise<Result<typeof contract.setStudentNote>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const students = await listStudentsOfClass(db, departmentId, classId);
    need(
      students.find((one) => one.studentId === studentId),
      "student",
    );
    const isNewest = await store.writeNote(db, { departmentId, studentId, text, by: personId, at: now(), version });
    const note = await noteOf(within, studentId);
    if (!isNewest) throw new Failure("noteChanged", { by: note.by ?? "" }, { at: "/body/version" });
    // The text stands in the note alone: who reads the history need not read about a student.
    await record(within, {
      ...{ departmentId, entity: "class", entityId: classId },
      ...{ action: "studentNoted", after: { studentId } },
    });
    return note;
  });
}
