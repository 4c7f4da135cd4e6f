/** Figures that pages share: what was not reached, what waits, who has left, and what was ruled, by one rule everywhere. */
import { describe, expect, test } from "vitest";
import { listItems, saveItem, showItem } from "../bank/service.ts";
import { changeEnrolment } from "../courses/service.ts";
import * as delivery from "../delivery/service.ts";
import { choice, keysOf, release, sit } from "../platform/testing/sittings.ts";
import { choiceContent, fixedPlaces } from "../platform/testing/choices.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { addTopic } from "../standards/service.ts";
import { showBeforeTeaching } from "./beforeTeaching.ts";
import { showItemFigures } from "./itemFigures.ts";
import * as insight from "./service.ts";

const bench = useWorkbench();
const results = (releaseId: string) =>
  insight.showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
const figuresOf = (itemId: string) => showItemFigures(bench.lead, { params: { itemId } });
const openerOf = (releaseId: string, itemId: string, classId?: string) =>
  insight.showOpener(bench.lead, { params: { releaseId, itemId }, query: classId === undefined ? {} : { classId } });

/** A go that gets no further than `upTo`; every question it reached is answered rightly. */
async function stopAt(student: number, releaseId: string, upTo: number) {
  const begun = await delivery.beginSitting(bench.students[student]!.scope, { params: { releaseId } });
  const params = { sittingId: begun.sitting.id };
  const keys = await keysOf(bench, begun.sitting.id);
  const positions = [...keys.keys()].filter((position) => position <= upTo);
  const sitter = bench.sitter(begun.token);
  const events = positions.map((position) => choice(position, position, keys.get(position)!.key));
  await delivery.saveAnswers(sitter, { params, body: { epoch: 1, events, shown: positions } });
  await delivery.handIn(sitter, { params });
  return params;
}

test("what was not reached is wrong nowhere: not in the results, the headline, the bank's figures or the student's result", async () => {
  const { quiz, releaseId } = await release(bench, { count: 4 });
  for (const student of [0, 1, 2]) await stopAt(student, releaseId, 2);
  const { sittingId } = await stopAt(3, releaseId, 3);
  const { items } = await results(releaseId);
  const at = (position: number) => items.find((item) => item.position === position)!;
  expect([1, 2, 3, 4].map((position) => [at(position).facility.right, at(position).facility.outOf])).toEqual([
    [4, 4],
    [4, 4],
    [1, 1],
    [0, 0],
  ]);
  expect([1, 2, 3, 4].map((position) => at(position).notReached)).toEqual([0, 0, 3, 4]);
  expect(at(4).choices.reduce((sum, one) => sum + one.count, 0)).toBe(0);
  // Nobody reached the last one: it is the weakest of nothing.
  expect(items.at(-1)?.position).toBe(4);
  for (const place of fixedPlaces(quiz)) {
    const { facility } = items.find((item) => item.itemId === place.itemId)!;
    expect((await figuresOf(place.itemId)).facility).toEqual(facility);
  }
  const mine = await delivery.showResult(bench.students[3]!.scope, { params: { sittingId } });
  expect(mine.items.map((item) => [item.reached, item.credit])).toEqual([
    [true, 1],
    [true, 1],
    [true, 1],
    [false, null],
  ]);
});

test("an answer that came late was reached", async () => {
  const { releaseId } = await release(bench, { rules: { timeLimitMinutes: 5 } });
  const begun = await delivery.beginSitting(bench.students[4]!.scope, { params: { releaseId } });
  const params = { sittingId: begun.sitting.id };
  const keys = await keysOf(bench, begun.sitting.id);
  const inTime = bench.clock.now.getTime() + 60_000;
  bench.clock.now = new Date(bench.clock.now.getTime() + 6 * 60_000);
  await delivery.handIn(bench.sitter(begun.token), { params: { sittingId: begun.sitting.id } }).catch(() => undefined);
  await bench.db
    .updateTable("sitting")
    .set({ graceUntil: new Date("2032-01-01") })
    .where("id", "=", params.sittingId)
    .execute();
  await delivery.saveAnswers(bench.sitter(begun.token), {
    params,
    body: { epoch: 1, events: [choice(1, 1, keys.get(1)!.key, inTime)], shown: [] },
  });
  const { items } = await results(releaseId);
  expect(items.find((item) => item.position === 1)?.facility).toMatchObject({ right: 1, outOf: 1 });
});

