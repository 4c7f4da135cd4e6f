/** The state of the server itself. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/platform";
import { sql } from "kysely";
import { newestMigration } from "./database.ts";
import type { OpenScope } from "./scope.ts";

export async function health({ background, version }: OpenScope): Promise<Result<typeof contract.health>> {
  await sql`select 1 from installation`.execute(background);
  return { status: "ok", version, migration: newestMigration() };
}
