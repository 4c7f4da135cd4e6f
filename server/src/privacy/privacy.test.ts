/** What is kept of a student: all of it in the file, and after erasing no word of it anywhere, while the figures stay. */
import { sql } from "kysely";
import { beforeAll, expect, test } from "vitest";
import { changeEnrolment } from "../courses/service.ts";
import * as delivery from "../delivery/service.ts";
import { giveReason } from "../delivery/reasons.ts";
import { showItemFigures } from "../insight/itemFigures.ts";
import * as marks from "../marks/service.ts";
import { setStudentNote } from "../overTime/studentOverTime.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { giveWritten } from "../platform/testing/writtenAnswers.ts";
import { held, passing } from "./held.ts";
import { eraseStudent, exportStudent, listKeptStudents, showKeptStudent } from "./privacy.ts";

const bench = useWorkbench();
const words = {
  reason: "My brother Osric told me",
  essay: "Osric and I saw the bank fall",
  note: "Ask about the move to Elmbridge",
  excused: "Family funeral in Elmbridge",
  voided: "Felt ill in Elmbridge",
};
let studentId = "";
let name = "";
const params = () => ({ params: { studentId } });

beforeAll(async () => {
  studentId = bench.students[0]!.studentId;
  name = (await showKeptStudent(bench.lead, params())).name;
  const { releaseId } = await release(bench, {
    count: 3,
    rules: { openness: "everything", openFrom: "handIn", asksWhy: true } as never,
  });
  const { sittingId } = await sit(bench, 0, releaseId, () => false);
  await sit(bench, 1, releaseId, () => true);
  await giveReason(bench.students[0]!.scope, { params: { sittingId, position: 1 }, body: { text: words.reason } });
  const written = await giveWritten(bench);
  await written.sit(0, words.essay);
  const other = await release(bench, { count: 3 });
  await marks.excuse(bench.lead, {
    params: { classId: bench.classId, releaseId: other.releaseId },
    body: { studentIds: [studentId], reason: words.excused },
  });
  const out = await sit(bench, 0, other.releaseId, () => true);
  await delivery.voidGo(bench.lead, {
    params: { releaseId: other.releaseId, sittingId: out.sittingId },
    body: { reason: words.voided },
  });
  await setStudentNote(bench.lead, {
    params: { classId: bench.classId, studentId },
    body: { text: words.note, version: 0 },
  });
});

/** Every row of every table as text, to look for what should not be there. */
async function everything(): Promise<string> {
  const { rows: tables } = await sql<{ name: string }>`
    select table_name as name from information_schema.tables
    where table_schema = 'public' and table_type = 'BASE TABLE'`.execute(bench.db);
  const texts = await Promise.all(
    tables.map(async (table) => {
      const { rows } = await sql<{ all: string | null }>`
        select string_agg(one::text, ' ') as "all" from ${sql.table(table.name)} one`.execute(bench.db);
      return rows[0]?.all ?? "";
    }),
  );
  return texts.join(" ");
}

test("every table that says something of a student is in the file, or passes by itself", async () => {
  const { rows } = await sql<{ name: string }>`
    select distinct columns.table_name as name from information_schema.columns
    join information_schema.tables using (table_schema, table_name)
    where table_schema = 'public' and table_type = 'BASE TABLE' and column_name in ('student_id', 'sitting_id')`.execute(
    bench.db,
  );
  const said = [...held.map(({ table }) => table).filter((table) => table !== "student"), ...passing];
  expect(said.sort()).toEqual(rows.map((row) => row.name).sort());
});

test("the file holds each answer in words, the student's own words and those about them, and no key to any door", async () => {
  const file = await exportStudent(bench.lead, params());
  const text = JSON.stringify(file);
  for (const one of Object.values(words)) expect(text).toContain(one);
  expect(file.student).toMatchObject({ name, erasedOn: null });
  expect(file.answers.length).toBe(3 + 2 + 3);
  expect(file.answers.find(({ reason }) => reason !== null)).toMatchObject({ credit: 0, reason: words.reason });
  expect(file.answers[0]?.answer).not.toBe("");
  for (const secret of ["token_hash", "card_sealed", "entry_card", "card_mark"]) expect(text).not.toContain(secret);
  expect(text).not.toContain(bench.students[0]!.entryCard);
  expect(text).not.toContain(bench.students[1]!.studentId);
});

