import { choiceAnswer, choiceContent, choiceView, fixedPlaces } from "../platform/testing/choices.ts";
import { describe, expect, test } from "vitest";
import { saveItem, showItem } from "../bank/service.ts";
import { showResults } from "../insight/service.ts";
import { choice, keysOf, release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { replayClass } from "../plan/memory.ts";
import { memories } from "../plan/memoryJob.ts";
import { doAll } from "../platform/testing/doAll.ts";
import { closing } from "./closing.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const begin = (student: number, releaseId: string) =>
  delivery.beginSitting(bench.students[student]!.scope, { params: { releaseId } });
const results = (releaseId: string) => showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
const minutesOn = (minutes: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + minutes * 60_000);
};
const ms = () => bench.clock.now.getTime();
type Event = ReturnType<typeof choice>;
const deliver = (begun: Awaited<ReturnType<typeof begin>>, events: Event[], epoch = begun.sitting.epoch) =>
  delivery.saveAnswers(bench.sitter(begun.token), {
    params: { sittingId: begun.sitting.id },
    body: { epoch, events, shown: [] },
  });
const answers = async (sittingId: string) => {
  const rows = await bench.db
    .selectFrom("response")
    .select(["position", "body"])
    .where("sittingId", "=", sittingId)
    .orderBy("position")
    .execute();
  return rows.map((row) => [row.position, choiceAnswer(row.body).optionId]);
};

describe("beginning", () => {
  test("thirty simultaneous starts of one release all succeed, each with its own sitting", async () => {
    const { releaseId } = await release(bench);
    const begun = await Promise.all(bench.students.map((_, student) => begin(student, releaseId)));
    expect(new Set(begun.map((one) => one.sitting.id)).size).toBe(bench.students.length);
  });

  test("two taps at once begin one sitting, and the later one holds it", async () => {
    const { releaseId } = await release(bench);
    const [first, second] = await Promise.all([begin(0, releaseId), begin(0, releaseId)]);
    expect(second.sitting.id).toBe(first.sitting.id);
    expect([first.sitting.epoch, second.sitting.epoch].sort()).toEqual([1, 2]);
  });

  test("goes are limited as the rules say; a release that is shut or of another class cannot be begun", async () => {
    const { releaseId } = await release(bench, { rules: { goes: 1 }, shutsInMinutes: 60 });
    await sit(bench, 0, releaseId, () => true);
    await expect(begin(0, releaseId)).rejects.toMatchObject({
      kind: "conflict",
      code: "noMoreGoes",
      terms: { count: 1 },
    });
    minutesOn(61);
    await expect(begin(1, releaseId)).rejects.toMatchObject({ kind: "conflict", code: "quizClosed" });
    await expect(begin(1, crypto.randomUUID())).rejects.toMatchObject({ kind: "missing" });
  });

  test("options mix for each student, the same way for the same go", async () => {
    const { releaseId } = await release(bench);
    const orders = await Promise.all(
      [0, 1, 2, 3, 4, 5].map(async (student) =>
        (await begin(student, releaseId)).sitting.items.map((item) =>
          choiceView(item.view)
            .options.map((option) => option.id)
            .join(),
        ),
      ),
    );
    expect(new Set(orders.map((order) => order.join())).size).toBeGreaterThan(1);
    expect(
      (await begin(0, releaseId)).sitting.items.map((item) =>
        choiceView(item.view)
          .options.map((option) => option.id)
          .join(),
      ),
    ).toEqual(orders[0]);
  });

  test("extra time lengthens the limit, and the release's end cuts both", async () => {
    const { releaseId } = await release(bench, { rules: { timeLimitMinutes: 20 }, shutsInMinutes: 24 });
    const rows = await bench.db.selectFrom("enrolment").select(["studentId", "arrangements"]).execute();
    const withExtra = bench.students.findIndex((student) =>
      rows.some((row) => row.studentId === student.studentId && row.arrangements.extraTimePercent),
    );
    const without = withExtra === 0 ? 1 : 0;
    const deadline = async (student: number) =>
      (Date.parse((await begin(student, releaseId)).sitting.deadlineAt ?? "") - ms()) / 60_000;
    expect([await deadline(without), await deadline(withExtra)]).toEqual([20, 24]);
  });
});

