import { choiceContent, fixedPlaces } from "../platform/testing/choices.ts";
import { describe, expect, test } from "vitest";
import { randomFrom } from "@verdant/core/random";
import { saveItem, showItem } from "../bank/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { inThread } from "../platform/threads.ts";
import { madeUpBank } from "./composeTask.ts";
import { compose as composing } from "./tasks.ts";
import type { Part } from "./layout.ts";
import { listDue } from "../plan/service.ts";
import * as assembly from "./service.ts";

const bench = useWorkbench();
/** What a deed answers is put together from what it wrote: it must be what is then read. */
async function asRead(quiz: Awaited<ReturnType<typeof assembly.showQuiz>>) {
  expect(quiz).toEqual(await assembly.showQuiz(bench.lead, { params: { quizId: quiz.id } }));
  return quiz;
}
const compose = async (count: number) =>
  asRead(await assembly.composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count } }));
const recompose = async (given: Parameters<typeof assembly.recomposeQuiz>[1]) =>
  asRead(await assembly.recomposeQuiz(bench.lead, given));
const fixed = (itemId: string, locked = false) => ({ type: "fixed" as const, itemId, locked, points: 1 });
type LayoutPlace = Part["places"][number];
const part = (places: LayoutPlace[], heading: string | null = null): Part => ({
  heading,
  instruction: null,
  orderRule: "woven",
  places,
});
const layOut = async (quiz: { id: string; version: number }, ...parts: Part[]) =>
  asRead(await assembly.setLayout(bench.lead, { params: { quizId: quiz.id }, body: { version: quiz.version, parts } }));
const arrange = (quiz: { id: string; version: number }, itemIds: string[]) =>
  layOut(quiz, part(itemIds.map((id) => fixed(id))));

describe("composing from what is due", () => {
  test("three questions: the three most needed topics, woven, proven within the tolerance, nothing to look at", async () => {
    const quiz = await compose(3);
    expect(
      fixedPlaces(quiz)
        .map((place) => place.topic)
        .sort(),
    ).toEqual(["Erosion and transport", "Meanders", "Waves and drift"]);
    // Two of Rivers and one of Coasts: woven means that Coasts stands between.
    expect(fixedPlaces(quiz)[1]?.strand.name).toBe("Coasts");
    expect(quiz.woven).toBe(1);
    expect(quiz.gap).toBeLessThanOrEqual(0.0005);
    // Four are due: what three questions leave out is said.
    expect(quiz.checks).toEqual([
      {
        code: "dueLeftOut",
        terms: { topics: ["Coastal landforms"], due: 4, questions: 3 },
      },
    ]);
  });

  test("asking for one more only adds one, for one fewer again brings back what was", async () => {
    const quiz = await compose(4);
    const itemsIn = (one: typeof quiz) => fixedPlaces(one).map((place) => place.itemId);
    const ask = (from: typeof quiz, count: number) =>
      recompose({
        params: { quizId: quiz.id },
        body: { version: from.version, count, blueprint: null },
      });
    let seen = quiz;
    for (const count of [5, 6, 7, 6, 5, 4]) {
      const next = await ask(seen, count);
      const [fewer, more] = count > seen.questions ? [seen, next] : [next, seen];
      expect(itemsIn(more)).toEqual(expect.arrayContaining(itemsIn(fewer)));
      expect([next.questions, next.gap]).toEqual([count, 0]);
      seen = next;
    }
    expect(itemsIn(seen)).toEqual(itemsIn(quiz));
  });

  test("each question's topic is among those that the reasons are given for", async () => {
    const quiz = await compose(4);
    const { topics } = await listDue(bench.lead, { params: { classId: bench.classId } });
    const named = topics.filter((topic) => quiz.topicIds.includes(topic.topicId));
    expect(named.map((topic) => topic.name).sort()).toEqual(
      [...new Set(fixedPlaces(quiz).map((one) => one.topic))].sort(),
    );
    expect(named.every((topic) => topic.why !== null)).toBe(true);
  });

  test("more than the topics can give: as many as there are, said in a check; never two of a family", async () => {
    const quiz = await compose(30);
    expect(quiz.places).toHaveLength(10);
    expect(quiz.checks.map((check) => check.code)).toEqual(["fewerThanAsked"]);
    const families = await bench.db
      .selectFrom("item")
      .select("familyId")
      .where(
        "id",
        "in",
        fixedPlaces(quiz).map((place) => place.itemId),
      )
      .execute();
    expect(new Set(families.map((row) => row.familyId)).size).toBe(10);
  });

  test("items that the class has met make way for others", async () => {
    const { quiz, releaseId } = await release(bench, { count: 3 });
    await sit(bench, 0, releaseId, () => true);
    bench.clock.now = new Date(bench.clock.now.getTime() + 10 * 86_400_000);
    const next = await compose(3);
    const met = new Set(fixedPlaces(quiz).map((place) => place.itemId));
    expect(fixedPlaces(next).filter((place) => met.has(place.itemId))).toEqual([]);
  });

  test("a class without anything taught is told why", async () => {
    const now = bench.clock.now;
    bench.clock.now = new Date("2030-09-10T09:00:00Z");
    const outcome = await compose(3).catch((error: unknown) => error);
    bench.clock.now = now;
    expect(outcome).toMatchObject({ kind: "conflict" });
  });

  test("the worker gives the same quiz for the same bank and seed, certified within half a per mille, and stops when told", async () => {
    const input = madeUpBank(2000, 20, randomFrom("bank"));
    const run = (budgetMs: number) => inThread(bench.lead, composing, input, { lane: "interactive", budgetMs });
    const [first, second] = [await run(20_000), await run(20_000)];
    expect(first).toEqual(second);
    expect(first.gap).toBeLessThanOrEqual(0.0005);
    expect(first.avoidablePairs).toBe(0);
    expect((await run(0)).order).toHaveLength(20);
  });
});

