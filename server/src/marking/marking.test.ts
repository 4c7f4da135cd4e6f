/** Answers that say the same, marks that students do not see yet, second marks, and sentences that a department keeps. */
import { beforeAll, describe, expect, test } from "vitest";
import * as delivery from "../delivery/service.ts";
import { newId } from "../platform/id.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { giveWritten } from "../platform/testing/writtenAnswers.ts";
import * as marking from "./service.ts";

const bench = useWorkbench();
let releaseId = "";
let sit: Awaited<ReturnType<typeof giveWritten>>["sit"];
const pass = (minutes: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + minutes * 60_000);
};
beforeAll(async () => {
  ({ releaseId, sit } = await giveWritten(bench));
});

type Go = Awaited<ReturnType<typeof sit>>;
const place = ({ sittingId }: Go, version = 0) => ({ sittingId, position: 1, version });
const mark = (go: Go, level: string, { alike = [] as Go[], version = 0, by = bench.lead, comment = "" } = {}) =>
  marking.markWrittenAnswer(by, {
    params: { sittingId: go.sittingId, position: 1 },
    body: { levels: { reasons: level }, comment, version, alike: alike.map((one) => place(one)) },
  });
const list = (scope = bench.lead) => marking.listWrittenAnswers(scope, { params: { releaseId } });
const second = (go: Go, level: string, scope = bench.teacher) =>
  marking.markSecond(scope, { params: { sittingId: go.sittingId, position: 1 }, body: { levels: { reasons: level } } });
const seconds = async (scope = bench.teacher) =>
  (await marking.listSecondMarks(scope, { params: { releaseId } })).questions[0]!;
const settle = (go: Go, level: string, version: number, scope = bench.lead) =>
  marking.settleMarks(scope, {
    params: { sittingId: go.sittingId, position: 1 },
    body: { levels: { reasons: level }, version },
  });

describe("marks of a class that is half marked", () => {
  let goes: Go[];
  test("are seen by nobody until all that was handed in is marked; who comes later waits alone", async () => {
    goes = [await sit(0, "It is eroded."), await sit(1, "It is eroded"), await sit(2, "Because of the bend.")];
    const [one, two, three] = goes as [Go, Go, Go];
    pass(1);
    await mark(one, "one", { comment: "Say how." });
    const hidden = { points: 0, outOf: 0, waitingPoints: 1, items: [{ credit: null, comment: null }, {}] };
    expect(await one.sees()).toMatchObject(hidden);
    const [inList] = (await delivery.whatNow(bench.students[0]!.scope)).done;
    expect(inList).toMatchObject({ points: 0, outOf: 0, waitingPoints: 1 });
    expect(await list()).toMatchObject({ waiting: 2, unseen: 1 });

    pass(1);
    await mark(two, "one");
    await mark(three, "two");
    const seen = { points: 0.5, outOf: 1, waitingPoints: 0, items: [{ credit: 0.5, comment: "Say how." }, {}] };
    expect(await one.sees()).toMatchObject(seen);
    expect(await list()).toMatchObject({ waiting: 0, unseen: 0 });

    const late = await sit(3, "The inside.");
    pass(1);
    expect(await one.sees()).toMatchObject(seen);
    // Marked anew while somebody else waits: what was seen stays seen.
    await mark(one, "two", { version: 1 });
    expect(await one.sees()).toMatchObject({ points: 1, waitingPoints: 0 });
    expect(await late.sees()).toMatchObject({ points: 0, waitingPoints: 1 });
    goes.push(late);
  });

  test("are shown so far when a teacher says so; the next ones wait again", async () => {
    const further = [await sit(4, "Fast water."), await sit(5, "Fast waters.")];
    const [early, later] = further as [Go, Go];
    pass(1);
    await mark(early, "two");
    expect((await early.sees()).points).toBe(0);
    pass(1);
    await marking.showMarksSoFar(bench.lead, { params: { releaseId } });
    expect(await early.sees()).toMatchObject({ points: 1, waitingPoints: 0 });
    pass(1);
    await mark(later, "one");
    expect(await later.sees()).toMatchObject({ points: 0, waitingPoints: 1 });
    await mark(goes[3]!, "none");
    expect(await later.sees()).toMatchObject({ points: 0.5, waitingPoints: 0 });
  });

  test("a mark that counts of several goes is made of what the student may see", async () => {
    const { points, items } = await goes[3]!.sees();
    expect([points, items[0]?.credit]).toEqual([0, 0]);
  });

  test("nobody of another department shows them, and no release that is not there", async () => {
    const { lead } = await otherDepartment(bench);
    await expect(marking.showMarksSoFar(lead, { params: { releaseId } })).rejects.toMatchObject({ kind: "missing" });
    await expect(marking.showMarksSoFar(bench.lead, { params: { releaseId: newId() } })).rejects.toMatchObject({
      kind: "missing",
    });
  });
});

