/** A release that is changed while students sit in it. */
import { presets } from "@verdant/core/delivery/rules";
import { beforeEach, describe, expect, test } from "vitest";
import { choice, release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { closing } from "./closing.ts";
import { forgetStudent } from "./forget.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const morning = new Date("2031-02-05T09:00:00Z");
const after = (minutes: number) => new Date(morning.getTime() + minutes * 60_000);
beforeEach(() => {
  bench.clock.now = morning;
});

const student = (n: number) => bench.students[n]!;
const begin = (n: number, releaseId: string) => delivery.beginSitting(student(n).scope, { params: { releaseId } });
const newsOf = ({ sitting, token }: Awaited<ReturnType<typeof begin>>) =>
  delivery.showNews(bench.sitter(token), { params: { sittingId: sitting.id }, query: {} });
const target = (shutsAt: Date | null, n?: number) => ({
  classId: bench.classId,
  groupId: null,
  studentId: n === undefined ? null : student(n).studentId,
  opensAt: null,
  shutsAt: shutsAt?.toISOString() ?? null,
});
const change = (
  releaseId: string,
  ...targets: (Omit<ReturnType<typeof target>, "opensAt"> & { opensAt: string | null })[]
) => delivery.changeTimes(bench.lead, { params: { releaseId }, body: { targets } });
const give = (releaseId: string, minutes: number, ...ns: number[]) =>
  delivery.giveMinutes(bench.lead, {
    params: { releaseId },
    body: { studentIds: ns.map((n) => student(n).studentId), minutes },
  });
const shown = async (n: number, releaseId: string) =>
  (await delivery.whatNow(student(n).scope)).releases.find((one) => one.releaseId === releaseId);
const answer = async ({ sitting, token }: Awaited<ReturnType<typeof begin>>, clientMs: number) =>
  (
    await delivery.saveAnswers(bench.sitter(token), {
      params: { sittingId: sitting.id },
      body: { epoch: 1, events: [choice(1, 1, null, clientMs)], shown: [1] },
    })
  ).stored[0]?.disposition;

describe("times", () => {
  test("a later end reaches whoever is in it, up to their own time limit; and one student may get a time of their own", async () => {
    const { releaseId } = await release(bench, { count: 2, rules: { timeLimitMinutes: 40 }, shutsInMinutes: 20 });
    const [one, other] = [await begin(0, releaseId), await begin(1, releaseId)];
    expect(one.sitting.deadlineAt).toBe(after(20).toISOString());
    const running = await change(releaseId, target(after(30)), target(after(90), 1));
    expect(running.students.map(({ studentId, deadlineAt }) => [studentId, deadlineAt])).toEqual(
      expect.arrayContaining([
        [student(0).studentId, after(30).toISOString()],
        [student(1).studentId, after(40).toISOString()],
      ]),
    );
    expect((await newsOf(one)).deadlineAt).toBe(after(30).toISOString());
    bench.clock.now = after(35);
    expect([await answer(one, after(29).getTime()), await answer(other, after(35).getTime())]).toEqual([
      "late",
      "counted",
    ]);
    expect((await shown(1, releaseId))?.notice.shutsAt).toBe(after(90).toISOString());
  });

  test("an earlier end closes who is beyond it by the clock, and their answers given in time are kept", async () => {
    const { releaseId } = await release(bench, { count: 2, shutsInMinutes: 60 });
    const begun = await begin(2, releaseId);
    bench.clock.now = after(10);
    expect(await answer(begun, after(10).getTime())).toBe("counted");
    await change(releaseId, target(after(12)));
    bench.clock.now = after(13);
    expect((await newsOf(begun)).state).toBe("handedIn");
    const close = closing(bench.installation);
    const due = await close.due(bench.nobody, []);
    const mine = due.find((one) => one.subject === begun.sitting.id);
    expect(mine).toBeDefined();
    await close.work(bench.nobody, mine!);
    const row = await bench.db
      .selectFrom("sitting")
      .selectAll()
      .where("id", "=", begun.sitting.id)
      .executeTakeFirstOrThrow();
    expect(row).toMatchObject({ state: "handedIn", handedInAt: after(12) });
  });

  test("a closed release is opened again: who has handed in stays handed in, others may begin", async () => {
    const { releaseId } = await release(bench, { count: 2, rules: { goes: 1 } });
    await sit(bench, 3, releaseId, () => true);
    await delivery.shutRelease(bench.lead, { params: { releaseId } });
    await expect(begin(4, releaseId)).rejects.toMatchObject({ code: "quizClosed" });
    await change(releaseId, target(after(60)));
    expect(await delivery.showRelease(bench.lead, { params: { releaseId } })).toMatchObject({
      opening: "open",
      handedIn: 1,
    });
    await begin(4, releaseId);
    await expect(begin(3, releaseId)).rejects.toMatchObject({ code: "noMoreGoes" });
  });

  test("one more student gets it without anybody else's times changing; nobody gets it twice", async () => {
    const quizOf = await release(bench, { count: 2 });
    const { quiz } = quizOf;
    const released = await delivery.releaseQuiz(bench.lead, {
      params: { quizId: quiz.id },
      body: { version: quiz.version, rules: presets.weeklyReview, targets: [target(after(60), 5)] },
    });
    expect(await shown(6, released.id)).toBeUndefined();
    await change(released.id, target(after(90), 6));
    await change(released.id, target(after(95), 6));
    expect((await shown(6, released.id))?.mayBegin).toBe(true);
    const { targets } = await delivery.showRelease(bench.lead, { params: { releaseId: released.id } });
    expect(targets.map(({ studentId, shutsAt }) => [studentId, shutsAt])).toEqual([
      [student(5).studentId, after(60).toISOString()],
      [student(6).studentId, after(95).toISOString()],
    ]);
  });

  test("what cannot be is refused, and changes nothing", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    const before = await delivery.showRelease(bench.lead, { params: { releaseId } });
    const wrong = { ...target(after(10)), opensAt: after(20).toISOString() };
    await expect(change(releaseId, wrong)).rejects.toMatchObject({ code: "closesBeforeOpening" });
    await expect(change(releaseId, { ...target(null), studentId: bench.classId })).rejects.toMatchObject({
      code: "targetGone",
    });
    const other = await otherDepartment(bench);
    await expect(
      delivery.changeTimes(other.lead, { params: { releaseId }, body: { targets: [target(null)] } }),
    ).rejects.toMatchObject({ kind: "missing" });
    expect(await delivery.showRelease(bench.lead, { params: { releaseId } })).toEqual(before);
  });
});

