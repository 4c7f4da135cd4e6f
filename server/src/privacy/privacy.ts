/** What is kept of a student: shown, given away as a file, and erased. */
import type { Input, Result } from "@verdant/contract/endpoint";
import { leftOutOfFile, type Kept, type StudentFile } from "@verdant/contract/privacy";
import type * as contract from "@verdant/contract/privacy";
import { groupBy } from "@verdant/core/groupBy";
import { givenInWords } from "@verdant/core/items/onPaper";
import { plainText } from "@verdant/core/richText";
import { forgetStudent as forgetInCharacteristics } from "../characteristics/forget.ts";
import { saidOfStudent } from "../characteristics/service.ts";
import { forgetStudent as forgetInClassLists } from "../classLists/forget.ts";
import { forgetStudent as forgetInCourses } from "../courses/forget.ts";
import { forgetStudent as forgetInDelivery } from "../delivery/forget.ts";
import { forgetStudent as forgetInMarking } from "../marking/forget.ts";
import { forgetStudent as forgetInMarks } from "../marks/forget.ts";
import { forgetStudent as forgetInOverTime } from "../overTime/forget.ts";
import { forgetStudent as forgetInPaths } from "../paths/forget.ts";
import { letErase } from "../platform/erasing.ts";
import { Failure, need } from "../platform/failure.ts";
import { firstOf } from "../platform/firstOf.ts";
import { forgetInHistory, record } from "../platform/history.ts";
import { deleteKeysOf } from "../platform/requestKey.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { deleteSessionsIn } from "../platform/session.ts";
import { held } from "./held.ts";
import * as store from "./store.ts";

const shown = 50;

export async function listKeptStudents(
  scope: Scope<Member>,
  { query }: Input<typeof contract.listKeptStudents>,
): Promise<Result<typeof contract.listKeptStudents>> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { first, isMore } = firstOf(await store.listStudents(db, departmentId, query.text, shown + 1), shown);
  return { students: await keptOf(scope, first), isMore };
}

export async function showKeptStudent(
  scope: Scope<Member>,
  { params }: Input<typeof contract.showKeptStudent>,
): Promise<Result<typeof contract.showKeptStudent>> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const kept = await find(scope, params.studentId);
  return { ...kept, ...(await store.countKept(db, departmentId, params.studentId)) };
}

export async function exportStudent(
  scope: Scope<Member>,
  { params }: Input<typeof contract.exportStudent>,
): Promise<StudentFile> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const { studentId } = params;
  const row = need(await store.findStudent(db, departmentId, studentId), "student");
  const [kept] = await keptOf(scope, [row]);
  const tables: StudentFile["tables"] = {};
  for (const one of held) tables[one.table] = await store.listHeld(db, departmentId, studentId, one);
  const answers = await store.listAnswers(db, departmentId, studentId);
  return {
    ...{ format: "verdant-loop-student", version: 1, at: now().toISOString(), tables, leftOut: [...leftOutOfFile] },
    characteristics: await saidOfStudent(db, departmentId, studentId),
    student: { ...need(kept, "student"), externalId: row.externalId },
    answers: answers.map(({ use, content, answer, answeredAt, ...one }) => ({
      ...one,
      answeredAt: answeredAt?.toISOString() ?? null,
      question: use === "reserved" ? null : plainText(content.stem),
      answer: givenInWords(content, answer),
    })),
  };
}

/** In one transaction, room by room: what is not erased is not half erased. */
export function eraseStudent(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.eraseStudent>,
): Promise<Kept> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { studentId } = params;
    const kept = await find(within, studentId);
    if (kept.erasedOn !== null) throw new Failure("studentErasedAlready");
    if (body.name !== kept.name) throw new Failure("studentNameDiffers", {}, { at: "/body/name" });
    const still = kept.classes.filter((one) => one.isIn);
    if (still.length > 0) throw new Failure("studentStillIn", { classes: still.map(({ name }) => name).join(", ") });
    await letErase(db);
    const key = { departmentId, studentId };
    await forgetInCourses(db, key, { givenName: "Student", familyName: studentId.slice(-6) }, now());
    const goIds = await forgetInDelivery(db, key);
    await forgetInMarking(db, key);
    await forgetInMarks(db, key);
    await forgetInCharacteristics(db, key);
    await forgetInClassLists(db, key);
    await forgetInPaths(db, key);
    await forgetInOverTime(db, key);
    await deleteSessionsIn(db, departmentId, { studentId });
    await deleteKeysOf(db, departmentId, studentId);
    await forgetInHistory(db, departmentId, studentId, goIds);
    await record(within, { departmentId, entity: "student", entityId: studentId, action: "erased" });
    return find(within, studentId);
  });
}

async function find(scope: Scope<Member>, studentId: string): Promise<Kept> {
  const { db, caller } = scope;
  const row = need(await store.findStudent(db, caller.departmentId, studentId), "student");
  const [kept] = await keptOf(scope, [row]);
  return need(kept, "student");
}

async function keptOf({ db, caller, now }: Scope<Member>, rows: readonly store.StudentRow[]): Promise<Kept[]> {
  const classes = groupBy(
    await store.listClassesOf(
      db,
      caller.departmentId,
      rows.map((row) => row.studentId),
      now(),
    ),
    (one) => one.studentId,
  );
  return rows.map(({ studentId, givenName, familyName, pseudonymisedAt }) => ({
    studentId,
    name: `${givenName} ${familyName}`.trim(),
    erasedOn: pseudonymisedAt?.toISOString() ?? null,
    classes: (classes.get(studentId) ?? []).map(({ id, name, year, leftOn, isIn }) => ({
      id,
      name,
      year,
      leftOn,
      isIn,
    })),
  }));
}
