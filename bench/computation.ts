/** The computation: due lists, orders, and the solver on made-up banks. */
import { interleave } from "../core/src/assembly/interleave.ts";
import type { Strand } from "../core/src/assembly/orderCost.ts";
import { due, type PlanTopic } from "../core/src/plan/due.ts";
import { calibrate, priorOfWriter } from "../core/src/insight/rasch.ts";
import { doubtsOf } from "../core/src/insight/doubts.ts";
import { simulatedClass } from "../core/src/testing/simulatedClass.ts";
import { noMemory, remember, type ClassMemory } from "../core/src/plan/remember.ts";
import { randomFrom } from "../core/src/random.ts";
import { chooseItems, madeUpBank } from "../server/src/assembly/composeTask.ts";
import type { Measure } from "./main.ts";
import { median, medianMs } from "./median.ts";

export async function computation(): Promise<Measure[]> {
  return [
    await dueTable(),
    await rasch(),
    falseAlarms(),
    ...(await order(20)),
    ...(await order(40)),
    ...(await solver(10_000)),
    ...(await solver(100_000)),
  ];
}

/** Two thousand students, five hundred items, forty answers each. */
async function rasch(): Promise<Measure> {
  const [students, items, each] = [2000, 500, 40];
  const next = randomFrom("rasch");
  const ability = Array.from({ length: students }, () => 2 * (next() + next() + next() - 1.5));
  const truth = Array.from({ length: items }, () => 1.6 * (next() + next() + next() - 1.5));
  const item = Int32Array.from({ length: students * each }, () => Math.floor(next() * items));
  const responses = {
    start: Int32Array.from({ length: students + 1 }, (_, p) => p * each),
    item,
    credit: Float64Array.from(item, (i, at) =>
      next() < 1 / (1 + Math.exp((truth[i] ?? 0) - (ability[Math.floor(at / each)] ?? 0))) ? 1 : 0,
    ),
    group: Int32Array.from({ length: students }, (_, p) => p % 4),
  };
  const priors = truth.map(() => priorOfWriter(3));
  const value = await medianMs(5, () => calibrate(responses, priors));
  const { rounds } = calibrate(responses, priors);
  const note = `${String(rounds)} rounds`;
  return { name: "rasch-2000x500x40", value, unit: "ms", target: "at most 1000", note };
}

/** Of the sound items of a thousand classes of 28, twelve items each, the share that is flagged as one to look at. */
function falseAlarms(): Measure {
  const items = Array.from({ length: 1000 }, (_, n) =>
    simulatedClass({ seed: `bench ${String(n)}`, students: 28, items: 12, miskeyed: null }),
  ).flat();
  const flagged = items.filter((one) => doubtsOf(one).some(({ code }) => code !== "unused")).length;
  const value = (100 * flagged) / items.length;
  return { name: "false-alarms", value, unit: "%", target: "at most 5", note: `${String(flagged)} items` };
}

async function dueTable(): Promise<Measure> {
  const topics = Array.from({ length: 60 }, (_, i): PlanTopic => ({
    topicId: `t${i}`,
    taughtOn: 100 + i,
    importance: 1,
    stance: "auto",
  }));
  const students = Array.from({ length: 150 }, (_, i) => `s${i}`);
  let memory: ClassMemory = noMemory;
  const next = randomFrom("due");
  for (let i = 0; i < 600; i++) {
    const topic = topics[Math.floor(next() * 60)] ?? topics[0];
    const answers = [{ itemId: `i${i}`, credit: next() < 0.6 ? 1 : 0, chance: 0.25, slip: 0.1 }];
    memory = remember(memory, {
      studentId: students[Math.floor(next() * 150)] ?? "",
      topicId: topic?.topicId ?? "",
      on: 200 + i / 10,
      taughtOn: topic?.taughtOn ?? 0,
      standards: 2,
      answers,
    });
  }
  const value = await medianMs(9, () => due(memory, topics, students, 300));
  return { name: "due-150x60", value, unit: "ms", target: "at most 50" };
}

async function order(count: number): Promise<Measure[]> {
  const next = randomFrom("order");
  const items = Array.from({ length: count }, (): Strand => {
    const topic = Math.floor(next() * 14);
    return { topicId: `t${topic}`, unitId: `u${topic % 5}`, kind: "oneRightAnswer", difficultyRank: next() };
  });
  const value = await medianMs(7, () => interleave(items, "seed"));
  const best = interleave(items, "long", 200_000);
  const { index } = interleave(items, "seed");
  return [
    { name: `order-${count}`, value, unit: "ms", target: count === 40 ? "at most 200" : "at most 90" },
    {
      name: `order-${count}-index`,
      value: index ?? Number.NaN,
      unit: "of 1",
      target: "at least 0.99",
      note: `ten times the steps reach ${(best.index ?? 0).toFixed(3)} of their own best`,
    },
  ];
}

async function solver(count: number): Promise<Measure[]> {
  const name = `solver-20-of-${count / 1000}k`;
  const banks = Array.from({ length: 5 }, (_, i) => ({
    ...madeUpBank(count, 20, randomFrom(`bank ${i}`)),
    seed: `seed ${i}`,
  }));
  const gaps: number[] = [];
  const times: number[] = [];
  for (const bank of [...banks.slice(0, 2), ...banks]) {
    const start = performance.now();
    const found = await chooseItems(bank, () => false);
    times.push(performance.now() - start);
    gaps.push(found.ok ? found.relativeGap : 1);
  }
  return [
    {
      name,
      value: median(times.slice(2)),
      unit: "ms",
      target: count === 10_000 ? "at most 150" : "at most 300",
      note: "the items; their order is order-20. 7 requirements and families; 5 banks, warm",
    },
    {
      name: `${name}-gap`,
      value: 100 * Math.max(...gaps.slice(2)),
      unit: "%",
      target: "at most 1",
      note: "the largest of the 5",
    },
  ];
}