describe("changing a quiz by hand", () => {
  test("order, taking out and putting back are one deed; a stale one is refused", async () => {
    const quiz = await compose(4);
    const ids = fixedPlaces(quiz).map((place) => place.itemId);
    const reversed = await arrange(quiz, [...ids].reverse());
    expect(fixedPlaces(reversed).map((place) => place.itemId)).toEqual([...ids].reverse());
    expect(reversed.gap).toBe(quiz.gap);
    await expect(arrange(quiz, ids)).rejects.toMatchObject({ kind: "stale" });
    const shorter = await arrange(reversed, ids.slice(1));
    expect([shorter.places.length, shorter.gap]).toEqual([3, null]);
    const again = await arrange(shorter, ids);
    expect(fixedPlaces(again).map((place) => place.itemId)).toEqual(ids);
    expect(fixedPlaces(again).every((place) => place.strand.name !== "")).toBe(true);
  });

  test("an item that stands twice, cannot be used or belongs to others is refused, and the quiz stays as it was", async () => {
    const quiz = await compose(2);
    const [first = "", second = ""] = fixedPlaces(quiz).map((place) => place.itemId);
    await expect(arrange(quiz, [first, first])).rejects.toMatchObject({ kind: "invalid" });
    await expect(arrange(quiz, [first, second, crypto.randomUUID()])).rejects.toMatchObject({ kind: "invalid" });
    expect((await assembly.showQuiz(bench.lead, { params: { quizId: quiz.id } })).version).toBe(quiz.version);
    const other = await otherDepartment(bench);
    await expect(assembly.showQuiz(other.lead, { params: { quizId: quiz.id } })).rejects.toMatchObject({
      kind: "missing",
    });
  });

  test("an item changed since the quiz was built is said, and composing anew clears it", async () => {
    const quiz = await compose(2);
    const item = await showItem(bench.lead, { params: { itemId: fixedPlaces(quiz)[0]!.itemId } });
    const options = choiceContent(item.content).options.map((option) => ({ ...option, rationale: undefined }));
    await saveItem(bench.teacher, {
      params: { itemId: item.id },
      body: { version: item.version, tagging: item.tagging, content: { ...choiceContent(item.content), options } },
    });
    const seen = await assembly.showQuiz(bench.lead, { params: { quizId: quiz.id } });
    expect(seen.checks.map((check) => check.code)).toEqual(["dueLeftOut", "itemChanged"]);
    const anew = await recompose({
      params: { quizId: quiz.id },
      body: { version: quiz.version, count: 3, blueprint: null },
    });
    expect([anew.places.length, anew.checks.map((check) => check.code)]).toEqual([3, ["dueLeftOut"]]);
  });
});