describe("answers", () => {
  test("delivered twice and out of order, the newest counts once", async () => {
    const { releaseId } = await release(bench);
    const begun = await begin(0, releaseId);
    const keys = await keysOf(bench, begun.sitting.id);
    const [one, two] = [keys.get(1)!, keys.get(2)!];
    await deliver(begun, [choice(3, 1, one.key), choice(2, 2, two.wrong)]);
    const again = await deliver(begun, [choice(1, 1, one.wrong), choice(2, 2, two.wrong), choice(3, 1, one.key)]);
    expect(again.stored.map((one) => one.disposition)).toEqual(["counted", "counted", "counted"]);
    expect(await answers(begun.sitting.id)).toEqual([
      [1, one.key],
      [2, two.wrong],
    ]);
  });

  test("of two devices the one that took over wins item by item; the other's get in where it has none", async () => {
    const { releaseId } = await release(bench);
    const phone = await begin(1, releaseId);
    const keys = await keysOf(bench, phone.sitting.id);
    await deliver(phone, [choice(1, 1, keys.get(1)!.wrong)]);
    const laptop = await begin(1, releaseId);
    expect(laptop.sitting.items[0]?.answer).toMatchObject({ optionId: keys.get(1)!.wrong });
    await deliver(laptop, [choice(1, 1, keys.get(1)!.key)]);
    const stale = await deliver(phone, [choice(2, 1, keys.get(1)!.wrong), choice(3, 2, keys.get(2)!.key)]);
    expect(stale.epoch).toBe(2);
    expect(await answers(phone.sitting.id)).toEqual([
      [1, keys.get(1)!.key],
      [2, keys.get(2)!.key],
    ]);
  });

  test("without the sitting's own token nothing is stored and nothing is said", async () => {
    const { releaseId } = await release(bench);
    const [mine, theirs] = [await begin(0, releaseId), await begin(1, releaseId)];
    await expect(
      delivery.saveAnswers(bench.sitter(theirs.token), {
        params: { sittingId: mine.sitting.id },
        body: { epoch: 1, events: [choice(1, 1, "x")], shown: [] },
      }),
    ).rejects.toMatchObject({ kind: "missing" });
    expect(await answers(mine.sitting.id)).toEqual([]);
  });

  test("where a quiz only goes forward, an answer given after a later question's counts for nothing, whenever it arrives", async () => {
    const { releaseId } = await release(bench, { rules: { paging: "forwardOnly" } });
    const begun = await begin(8, releaseId);
    const keys = await keysOf(bench, begun.sitting.id);
    const dispositions = async (...events: Event[]) =>
      (await deliver(begun, events)).stored.map((one) => [one.seq, one.disposition]);
    expect(await dispositions(choice(2, 2, keys.get(2)!.key))).toEqual([[2, "counted"]]);
    // Given before, delivered after: no answer that was given in its turn is lost.
    expect(await dispositions(choice(1, 1, keys.get(1)!.key))).toEqual([[1, "counted"]]);
    expect(await dispositions(choice(3, 3, keys.get(3)!.key), choice(4, 1, keys.get(1)!.wrong))).toEqual([
      [3, "counted"],
      [4, "rejected"],
    ]);
    expect(await dispositions(choice(5, 3, keys.get(3)!.wrong))).toEqual([[5, "counted"]]);
    expect(await answers(begun.sitting.id)).toEqual([
      [1, keys.get(1)!.key],
      [2, keys.get(2)!.key],
      [3, keys.get(3)!.wrong],
    ]);
  });

  test("an answer to no question of the sitting is kept and rejected; the others of the same delivery count", async () => {
    const { releaseId } = await release(bench);
    const begun = await begin(0, releaseId);
    const { stored } = await deliver(begun, [choice(1, 99, "x"), choice(2, 1, "y")]);
    expect(stored.map((one) => one.disposition)).toEqual(["rejected", "counted"]);
    expect(
      await bench.db.selectFrom("responseEvent").select("seq").where("sittingId", "=", begun.sitting.id).execute(),
    ).toHaveLength(2);
  });
});

