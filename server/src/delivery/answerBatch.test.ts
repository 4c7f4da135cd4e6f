/** Answers of many devices that arrive together are written together, and none hangs on another's. */
import { expect, test } from "vitest";
import type { Db } from "../platform/database.ts";
import { hashOf } from "../platform/id.ts";
import { choiceAnswer } from "../platform/testing/choices.ts";
import { choice, keysOf, release } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { AnswerBatch } from "./answerBatch.ts";
import type { Delivery } from "./answerStore.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();

async function beginAll(count: number) {
  const { releaseId } = await release(bench);
  return Promise.all(
    bench.students.slice(0, count).map(async ({ scope }) => {
      const begun = await delivery.beginSitting(scope, { params: { releaseId } });
      const keys = await keysOf(bench, begun.sitting.id);
      return { id: begun.sitting.id, token: begun.token, epoch: begun.sitting.epoch, keys };
    }),
  );
}

type Begun = Awaited<ReturnType<typeof beginAll>>[number];

const of = (sitting: Begun, events: Delivery["events"], more: Partial<Delivery> = {}): Delivery => ({
  sittingId: sitting.id,
  tokenHash: hashOf(sitting.token),
  epoch: sitting.epoch,
  events,
  shown: [],
  now: bench.clock.now,
  ...more,
});

const kept = async (sittingId: string) => {
  const rows = await bench.db
    .selectFrom("response")
    .where("sittingId", "=", sittingId)
    .select(["position", "body"])
    .orderBy("position")
    .execute();
  return rows.map((row) => [row.position, choiceAnswer(row.body).optionId]);
};

/** Counts the statements that a batch sends. */
function counted(db: Db): { db: Db; statements: () => number } {
  let statements = 0;
  const watched = new Proxy(db, {
    get(target, name, receiver) {
      if (name === "executeQuery") statements++;
      const value: unknown = Reflect.get(target, name, receiver);
      return typeof value === "function" ? (value.bind(target) as unknown) : value;
    },
  });
  return { db: watched, statements: () => statements };
}

test("what a class sends at the same moment is one or two statements, and each device is told of its own", async () => {
  const sittings = await beginAll(12);
  const { db, statements } = counted(bench.db);
  const batch = new AnswerBatch(db);
  const saved = await Promise.all(
    sittings.map((sitting, i) =>
      batch.save(of(sitting, [choice(1, 1, sitting.keys.get(1)!.key), choice(2 + i, 2, sitting.keys.get(2)!.wrong)])),
    ),
  );
  expect(statements()).toBe(2);
  expect(saved.map((one) => one?.stored)).toEqual(
    sittings.map((_, i) => [
      { seq: 1, disposition: "counted" },
      { seq: 2 + i, disposition: "counted" },
    ]),
  );
  for (const { id, keys } of sittings) {
    expect(await kept(id)).toEqual([
      [1, keys.get(1)!.key],
      [2, keys.get(2)!.wrong],
    ]);
  }
});

test("deliveries of one sitting keep their order, and a second device's come beside them", async () => {
  const [sitting] = (await beginAll(1)) as [Begun];
  const batch = new AnswerBatch(bench.db);
  const options = [sitting.keys.get(1)!.wrong, sitting.keys.get(1)!.key];
  const saved = await Promise.all(
    Array.from({ length: 30 }, (_, i) => batch.save(of(sitting, [choice(i + 1, 1, options[i % 2]!)], { shown: [2] }))),
  );
  expect(saved.every((one) => one?.stored[0]?.disposition === "counted")).toBe(true);
  expect(await kept(sitting.id)).toEqual([[1, options[1]]]);
  const events = await bench.db.selectFrom("responseEvent").where("sittingId", "=", sitting.id).select("seq").execute();
  expect(events).toHaveLength(30);
});

test("what cannot be kept of one device costs no other its answer", async () => {
  const [first, bad, ...others] = await beginAll(5);
  const batch = new AnswerBatch(bench.db);
  const tooLarge = of(bad!, [choice(1, 1, "x")], { epoch: 2 ** 40 });
  const wrongToken = { ...of(bad!, [choice(1, 1, "x")]), tokenHash: hashOf("somebody else's") };
  const sent = [of(first!, [choice(1, 1, "first")]), tooLarge, ...others.map((one) => of(one, [choice(1, 1, "a")]))];
  const results = await Promise.allSettled([...sent, wrongToken].map((one) => batch.save(one)));
  expect(results.map((one) => one.status)).toEqual([
    ...["fulfilled", "rejected", "fulfilled", "fulfilled", "fulfilled"],
    "fulfilled",
  ]);
  expect(results.at(-1)).toEqual({ status: "fulfilled", value: undefined });
  expect(await kept(bad!.id)).toEqual([]);
  for (const { id } of [first!, ...others]) expect(await kept(id)).toHaveLength(1);
});

test("a sitting that is just being handed in keeps nobody else waiting", async () => {
  const [held, ...others] = await beginAll(4);
  const batch = new AnswerBatch(bench.db);
  const late = { isSaved: false };
  let waiting: Promise<unknown> = Promise.resolve();
  await bench.db.transaction().execute(async (trx) => {
    await trx.selectFrom("sitting").where("id", "=", held!.id).select("id").forUpdate().execute();
    waiting = batch.save(of(held!, [choice(1, 1, "a")])).then(() => {
      late.isSaved = true;
    });
    // The lock is not given back before these are answered: a batch that waited for it would never end.
    await Promise.all(others.map((one) => batch.save(of(one, [choice(1, 1, "a")]))));
    for (const { id } of others) expect(await kept(id)).toHaveLength(1);
    expect(late.isSaved).toBe(false);
  });
  await waiting;
  expect(await kept(held!.id)).toHaveLength(1);
});
