/** Results against counts made by hand from who answered what. */
import { describe, expect, test } from "vitest";
import { giveKeyRuling } from "../delivery/service.ts";
import { newId } from "../platform/id.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { changeStandard, setSecureLine } from "../standards/service.ts";
import { showItemFigures } from "./itemFigures.ts";
import * as insight from "./service.ts";

const bench = useWorkbench();
const show = (releaseId: string, go: "first" | "last" | "all" = "first") =>
  insight.showResults(bench.lead, { params: { releaseId }, query: { go } });
const standardsOf = async (releaseId: string) =>
  (await insight.showStandardsOfRelease(bench.lead, { params: { releaseId }, query: {} })).standards;

describe("a release of six questions to a class of which the first half is strong", () => {
  const strong = (student: number) => student < 9;
  /** Everybody gets question 1; the strong get all but 6, the others only 1 and 6: question 6 goes against the rest. */
  const isRight = (student: number) => (position: number) =>
    position === 1 || (strong(student) ? position !== 6 : position === 6);
  let releaseId = "";
  const given = async () => {
    if (releaseId !== "") return releaseId;
    ({ releaseId } = await release(bench, { count: 6 }));
    for (let student = 0; student < 18; student++) await sit(bench, student, releaseId, isRight(student));
    return releaseId;
  };

  test("the figures of an item agree with the results, and one release cannot say that it has got round", async () => {
    const { items } = await show(await given());
    for (const position of [2, 6]) {
      const item = items.find((one) => one.position === position)!;
      const figures = await showItemFigures(bench.lead, { params: { itemId: item.itemId } });
      expect(figures).toMatchObject({ facility: item.facility, trust: "provisional", students: 18, climb: null });
      expect(Math.sign(figures.agreement!.r)).toBe(Math.sign(item.discrimination!.r));
      expect(figures.agreement!.r).toBeCloseTo(item.discrimination!.r, 6);
    }
  });

  test("the secure line is the standard's own, else the course's, else the department's", async () => {
    const standards = await standardsOf(await given());
    const [standard] = standards;
    const lines = async () =>
      (await standardsOf(releaseId)).find((one) => one.standardId === standard!.standardId)!.secureLine;
    const { courseId } = await bench.db
      .selectFrom("class")
      .select("courseId")
      .where("id", "=", bench.classId)
      .executeTakeFirstOrThrow();
    const set = (body: { courseId: string | null; line: number | null }) => setSecureLine(bench.lead, { body });
    const own = (secureLine: number | null) =>
      changeStandard(bench.lead, { params: { standardId: standard!.standardId }, body: { secureLine } });
    const seen = [await lines()];
    for (const change of [
      () => set({ courseId: null, line: 0.6 }),
      () => set({ courseId, line: 0.8 }),
      () => own(0.9),
      () => own(null),
      () => set({ courseId, line: null }),
      () => set({ courseId: null, line: null }),
    ]) {
      await change();
      seen.push(Math.round((await lines()) * 100) / 100);
    }
    expect(seen).toEqual([0.7, 0.6, 0.8, 0.9, 0.8, 0.6, 0.7]);
  });

  test("items come weakest first with the shares that were answered, and thirds and correlation tell which deserve a look", async () => {
    const { items, handedIn } = await show(await given());
    expect(handedIn).toBe(18);
    const byPosition = new Map(items.map((item) => [item.position, item]));
    expect([1, 2, 6].map((position) => byPosition.get(position)?.facility.right)).toEqual([18, 9, 9]);
    expect(items.at(-1)?.position).toBe(1);
    expect(byPosition.get(1)?.discrimination).toBeNull();
    expect(byPosition.get(2)?.discrimination?.r).toBeGreaterThan(0.5);
    expect(byPosition.get(6)?.discrimination?.r).toBeLessThan(-0.5);
    const keyOf = (position: number) => byPosition.get(position)?.choices.find((choice) => choice.isKey);
    expect(keyOf(2)?.thirds).toMatchObject({ top: 1, low: 0 });
    expect(keyOf(6)?.thirds).toMatchObject({ top: 0, low: 1 });
    expect(byPosition.get(6)?.choices.flatMap((choice) => choice.notes)).toContain("beatsKeyInTop");
    for (const item of items) expect(item.choices.reduce((sum, choice) => sum + choice.count, 0)).toBe(18);
  });

  test("a second go changes the last and all, never the first", async () => {
    const before = await show(await given());
    await sit(bench, 17, releaseId, () => true);
    const right = async (go: "first" | "last" | "all") =>
      (await show(releaseId, go)).items.find((item) => item.position === 2)?.facility;
    expect(await right("first")).toEqual(before.items.find((item) => item.position === 2)?.facility);
    expect(await right("last")).toMatchObject({ right: 10, outOf: 18 });
    expect(await right("all")).toMatchObject({ right: 10, outOf: 19 });
    const student = (await show(releaseId)).perStudent.filter((one) => one.goes.length === 2);
    expect(student.map((one) => [one.mark, one.goes.map((go) => go.points)])).toEqual([[2, [2, 6]]]);
  });

  test("a standard says of nobody more than the answers allow", async () => {
    const standards = await standardsOf(await given());
    expect(standards.length).toBeGreaterThan(0);
    for (const standard of standards)
      for (const student of standard.students) {
        expect(student.right).toBeLessThanOrEqual(student.given);
        if (student.given === 0) expect(student.label).toBe("noEvidence");
        else if (student.given < 3) expect(student.label).toBe("tooEarly");
      }
  });

  test("the opener names the wrong idea that was given most, and no student", async () => {
    const { items, perStudent } = await show(await given());
    const weakest = items[0]!;
    const opener = await insight.showOpener(bench.lead, { params: { releaseId, itemId: weakest.itemId }, query: {} });
    expect(opener.wrong?.count).toBe(9);
    const text = JSON.stringify(opener);
    for (const { studentId, name } of perStudent) {
      expect(text).not.toContain(studentId);
      expect(text).not.toContain(name);
    }
  });
});

