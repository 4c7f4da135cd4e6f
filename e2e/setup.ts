/** Once per run: a private cluster without durability, with the demo in a database that every file gets a copy of. */
import { fileURLToPath } from "node:url";
import { sql } from "kysely";
import { loadLarkmoor, loadSchool } from "../demo/load.ts";
import { testSchool } from "../demo/testSchool.ts";
import { startCluster } from "../scripts/cluster.mjs";
import { connect, migrate } from "../server/src/platform/database.ts";
import { keyIn } from "../server/src/platform/key.ts";
import { startPooler } from "./pooler.ts";

/** A small school whose figures journeys can count on, and the whole of the demo. */
const templates = { small_template: "small", larkmoor_template: "larkmoor" } as const;

/** The same day in every run; `npm run deep` says other ones. A Saturday in autumn, before which all classes had reviews. */
const now = new Date(process.env["TEST_CLOCK"] ?? "2026-11-28T09:30:00Z");

async function setup(): Promise<() => Promise<void>> {
  const keyFile = fileURLToPath(new URL("../.data/e2e/key", import.meta.url));
  const key = keyIn(keyFile);
  const cluster = await startCluster({
    folder: fileURLToPath(new URL("../.data/e2e", import.meta.url)),
    durable: false,
  });
  cluster.createDatabase("maintenance");
  const admin = connect(cluster.url("maintenance"), 1);
  const old = await sql<{
    datname: string;
  }>`select datname from pg_database where datname like 'e2e_%' or datname in ('small_template', 'larkmoor_template')`.execute(
    admin,
  );
  for (const { datname } of old.rows) await sql.raw(`drop database "${datname}" with (force)`).execute(admin);
  await admin.destroy();
  for (const [template, school] of Object.entries(templates)) {
    cluster.createDatabase(template);
    const db = connect(cluster.url(template), 2);
    await migrate(db);
    if (school === "small") await loadSchool(db, now, testSchool(now.toISOString().slice(0, 10)), key);
    else await loadLarkmoor(db, now, key);
    await db.destroy();
  }
  process.env["KEY_FILE"] = keyFile;
  process.env["TEST_CLOCK"] = now.toISOString();
  process.env["E2E_DATABASE_URL"] = cluster.url("{}");
  if (process.env["E2E_POOLER"] === undefined) return () => cluster.stop();
  const pooler = await startPooler(cluster.url("{}"), fileURLToPath(new URL("../.data/e2e", import.meta.url)));
  process.env["E2E_POOLER_URL"] = pooler.url;
  return () => {
    pooler.stop();
    return cluster.stop();
  };
}

export default setup;
