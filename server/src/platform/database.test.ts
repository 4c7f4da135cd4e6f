/** What a connection is set to. */
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
