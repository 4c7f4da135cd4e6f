/** Once per run: a private cluster without durability, with the demo in a database that every file gets a copy of. */
import { fileURLToPath } from "node:url";
import { sql } from "kysely";
import { loadLarkmoor } from "../demo/load.ts";
import { startCluster } from "../scripts/cluster.mjs";
import { connect, migrate } from "../server/src/platform/database.ts";

export const template = "demo_template";

async function setup(): Promise<() => Promise<void>> {
  const cluster = await startCluster({
    folder: fileURLToPath(new URL("../.data/e2e", import.meta.url)),
    durable: false,
  });
  cluster.createDatabase("maintenance");
  const admin = connect(cluster.url("maintenance"), 1);
  const old = await sql<{
    datname: string;
  }>`select datname from pg_database where datname like 'e2e_%' or datname = ${template}`.execute(admin);
  for (const { datname } of old.rows) await sql.raw(`drop database "${datname}" with (force)`).execute(admin);
  await admin.destroy();
  cluster.createDatabase(template);
  const db = connect(cluster.url(template), 2);
  await migrate(db);
  await loadLarkmoor(db, new Date());
  await db.destroy();
  process.env["E2E_DATABASE_URL"] = cluster.url("{}");
  return () => cluster.stop();
}

export default setup;