test("who has left after beginning stays in all figures of that release, and is shown as such; nothing is more than there are", async () => {
  const { releaseId } = await release(bench);
  for (const student of [5, 6, 7]) await sit(bench, student, releaseId, () => student !== 7);
  const counts = async () => {
    const releases = await delivery.listReleases(bench.lead, { limit: 60 });
    const { students, begun, handedIn } = releases.find((one) => one.id === releaseId)!;
    return { students, begun, handedIn };
  };
  const before = await counts();
  const leave = (student: number, isIn: boolean) =>
    changeEnrolment(bench.lead, {
      params: { classId: bench.classId, studentId: bench.students[student]!.studentId },
      body: { isIn },
    });
  await leave(7, false);
  await leave(8, false);
  const seen = await results(releaseId);
  // One who had begun stays, one who had not is gone.
  expect(await counts()).toEqual({ ...before, students: before.students - 1 });
  expect([seen.students, seen.begun, seen.handedIn]).toEqual([before.students - 1, 3, 3]);
  const leaver = seen.perStudent.find((one) => one.studentId === bench.students[7]!.studentId);
  expect(leaver).toMatchObject({ leftOn: "2031-02-05", state: "handedIn", goes: [{ points: 0 }] });
  for (const item of seen.items) expect(item.facility.outOf).toBe(3);
  const { standards } = await insight.showStandardsOfRelease(bench.lead, { params: { releaseId }, query: {} });
  expect(standards.length).toBeGreaterThan(0);
  for (const standard of standards)
    expect(standard.students.map((one) => one.studentId)).toContain(bench.students[7]!.studentId);
  expect(seen.waiting.map((one) => one.studentId)).not.toContain(bench.students[8]!.studentId);
  await leave(7, true);
  await leave(8, true);
});

describe("a key that was ruled on", () => {
  const wrongGiven = async (
    itemId: string,
    ruling: "accept" | "correct",
    releaseId: string | null,
    mendsItem = false,
  ) => {
    const { revision, content } = await showItem(bench.lead, { params: { itemId } });
    const optionId = choiceContent(content).options.find((option) => !option.isKey)!.id;
    const answer = { kind: "oneRightAnswer" as const, optionId };
    return delivery.giveKeyRuling(bench.lead, {
      params: { itemId },
      body: { revisionId: revision.id, releaseId, ruling, answer, mendsItem },
    });
  };

  test("and put into the item keeps its answers, and taken back it has them again", async () => {
    const { quiz, releaseId } = await release(bench, { count: 2 });
    const { itemId } = fixedPlaces(quiz)[0]!;
    for (const student of [0, 1, 2, 3]) await sit(bench, student, releaseId, () => student > 0);
    const before = await figuresOf(itemId);
    expect(before.facility).toMatchObject({ right: 3, outOf: 4 });
    const { rulingId } = await wrongGiven(itemId, "correct", null, true);
    expect((await figuresOf(itemId)).facility).toMatchObject({ right: 1, outOf: 4 });
    await delivery.undoKeyRuling(bench.lead, { params: { rulingId } });
    expect(await figuresOf(itemId)).toMatchObject({ facility: before.facility, trust: before.trust });
    const { revisions } = await figuresOf(itemId);
    expect(revisions).toHaveLength(3);
  });

  test("saving what an earlier revision said goes on with that one's answers", async () => {
    const { quiz, releaseId } = await release(bench, { count: 2 });
    const { itemId } = fixedPlaces(quiz)[0]!;
    for (const student of [0, 1]) await sit(bench, student, releaseId, () => true);
    const facility = async () => (await figuresOf(itemId)).facility;
    const before = await facility();
    expect(before.outOf).toBeGreaterThan(0);
    const item = await showItem(bench.lead, { params: { itemId } });
    const { version, tagging, content } = item;
    const other = choiceContent(content).options.find((option) => !option.isKey)!.id;
    const turned = {
      ...choiceContent(content),
      options: choiceContent(content).options.map((option) => ({ ...option, isKey: option.id === other })),
    };
    await saveItem(bench.lead, { params: { itemId }, body: { version, tagging, content: turned } });
    expect((await facility()).outOf).toBe(0);
    const { version: next } = await showItem(bench.lead, { params: { itemId } });
    await saveItem(bench.lead, { params: { itemId }, body: { version: next, tagging, content } });
    expect(await facility()).toEqual(before);
  });

  test("for one release only is not put together with the others, and that is said", async () => {
    const { quiz, releaseId } = await release(bench, { count: 2 });
    const { itemId } = fixedPlaces(quiz)[0]!;
    const other = await release(bench, { itemIds: [itemId] });
    const earlier = (await figuresOf(itemId)).facility.outOf;
    for (const student of [10, 11, 12]) await sit(bench, student, releaseId, () => student === 10);
    for (const student of [10, 11]) await sit(bench, student, other.releaseId, () => false);
    await wrongGiven(itemId, "accept", releaseId);
    const figures = await figuresOf(itemId);
    expect([figures.facility.outOf - earlier, figures.underOtherKeys]).toEqual([2, 3]);
  });

  test("counts as right for every reader: the results, the opener and what is read before teaching", async () => {
    const topic = await addTopic(bench.lead, { body: { parentId: null, name: "Ruled" } });
    // What other tests gave, and ruled on, would be counted in: one that nobody has answered.
    const given = await bench.db.selectFrom("sittingItem").select("itemId").execute();
    const items = (await listItems(bench.lead, { query: { sort: "newest", limit: 100 } })).items;
    const fresh = items.filter(
      ({ id, kind, use }) => kind === "oneRightAnswer" && use === "practice" && !given.some((one) => one.itemId === id),
    );
    const itemId = fresh[0]!.id;
    const { releaseId } = await release(bench, { itemIds: [itemId] });
    const item = await showItem(bench.lead, { params: { itemId } });
    const body = { version: item.version, tagging: { ...item.tagging, topicId: topic.id }, content: item.content };
    await saveItem(bench.lead, { params: { itemId }, body });
    for (let student = 0; student < 10; student++) await sit(bench, student, releaseId, () => student < 2);
    const accepted = (await openerOf(releaseId, itemId)).wrong!.text;
    expect((await openerOf(releaseId, itemId)).wrong?.count).toBe(8);
    await wrongGiven(itemId, "accept", null);
    const opener = await openerOf(releaseId, itemId);
    expect([opener.wrong, opener.accepted, opener.facility.right]).toEqual([null, [accepted], 10]);
    const row = (await results(releaseId)).items.find((one) => one.itemId === itemId)!;
    expect(
      row.choices
        .filter((one) => one.isKey)
        .map((one) => one.count)
        .sort(),
    ).toEqual([2, 8]);
    expect(row.choices.flatMap((one) => one.notes)).toEqual([]);
    const before = await showBeforeTeaching(bench.lead, { params: { topicId: topic.id } });
    expect([before.wrong, before.ideas]).toEqual([[], []]);
  });
});

