import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { due, type PlanTopic } from "./due.ts";
import {
  memoryKey,
  noMemory,
  remember,
  rememberAll,
  type ClassMemory,
  type ItemEvidence,
  type TopicEvidence,
  type TopicMemory,
} from "./remember.ts";

const taughtOn = 100;
const right = (itemId: string): ItemEvidence => ({ itemId, credit: 1, chance: 0.25, slip: 0.1 });
const wrong = (itemId: string): ItemEvidence => ({ ...right(itemId), credit: 0 });
const evidence = (on: number, answers: ItemEvidence[], who = "amara", topicId = "meanders"): TopicEvidence => ({
  studentId: who,
  topicId,
  on,
  taughtOn,
  standards: 2,
  answers,
});
const fold = (pieces: readonly TopicEvidence[]) => pieces.reduce<ClassMemory>(remember, noMemory);
const stateOf = (pieces: readonly TopicEvidence[]) => fold(pieces).topics.get(memoryKey("amara", "meanders"));

describe("remember", () => {
  test("two pieces of one day are one review, the same as if they had come together", () => {
    const apart = stateOf([evidence(130, [right("a")]), evidence(130, [wrong("b")])]);
    const together = stateOf([evidence(130, [right("a"), wrong("b")])]);
    expect(apart?.now).toEqual(together?.now);
  });

  test("a second answer to the same item on the same day counts for nothing", () => {
    expect(stateOf([evidence(130, [wrong("a")]), evidence(130, [right("a")])])).toEqual(
      stateOf([evidence(130, [wrong("a")])]),
    );
  });

  test("evidence from before the topic was taught changes nothing", () => {
    expect(fold([evidence(taughtOn - 1, [wrong("a")])])).toEqual(noMemory);
  });

  test("a right answer raises, a wrong one lowers what is recalled a month later", () => {
    const recallAfter = (answers: ItemEvidence[]) =>
      due(fold([evidence(130, answers)]), [planned()], ["amara"], 160)[0]?.recall ?? Number.NaN;
    const unasked = due(noMemory, [planned()], ["amara"], 160)[0]?.recall ?? Number.NaN;
    expect(recallAfter([right("a")])).toBeGreaterThan(unasked);
    expect(recallAfter([wrong("a")])).toBeLessThan(recallAfter([right("a")]));
  });

  test("living through the answers, stored between any two of them, equals a replay to the last bit", () => {
    fc.assert(
      fc.property(fc.array(piece(), { maxLength: 25 }), fc.nat(25), (pieces, cut) => {
        const before = fold(pieces.slice(0, cut));
        const stored = JSON.parse(JSON.stringify([...before.topics])) as [string, TopicMemory][];
        const resumed = pieces.slice(cut).reduce<ClassMemory>(remember, { ...before, topics: new Map(stored) });
        expect(resumed).toEqual(fold(pieces));
      }),
    );
  });
});

test("many pieces taken in at once are what they are one after the other, to the last bit and in the same order", () => {
  fc.assert(
    fc.property(fc.array(piece(), { maxLength: 40 }), fc.nat(40), (pieces, cut) => {
      const before = fold(pieces.slice(0, cut));
      const kept = structuredClone(before);
      const atOnce = rememberAll(before, pieces.slice(cut));
      const singly = fold(pieces);
      expect(atOnce).toEqual(singly);
      expect([...atOnce.topics.keys()]).toEqual([...singly.topics.keys()]);
      expect(before, "what was there is as it was").toEqual(kept);
    }),
  );
});

const planned = (more: Partial<PlanTopic> = {}): PlanTopic => ({
  topicId: "meanders",
  taughtOn,
  importance: 1,
  stance: "auto",
  ...more,
});
const piece = () =>
  fc
    .record({
      on: fc.integer({ min: 95, max: 300 }),
      who: fc.constantFrom("amara", "ben", "chidi"),
      topic: fc.constantFrom("meanders", "spits"),
      answers: fc.array(
        fc.record({
          itemId: fc.constantFrom("a", "b", "c"),
          credit: fc.double({ min: 0, max: 1, noNaN: true }),
          chance: fc.constantFrom(0.05, 0.25, 0.5),
          slip: fc.double({ min: 0.03, max: 0.45, noNaN: true }),
        }),
        { minLength: 1, maxLength: 3 },
      ),
    })
    .map(({ on, who, topic, answers }) => evidence(on, answers, who, topic));

describe("due", () => {
  const standing = (today: number, more: Partial<PlanTopic> = {}, pieces: TopicEvidence[] = []) =>
    due(fold(pieces), [planned(more)], ["amara", "ben"], today)[0];

  test("a topic is not due before it is taught, nor in the week it is taught", () => {
    expect(standing(taughtOn - 1)?.standing).toBe("notTaught");
    expect(standing(taughtOn)?.standing).toBe("justTaught");
    expect(standing(taughtOn, { taughtOn: null })?.recall).toBeNull();
  });
  test("untouched, it is due from the first day on which recall is below 0.8", () => {
    const dueOn = standing(taughtOn + 8)?.dueOn ?? 0;
    expect(dueOn).toBe(taughtOn + 17);
    expect(standing(dueOn - 1)?.standing).toBe("fresh");
    expect(standing(dueOn)?.standing).toBe("due");
  });
  test("what was asked within three days rests, and what a teacher leaves out or pins stays so", () => {
    expect(standing(taughtOn + 62, {}, [evidence(taughtOn + 60, [wrong("a")])])?.standing).toBe("justSeen");
    expect(standing(taughtOn + 90, { stance: "never" })?.standing).toBe("leftOut");
    expect(standing(taughtOn + 1, { stance: "always" })?.standing).toBe("due");
  });
  test("each student counts from the day it was taught to them; whom it was not taught yet counts for nothing", () => {
    const today = taughtOn + 30;
    const recallFor = (days: Record<string, number | null>) =>
      due(noMemory, [planned()], Object.keys(days), today, (studentId) => days[studentId] ?? null)[0];
    const [asClass, lately] = [recallFor({ amara: taughtOn })?.recall ?? 0, recallFor({ ben: today - 5 })?.recall ?? 0];
    expect(asClass).toBe(due(noMemory, [planned()], ["amara"], today)[0]?.recall);
    expect(lately).toBeGreaterThan(asClass);
    expect(recallFor({ amara: taughtOn, ben: today - 5 })?.recall).toBeCloseTo((asClass + lately) / 2, 12);
    expect(recallFor({ amara: taughtOn, ben: null, chen: today + 1 })?.recall).toBe(asClass);
    expect(recallFor({ ben: null })?.standing).toBe("notTaught");
  });
  test("recall never rises while nothing is asked, and the order of students does not matter", () => {
    fc.assert(
      fc.property(fc.array(piece(), { maxLength: 12 }), fc.integer({ min: 301, max: 500 }), (pieces, day) => {
        const memory = fold(pieces);
        const at = (on: number, students: string[]) => due(memory, [planned()], students, on)[0]?.recall ?? 0;
        expect(at(day + 1, ["amara", "ben"])).toBeLessThanOrEqual(at(day, ["amara", "ben"]));
        expect(at(day, ["ben", "amara"])).toBeCloseTo(at(day, ["amara", "ben"]), 12);
      }),
    );
  });
});
