/** Indexes that are built beside running processes: what is missing or was broken off is built, once. */
import { sql } from "kysely";
import { expect, test } from "vitest";
import { connect, migrate } from "../platform/database.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";

const bench = useWorkbench();
const states = async () => {
  const { rows } = await sql<{ name: string; isValid: boolean }>`
    select relname as name, indisvalid as is_valid from pg_index join pg_class on pg_class.oid = indexrelid
    where relnamespace = 'public'::regnamespace order by relname`.execute(bench.db);
  return rows;
};

test("what is missing and what was broken off is built by the next start; two that start at once do it once", async () => {
  const before = await states();
  expect(before.map((one) => one.name)).toContain("release_newest");
  await sql`drop index release_newest`.execute(bench.db);
  // The tests' cluster has one password for the application's role and for the one that may do everything.
  const admin = connect(bench.url.replace("//verdant:", "//postgres:"), 1);
  await sql`update pg_index set indisvalid = false where indexrelid = 'sitting_of_student'::regclass`.execute(admin);
  await admin.destroy();
  expect(await states()).not.toEqual(before);
  const [one, other] = [connect(bench.url, 2, { statementMs: 0 }), connect(bench.url, 2, { statementMs: 0 })];
  await Promise.all([migrate(one), migrate(other)]);
  await Promise.all([one.destroy(), other.destroy()]);
  expect(await states()).toEqual(before);
});