test("who gave a wrong answer can be asked for, and is named once for each go", async () => {
  const { releaseId } = await release(bench);
  for (const student of [15, 16, 17])
    await sit(bench, student, releaseId, (position) => position > 1 || student === 17);
  const [first] = (await results(releaseId)).items.filter((item) => item.position === 1);
  const wrong = first!.choices.flatMap((one) => (one.isKey ? [] : one.by));
  expect(wrong.sort()).toEqual([15, 16].map((student) => bench.students[student]!.studentId).sort());
});

test("before teaching: where there are more answers than are gone through, the newest are, and it is said", async () => {
  const { quiz } = await release(bench, { count: 3 });
  const [place] = fixedPlaces(quiz);
  const topicId = (await showItem(bench.lead, { params: { itemId: place!.itemId } })).tagging.topicId!;
  const known = (most?: number) => showBeforeTeaching(bench.lead, { params: { topicId } }, most);
  const give = async (students: readonly number[]) => {
    bench.clock.now = new Date(bench.clock.now.getTime() + 3 * 86_400_000);
    const { releaseId } = await release(bench, { itemIds: [place!.itemId] });
    for (const student of students) await sit(bench, student, releaseId, () => student > 4);
  };
  await give([3, 4, 5, 6, 7, 8]);
  const first = await known();
  expect(first.isNewestOnly).toBe(false);
  await give([18, 19, 20, 21, 22, 23]);
  const whole = await known();
  expect(whole).toMatchObject({ isNewestOnly: false, answers: first.answers + 6 });
  const newest = await known(6);
  expect(newest).toMatchObject({ isNewestOnly: true, answers: 6 });
  expect(newest.hardest.map((one) => [one.itemId, one.facility.right])).toEqual([[place!.itemId, 6]]);
  expect(await known(whole.answers)).toEqual(whole);
});
