/** What a process holds after it has met the banks of 200 departments of 2,000 items each. */
import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { sql } from "kysely";
import { connect } from "../server/src/platform/database.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";

const departments = 200;
const items = 2000;

export async function memory(): Promise<Measure[]> {
  const bench = await openInstallation();
  // Rows without what hangs on them: the banks' indexes read no more. The tests' cluster has one password for all roles.
  const admin = connect(bench.url.replace("//verdant:", "//postgres:"), 1, { statementMs: 0 });
  await admin.connection().execute(async (one) => {
    await sql`set session_replication_role = replica`.execute(one);
    await sql`
      insert into department (id, name, time_zone, created_at, bank_version)
      select gen_random_uuid(), 'Copy ' || n, 'Europe/London', now(), 1 from generate_series(1, ${departments}::int) n`.execute(
      one,
    );
    await sql`
      with theirs as (
        select id, array(select gen_random_uuid() from generate_series(1, 60)) as topics,
          array(select gen_random_uuid() from generate_series(1, 80)) as standards, gen_random_uuid() as owner
        from department where name like 'Copy %'),
      made as (
        insert into item (department_id, id, number, kind, family_id, topic_id, demand, status, use, owner_id, language,
          expected_seconds, writer_difficulty, latest_revision_id, approved_revision_id, change_seq, created_by, created_at, changed_at)
        select theirs.id, gen_random_uuid(), n, 'oneRightAnswer', gen_random_uuid(), topics[1 + n % 60], 'recall', 'approved',
          'practice', owner, 'en', 60, 1 + n % 5, gen_random_uuid(), gen_random_uuid(), 1, owner, now(), now()
        from theirs cross join generate_series(1, ${items}::int) n
        returning department_id, id, number)
      insert into item_standard (department_id, item_id, standard_id)
      select made.department_id, made.id, standards[1 + number % 80] from made join theirs on theirs.id = made.department_id`.execute(
      one,
    );
    await sql`analyze item, item_standard`.execute(one);
  });
  await admin.destroy();
  const script = fileURLToPath(new URL("touchBanks.ts", import.meta.url));
  const env = { ...process.env, DATABASE_URL: bench.url };
  const touched = spawnSync(process.execPath, ["--import", "tsx", script], { env, encoding: "utf8" });
  if (touched.status !== 0) throw new Error(touched.stderr);
  const { before, after, items: met } = JSON.parse(touched.stdout) as { before: number; after: number; items: number };
  await bench.close();
  return [
    {
      name: "memory-200-departments",
      value: after,
      unit: "MB resident",
      baseline: before,
      target: "at most 700",
      note: `${String(met)} items, columns for choosing too, in a process that does nothing else; the baseline is that process before`,
    },
  ];
}
