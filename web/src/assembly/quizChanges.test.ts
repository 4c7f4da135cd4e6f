/** Quick changes one after another, as the composer makes them: shown at once, sent in turn, none lost. */
import type { Quiz } from "@verdant/contract/assembly";
import { describe, expect, test } from "vitest";
import { quizChanges, type Answer } from "./quizChanges.ts";

/** A quiz as far as these tests look at it: its version and the names of its places. */
const quiz = (version: number, ...names: string[]) => ({ version, names }) as unknown as Quiz;
const namesOf = (one: Quiz) => (one as unknown as { names: string[] }).names.join(" ");
const added = (name: string) => (now: Quiz) =>
  ({ ...now, names: [...(now as unknown as { names: string[] }).names, name] }) as unknown as Quiz;

function screen() {
  let shown = quiz(1, "a");
  const seen: string[] = [];
  const refused: unknown[] = [];
  const busy: number[] = [];
  const sent: { now: Quiz; answer: (answer: Answer) => void }[] = [];
  const change = quizChanges({
    shown: () => shown,
    show: (next) => {
      shown = next;
      seen.push(namesOf(next));
    },
    underWay: (n) => busy.push(n),
    refused: (error) => refused.push(error),
  });
  const ask = (now: Quiz) =>
    new Promise<Answer>((answer) => {
      sent.push({ now, answer });
    });
  const turn = () => new Promise((resolve) => setTimeout(resolve));
  return { add: (name: string) => change(added(name), ask), sent, seen, refused, busy, turn, shown: () => shown };
}

describe("changes one after another", () => {
  test("are shown at once, and each is sent when the one before it is answered, to what that left", async () => {
    const { add, sent, seen, turn, shown, busy } = screen();
    const [b, c] = [add("b"), add("c")];
    expect(seen).toEqual(["a b", "a b c"]);
    await turn();
    expect(sent).toHaveLength(1);
    sent[0]!.answer({ data: quiz(2, "a", "b") });
    expect(namesOf((await b)!)).toBe("a b");
    // The second is on the screen still, though the answer to the first does not know it.
    expect(namesOf(shown())).toBe("a b c");
    await turn();
    expect([sent[1]!.now.version, namesOf(sent[1]!.now)]).toEqual([2, "a b"]);
    sent[1]!.answer({ data: quiz(3, "a", "b", "c") });
    await c;
    expect([shown().version, namesOf(shown())]).toEqual([3, "a b c"]);
    expect(busy).toEqual([1, 2, 1, 0]);
  });

  test("a refused one goes from the screen, and the next is made without it", async () => {
    const { add, sent, refused, turn, shown } = screen();
    const [b, c] = [add("b"), add("c")];
    await turn();
    sent[0]!.answer({ error: "stale" });
    expect(await b).toBeUndefined();
    expect([namesOf(shown()), refused]).toEqual(["a c", ["stale"]]);
    await turn();
    expect(namesOf(sent[1]!.now)).toBe("a");
    sent[1]!.answer({ data: quiz(2, "a", "c") });
    await c;
    expect(namesOf(shown())).toBe("a c");
  });

  test("one that never gets an answer is refused, and does not hold up the next", async () => {
    const { add, sent, refused, turn, shown } = screen();
    const failing = quizChanges({
      shown,
      show: () => undefined,
      underWay: () => undefined,
      refused: (error) => refused.push(error),
    });
    expect(await failing(added("x"), () => Promise.reject(new Error("no network")))).toBeUndefined();
    expect(refused).toEqual([new Error("no network")]);
    const b = add("b");
    await turn();
    sent[0]!.answer({ data: quiz(2, "a", "b") });
    expect(namesOf((await b)!)).toBe("a b");
  });
});
