import { expect, test } from "vitest";
import { enrolStudents } from "../courses/service.ts";
import { createQuiz, renameQuiz } from "../assembly/service.ts";
import { listItems } from "../bank/service.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { findAnything } from "./service.ts";

const bench = useWorkbench();
const find = async (text: string, scope = bench.lead) =>
  (await findAnything(scope, { query: { text } })).found.map((one) => [one.type, one.text] as const);

test("finds each sort of thing by part of its name, whatever case and accents", async () => {
  await enrolStudents(bench.lead, { params: { classId: bench.classId }, body: { names: "Zoë Quarré" } });
  const { items } = await listItems(bench.lead, { query: { sort: "newest", limit: 1, status: "approved" } });
  const quiz = await createQuiz(bench.lead, { body: { classId: bench.classId, itemIds: [items[0]!.id] } });
  await renameQuiz(bench.lead, {
    params: { quizId: quiz.id },
    body: { version: quiz.version, name: "50% of Zones_A" },
  });

  expect(await find("zoe quar")).toEqual([["student", "Zoë Quarré"]]);
  expect(await find("ZOË")).toEqual([["student", "Zoë Quarré"]]);
  expect(await find("8b")).toContainEqual(["class", "8B"]);
  expect(await find("meander")).toContainEqual(["topic", "Meanders"]);
  expect((await find("meander")).some(([type]) => type === "item")).toBe(true);
  expect(await find(String(quiz.number))).toContainEqual(["quiz", "50% of Zones_A"]);
  expect((await find("LG.1.3"))[0]?.[0]).toBe("standard");
});

test("the signs of a pattern stand for themselves", async () => {
  expect(await find("50% of")).toContainEqual(["quiz", "50% of Zones_A"]);
  expect((await find("%")).filter(([type]) => type !== "item")).toEqual([["quiz", "50% of Zones_A"]]);
  expect((await find("s_A")).filter(([type]) => type === "quiz")).toHaveLength(1);
  expect((await find("Z_nes")).filter(([type]) => type === "quiz")).toEqual([]);
});

test("another department finds nothing of this one", async () => {
  const other = await otherDepartment(bench);
  for (const text of ["zoe", "8B", "meander", "zones", "LG.1"]) expect(await find(text, other.lead)).toEqual([]);
});
