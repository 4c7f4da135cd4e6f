/** The state of the server itself. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/platform";
import { sql } from "kysely";
import { version } from "./config.ts";
import { newestMigration } from "./database.ts";
import type { Scope } from "./scope.ts";

export async function health({ db }: Scope): Promise<Result<typeof contract.health>> {
  await sql`select 1 from installation`.execute(db);
  return { status: "ok", version, migration: newestMigration() };
}
