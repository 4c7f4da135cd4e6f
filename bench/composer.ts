/** What composing, dragging and adding cost: milliseconds, and statements that the database is sent. */
import type { AddressInfo } from "node:net";
import pg from "pg";
import { richTextOf } from "../core/src/richText.ts";
import { createApp } from "../server/src/app.ts";
import { arrangeQuiz, composeQuiz } from "../server/src/assembly/service.ts";
import { addItems } from "../server/src/bank/service.ts";
import { hashOf, newId, newToken } from "../server/src/platform/id.ts";
import { openInstallation, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median, p95 } from "./median.ts";

/** Statements that `work` sends, beginnings and ends of transactions among them. */
async function statementsOf(work: () => Promise<unknown>): Promise<number> {
  const descriptor = Object.getOwnPropertyDescriptor(pg.Client.prototype, "query");
  const original = descriptor?.value as (this: pg.Client, ...given: unknown[]) => unknown;
  let count = 0;
  pg.Client.prototype.query = function (this: pg.Client, ...given: unknown[]) {
    count++;
    return original.apply(this, given);
  } as typeof pg.Client.prototype.query;
  try {
    await work();
  } finally {
    if (descriptor) Object.defineProperty(pg.Client.prototype, "query", descriptor);
  }
  return count;
}

export async function composer(): Promise<Measure[]> {
  const bench = await openInstallation();
  const measures = [...(await drag(bench)), await adding(bench), ...(await composeAtOnce(bench))];
  await bench.close();
  return measures;
}

const classOf = async ({ db, departmentId }: BenchInstallation) =>
  (
    await db
      .selectFrom("class")
      .select("id")
      .where("departmentId", "=", departmentId)
      .orderBy("name")
      .executeTakeFirstOrThrow()
  ).id;

async function drag(bench: BenchInstallation): Promise<Measure[]> {
  const classId = await classOf(bench);
  let quiz = await composeQuiz(bench.lead, { params: { classId }, body: { count: 20 } });
  const move = async () => {
    const [first = "", ...rest] = quiz.places.map((place) => place.id);
    const { version } = await arrangeQuiz(bench.lead, {
      params: { quizId: quiz.id },
      body: { version: quiz.version, parts: [[...rest, first]] },
    });
    quiz = { ...quiz, version, places: [...quiz.places.slice(1), ...quiz.places.slice(0, 1)] };
  };
  const times: number[] = [];
  for (let run = 0; run < 50; run++) {
    const start = performance.now();
    await move();
    if (run >= 10) times.push(performance.now() - start);
  }
  const composed = await statementsOf(() => composeQuiz(bench.lead, { params: { classId }, body: { count: 12 } }));
  return [
    { name: "drag", value: p95(times), unit: "ms p95", target: "at most 40", note: "20 questions, durable database" },
    { name: "drag-statements", value: await statementsOf(move), unit: "statements", target: "at most 8" },
    { name: "compose-statements", value: composed, unit: "statements", target: "at most 15" },
  ];
}

async function adding(bench: BenchInstallation): Promise<Measure> {
  const topic = await bench.db
    .selectFrom("topic")
    .select("id")
    .where("departmentId", "=", bench.departmentId)
    .executeTakeFirstOrThrow();
  const items = (round: number) =>
    Array.from({ length: 50 }, (_, i) => ({
      topicId: topic.id,
      standardIds: [],
      content: {
        ...{
          kind: "oneRightAnswer" as const,
          schemaVersion: 1 as const,
          stem: richTextOf(`Question ${String(i)} of ${String(round)}?`),
        },
        options: ["right", "wrong", "wrong too"].map((text, at) => ({
          ...{ id: newId().slice(-8), text: richTextOf(text), isKey: at === 0 },
        })),
      },
    }));
  const times: number[] = [];
  for (let round = 0; round < 12; round++) {
    const start = performance.now();
    await addItems(bench.lead, { body: { items: items(round) } });
    if (round >= 2) times.push(performance.now() - start);
  }
  const statements = await statementsOf(() => addItems(bench.lead, { body: { items: items(99) } }));
  return {
    ...{ name: "add-items-50", value: median(times), unit: "ms", target: "at most 150 and 20 statements" },
    note: `${String(statements)} statements, durable database`,
  };
}

/** Twenty who compose at the same moment through HTTP, five times; and whether the process still says that it serves. */
async function composeAtOnce({
  db,
  installation,
  log,
  lead,
  departmentId,
  ...bench
}: BenchInstallation): Promise<Measure[]> {
  const classId = await classOf({ db, departmentId, installation, log, lead, ...bench });
  const token = newToken();
  await db
    .insertInto("session")
    .values({
      ...{ tokenHash: hashOf(token), departmentId, personId: lead.caller.personId, studentId: null },
      ...{ createdAt: new Date(), expiresAt: new Date(Date.now() + 86_400_000) },
    })
    .execute();
  const app = createApp({ config: { trustProxy: 0, isDemo: false }, db, installation, log, now: () => new Date() });
  const server = app.listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  const address = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}/api`;
  const timed = async (path: string, init?: RequestInit) => {
    const start = performance.now();
    const answer = await fetch(address + path, init);
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`${path} answered ${String(answer.status)}`);
    return performance.now() - start;
  };
  const composing: number[] = [];
  const health: number[] = [];
  for (let round = 0; round < 6; round++) {
    const state = { isOver: false };
    const asked = Promise.all(
      Array.from({ length: 20 }, () =>
        timed(`/classes/${classId}/quizzes`, {
          method: "POST",
          headers: { "content-type": "application/json", cookie: `verdant=${token}`, "idempotency-key": newId() },
          body: JSON.stringify({ count: 12 }),
        }),
      ),
    ).finally(() => {
      state.isOver = true;
    });
    while (!state.isOver) {
      const one = await timed("/health");
      if (round > 0) health.push(one);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    const all = await asked;
    if (round > 0) composing.push(...all);
  }
  server.close();
  const note = `${String(composing.length)} answered, none refused; pool of 20`;
  return [
    { name: "compose-20-at-once", value: p95(composing), unit: "ms p95", target: "at most 1500", note },
    { name: "health-beside-composing", value: p95(health), unit: "ms p95", target: "at most 100" },
  ];
}
