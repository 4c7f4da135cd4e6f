/** Behind a pooler that gives a connection for one transaction at a time. */
import { sql } from "kysely";
import { afterAll, expect, test } from "vitest";
import { listDue } from "../plan/service.ts";
import { readConfig } from "./config.ts";
import { connect, isUnreachable, type Db } from "./database.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
const opened: Db[] = [];
const open = (isPooled: boolean) => {
  const db = connect(bench.url, 1, { isPooled });
  opened.push(db);
  return db;
};
afterAll(() => Promise.all(opened.map((db) => db.destroy())));
const prepared = async (db: Db) =>
  (await sql<{ n: number }>`select count(*)::int as n from pg_prepared_statements`.execute(db)).rows[0]?.n;
const timeOut = async (db: Db) =>
  (await sql<{ statementTimeout: string }>`show statement_timeout`.execute(db)).rows[0]?.statementTimeout;

test("nothing is prepared by name and nothing set at the start of a session; otherwise both are", async () => {
  const [pooled, own] = [open(true), open(false)];
  const due = () => ({ params: { classId: bench.classId } });
  expect(await listDue({ ...bench.lead, db: pooled }, due())).toEqual(await listDue({ ...bench.lead, db: own }, due()));
  expect([await prepared(pooled), (await prepared(own)) ?? 0]).toEqual([0, expect.any(Number)]);
  expect(await prepared(own)).toBeGreaterThan(0);
  expect([await timeOut(pooled), await timeOut(own)]).toEqual(["0", "30s"]);
});

test("a primary that has become a standby counts as out of reach, not as a defect", async () => {
  const db = open(false);
  const refused = await db
    .transaction()
    .execute(async (trx) => {
      await sql`set transaction read only`.execute(trx);
      await sql`update department set name = name`.execute(trx);
    })
    .catch((error: unknown) => error);
  expect(refused).toMatchObject({ code: "25006" });
  expect(isUnreachable(refused)).toBe(true);
});

test("the environment: without a pooler one address serves for both, and a label stands beside the version", () => {
  const url = "postgres://a:b@c/d";
  expect(readConfig({ DATABASE_URL: url })).toMatchObject({ databaseUrl: url, directUrl: url, isPooled: false });
  const direct = "postgres://a:b@e/d";
  const config = readConfig({
    ...{ DATABASE_URL: url, DATABASE_DIRECT_URL: direct, DATABASE_POOLER: "transaction", BUILD_LABEL: "monday.2" },
  });
  expect(config).toMatchObject({ directUrl: direct, isPooled: true });
  expect(config.version).toMatch(/^\d+\.\d+\.\d+\+monday\.2$/);
  expect(() => readConfig({ DATABASE_URL: url, DATABASE_POOLER: "session" })).toThrow(/DATABASE_POOLER/);
  expect(() => readConfig({ DATABASE_URL: url, BUILD_LABEL: "a b" })).toThrow(/BUILD_LABEL/);
});