describe("answers that say the same", () => {
  test("get one mark together: points, evidence and history of each", async () => {
    const goes = [await sit(6, "It is worn."), await sit(7, "it is worn"), await sit(8, "It is worn!")];
    const [one, ...alike] = goes as [Go, ...Go[]];
    expect(await mark(one, "one", { alike, comment: "By what?" })).toEqual({ credit: 0.5, version: 1, marked: 3 });
    for (const go of goes) {
      expect(await go.sees()).toMatchObject({ points: 0.5, items: [{ comment: "By what?" }, {}] });
      const rows = await bench.db
        .selectFrom("evidence")
        .select(["credit", "void"])
        .where("sittingId", "=", go.sittingId)
        .execute();
      expect(rows).toEqual([{ credit: 0.5, void: false }]);
      const { entityId } = await bench.db
        .selectFrom("history")
        .select("entityId")
        .where("action", "=", "markedByPerson")
        .where("entityId", "=", go.sittingId)
        .executeTakeFirstOrThrow();
      expect(entityId).toBe(go.sittingId);
    }
  });

  test("all of them or none: one that a colleague has marked meanwhile, one of another quiz, one that is not there", async () => {
    const goes = [await sit(9, "Sand"), await sit(10, "sand")];
    const [one, two] = goes as [Go, Go];
    await mark(two, "none");
    await expect(mark(one, "two", { alike: [two] })).rejects.toMatchObject({ code: "markedMeanwhile" });
    const elsewhere = await giveWritten(bench);
    const stranger = await elsewhere.sit(9, "sand");
    await expect(mark(one, "two", { alike: [stranger] })).rejects.toMatchObject({ kind: "missing" });
    await expect(mark(one, "two", { alike: [{ ...stranger, sittingId: newId() }] })).rejects.toMatchObject({
      kind: "missing",
    });
    expect((await list()).questions[0]?.answers.find((answer) => answer.sittingId === one.sittingId)?.mark).toBeNull();
    // The same answer twice in one request is one answer.
    expect(await mark(one, "two", { alike: [one] })).toEqual({ credit: 1, version: 1, marked: 1 });
  });

  test("two colleagues who mark overlapping lots at once: one of them, and no lot is half marked", async () => {
    const goes = [await sit(11, "Bend"), await sit(12, "bend"), await sit(13, "Bend.")];
    const [a, b, c] = goes as [Go, Go, Go];
    const tried = await Promise.allSettled([
      mark(a, "one", { alike: [b, c] }),
      mark(c, "two", { alike: [b, a], by: bench.teacher }),
    ]);
    expect(tried.map((one) => one.status).sort()).toEqual(["fulfilled", "rejected"]);
    const [answers] = (await list()).questions.map((question) => question.answers);
    const credits = answers!
      .filter((one) => goes.some((go) => go.sittingId === one.sittingId))
      .map((one) => one.mark?.credit);
    expect(new Set(credits).size).toBe(1);
  });
});

