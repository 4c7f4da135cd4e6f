/** The connection to PostgreSQL: pool, types as core wants them, migrations under a lock. */
import { randomBytes } from "node:crypto";
import { CamelCasePlugin, Kysely, Migrator, PostgresDialect, sql } from "kysely";
import pg from "pg";
import { migrations } from "../migrations/migrations.ts";
import type { Tables } from "./tables.ts";

/** A connection pool or an open transaction: stores accept either and cannot tell which. */
export type Db = Kysely<Tables>;

const types = new pg.TypeOverrides();
types.setTypeParser(pg.types.builtins.DATE, (text) => text);
types.setTypeParser(pg.types.builtins.INT8, Number);
types.setTypeParser(pg.types.builtins.NUMERIC, Number);

/**
 * A client that prepares the statements which ask for it by beginning with a comment "prepared: name": planning a large
 * one anew each time costs several times its execution.
 */
class PreparingClient extends pg.Client {
  // The signature of pg's overloads; only the form that Kysely uses is looked at.
  override query(...given: unknown[]): never {
    const [text, values] = given;
    const name = typeof text === "string" ? /^\s*\/\* prepared: (\w+) \*\//.exec(text)?.[1] : undefined;
    const query = super.query.bind(this) as (...args: unknown[]) => never;
    return name === undefined ? query(...given) : query({ name, text, values }, ...given.slice(2));
  }
}

export function connect(url: string, poolSize: number): Db {
  const pool = new pg.Pool({
    connectionString: url,
    max: poolSize,
    types,
    Client: PreparingClient,
    application_name: "verdant-loop",
  });
  // A connection that breaks is replaced at the next query. Without listeners it would end the process: the pool hears of
  // idle ones only, whoever has taken one out hears of it by the query that fails.
  pool.on("error", () => undefined);
  pool.on("connect", (client) => client.on("error", () => undefined));
  return new Kysely<Tables>({
    dialect: new PostgresDialect({ pool }),
    plugins: [new CamelCasePlugin({ maintainNestedObjectKeys: true })],
  });
}

/**
 * Whether the database could not be reached, went away meanwhile, or takes no more connections: the same request may
 * succeed in a moment. Classes 08 (connection), 53 (resources) and 57P (operator's intervention) of PostgreSQL's codes.
 */
export function isUnreachable(error: unknown): boolean {
  const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown };
  // A database that is being restored or moved: PostgreSQL has no code of its own for it.
  if (code === "55000") return String(message).includes("not currently accepting connections");
  if (typeof code === "string")
    return /^(08|53|57P)|^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|EHOSTUNREACH)$/.test(code);
  return (
    typeof message === "string" &&
    /^(Connection terminated|Client has encountered a connection error|timeout exceeded when trying to connect)/.test(
      message,
    )
  );
}

/** Whether a value cannot be kept as what its column holds, such as a number too large: class 22 of PostgreSQL's codes. */
export function isOutOfRange(error: unknown): boolean {
  const { code } = (error ?? {}) as { code?: unknown };
  return typeof code === "string" && code.startsWith("22");
}

/** Brings the schema up to date; several processes may try at once. Returns the newest migration's name. */
export async function migrate(db: Db): Promise<string> {
  const ctype = await sql<{
    ctype: string;
  }>`select datctype as ctype from pg_database where datname = current_database()`.execute(db);
  if (ctype.rows[0]?.ctype === "C") {
    throw new Error(
      "The database was made with lc_ctype C, which breaks accents in searches. Make it with C.UTF-8 or a language's locale.",
    );
  }
  const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(migrations) } });
  const { error } = await migrator.migrateToLatest();
  if (error !== undefined) throw error instanceof Error ? error : new Error("The migration failed.");
  await db
    .insertInto("installation")
    .values({ secret: randomBytes(32) })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return newestMigration();
}

export const newestMigration = () => Object.keys(migrations).sort().at(-1) ?? "none";