describe("minutes", () => {
  test("are given to those in it, beside their extra time, add up, and never reach beyond the closing time", async () => {
    const { releaseId } = await release(bench, { count: 2, rules: { timeLimitMinutes: 20 }, shutsInMinutes: 32 });
    const [one, other] = [await begin(7, releaseId), await begin(8, releaseId)];
    await give(releaseId, 5, 7);
    await give(releaseId, 5, 7, 8);
    expect([(await newsOf(one)).deadlineAt, (await newsOf(other)).deadlineAt]).toEqual([
      after(30).toISOString(),
      after(25).toISOString(),
    ]);
    await give(releaseId, 60, 7);
    expect((await newsOf(one)).deadlineAt).toBe(after(32).toISOString());
    bench.clock.now = after(24);
    expect(await answer(other, after(24).getTime())).toBe("counted");
  });

  test("given at the moment somebody hands in change nothing of what is handed in", async () => {
    const { releaseId } = await release(bench, { count: 2, rules: { timeLimitMinutes: 20 } });
    const begun = await begin(9, releaseId);
    const both = await Promise.allSettled([
      delivery.handIn(bench.sitter(begun.token), { params: { sittingId: begun.sitting.id } }),
      give(releaseId, 10, 9),
    ]);
    expect(both[0].status).toBe("fulfilled");
    const row = await bench.db
      .selectFrom("sitting")
      .selectAll()
      .where("id", "=", begun.sitting.id)
      .executeTakeFirstOrThrow();
    expect(row.state).toBe("handedIn");
    await expect(give(releaseId, 10, 9)).rejects.toMatchObject({ code: "nobodyInTime" });
  });

  test("without a time limit there is nothing to give", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    await begin(10, releaseId);
    await expect(give(releaseId, 5, 10)).rejects.toMatchObject({ code: "nobodyInTime" });
  });
});

