/** A quiz as a package of its own, and quizzes made here of tests that came in packages. */
import { expect, test } from "vitest";
import { createClass, setCourse } from "../courses/service.ts";
import { createQuiz, setLayout, showQuiz } from "../assembly/service.ts";
import { newId } from "../platform/id.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { dropKept, listKept, makeQuizOfKept } from "./keptParts.ts";
import { startExport } from "./service.ts";
import { fixture } from "./testing/archives.ts";
import { bring, bytesOf, doTransfers } from "./testing/departmentFiles.ts";

const bench = useWorkbench();

async function classIn(scope: OpenScope<Member>): Promise<string> {
  const courseId = newId();
  await setCourse(scope, { params: { courseId }, body: { name: "Geography", units: [] } });
  return (await createClass(scope, { body: { name: "8B", courseId, rehearsal: false } })).id;
}
const partsOf = async (scope: OpenScope<Member>, quizId: string) => {
  const { parts, places } = await showQuiz(scope, { params: { quizId } });
  return parts.map(({ id, heading, instruction, orderRule }) => ({
    ...{ heading, instruction, orderRule },
    places: places
      .filter(({ partId }) => partId === id)
      .map((place) =>
        place.type === "fixed"
          ? { stem: place.stem, points: place.points, locked: place.locked }
          : place.type === "draw"
            ? { pool: place.pool.map(({ stem }) => stem).sort(), take: place.take, points: place.points }
            : { text: place.text },
      ),
  }));
};

test.each([
  ["", "package"],
  [" in the older form", "olderPackage"],
] as const)(
  "a quiz with parts, a draw, words and points of its own goes out%s and is made elsewhere as it stood",
  async (_how, format) => {
    const rows = await bench.db
      .selectFrom("item")
      .select("id")
      .where("departmentId", "=", bench.departmentId)
      .orderBy("number")
      .limit(8)
      .execute();
    const [a = "", b = "", c = "", d = "", e = "", f = ""] = rows.map(({ id }) => id);
    const made = await createQuiz(bench.lead, {
      body: { classId: bench.classId, itemIds: [a], name: "Rivers & coasts" },
    });
    await setLayout(bench.lead, {
      params: { quizId: made.id },
      body: {
        version: made.version,
        parts: [
          {
            ...{ heading: "First", instruction: "Look at the map.\nThen write.", orderRule: "asWritten" },
            places: [
              { type: "fixed", itemId: a, locked: true, points: 2.5 },
              { type: "interlude", text: "Now <the> hard ones." },
              { type: "draw", itemIds: [b, c, d], take: 2, points: 3 },
            ],
          },
          {
            ...{ heading: null, instruction: null, orderRule: "easyToHard" },
            places: [
              { type: "fixed", itemId: e, locked: false },
              { type: "fixed", itemId: f, locked: false },
            ],
          },
        ],
      },
    });
    const { id, name } = await startExport(bench.lead, { body: { format, quizId: made.id } });
    expect(name).toMatch(new RegExp(`^quiz-${made.number}-`));
    await doTransfers(bench);
    const { lead } = await otherDepartment(bench);
    const transfer = await bring(bench, lead, await bytesOf(bench.lead, id));
    expect(transfer.imported).toMatchObject({ created: { items: 6 }, parts: { kept: 1, refused: 0 } });
    const { kept } = await listKept(lead);
    expect(kept).toMatchObject([{ title: "Rivers & coasts", questions: 5, notes: [{ code: "testKept" }] }]);
    const classId = await classIn(lead);
    const quiz = await makeQuizOfKept(lead, { params: { keptId: kept[0]!.id }, body: { classId } });
    expect(quiz).toMatchObject({ questions: 5, left: 0 });
    expect(await partsOf(lead, quiz.quizId)).toEqual(await partsOf(bench.lead, made.id));
    expect((await showQuiz(lead, { params: { quizId: quiz.quizId } })).name).toBe("Rivers & coasts");
  },
);

test("a test that others made becomes a quiz; items that were retired since are left out and counted", async () => {
  const { lead } = await otherDepartment(bench);
  await bring(bench, lead, fixture("qti30-geography.zip"));
  const { kept } = await listKept(lead);
  const one = kept.find(({ identifier }) => identifier === "review-quiz")!;
  expect(one.questions).toBe(9);
  expect(one.notes).toEqual([
    { code: "testKept", terms: {} },
    { code: "testRulesLeftOut", terms: { elements: "qti-time-limits, qti-item-session-control" } },
  ]);
  expect(kept.find(({ identifier }) => identifier === "geo-map-017")?.questions).toBeNull();
  const classId = await classIn(lead);
  const make = () => makeQuizOfKept(lead, { params: { keptId: one.id }, body: { classId } });
  const first = await make();
  const [mixed, climate, long] = await partsOf(lead, first.quizId);
  expect([mixed?.heading, climate?.heading, long?.heading]).toEqual([
    "Mixed practice",
    "Port Alcanta",
    "Longer answer",
  ]);
  expect(mixed?.places).toMatchObject([{ locked: false }, { take: 5 }]);
  // Weighted by half, of the six points of its rubric.
  expect(long?.places).toMatchObject([{ points: 3 }]);
  const { departmentId } = lead.caller;
  await bench.db
    .updateTable("item")
    .set({ status: "retired" })
    .where("departmentId", "=", departmentId)
    .where("label", "like", "%")
    .execute();
  await expect(make()).rejects.toMatchObject({ code: "keptNoQuiz" });
  await bench.db.updateTable("item").set({ status: "draft" }).where("departmentId", "=", departmentId).execute();
  const [item] = await bench.db.selectFrom("item").select("id").where("departmentId", "=", departmentId).execute();
  await bench.db.updateTable("item").set({ status: "retired" }).where("id", "=", item!.id).execute();
  expect((await make()).left).toBeLessThanOrEqual(1);
  // A part that was no quiz is none, and one that is gone is nothing.
  const slider = kept.find(({ identifier }) => identifier === "geo-map-017")!;
  await expect(makeQuizOfKept(lead, { params: { keptId: slider.id }, body: { classId } })).rejects.toMatchObject({
    code: "keptNoQuiz",
  });
  await dropKept(lead, { params: { keptId: one.id } });
  await expect(make()).rejects.toMatchObject({ code: "noSuch" });
});

test("a quiz of another department is not exported, and none goes out as a table", async () => {
  const { lead } = await otherDepartment(bench);
  const made = await createQuiz(bench.lead, {
    body: {
      classId: bench.classId,
      itemIds: [(await bench.db.selectFrom("item").select("id").executeTakeFirstOrThrow()).id],
    },
  });
  await expect(startExport(lead, { body: { format: "package", quizId: made.id } })).rejects.toMatchObject({
    code: "noSuch",
  });
});
