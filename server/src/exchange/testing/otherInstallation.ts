/** An installation with nothing in it yet, beside the one of a test file: its own database and its own key. */
import { randomBytes } from "node:crypto";
import { sql } from "kysely";
import { inject } from "vitest";
import { connect, migrate, type Db } from "../../platform/database.ts";

export interface OtherInstallation {
  readonly db: Db;
  readonly secret: Buffer;
}

export async function otherInstallation(): Promise<OtherInstallation> {
  const name = `test_${randomBytes(5).toString("hex")}`;
  const address = (database: string) => inject("databaseUrl").replace("{}", database);
  const admin = connect(address("maintenance"), 1);
  await sql.raw(`create database "${name}"`).execute(admin);
  await admin.destroy();
  const db = connect(address(name), 5);
  await migrate(db);
  return { db, secret: randomBytes(32) };
}