describe("the mix", () => {
  const idsOf = (quiz: Parameters<typeof fixedPlaces>[0]) => fixedPlaces(quiz).map((place) => place.itemId);
  const change = (quiz: { id: string; version: number }, unitId: string, by: 1 | -1) =>
    assembly.changeMix(bench.lead, {
      params: { quizId: quiz.id },
      body: { version: quiz.version, unitId, change: by },
    });

  test("one more is the best of the unit that is no look-alike, put where it weaves in; one fewer takes the least needed", async () => {
    const quiz = await compose(3);
    const coasts = quiz.mix.find((unit) => unit.strand.name === "Coasts")!;
    const more = await change(quiz, coasts.strand.unitId, 1);
    expect(more.mix.find((unit) => unit.strand.name === "Coasts")?.count).toBe(coasts.count + 1);
    expect(idsOf(more)).toEqual(expect.arrayContaining(idsOf(quiz)));
    expect(more.checks.map((check) => check.code)).not.toContain("sameFamily");
    const fewer = await change(more, coasts.strand.unitId, -1);
    expect(fewer.mix.find((unit) => unit.strand.name === "Coasts")?.count).toBe(coasts.count);
  });

  test("what is locked is never taken out, and keeps its place when woven or composed again", async () => {
    const quiz = await compose(4);
    const [first = "", ...others] = idsOf(quiz);
    const locked = await layOut(quiz, part([fixed(first, true), ...others.map((id) => fixed(id))]));
    const woven = await assembly.weaveQuiz(bench.lead, {
      params: { quizId: quiz.id },
      body: { version: locked.version, order: "woven" },
    });
    expect(idsOf(woven)[0]).toBe(first);
    expect(idsOf(woven).sort()).toEqual(idsOf(quiz).sort());
    const sorted = await assembly.weaveQuiz(bench.lead, {
      params: { quizId: quiz.id },
      body: { version: woven.version, order: "easyToHard" },
    });
    const difficulties = fixedPlaces(sorted)
      .slice(1)
      .map((place) => place.writerDifficulty);
    expect(difficulties).toEqual([...difficulties].sort((a, b) => a - b));
    const anew = await recompose({
      params: { quizId: quiz.id },
      body: { version: sorted.version, count: 5, blueprint: null },
    });
    expect(idsOf(anew)[0]).toBe(first);
  });

  test("swaps are of the same topic, none of them here already, each with what changes", async () => {
    const quiz = await compose(3);
    const place = fixedPlaces(quiz)[0]!;
    const { swaps } = await assembly.listSwaps(bench.lead, { params: { quizId: quiz.id, itemId: place.itemId } });
    expect(swaps.length).toBeGreaterThan(0);
    expect(swaps.every((swap) => swap.topic === place.topic && !idsOf(quiz).includes(swap.itemId))).toBe(true);
  });

  test("an add line finds by words, greys what is here, and offers to draw from a topic that has enough", async () => {
    const quiz = await compose(3);
    const place = fixedPlaces(quiz)[0]!;
    const found = await assembly.listMatches(bench.lead, {
      params: { quizId: quiz.id },
      query: { text: String(place.number) },
    });
    expect(found.items).toMatchObject([{ itemId: place.itemId, here: "itself" }]);
    const wide = await assembly.listMatches(bench.lead, { params: { quizId: quiz.id }, query: { text: "wave" } });
    expect(wide.items.some((item) => item.here === "no")).toBe(true);
    // The opening words of what stands here mean it, and nothing else that has them.
    const stem = await assembly.listMatches(bench.lead, {
      params: { quizId: quiz.id },
      query: { text: place.stem.split(" ").slice(0, 4).join(" ").toLowerCase() },
    });
    expect(stem.items[0]).toMatchObject({ itemId: place.itemId, here: "itself" });
    // A topic is known by its name, whether or not its items say it.
    const topic = await bench.db
      .selectFrom("topic")
      .innerJoin("item", "item.topicId", "topic.id")
      .select(["topic.id", "topic.name"])
      .where("item.id", "=", place.itemId)
      .executeTakeFirstOrThrow();
    const named = await assembly.listMatches(bench.lead, {
      params: { quizId: quiz.id },
      query: { text: topic.name.toUpperCase() },
    });
    expect(named.items.length).toBeGreaterThan(0);
    expect(named.draws.every((draw) => draw.itemIds.length >= 2)).toBe(true);
    expect(named.items.some((item) => item.topic === topic.name)).toBe(true);
  });

  test("a quiz made by hand is named after its class and day", async () => {
    const { name } = await assembly.createQuiz(bench.lead, { body: { classId: bench.classId, itemIds: [] } });
    expect(name).toMatch(/^\S+, (Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day \d+ \w+$/);
  });
});

describe("parts, draws and interludes", () => {
  test("a draw gives each student so many; different quizzes are counted with families, and the chance of the same two", async () => {
    const quiz = await compose(2);
    const [a = "", b = ""] = fixedPlaces(quiz).map((place) => place.itemId);
    const others = await bench.db
      .selectFrom("item")
      .select(["id", "familyId"])
      .where("id", "not in", [a, b])
      .orderBy("number")
      .execute();
    const pool = others.filter((row, i) => others.findIndex((one) => one.familyId === row.familyId) === i).slice(0, 4);
    const laid = await layOut(
      quiz,
      part([fixed(a), { type: "interlude", text: "Take a breath." }], "First"),
      part([{ type: "draw", itemIds: pool.map((row) => row.id), take: 2, points: 1 }, fixed(b)], "Second"),
    );
    expect(laid.questions).toBe(4);
    expect(laid.draws?.powerOfTen).toBeCloseTo(Math.log10(6), 9);
    expect(laid.draws).toMatchObject({ goes: 2, shortest: null });
    expect(laid.draws?.chanceOfSame).toBeGreaterThan(0.99);
    const seen = await Promise.all(
      [1, 2, 3, 4, 5, 6].map((student) =>
        assembly.previewQuiz(bench.lead, { params: { quizId: quiz.id }, query: { student } }),
      ),
    );
    expect(seen.every((one) => one.items.length === 4 && one.items[0]?.itemId === a)).toBe(true);
    expect(seen[0]?.items.map((item) => item.before)).toEqual([["First"], ["Take a breath.", "Second"], [], []]);
    expect(new Set(seen.map((one) => one.items.map((item) => item.itemId).join())).size).toBeGreaterThan(1);
    expect([laid.draws?.drawn, laid.draws?.shared]).toEqual([2, expect.any(Number)]);
    const short = await layOut(laid, part([{ type: "draw", itemIds: [pool[0]!.id], take: 3, points: 1 }]));
    expect(short.checks.map((check) => check.code)).toContain("drawTooSmall");
    const draw = (...itemIds: string[]) => ({ type: "draw" as const, itemIds, take: 1, points: 1 });
    const [first, second, third, last] = pool.map((row) => row.id) as [string, string, string, string];
    const several = await layOut(short, part([draw(first, second, third)], "First"), part([draw(last)], "Second"));
    expect(several.draws).toMatchObject({ goes: 1, shortest: { parts: [2], take: 1, families: 1 } });
  });
});

describe("a blueprint", () => {
  const blueprint = {
    schemaVersion: 1 as const,
    count: 4,
    units: [],
    topics: [],
    topicIds: [],
    standards: [],
    kinds: [],
    demands: [],
    minutesAtMost: null,
    use: "practice" as const,
    unseenWeeks: null,
    perTopicAtMost: null,
  };
  const composeBy = async (change: object) => {
    const quiz = await compose(2);
    return recompose({
      params: { quizId: quiz.id },
      body: { version: quiz.version, count: 4, blueprint: { ...blueprint, ...change } },
    });
  };
  const unit = async (name: string) => (await compose(2)).mix.find((one) => one.strand.name === name)!.strand.unitId;

  test("counts by unit and demand are met, and the gap is shown", async () => {
    const unitId = await unit("Coasts");
    const quiz = await composeBy({
      units: [{ unitId, atLeast: 3, atMost: 3 }],
      demands: [{ demand: "recall", atLeast: 1, atMost: 4 }],
    });
    expect(quiz.mix.find((one) => one.strand.unitId === unitId)?.count).toBe(3);
    expect([quiz.shortfalls, quiz.questions]).toEqual([[], 4]);
    expect(quiz.gap).toBeLessThanOrEqual(0.01);
  });

  test("a requirement that excludes nothing leaves the review as it is; one that does takes as few due topics as it can, and says which", async () => {
    const quiz = await compose(4);
    const by = (version: number, change: object) =>
      recompose({
        params: { quizId: quiz.id },
        body: { version, count: 4, blueprint: { ...blueprint, ...change } },
      });
    const itemsIn = (one: typeof quiz) =>
      fixedPlaces(one)
        .map((place) => place.itemId)
        .sort();
    const loose = await by(quiz.version, { minutesAtMost: 60 });
    expect([itemsIn(loose), loose.shortfalls, loose.checks]).toEqual([itemsIn(quiz), [], []]);
    const coasts = await unit("Coasts");
    const tight = await by(loose.version, { units: [{ unitId: coasts, atLeast: 3, atMost: 3 }] });
    expect([tight.questions, tight.shortfalls]).toEqual([4, []]);
    const [check] = tight.checks.filter((one) => one.code === "dueLeftOut");
    // Of four due topics, two of them of Rivers, three questions on Coasts leave room for one of these.
    expect(check?.terms).toMatchObject({ topics: [expect.any(String)], due: 4, questions: 4 });
  });

  test("how many questions one topic may have is the teacher's to say", async () => {
    const rivers = await unit("Rivers");
    const perTopic = async (perTopicAtMost: number | null) => {
      const quiz = await composeBy({ count: 6, units: [{ unitId: rivers, atLeast: 6, atMost: 6 }], perTopicAtMost });
      const counts = new Map<string, number>();
      for (const place of fixedPlaces(quiz)) counts.set(place.topic, (counts.get(place.topic) ?? 0) + 1);
      return { most: Math.max(...counts.values()), shortfalls: quiz.shortfalls };
    };
    expect((await perTopic(3)).most).toBe(3);
    const causes = (await perTopic(1)).shortfalls.flatMap((one) => (one.code === "noRoom" ? one.causes : []));
    expect(causes).toContainEqual({ code: "perTopic", most: 1, without: expect.any(Number) as number });
  });

  test("what bars an item is named for what it is", async () => {
    const { topics } = await listDue(bench.lead, { params: { classId: bench.classId } });
    const notTaught = topics.find((topic) => topic.standing === "notTaught" || topic.standing === "justTaught");
    expect(notTaught).toBeDefined();
    const unitId = notTaught!.strand.unitId;
    const quiz = await composeBy({ count: 8, units: [{ unitId, atLeast: 8, atMost: 8 }] });
    const causes = quiz.shortfalls.flatMap((one) =>
      one.code === "noRoom" ? one.causes.map((cause) => cause.code) : [],
    );
    expect(causes.some((code) => code === "notTaught" || code === "justTaught")).toBe(true);
  });

  test("a shortage of the bank is said with its numbers, and the nearest quiz is given", async () => {
    const unitId = await unit("Coasts");
    const quiz = await composeBy({ count: 12, units: [{ unitId, atLeast: 12, atMost: 12 }] });
    expect(quiz.shortfalls).toContainEqual(
      expect.objectContaining({ code: "noRoom", subject: { of: "unit", unitId }, wanted: 12 }),
    );
    expect(quiz.questions).toBeGreaterThan(0);
    expect(quiz.gap).toBeNull();
  });

  test("what was met lately is named with its number", async () => {
    const { quiz, releaseId } = await release(bench, { count: 10 });
    await sit(bench, 3, releaseId, () => true);
    bench.clock.now = new Date(bench.clock.now.getTime() + 15 * 86_400_000);
    const anew = await recompose({
      params: { quizId: quiz.id },
      body: { version: quiz.version, count: 4, blueprint: { ...blueprint, count: 20, unseenWeeks: 4 } },
    });
    const [first] = anew.shortfalls;
    expect(first).toMatchObject({ code: "noRoom", subject: { of: "all" }, wanted: 20 });
    expect(first?.code === "noRoom" && first.causes).toContainEqual(
      expect.objectContaining({ code: "metLately", weeks: 4 }),
    );
  });

  test("requirements that exclude one another are said to conflict", async () => {
    const [coasts, rivers] = [await unit("Coasts"), await unit("Rivers")];
    const quiz = await composeBy({
      units: [
        { unitId: coasts, atLeast: 3, atMost: 4 },
        { unitId: rivers, atLeast: 3, atMost: 4 },
      ],
    });
    expect(quiz.shortfalls[0]).toEqual({ code: "conflict" });
    expect(quiz.shortfalls.slice(1).every((one) => one.code === "missed")).toBe(true);
  });
});
