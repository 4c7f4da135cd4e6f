/** What a connection is set to, and the statements that are prepared on it. */
import { sql } from "kysely";
import { expect, test } from "vitest";
import { connect, type Db } from "./database.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();

async function settingsOf(db: Db) {
  const { rows } = await sql<{ name: string; setting: string }>`
    select name, setting from pg_settings
    where name in ('jit', 'statement_timeout', 'idle_in_transaction_session_timeout') order by name`.execute(db);
  await db.destroy();
  return Object.fromEntries(rows.map(({ name, setting }) => [name, setting]));
}

test("a statement is never compiled, and ends after half a minute", async () => {
  expect(await settingsOf(connect(bench.url, 1))).toEqual({
    jit: "off",
    statement_timeout: "30000",
    idle_in_transaction_session_timeout: "60000",
  });
});

test("what is asked for in the address stands", async () => {
  const asking = await settingsOf(connect(`${bench.url}?options=-c%20jit%3Don`, 1));
  expect(asking["jit"]).toBe("on");
});

test("behind a pooler the settings are those of the role", async () => {
  const own = await settingsOf(connect(bench.url, 1, { isPooled: true }));
  expect(own["statement_timeout"]).toBe("0");
});

test("a long query is prepared once for a connection, a short one not at all", async () => {
  const db = connect(bench.url, 1);
  const long = sql.raw(`/* ${"x".repeat(500)} */`);
  for (let times = 0; times < 3; times++) {
    await sql`select ${times}::int as n ${long}`.execute(db);
    await sql`select ${times}::int as n`.execute(db);
  }
  const { rows } = await sql<{ statement: string }>`select statement from pg_prepared_statements`.execute(db);
  await db.destroy();
  expect(rows).toHaveLength(1);
  expect(rows[0]?.statement).toContain("xxx");
});
