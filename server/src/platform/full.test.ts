/** A process all of whose connections are taken: it says so, it goes on saying that it serves, and it recovers by itself. */
import type { AddressInfo } from "node:net";
import { sql } from "kysely";
import { pino } from "pino";
import { afterAll, beforeAll, expect, test } from "vitest";
import { createApp } from "../app.ts";
import { Caches } from "./caches.ts";
import { connect, isOverloaded, poolState, type Db } from "./database.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
let small: Db;
let base: string;
let close: () => void;

beforeAll(async () => {
  small = connect(bench.url, 1);
  const installation = { ...bench.installation, isDemo: true, caches: new Caches(small) };
  const parts = { config: { trustProxy: 0, isDemo: true }, db: small, installation, now: () => bench.clock.now };
  const server = createApp({ ...parts, log: pino({ level: "silent" }) }).listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  base = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}/api`;
  close = () => server.close();
});
afterAll(async () => {
  close();
  await small.destroy();
});

test("too many are told to come again, whether it serves is answered, and those who waited are served", async () => {
  let release: () => void = () => undefined;
  const untilReleased = new Promise<void>((resolve) => (release = resolve));
  const held = small.transaction().execute(async (db) => {
    await sql`select 1`.execute(db);
    await untilReleased;
  });
  await expect.poll(() => poolState(small).inUse).toBe(1);
  const waiting = Array.from({ length: 25 }, () => fetch(`${base}/demo/people`));
  // Less than they wait for a connection.
  await expect.poll(() => poolState(small).waiting, { timeout: 4000 }).toBe(25);
  const refused = await fetch(`${base}/demo/people`);
  expect([refused.status, refused.headers.get("retry-after")]).toEqual([503, "2"]);
  expect(await refused.json()).toMatchObject({ code: "tooManyAtOnce" });
  expect((await fetch(`${base}/health`)).status).toBe(200);
  release();
  await held;
  expect(new Set((await Promise.all(waiting)).map((answer) => answer.status))).toEqual(new Set([200]));
  expect((await fetch(`${base}/demo/people`)).status).toBe(200);
});

test("whoever waits too long for a connection, or whose statement takes too long, may come again", async () => {
  const hasty = connect(bench.url, 1, { statementMs: 50 });
  const slow = await sql`select pg_sleep(5)`.execute(hasty).catch((error: unknown) => error);
  expect(isOverloaded(slow)).toBe(true);
  await hasty.destroy();
});
