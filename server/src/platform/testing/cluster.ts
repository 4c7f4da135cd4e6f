/** Once per test run: a private cluster without durability, and a migrated database with Larkmoor School as template. */
import { fileURLToPath } from "node:url";
import type { TestProject } from "vitest/node";
import { loadSchool } from "../../../../demo/load.ts";
import { testSchool } from "../../../../demo/testSchool.ts";
import { startCluster } from "../../../../scripts/cluster.mjs";
import { connect, migrate } from "../database.ts";
import { keyIn } from "../key.ts";

declare module "vitest" {
  interface ProvidedContext {
    /** Address of a database of the test cluster; `{}` stands for its name. */
    databaseUrl: string;
  }
}

/** The moment at which the tests' Larkmoor was loaded: a Wednesday in the middle of its year. */
export const loadedAt = new Date("2031-02-05T10:00:00Z");
export const keyFile = fileURLToPath(new URL("../../../../.data/test/key", import.meta.url));
export const template = "larkmoor_template";

export async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = fileURLToPath(new URL("../../../../.data/test", import.meta.url));
  const cluster = await startCluster({ folder, durable: false });
  cluster.createDatabase("maintenance");
  const admin = connect(cluster.url("maintenance"), 1);
  const { sql } = await import("kysely");
  const old = await sql<{
    datname: string;
  }>`select datname from pg_database where datname like 'test_%' or datname = ${template}`.execute(admin);
  for (const { datname } of old.rows) await sql.raw(`drop database "${datname}" with (force)`).execute(admin);
  await admin.destroy();
  cluster.createDatabase(template);
  const db = connect(cluster.url(template), 2);
  await migrate(db);
  await loadSchool(db, loadedAt, testSchool("2031-02-05"), keyIn(keyFile));
  await db.destroy();
  project.provide("databaseUrl", cluster.url("{}"));
  return () => cluster.stop();
}
