import fc from "fast-check";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { draftKeeper, type Keeping } from "./draftKeeper.ts";

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

/** A server that takes its time: each request ends when the test says so. */
function slowServer() {
  const kept: string[] = [];
  const waiting: ((isKept: boolean) => void)[] = [];
  let [running, most] = [0, 0];
  const said: Keeping[] = [];
  const keeper = draftKeeper<string>(
    (work) =>
      new Promise<boolean>((resolve) => {
        running += 1;
        most = Math.max(most, running);
        waiting.push((isKept) => {
          running -= 1;
          if (isKept) kept.push(work);
          resolve(isKept);
        });
      }),
    (keeping) => said.push(keeping),
    700,
  );
  const answer = async (isKept = true) => {
    waiting.shift()?.(isKept);
    await vi.advanceTimersByTimeAsync(0);
  };
  return { keeper, kept, said, answer, waiting, most: () => most };
}

test("what is written while an earlier draft is being sent is kept too, and not said to be kept before it is", async () => {
  const { keeper, kept, said, answer } = slowServer();
  keeper.changed("one");
  await vi.advanceTimersByTimeAsync(700);
  keeper.changed("two");
  await answer();
  expect([kept, said.at(-1)]).toEqual([["one"], "typing"]);
  await vi.advanceTimersByTimeAsync(700);
  await answer();
  expect([kept, said.at(-1)]).toEqual([["one", "two"], "draftKept"]);
});

test("on a slow network the newest is sent as soon as the one before is through", async () => {
  const { keeper, kept, said, answer, waiting } = slowServer();
  keeper.changed("one");
  await vi.advanceTimersByTimeAsync(700);
  keeper.changed("two");
  await vi.advanceTimersByTimeAsync(5000);
  keeper.changed("three");
  await vi.advanceTimersByTimeAsync(5000);
  expect(waiting).toHaveLength(1);
  await answer();
  await answer();
  expect([kept, said.at(-1)]).toEqual([["one", "three"], "draftKept"]);
});

test("what could not be kept is said, and tried again with the next change", async () => {
  const { keeper, kept, said, answer } = slowServer();
  keeper.changed("one");
  await vi.advanceTimersByTimeAsync(700);
  await answer(false);
  expect(said.at(-1)).toBe("notKept");
  keeper.changed("two");
  await vi.advanceTimersByTimeAsync(700);
  await answer();
  expect([kept, said.at(-1)]).toEqual([["two"], "draftKept"]);
});

test("once stopped nothing is sent, and the end waits for what is under way", async () => {
  const { keeper, kept, said, answer, waiting } = slowServer();
  keeper.changed("one");
  await vi.advanceTimersByTimeAsync(700);
  keeper.changed("two");
  const ended = vi.fn();
  void keeper.stop().then(ended);
  await vi.advanceTimersByTimeAsync(5000);
  expect(ended).not.toHaveBeenCalled();
  await answer();
  expect(ended).toHaveBeenCalledOnce();
  await vi.advanceTimersByTimeAsync(5000);
  expect([kept, waiting.length, said.includes("draftKept")]).toEqual([["one"], 0, false]);
});

test("whatever the pauses and answers, one at a time, and in the end the newest is kept", async () => {
  const Step = fc.oneof(
    fc.record({ does: fc.constant("write" as const) }),
    fc.record({ does: fc.constant("wait" as const), ms: fc.nat(2000) }),
    fc.record({ does: fc.constant("answer" as const), isKept: fc.boolean() }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(Step, { maxLength: 30 }), async (steps) => {
      const { keeper, kept, said, answer, waiting, most } = slowServer();
      let count = 0;
      const write = () => {
        keeper.changed(String((count += 1)));
      };
      for (const step of steps) {
        if (step.does === "write") write();
        else if (step.does === "wait") await vi.advanceTimersByTimeAsync(step.ms);
        else await answer(step.isKept);
        if (said.at(-1) === "draftKept") expect(kept.at(-1)).toBe(String(count));
      }
      write();
      await vi.advanceTimersByTimeAsync(700);
      while (waiting.length > 0) await answer();
      expect([kept.at(-1), said.at(-1), most()]).toEqual([String(count), "draftKept", 1]);
    }),
  );
});
