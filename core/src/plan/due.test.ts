import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { mondayOf, type Day } from "./day.ts";
import { due, meanRecall, targetRecall, type PlanTopic } from "./due.ts";
import { noMemory, remember, type ClassMemory } from "./remember.ts";

const students = ["ada", "ben"];
const noon: Day = 22_000;

/** A class's term at random: when a topic was taught, when and how it was answered, and what was planned for it. */
const plan = fc
  .record({
    today: fc.integer({ min: noon, max: noon + 120 }),
    taughtAgo: fc.integer({ min: -5, max: 200 }),
    plannedIn: fc.option(fc.integer({ min: -10, max: 60 }), { nil: null }),
    stance: fc.constantFrom("auto" as const, "auto" as const, "auto" as const, "always" as const, "never" as const),
    importance: fc.constantFrom(0.5, 1, 2),
    answers: fc.array(
      fc.record({
        after: fc.nat(200),
        student: fc.nat(1),
        credit: fc.constantFrom(0, 0.5, 1),
        elsewhere: fc.boolean(),
      }),
      { maxLength: 8 },
    ),
  })
  .map(({ today, taughtAgo, plannedIn, stance, importance, answers }) => {
    const taughtOn = today - taughtAgo;
    const topic: PlanTopic = {
      ...{ topicId: "rivers", taughtOn, importance, stance },
      plannedOn: plannedIn === null ? null : today + plannedIn,
    };
    let memory: ClassMemory = noMemory;
    for (const { after, student, credit, elsewhere } of [...answers].sort((a, b) => a.after - b.after)) {
      const on = taughtOn + after;
      if (on > today) continue;
      memory = remember(memory, {
        ...{ studentId: students[student] ?? "", topicId: elsewhere ? "coasts" : "rivers", on, taughtOn, standards: 1 },
        answers: [{ itemId: String(after), credit, chance: 0.25, slip: 0.1 }],
      });
    }
    return { today, topic, memory };
  });

const standingOn = (memory: ClassMemory, topic: PlanTopic, day: Day) => {
  const [one] = due(memory, [topic], students, day);
  if (!one) throw new Error("no topic");
  return one;
};

describe("what is said of a topic is what decides", () => {
  test("it is not due on any day before the one that is named, and it is on that day, if nothing is asked before", () => {
    fc.assert(
      fc.property(plan, ({ today, topic, memory }) => {
        const { standing, dueOn } = standingOn(memory, topic, today);
        if (dueOn === null) {
          expect(["notTaught", "leftOut"]).toContain(standing);
          return;
        }
        expect(dueOn).toBeGreaterThanOrEqual(today);
        expect(standing === "due").toBe(dueOn === today);
        for (let day = today; day < dueOn; day++) expect(standingOn(memory, topic, day).standing).not.toBe("due");
        expect(standingOn(memory, topic, dueOn).standing).toBe("due");
      }),
    );
  });

  test("the reason holds, and there is one exactly when the topic is due", () => {
    fc.assert(
      fc.property(plan, ({ today, topic, memory }) => {
        const { standing, why, recall, lastOn, reviewed } = standingOn(memory, topic, today);
        expect(why !== null).toBe(standing === "due");
        const rested = today - (lastOn ?? today);
        if (why === "always") expect(topic.stance).toBe("always");
        if (why === "planned") expect(topic.plannedOn).toBeLessThanOrEqual(today);
        if (why === "recall") expect(recall).toBeLessThan(targetRecall);
        if (why === "longAgo")
          expect([reviewed, rested > 42, (recall ?? 0) >= targetRecall]).toEqual([true, true, true]);
        if (why === "notSince")
          expect([reviewed, rested > 21, (recall ?? 0) >= targetRecall]).toEqual([false, true, true]);
      }),
    );
  });

  test("“from the calendar only” is said only where recall is the calendar's", () => {
    fc.assert(
      fc.property(plan, ({ today, topic, memory }) => {
        const { basis, recall, calendarRecall, reviewed } = standingOn(memory, topic, today);
        if (basis === "calendar" && recall !== null) expect(recall).toBeCloseTo(calendarRecall ?? 0, 9);
        expect(basis === "answers").toBe(reviewed);
      }),
    );
  });

  test("what was taught this week is not due this week, unless somebody wants it", () => {
    fc.assert(
      fc.property(plan, ({ today, topic, memory }) => {
        const { dueOn, standing } = standingOn(memory, topic, today);
        if (standing !== "justTaught" || dueOn === null) return;
        const nextWeek = mondayOf(topic.taughtOn ?? today) + 7;
        expect(dueOn >= nextWeek || dueOn === topic.plannedOn).toBe(true);
      }),
    );
  });
});

test("a topic that is well known is due in seven weeks by the rule of six, not when recall would fall", () => {
  let memory = noMemory;
  for (const on of [noon - 60, noon - 40, noon - 10, noon])
    for (const studentId of students)
      memory = remember(memory, {
        ...{ studentId, topicId: "rivers", on, taughtOn: noon - 80, standards: 1 },
        answers: [1, 2, 3].map((n) => ({ itemId: `${n}`, credit: 1, chance: 0.1, slip: 0.05 })),
      });
  const topic: PlanTopic = { topicId: "rivers", taughtOn: noon - 80, importance: 1, stance: "auto" };
  expect(standingOn(memory, topic, noon + 4)).toMatchObject({ standing: "fresh", dueOn: noon + 43 });
  expect(standingOn(memory, topic, noon + 43)).toMatchObject({ standing: "due", why: "longAgo", neglected: true });
});

test("recall of a day that has passed is the one that was told on that day", () => {
  fc.assert(
    fc.property(plan, ({ today, topic, memory }) => {
      expect(meanRecall(memory, topic, students, today)).toBe(standingOn(memory, topic, today).recall);
    }),
  );
});