test("the text of a question that is reserved for tests is not given away", async () => {
  const [first] = (await exportStudent(bench.lead, params())).answers;
  const reserve = (use: "reserved" | "practice") =>
    bench.db.updateTable("item").set({ use }).where("number", "=", first!.itemNumber).execute();
  await reserve("reserved");
  const [now] = (await exportStudent(bench.lead, params())).answers;
  expect(now).toEqual({ ...first, question: null });
  await reserve("practice");
});

test("students are found by a part of their name, those too who left; of another department none", async () => {
  const { students, isMore } = await listKeptStudents(bench.lead, { query: { text: name.slice(1, 4) } });
  expect([students.map((one) => one.studentId), isMore]).toEqual([expect.arrayContaining([studentId]), false]);
  expect((await listKeptStudents(bench.lead, { query: { text: "no such name" } })).students).toEqual([]);
  const other = await otherDepartment(bench);
  expect((await listKeptStudents(other.lead, { query: { text: name } })).students).toEqual([]);
  for (const ask of [showKeptStudent, exportStudent])
    await expect(ask(other.lead, params())).rejects.toMatchObject({ kind: "missing" });
});

test("nobody is erased by mistake: not who is in a class, not under another name", async () => {
  const erase = (as: string) => eraseStudent(bench.lead, { ...params(), body: { name: as } });
  await expect(erase(name)).rejects.toMatchObject({ code: "studentStillIn", terms: { classes: "8B" } });
  await expect(erase("Somebody Else")).rejects.toMatchObject({ code: "studentNameDiffers" });
  const other = await otherDepartment(bench);
  await expect(eraseStudent(other.lead, { ...params(), body: { name } })).rejects.toMatchObject({ kind: "missing" });
  expect((await showKeptStudent(bench.lead, params())).name).toBe(name);
});

test("erased, no word by or about the student is left in any table; marks, answers and figures stay as they were", async () => {
  await changeEnrolment(bench.lead, { params: { classId: bench.classId, studentId }, body: { isIn: false } });
  const answered = await bench.db.selectFrom("sittingItem").distinct().select("itemId").orderBy("itemId").execute();
  const figures = () => Promise.all(answered.map(({ itemId }) => showItemFigures(bench.lead, { params: { itemId } })));
  const markRows = () =>
    sql`select credit, points, position from mark order by sitting_id, position, version`.execute(bench.db);
  const [figuresBefore, marksBefore] = [await figures(), (await markRows()).rows];
  const before = await showKeptStudent(bench.lead, params());
  expect(before).toMatchObject({ goes: 3, ownWords: 3, staffWords: 3 });

  const erased = await eraseStudent(bench.lead, { ...params(), body: { name } });
  expect(erased.erasedOn).not.toBeNull();
  expect(erased.name).toMatch(/^Student \w{6}$/);
  const left = await everything();
  for (const word of [name, ...Object.values(words), "Osric", "Elmbridge"]) expect(left).not.toContain(word);
  expect(await figures()).toEqual(figuresBefore);
  expect((await markRows()).rows).toEqual(marksBefore);
  expect(await showKeptStudent(bench.lead, params())).toMatchObject({ goes: 3, ownWords: 0, staffWords: 0 });
  // Without saying that one erases, neither loses a row or a word.
  await expect(bench.db.deleteFrom("responseEvent").execute()).rejects.toThrow("response_event rows never change");
  await expect(bench.db.updateTable("history").set({ after: null }).execute()).rejects.toThrow(
    "history rows never change",
  );
  // That it was done, by whom and when, stays.
  const deed = await bench.db
    .selectFrom("history")
    .where("action", "=", "erased")
    .where("entityId", "=", studentId)
    .select("actorId")
    .executeTakeFirstOrThrow();
  expect(deed.actorId).toBe(bench.lead.caller.personId);
});

test("with the old card or the old key nobody comes in; who is erased is not erased again", async () => {
  const enrolment = await bench.db
    .selectFrom("enrolment")
    .where("studentId", "=", studentId)
    .select(["entryCard", "cardSealed", "cardMark"])
    .executeTakeFirstOrThrow();
  expect(Object.values(enrolment)).toEqual([null, null, null]);
  const erased = await showKeptStudent(bench.lead, params());
  await expect(eraseStudent(bench.lead, { ...params(), body: { name: erased.name } })).rejects.toMatchObject({
    code: "studentErasedAlready",
  });
  expect((await exportStudent(bench.lead, params())).answers).toHaveLength(8);
});