describe("a question that goes wholly against its writer's estimate", () => {
  test("is said to deserve a look, by its siblings to have another key, and no more once its key was ruled on", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    const { itemId } = (await show(releaseId)).items.find((item) => item.position === 1)!;
    for (let student = 0; student < 12; student++) await sit(bench, student, releaseId, (position) => position !== 1);
    const item = async () => (await show(releaseId)).items.find((one) => one.itemId === itemId)!;
    expect((await item()).notes).toContainEqual({ code: "muchHarder" });
    // A look-alike that everybody had right.
    const other = await release(bench, { count: 6 });
    const sibling = (await show(other.releaseId)).items.find((one) => one.itemId !== itemId)!;
    await bench.db
      .updateTable("item")
      .set((eb) => ({ familyId: eb.selectFrom("item as mine").select("mine.familyId").where("mine.id", "=", itemId) }))
      .where("id", "=", sibling.itemId)
      .execute();
    for (let student = 0; student < 12; student++) await sit(bench, student, other.releaseId, () => true);
    const chosen = (await item()).choices.find((choice) => choice.count === 12);
    expect((await item()).notes[0]).toEqual({ code: "keyDoubtful", answer: chosen?.text });
    const { revisionId } = await bench.db
      .selectFrom("releaseItem")
      .select("revisionId")
      .where("releaseId", "=", releaseId)
      .where("itemId", "=", itemId)
      .executeTakeFirstOrThrow();
    await giveKeyRuling(bench.lead, {
      params: { itemId },
      body: {
        revisionId,
        releaseId,
        ruling: "correct",
        answer: { kind: "oneRightAnswer", optionId: chosen?.id ?? "" },
        mendsItem: false,
      },
    });
    expect(await item()).toMatchObject({ ruling: "correct", notes: [], facility: { right: 12, outOf: 12 } });
  });
});

describe("other school years", () => {
  test("the same questions as they were answered then, first goes of real classes; nothing of this year's students", async () => {
    const { departmentId } = bench;
    const last = await release(bench, { count: 3 });
    const itemIds = (await show(last.releaseId)).items.map((item) => item.itemId);
    for (const student of [0, 1, 2, 3]) await sit(bench, student, last.releaseId, (position) => position === 1);
    await sit(bench, 0, last.releaseId, () => true);
    const now = await release(bench, { itemIds });
    await sit(bench, 5, now.releaseId, () => true);
    // What was sat first was sat a year ago, by a class of then.
    const course = await bench.db.selectFrom("class").select("courseId").executeTakeFirstOrThrow();
    const [yearId, classId] = [newId(), newId()];
    await bench.db
      .insertInto("schoolYear")
      .values({ departmentId, id: yearId, name: "Last year", startsOn: "2029-09-03", endsOn: "2030-07-19" })
      .execute();
    await bench.db
      .insertInto("class")
      .values({ departmentId, id: classId, ...course, schoolYearId: yearId, name: "8B", timeZone: null, examOn: null })
      .execute();
    await bench.db.updateTable("sitting").set({ classId }).where("releaseId", "=", last.releaseId).execute();

    const ask = (query: { go: "first" | "all"; yearId?: string }) =>
      insight.showResults(bench.lead, { params: { releaseId: now.releaseId }, query });
    const usual = await ask({ go: "first" });
    expect(usual.years.map((year) => year.name)).toEqual(["This school year", "Last year"]);
    expect([usual.isOtherYear, usual.items[0]?.facility.outOf]).toEqual([false, 1]);
    const then = await ask({ go: "first", yearId });
    expect(then).toMatchObject({ isOtherYear: true, yearId, perStudent: [], plan: [], waiting: [] });
    expect(then.items.map((item) => item.facility.outOf)).toEqual([4, 4, 4]);
    expect(then.items.map((item) => item.facility.right).sort()).toEqual([0, 0, 4]);
    expect((await ask({ go: "all", yearId })).items.map((item) => item.facility.outOf)).toEqual([5, 5, 5]);
    await bench.db.updateTable("class").set({ rehearsal: true }).where("id", "=", classId).execute();
    await expect(ask({ go: "first", yearId })).rejects.toMatchObject({ kind: "missing" });
  });
});