describe("handing in", () => {
  test("twice is the same as once, and an answer after it is kept but counts for nothing", async () => {
    const { releaseId } = await release(bench);
    const { sittingId, sitter } = await sit(bench, 0, releaseId, () => true);
    await delivery.handIn(sitter, { params: { sittingId } });
    const { stored, state } = await delivery.saveAnswers(sitter, {
      params: { sittingId },
      body: { epoch: 1, events: [choice(9, 1, "late")], shown: [] },
    });
    expect([state, stored[0]?.disposition]).toEqual(["handedIn", "rejected"]);
    const result = await delivery.showResult(bench.students[0]!.scope, { params: { sittingId } });
    expect([result.points, result.outOf]).toEqual([3, 3]);
  });

  test("the clock hands in what a student leaves; what was given in time and comes late still counts, and the memory follows", async () => {
    const { releaseId } = await release(bench, { rules: { timeLimitMinutes: 10, graceMinutes: 30, goes: 1 } });
    const begun = await begin(2, releaseId);
    const keys = await keysOf(bench, begun.sitting.id);
    const inTime = ms() + 60_000;
    await deliver(begun, [choice(1, 1, keys.get(1)!.wrong, inTime)]);
    minutesOn(11);
    const told: string[] = [];
    const signals = { ...bench.installation.signals, tell: (topic: string) => void told.push(topic) };
    expect(await doAll(bench.nobody, closing({ signals }))).toBe(1);
    expect(await doAll(bench.nobody, closing({ signals }))).toBe(0);
    // Whoever watches it, and whoever counts its goes, hears of it at once.
    expect(told).toEqual([releaseId, `${releaseId}:goes`]);
    const points = async () =>
      (
        await bench.db
          .selectFrom("sitting")
          .select("points")
          .where("id", "=", begun.sitting.id)
          .executeTakeFirstOrThrow()
      ).points;
    expect(await points()).toBe(0);
    const late = await deliver(begun, [
      choice(2, 1, keys.get(1)!.key, inTime + 1000),
      choice(3, 2, keys.get(2)!.key, ms()),
    ]);
    expect(late.stored.map((one) => one.disposition)).toEqual(["late", "rejected"]);
    expect(await points()).toBe(1);
    const memory = () =>
      bench.db.selectFrom("memoryState").selectAll().orderBy("studentId").orderBy("topicId").execute();
    await doAll(bench.nobody, memories);
    const lived = await memory();
    await bench.db.transaction().execute((db) => replayClass({ ...bench.lead, db }, bench.departmentId, bench.classId));
    expect(await memory()).toEqual(lived);
    minutesOn(31);
    expect((await deliver(begun, [choice(4, 3, keys.get(3)!.key, inTime)])).stored[0]?.disposition).toBe("rejected");
  });

  test("shutting a release hands running sittings in as they stand", async () => {
    const { releaseId } = await release(bench);
    const begun = await begin(3, releaseId);
    const keys = await keysOf(bench, begun.sitting.id);
    await deliver(begun, [choice(1, 1, keys.get(1)!.key)]);
    const shut = await delivery.shutRelease(bench.teacher, { params: { releaseId } });
    expect([shut.opening, shut.handedIn]).toEqual(["shut", 1]);
    expect((await results(releaseId)).items.find((item) => item.position === 1)?.facility).toMatchObject({
      right: 1,
      outOf: 1,
    });
  });

  test("a question that was never shown is no wrong answer to the memory, a question left blank is one", async () => {
    const { releaseId } = await release(bench, { count: 4 });
    const begun = await begin(4, releaseId);
    const sitter = bench.sitter(begun.token);
    const params = { sittingId: begun.sitting.id };
    await delivery.saveAnswers(sitter, { params, body: { epoch: 1, events: [], shown: [1, 2] } });
    await delivery.handIn(sitter, { params });
    const evidence = await bench.db
      .selectFrom("evidence")
      .select("position")
      .where("sittingId", "=", begun.sitting.id)
      .execute();
    expect(evidence.map((row) => row.position).sort()).toEqual([1, 2]);
  });
});

describe("results", () => {
  test("first goes only, weakest first, who chose what with an interval, who is missing", async () => {
    const { releaseId } = await release(bench);
    for (const student of [0, 1, 2, 3, 4])
      await sit(bench, student, releaseId, (position) => position > 1 || student === 0);
    await sit(bench, 1, releaseId, () => true);
    const seen = await results(releaseId);
    expect([seen.handedIn, seen.waiting.length]).toEqual([5, 19]);
    expect(seen.items[0]).toMatchObject({ position: 1, facility: { right: 1, outOf: 5 } });
    expect(seen.items[0]?.facility.low).toBeCloseTo(0.0362, 3);
    expect(seen.items[0]?.choices.reduce((sum, one) => sum + one.count, 0)).toBe(5);
    expect(seen.plan.every((topic) => topic.dueOn !== null)).toBe(true);
  });

  test("a release is a snapshot: what is changed afterwards changes nothing in it", async () => {
    const { quiz, releaseId } = await release(bench);
    const itemId = fixedPlaces(quiz)[0]!.itemId;
    const item = await showItem(bench.lead, { params: { itemId } });
    const content = {
      ...choiceContent(item.content),
      options: choiceContent(item.content).options.map((option, i) => ({ ...option, isKey: i === 3 })),
    };
    await saveItem(bench.lead, { params: { itemId }, body: { version: item.version, tagging: item.tagging, content } });
    const { sittingId } = await sit(bench, 5, releaseId, () => true);
    const result = await delivery.showResult(bench.students[5]!.scope, { params: { sittingId } });
    expect(result.points).toBe(3);
    expect(result.items[0]?.content).toEqual(item.content);
    await expect(bench.db.updateTable("releaseItem").set({ itemId }).execute()).rejects.toThrow(/never change/);
  });

  test.each([
    ["nothing", [null, 0, null, null]],
    ["score", [3, 0, null, null]],
    ["which", [3, 3, null, null]],
    ["why", [3, 3, "why", null]],
    ["everything", [3, 3, "why", "content"]],
  ] as const)("openness %s shows that much and no more", async (openness, expected) => {
    const { releaseId } = await release(bench, { rules: { openness } });
    const { sittingId } = await sit(bench, 6, releaseId, () => true);
    const result = await delivery.showResult(bench.students[6]!.scope, { params: { sittingId } });
    const [first] = result.items;
    expect([result.points, result.items.length, first?.why ? "why" : null, first?.content ? "content" : null]).toEqual(
      expected,
    );
  });

  test("another student cannot see it, nor anybody before it is handed in", async () => {
    const { releaseId } = await release(bench);
    const begun = await begin(7, releaseId);
    const params = { sittingId: begun.sitting.id };
    await expect(delivery.showResult(bench.students[7]!.scope, { params })).rejects.toMatchObject({ kind: "conflict" });
    await expect(delivery.showResult(bench.students[8]!.scope, { params })).rejects.toMatchObject({ kind: "missing" });
  });
});
