/** Threads: who has gone is not reckoned for, and one department cannot take all of them. */
import { afterAll, expect, test } from "vitest";
import { compose } from "../assembly/tasks.ts";
import { madeUpBank } from "../assembly/composeTask.ts";
import { randomFrom } from "@verdant/core/random";
import { startThreads, type Asked } from "./threads.ts";

const threads = startThreads();
afterAll(() => threads.stop());

const input = madeUpBank(400, 12, randomFrom("threads"));
const asked = (departmentId: string, more: Partial<Asked> = {}): Asked => ({
  lane: "slow",
  budgetMs: 20_000,
  departmentId,
  ...more,
});

test("what waits for somebody who has gone is never begun; what runs for them is asked to stop, and its thread lives", async () => {
  const [runs, waits] = [new AbortController(), new AbortController()];
  const large = madeUpBank(20_000, 40, randomFrom("large"));
  const running = threads.run(compose, large, asked("a", { gone: runs.signal }));
  const waiting = threads.run(compose, input, asked("a", { gone: waits.signal }));
  waits.abort();
  await expect(waiting).rejects.toThrow();
  await expect.poll(() => threads.state().find((one) => one.lane === "slow")?.threads).toBe(1);
  runs.abort();
  const outcome = await running.then(
    (done) => done.order.length,
    () => "never begun",
  );
  expect([40, "never begun"]).toContain(outcome);
  expect((await threads.run(compose, input, asked("a"))).order).toHaveLength(12);
  await expect(threads.run(compose, input, asked("a", { gone: AbortSignal.abort() }))).rejects.toThrow(/Nobody waits/);
});

test("a department that asks for very much is told to come again; another has its turn meanwhile", async () => {
  const order: string[] = [];
  const ask = (department: string) =>
    threads.run(compose, input, asked(department)).then(
      () => order.push(department),
      (error: unknown) => error,
    );
  const many = Array.from({ length: 44 }, () => ask("greedy"));
  const other = ask("modest");
  const outcomes = await Promise.all(many);
  await other;
  const refused = outcomes.filter((one) => typeof one !== "number");
  expect(refused.length).toBeGreaterThan(0);
  expect(refused[0]).toMatchObject({ kind: "unavailable" });
  expect(order.indexOf("modest")).toBeLessThan(3);
});