describe("a word to all", () => {
  test("is read before, during and by whoever comes later, until it is taken back; a change of times says so too", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    const begun = await begin(11, releaseId);
    const text = "Question 2: the map shows the <b>old</b> harbour.";
    const { messages } = await delivery.sayToStudents(bench.teacher, {
      params: { releaseId },
      body: { text, studentIds: null },
    });
    expect((await newsOf(begun)).messages).toMatchObject([{ text, at: morning.toISOString() }]);
    expect((await shown(12, releaseId))?.messages).toMatchObject([{ text }]);
    bench.clock.now = after(1);
    await change(releaseId, target(after(60)));
    expect((await newsOf(begun)).messages.map((one) => one.text)).toEqual([null, text]);
    const messageId = messages[0]?.id ?? "";
    await delivery.takeBackMessage(bench.lead, { params: { releaseId, messageId } });
    expect((await newsOf(begun)).messages.map((one) => one.text)).toEqual([null]);
  });

  test("is nobody else's business: not another token's, not another department's", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    const begun = await begin(13, releaseId);
    await expect(
      delivery.showNews(bench.sitter("somebody else's"), { params: { sittingId: begun.sitting.id }, query: {} }),
    ).rejects.toMatchObject({ kind: "missing" });
    const other = await otherDepartment(bench);
    for (const deed of [
      () => delivery.sayToStudents(other.lead, { params: { releaseId }, body: { text: "x", studentIds: null } }),
      () => delivery.showRunning(other.lead, { params: { releaseId } }),
    ])
      await expect(deed()).rejects.toMatchObject({ kind: "missing" });
  });
});

test("who is in it stands there with how far they are; who has handed in does not; every change is in the history", async () => {
  const { releaseId } = await release(bench, { count: 3, rules: { timeLimitMinutes: 20 } });
  const begun = await begin(14, releaseId);
  await sit(bench, 15, releaseId, () => true);
  await answer(begun, morning.getTime());
  const { students } = await delivery.showRunning(bench.lead, { params: { releaseId } });
  expect(students).toMatchObject([
    { studentId: student(14).studentId, answered: 1, questions: 3, lastSeenAt: morning.toISOString(), minutesGiven: 0 },
  ]);
  await give(releaseId, 5, 14);
  await change(releaseId, target(after(60)));
  await delivery.sayToStudents(bench.lead, {
    params: { releaseId },
    body: { text: "Five more minutes.", studentIds: null },
  });
  const rows = await bench.db.selectFrom("history").select("action").where("entityId", "=", releaseId).execute();
  expect(rows.map((row) => row.action)).toEqual(expect.arrayContaining(["minutesGiven", "timesChanged", "saidToAll"]));
});