describe("a second marker", () => {
  test("sees the answers of others without their marks, and marks none of their own", async () => {
    const { toMark, mine } = await seconds();
    const { answers } = (await list()).questions[0]!;
    const own = answers.filter((one) => one.mark?.by === bench.teacher.caller.name);
    expect(mine).toBe(own.length);
    expect(toMark.length).toBe(answers.filter((one) => one.mark).length - own.length);
    expect(JSON.stringify(toMark)).not.toMatch(/levels|credit|comment|Say how/);
    const answer = answers.find((one) => one.mark?.by === bench.lead.caller.name)!;
    const go = { sittingId: answer.sittingId } as Go;
    await expect(second(go, "one", bench.lead)).rejects.toMatchObject({ code: "ownMark" });
    await expect(second(go, "seven")).rejects.toMatchObject({ code: "levelsMissing" });
  });

  test("is counted with the first: agreement, differences, and a third says what counts", async () => {
    // Whoever of the two colleagues above was faster: enough of the lead's, and of more than one level.
    const fresh: string[] = [];
    for (const [i, level] of ["two", "none", "two", "none"].entries()) {
      const go = await sit(14 + i, `In words of my own, number ${String(i)}.`);
      await mark(go, level);
      fresh.push(go.sittingId);
    }
    const { toMark } = await seconds();
    const { answers } = (await list()).questions[0]!;
    const firstOf = (sittingId: string) => answers.find((one) => one.sittingId === sittingId)!.mark!;
    const isFresh = ({ sittingId }: { sittingId: string }) => fresh.includes(sittingId);
    const chosen = [...toMark.filter((one) => !isFresh(one)).slice(0, 6), ...toMark.filter(isFresh)];
    expect(chosen).toHaveLength(10);
    for (const [i, { sittingId }] of chosen.entries()) {
      const { reasons = "" } = firstOf(sittingId).levels;
      await second({ sittingId } as Go, i === 0 ? (reasons === "two" ? "one" : "two") : reasons);
    }
    const after = await seconds();
    expect(after.agreement).toMatchObject({ answers: 10, same: 9 });
    expect(after.agreement.kappa?.value).toBeGreaterThan(0.3);
    expect(after.agreement.kappa?.value).toBeLessThan(1);
    expect(after.toMark).toHaveLength(toMark.length - 10);
    const [open] = after.differing;
    expect([after.differing.length, open?.sittingId]).toEqual([1, chosen[0]!.sittingId]);
    expect(open).toMatchObject({
      first: { by: bench.lead.caller.name, levels: firstOf(open!.sittingId).levels },
      second: { by: bench.teacher.caller.name },
    });
    // The first mark counts until they are settled, and its word to the student stays.
    const { version, comment } = firstOf(open!.sittingId);
    await expect(settle({ sittingId: open!.sittingId } as Go, "none", version + 1)).rejects.toMatchObject({
      code: "markedMeanwhile",
    });
    expect(await settle({ sittingId: open!.sittingId } as Go, "none", version)).toEqual({
      credit: 0,
      version: version + 1,
    });
    const settled = await seconds();
    expect([settled.differing, settled.settled]).toEqual([[], 1]);
    // What two people said by themselves does not become agreement by settling it.
    expect(settled.agreement).toEqual(after.agreement);
    const now = (await list()).questions[0]!.answers.find((one) => one.sittingId === open!.sittingId)!;
    expect(now.mark).toMatchObject({ credit: 0, comment });
    await expect(settle({ sittingId: open!.sittingId } as Go, "one", version + 1)).rejects.toMatchObject({
      code: "nothingToSettle",
    });
    await expect(second({ sittingId: open!.sittingId } as Go, "one")).rejects.toMatchObject({ code: "markedTwice" });
  });

  test("a first marker who comes round leaves nothing to settle, and the two stay apart in the figures", async () => {
    const { toMark, agreement } = await seconds();
    const { sittingId } = toMark[0]!;
    const go = { sittingId } as Go;
    const first = (await list()).questions[0]!.answers.find((one) => one.sittingId === sittingId)!.mark!;
    const other = first.levels.reasons === "two" ? "one" : "two";
    await second(go, other);
    expect((await seconds()).differing).toHaveLength(1);
    await mark(go, other, { version: first.version });
    const after = await seconds();
    expect(after.differing).toEqual([]);
    expect(after.agreement).toMatchObject({ answers: agreement.answers + 1, same: agreement.same });
  });

  test("has nothing to mark where nobody marked first, and nothing of another department", async () => {
    const { releaseId: other, sit: write } = await giveWritten(bench);
    const go = await write(0, "Rain.");
    await expect(second(go, "one")).rejects.toMatchObject({ code: "notMarkedYet" });
    expect((await marking.listSecondMarks(bench.teacher, { params: { releaseId: other } })).questions).toMatchObject([
      { toMark: [], mine: 0, differing: [], settled: 0, agreement: { answers: 0, same: 0, kappa: null } },
    ]);
    const { lead } = await otherDepartment(bench);
    await expect(second(go, "one", lead)).rejects.toMatchObject({ kind: "missing" });
    await expect(settle(go, "one", 1, lead)).rejects.toMatchObject({ kind: "missing" });
    await expect(marking.listSecondMarks(lead, { params: { releaseId } })).rejects.toMatchObject({ kind: "missing" });
  });
});

describe("sentences that a department keeps", () => {
  test("are kept once, whatever their capitals, and taken out by anybody of the department only", async () => {
    const keep = (text: string, scope = bench.lead) => marking.keepMarkingComment(scope, { body: { text } });
    const { commentId } = await keep("Say why, not only what.");
    expect(await keep("say why, not only WHAT.", bench.teacher)).toEqual({ commentId });
    await keep("Name the process.");
    expect((await list()).comments.map((one) => one.text)).toEqual(["Say why, not only what.", "Name the process."]);
    const { lead } = await otherDepartment(bench);
    const remove = (scope = bench.teacher) => marking.removeMarkingComment(scope, { params: { commentId } });
    await expect(remove(lead)).rejects.toMatchObject({ kind: "missing" });
    await remove();
    await expect(remove()).rejects.toMatchObject({ kind: "missing" });
    expect((await list()).comments.map((one) => one.text)).toEqual(["Name the process."]);
  });
});
