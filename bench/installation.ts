/** A database of its own with the demo's school in it, and what the server's functions take. */
import { randomBytes } from "node:crypto";
import { sql } from "kysely";
import { pino } from "pino";
import { loadLarkmoor } from "../demo/load.ts";
import { version } from "../server/src/platform/config.ts";
import { Caches } from "../server/src/platform/caches.ts";
import { connect, migrate } from "../server/src/platform/database.ts";
import { keyIn } from "../server/src/platform/key.ts";
import { createSignals } from "../server/src/platform/signals.ts";
import { startThreads } from "../server/src/platform/threads.ts";
import type { Caller, OpenScope } from "../server/src/platform/scope.ts";

export const poolSize = 20;

export async function openInstallation() {
  const database = `bench_${randomBytes(4).toString("hex")}`;
  const address = (name: string) => (process.env["DATABASE_URL"] ?? "").replace("{}", name);
  const admin = connect(address("maintenance"), 1);
  await sql.raw(`create database ${database}`).execute(admin);
  const db = connect(address(database), poolSize);
  await migrate(db);
  const secret = keyIn(".data/bench/key");
  const departmentId = await loadLarkmoor(db, new Date(), secret);
  const threads = startThreads();
  const signals = createSignals(address(database), db);
  const installation = {
    version,
    isDemo: false,
    maySignUp: true,
    schoolServices: [],
    threads,
    caches: new Caches(db),
    background: db,
    signals,
    secret,
  };
  const log = pino({ level: "silent" });
  const scope = <C extends Caller>(caller: C): OpenScope<C> => ({
    ...installation,
    db,
    caller,
    log,
    now: () => new Date(),
    address: "",
    keepSession: () => undefined,
    deviceMarks: [] as readonly string[],
    keepMark: () => undefined,
  });
  const { personId } = await db
    .selectFrom("membership")
    .select("personId")
    .where("role", "=", "lead")
    .executeTakeFirstOrThrow();
  return {
    url: address(database),
    db,
    departmentId,
    installation,
    log,
    scope,
    lead: scope({ kind: "member", departmentId, personId, name: "", role: "lead" }),
    async close() {
      await threads.stop();
      await signals.stop();
      await db.destroy();
      // What was measured stands, though somebody still looks at the database.
      await sql
        .raw(`drop database ${database} with (force)`)
        .execute(admin)
        .catch((error: unknown) => {
          console.error(`${database} is left behind: ${error instanceof Error ? error.message : "unknown"}`);
        });
      await admin.destroy();
    },
  };
}

export type BenchInstallation = Awaited<ReturnType<typeof openInstallation>>;
