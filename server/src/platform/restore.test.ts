/** The restore drill of the README: a dump is the whole backup. */
import { spawnSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "kysely";
import { expect, test } from "vitest";
import { postgresBin } from "../../../scripts/setup.mjs";
import { Caches } from "./caches.ts";
import { listItems } from "../bank/service.ts";
import * as delivery from "../delivery/service.ts";
import { replayClass } from "../plan/memory.ts";
import { listDue } from "../plan/service.ts";
import { connect, migrate, type Db } from "./database.ts";
import { choice, keysOf, release, sit } from "./testing/sittings.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();

function run(program: string, ...args: string[]): void {
  const { status, stderr } = spawnSync(join(postgresBin() ?? "", program), args, { encoding: "utf8" });
  expect(`${program}: ${status} ${stderr}`).toBe(`${program}: 0 `);
}

/** Every table with its number of rows and a sum over all that stands in them. */
async function contentsOf(db: Db) {
  const { rows: tables } = await sql<{ name: string }>`
    select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace order by 1`.execute(
    db,
  );
  const contents = [];
  for (const { name } of tables) {
    const { rows } = await sql`
      select count(*)::int as rows, coalesce(sum(hashtextextended(t::text, 0)), 0)::text as content
      from ${sql.table(name)} t`.execute(db);
    contents.push([name, rows[0]]);
  }
  return contents;
}

test("a dump taken while a sitting runs comes back whole: every row, and the sitting goes on there", async () => {
  const { releaseId } = await release(bench, { count: 2 });
  await sit(bench, 0, releaseId, () => true);
  const begun = await delivery.beginSitting(bench.students[1]!.scope, { params: { releaseId } });
  const keys = await keysOf(bench, begun.sitting.id);
  await delivery.saveAnswers(bench.sitter(begun.token), {
    params: { sittingId: begun.sitting.id },
    body: { epoch: 1, events: [choice(1, 1, keys.get(1)!.key)], shown: [1] },
  });

  const folder = mkdtempSync(join(tmpdir(), "verdant-dump-"));
  const file = join(folder, "verdant.dump");
  const name = `test_${randomBytes(5).toString("hex")}`;
  const url = bench.url.replace(/[^/]+$/, name);
  await sql.raw(`create database "${name}"`).execute(bench.db);
  const db = connect(url, 5);
  try {
    run("pg_dump", "--format=custom", `--file=${file}`, bench.url);
    run("pg_restore", "--no-owner", `--dbname=${url}`, file);
    // What a server does at its start changes nothing.
    await migrate(db);
    expect(await contentsOf(db)).toEqual(await contentsOf(bench.db));

    const there = { db, caches: new Caches(db) };
    const lead = { ...bench.lead, ...there };
    const all = { query: { sort: "newest" as const, limit: 50 } };
    expect(await listItems(lead, all)).toEqual(await listItems(bench.lead, all));
    const due = await listDue(lead, { params: { classId: bench.classId } });
    expect(due).toEqual(await listDue(bench.lead, { params: { classId: bench.classId } }));
    const sitter = { ...bench.sitter(begun.token), ...there };
    const saved = await delivery.saveAnswers(sitter, {
      params: { sittingId: begun.sitting.id },
      body: { epoch: 1, events: [choice(2, 2, keys.get(2)!.key)], shown: [2] },
    });
    expect(saved.stored).toEqual([{ seq: 2, disposition: "counted" }]);
    await delivery.handIn(sitter, { params: { sittingId: begun.sitting.id } });
    const result = await delivery.showResult(
      { ...bench.students[1]!.scope, ...there },
      { params: { sittingId: begun.sitting.id } },
    );
    expect(result).toMatchObject({ points: 2, outOf: 2 });
    const states = () => db.selectFrom("memoryState").selectAll().orderBy("studentId").orderBy("topicId").execute();
    const before = await states();
    await replayClass(lead, bench.departmentId, bench.classId);
    expect(await states()).toEqual(before);
  } finally {
    await db.destroy();
    rmSync(folder, { recursive: true });
  }
});