describe("a word to some", () => {
  test("is read by them alone, in the middle of it and after; the teacher sees to whom; taken back, by nobody", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    const [one, two] = [await begin(10, releaseId), await begin(11, releaseId)];
    const say = (studentIds: string[] | null, text: string) =>
      delivery.sayToStudents(bench.teacher, { params: { releaseId }, body: { text, studentIds } });
    const told = await say([student(10).studentId, student(10).studentId], "Have a calculator ready.");
    expect(told.messages).toMatchObject([{ text: "Have a calculator ready.", to: [expect.any(String)] }]);
    bench.clock.now = after(1);
    await say(null, "Good luck.");
    const readBy = async (begun: typeof one) => (await newsOf(begun)).messages.map(({ text }) => text);
    expect(await readBy(one)).toEqual(["Good luck.", "Have a calculator ready."]);
    expect(await readBy(two)).toEqual(["Good luck."]);

    await sit(bench, 12, releaseId, () => true);
    bench.clock.now = after(5);
    await say([student(11).studentId, student(12).studentId], "See me about question 2.");
    const homeOf = async (n: number) => {
      const { releases, done } = await delivery.whatNow(student(n).scope);
      return {
        toDo: releases.find((each) => each.releaseId === releaseId)?.messages.map(({ text }) => text),
        done: done.flatMap((each) => each.messages.map(({ text }) => text)),
      };
    };
    expect((await homeOf(10)).toDo).toEqual(["Good luck.", "Have a calculator ready."]);
    expect((await homeOf(11)).toDo).toEqual(["See me about question 2.", "Good luck."]);
    const whenDone = await homeOf(12);
    expect([...(whenDone.toDo ?? []), ...whenDone.done]).toContain("See me about question 2.");

    const { messages } = await delivery.showRunning(bench.teacher, { params: { releaseId } });
    const some = messages.find(({ text }) => text === "See me about question 2.")!;
    expect(some.to).toHaveLength(2);
    await delivery.takeBackMessage(bench.teacher, { params: { releaseId, messageId: some.id } });
    expect((await homeOf(11)).toDo).toEqual(["Good luck."]);
    expect((await homeOf(12)).done).toEqual([]);
  });

  test("is refused as a whole where one of them does not have it; nobody reads it then", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    await expect(
      delivery.sayToStudents(bench.teacher, {
        params: { releaseId },
        body: { text: "x", studentIds: [student(10).studentId, releaseId] },
      }),
    ).rejects.toMatchObject({ code: "noSuch" });
    expect((await delivery.showRunning(bench.teacher, { params: { releaseId } })).messages).toEqual([]);
  });

  test("reaches who has begun, though the quiz is only somebody else's by now", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    await sit(bench, 13, releaseId, () => true);
    await bench.db
      .updateTable("releaseTarget")
      .set({ studentId: student(10).studentId })
      .where("releaseId", "=", releaseId)
      .execute();
    const say = (n: number) =>
      delivery.sayToStudents(bench.teacher, {
        params: { releaseId },
        body: { text: "Well done.", studentIds: [student(n).studentId] },
      });
    expect((await say(13)).messages).toHaveLength(1);
    await expect(say(14), "who neither has it nor began").rejects.toMatchObject({ code: "noSuch" });
  });

  test("is read by who never began a quiz that has closed, for two weeks; beside it by who can do it again", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    await sit(bench, 16, releaseId, () => true);
    await delivery.shutRelease(bench.teacher, { params: { releaseId } });
    bench.clock.now = after(60);
    await delivery.sayToStudents(bench.teacher, {
      params: { releaseId },
      body: { text: "See me on Friday.", studentIds: [student(15).studentId, student(16).studentId] },
    });
    const homeOf = async (n: number) => {
      const { releases, done, said } = await delivery.whatNow(student(n).scope);
      const beside = [...releases.filter((one) => one.releaseId === releaseId), ...done];
      return {
        quizzes: beside.flatMap(({ messages }) => messages.map(({ text }) => text)),
        said: said
          .filter((one) => one.releaseId === releaseId)
          .map((one) => ({ ...one, messages: one.messages.map(({ text }) => text) })),
      };
    };
    const name = expect.any(String) as string;
    const words = { releaseId, name, messages: ["See me on Friday."] };
    expect(await homeOf(15)).toEqual({ quizzes: [], said: [words] });
    expect(await homeOf(16), "beside what they did").toEqual({ quizzes: ["See me on Friday."], said: [] });
    expect(await homeOf(17), "nobody else").toEqual({ quizzes: [], said: [] });
    bench.clock.now = after(13 * 1440);
    expect((await homeOf(15)).said).toEqual([words]);
    bench.clock.now = after(15 * 1440);
    expect((await homeOf(15)).said).toEqual([]);
  });

  test("of a go that stands on a later page is read on the first; what was said before it is not said again", async () => {
    const { releaseId: old } = await release(bench, { count: 2 });
    await delivery.sayToStudents(bench.teacher, {
      params: { releaseId: old },
      body: { text: "Good luck.", studentIds: null },
    });
    bench.clock.now = after(1);
    await sit(bench, 18, old, () => true);
    await delivery.shutRelease(bench.teacher, { params: { releaseId: old } });
    for (let n = 0; n < 20; n++) {
      bench.clock.now = after(10 + n);
      const { releaseId } = await release(bench, { count: 2 });
      await sit(bench, 18, releaseId, () => true);
    }
    expect((await delivery.whatNow(student(18).scope)).said).toEqual([]);
    await delivery.sayToStudents(bench.teacher, {
      params: { releaseId: old },
      body: { text: "The key was wrong.", studentIds: null },
    });
    const { said, done } = await delivery.whatNow(student(18).scope);
    expect(done).toHaveLength(20);
    expect(said.map(({ messages }) => messages.map(({ text }) => text))).toEqual([["The key was wrong."]]);
  });

  test("goes with the student who is erased", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    const of = { departmentId: bench.teacher.caller.departmentId, studentId: student(10).studentId };
    await delivery.sayToStudents(bench.teacher, {
      params: { releaseId },
      body: { text: "About your mother.", studentIds: [of.studentId, student(11).studentId] },
    });
    await forgetStudent(bench.db, of);
    const rows = await bench.db
      .selectFrom("releaseMessage")
      .select("studentId")
      .where("releaseId", "=", releaseId)
      .execute();
    expect(rows).toEqual([{ studentId: student(11).studentId }]);
  });
});
