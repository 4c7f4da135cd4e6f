/** Indexes that are built beside running processes: what is missing or was broken off is built, once. */
import { sql, type Kysely } from "kysely";
import { expect, test } from "vitest";
import { connect, migrate, migrateGivingWay } from "../platform/database.ts";
import { migrations } from "./migrations.ts";
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

test("a migration that has to wait for a table gives way to everybody else, and comes again", async () => {
  await sql`create table large (id int)`.execute(bench.db);
  const up = (db: Kysely<unknown>) => sql`alter table large add column colour text`.execute(db).then(() => undefined);
  const [reader, other] = [connect(bench.url, 1), connect(bench.url, 2, { statementMs: 0 })];
  const waiting = async () => {
    const { rows } = await sql<{ n: number }>`
      select count(*)::int as n from pg_locks where relation = 'large'::regclass and not granted`.execute(bench.db);
    return rows[0]?.n ?? 0;
  };
  let migrated: Promise<void> | undefined;
  await reader.transaction().execute(async (tx) => {
    await sql`select * from large`.execute(tx);
    migrated = migrateGivingWay(other, { ...migrations, "9999_test": { up } });
    await expect.poll(waiting, { timeout: 20_000, interval: 50 }).toBe(1);
    await expect.poll(waiting, { timeout: 20_000, interval: 50 }).toBe(0);
    // Now nobody waits behind it: what the table is asked is answered.
    await sql`select * from large`.execute(bench.db);
  });
  await migrated;
  await sql`select colour from large`.execute(bench.db);
  await Promise.all([reader.destroy(), other.destroy()]);
});
