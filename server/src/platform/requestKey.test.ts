/** Twenty who compose at once: no transaction is held while anything is waited for, so that a few connections serve all. */
import { afterAll, beforeAll, expect, test } from "vitest";
import { composeQuiz } from "../assembly/service.ts";
import { Caches } from "./caches.ts";
import { connect, type Db } from "./database.ts";
import { newId } from "./id.ts";
import { answerOnce } from "./requestKey.ts";
import { atomically, type Member, type OpenScope } from "./scope.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
let small: Db;
let lead: OpenScope<Member>;

beforeAll(() => {
  small = connect(bench.url, 3);
  lead = { ...bench.lead, db: small, caches: new Caches(small) };
});
afterAll(async () => {
  await small.destroy();
});

test("on three connections all twenty are answered, and another question beside them too", async () => {
  const input = { params: { classId: bench.classId }, body: { count: 3 } };
  const composing = Array.from({ length: 20 }, (_, i) =>
    answerOnce(lead, `compose ${i}`, (scope) => composeQuiz(scope, input)),
  );
  const beside = await small.selectFrom("department").select("id").execute();
  expect(beside.length).toBeGreaterThan(0);
  const quizzes = (await Promise.all(composing)) as { id: string; number: number }[];
  expect(new Set(quizzes.map((quiz) => quiz.number)).size).toBe(20);
});

test("inside a transaction there is no thread and no cache to wait for", async () => {
  await atomically(lead, (within) => {
    expect(Object.keys(within)).not.toContain("threads");
    expect(Object.keys(within)).not.toContain("caches");
    return Promise.resolve();
  });
});

const count = async () =>
  (
    await small
      .selectFrom("optionSet")
      .select((eb) => eb.fn.countAll<number>().as("n"))
      .executeTakeFirstOrThrow()
  ).n;
/** A deed that can be counted. */
const deed = (name: string) => (scope: OpenScope<Member>) =>
  atomically(scope, async ({ db, caller }) => {
    await db
      .insertInto("optionSet")
      .values({ departmentId: caller.departmentId, id: newId(), name, words: JSON.stringify(["Up"]) })
      .execute();
    return { name };
  });

test("the same deed sent five times at once happens once, and all hear the same", async () => {
  const before = await count();
  const answers = await Promise.all(Array.from({ length: 5 }, () => answerOnce(lead, "five", deed("five"))));
  expect(answers).toEqual(Array.from({ length: 5 }, () => ({ name: "five" })));
  expect(await count()).toBe(before + 1);
});

test("what failed before it was written may be tried again; what was written is not done twice", async () => {
  const before = await count();
  await expect(answerOnce(lead, "again", () => Promise.reject(new Error("no network")))).rejects.toThrow("no network");
  await answerOnce(lead, "again", deed("again"));
  expect(await count()).toBe(before + 1);
  // Written, but the process died before its answer was kept.
  await expect(
    answerOnce(lead, "died", async (scope) => {
      await deed("died")(scope);
      throw new Error("killed");
    }),
  ).rejects.toThrow("killed");
  await expect(answerOnce(lead, "died", deed("died"))).rejects.toMatchObject({ kind: "conflict" });
  expect(await count()).toBe(before + 2);
});

test("a key that a process left behind without having written anything is free again after a minute", async () => {
  await small
    .insertInto("requestKey")
    .values({
      departmentId: bench.departmentId,
      key: `${lead.caller.personId} left`,
      answered: null,
      at: new Date(bench.clock.now.getTime() - 61_000),
    })
    .execute();
  expect(await answerOnce(lead, "left", deed("left"))).toEqual({ name: "left" });
});
