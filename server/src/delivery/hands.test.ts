/** Draws that are dealt to the whole class: each item to as many, whoever begins first, however many begin at once. */
import { presets, type Rules } from "@verdant/core/delivery/rules";
import { expect, test } from "vitest";
import { createQuiz, setLayout } from "../assembly/service.ts";
import { enrolStudents, listEnrolments, setSeating } from "../courses/service.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();

async function releaseDraw(size: number, take: number, rules: Partial<Rules> = {}) {
  const rows = await bench.db.selectFrom("item").select(["id", "familyId"]).orderBy("number").execute();
  const families = new Map(rows.map((row) => [row.familyId, row.id]));
  const itemIds = [...families.values()].slice(0, size);
  const { classId } = bench;
  const quiz = await createQuiz(bench.lead, { body: { classId, itemIds: [] } });
  const laid = await setLayout(bench.lead, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      parts: [
        { heading: null, instruction: null, orderRule: "woven", places: [{ type: "draw", itemIds, take, points: 1 }] },
      ],
    },
  });
  const { id } = await delivery.releaseQuiz(bench.lead, {
    params: { quizId: quiz.id },
    body: {
      version: laid.version,
      rules: { ...presets.weeklyReview, goes: null, waitHours: 0, ...rules },
      targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    },
  });
  return { releaseId: id, itemIds };
}

const given = (releaseId: string, ordinal: number) =>
  bench.db
    .selectFrom("sittingItem")
    .innerJoin("sitting", "sitting.id", "sittingItem.sittingId")
    .where("sitting.releaseId", "=", releaseId)
    .where("sitting.ordinal", "=", ordinal)
    .select(["sittingItem.itemId", "sitting.studentId"])
    .execute();

const countsOf = (itemIds: readonly string[], rows: readonly { itemId: string }[]) =>
  itemIds.map((id) => rows.filter((row) => row.itemId === id).length);
const range = (counts: readonly number[]) => Math.max(...counts) - Math.min(...counts);

test("a class that begins at the same moment: each item goes to as many, give or take one, in the first go and the next", async () => {
  const { releaseId, itemIds } = await releaseDraw(6, 2);
  const begin = () =>
    Promise.all(bench.students.map(({ scope }) => delivery.beginSitting(scope, { params: { releaseId } })));
  const begun = await begin();
  const first = await given(releaseId, 1);
  expect(first).toHaveLength(2 * bench.students.length);
  expect(range(countsOf(itemIds, first))).toBeLessThanOrEqual(1);
  for (const { sitting, token } of begun)
    await delivery.handIn(bench.sitter(token), { params: { sittingId: sitting.id } });
  await begin();
  const second = await given(releaseId, 2);
  expect(range(countsOf(itemIds, [...first, ...second]))).toBeLessThanOrEqual(1);
  const isAgain = second.some(({ itemId, studentId }) =>
    first.some((one) => one.itemId === itemId && one.studentId === studentId),
  );
  expect(isAgain).toBe(false);
  const dealt = await bench.db.selectFrom("hand").select("ordinal").where("releaseId", "=", releaseId).execute();
  expect(dealt.filter((row) => row.ordinal === 1)).toHaveLength(bench.students.length);
});

test("with a seating plan, draws in the quiz's order are dealt so that neighbours hardly have the same at the same place", async () => {
  const seats = bench.students.map(({ studentId }, i) => ({
    ...{ studentId, row: Math.floor(i / 4) + 1, column: (i % 4) + 1 },
  }));
  const sit = async () => {
    const { releaseId, itemIds } = await releaseDraw(8, 3, { ownOrder: false });
    await Promise.all(bench.students.map(({ scope }) => delivery.beginSitting(scope, { params: { releaseId } })));
    expect(range(countsOf(itemIds, await given(releaseId, 1)))).toBeLessThanOrEqual(1);
    return releaseId;
  };
  const before = await sit();
  await setSeating(bench.lead, { params: { classId: bench.classId }, body: { seats, before: [] } });
  const after = await sit();
  const shareSame = async (releaseId: string) => {
    const { neighbours } = await delivery.showNeighbours(bench.lead, { params: { releaseId } });
    return (neighbours?.same ?? 1) / (neighbours?.places ?? 1);
  };
  // By chance one place in eight.
  expect(await shareSame(after)).toBeLessThan(0.04);
  expect(await shareSame(before)).toBeGreaterThan(await shareSame(after));
});

test("who joins later gets what was dealt least; a release without draws deals nothing", async () => {
  const { releaseId, itemIds } = await releaseDraw(5, 2);
  const [one] = bench.students;
  await delivery.beginSitting(one!.scope, { params: { releaseId } });
  const { classId } = bench;
  await enrolStudents(bench.lead, { params: { classId }, body: { names: "Lowen Tarrant" } });
  const { students } = await listEnrolments(bench.lead, { params: { classId } });
  const { studentId } = students.find((student) => student.name === "Lowen Tarrant")!;
  const { departmentId } = bench;
  const late = bench.scopeOf({ kind: "student", departmentId, studentId });
  const { sitting } = await delivery.beginSitting(late, { params: { releaseId } });
  expect(sitting.items).toHaveLength(2);
  const hands = await bench.db.selectFrom("hand").select("drawn").where("releaseId", "=", releaseId).execute();
  expect(hands).toHaveLength(bench.students.length + 1);
  const rows = hands.flatMap((hand) =>
    Object.values(hand.drawn)
      .flat()
      .map((itemId) => ({ itemId })),
  );
  expect(range(countsOf(itemIds, rows))).toBeLessThanOrEqual(1);

  const quiz = await createQuiz(bench.lead, { body: { classId, itemIds: itemIds.slice(0, 2) } });
  const fixed = await delivery.releaseQuiz(bench.lead, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      rules: presets.weeklyReview,
      targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    },
  });
  await delivery.beginSitting(one!.scope, { params: { releaseId: fixed.id } });
  expect(await bench.db.selectFrom("hand").select("at").where("releaseId", "=", fixed.id).execute()).toEqual([]);
});
