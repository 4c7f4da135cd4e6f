/** The connection to PostgreSQL: pool, types as core wants them, migrations under a lock. */
import { createHash, randomBytes } from "node:crypto";
import { setTimeout } from "node:timers/promises";
import { CamelCasePlugin, Kysely, Migrator, PostgresDialect, sql, type Migration } from "kysely";
import pg from "pg";
import { buildIndexes } from "../migrations/indexes.ts";
import { migrations } from "../migrations/migrations.ts";
import type { Tables } from "./tables.ts";

/** A connection pool or an open transaction: stores accept either and cannot tell which. */
export type Db = Kysely<Tables>;

const types = new pg.TypeOverrides();
types.setTypeParser(pg.types.builtins.DATE, (text) => text);
types.setTypeParser(pg.types.builtins.INT8, Number);
types.setTypeParser(pg.types.builtins.NUMERIC, Number);

/** Statements longer than this join so much that planning them costs more than carrying them out. */
const longStatement = 500;
const names = new Map<string, string | undefined>();
/** Texts that are looked at; more than the stores have. What comes after is planned each time. */
const mostNames = 500;

/**
 * The name under which a statement is prepared: the one it asks for by a comment "prepared: name" at its beginning, or one
 * of its own for a long query whose text is always the same.
 */
function nameOf(text: string): string | undefined {
  if (names.has(text)) return names.get(text);
  if (names.size >= mostNames) return undefined;
  const isSame = text.length > longStatement && /^\s*(select|with)\b/.test(text) && !/\(\$\d+, \$\d+/.test(text);
  const asked = /^\s*\/\* prepared: (\w+) \*\//.exec(text)?.[1];
  const name = asked ?? (isSame ? createHash("sha256").update(text).digest("hex").slice(0, 24) : undefined);
  names.set(text, name);
  return name;
}

/** A client that prepares what is worth it: planning a large statement anew each time costs several times its execution. */
class PreparingClient extends pg.Client {
  // The signature of pg's overloads; only the form that Kysely uses is looked at.
  override query(...given: unknown[]): never {
    const [text, values] = given;
    const name = typeof text === "string" ? nameOf(text) : undefined;
    const query = super.query.bind(this) as (...args: unknown[]) => never;
    return name === undefined ? query(...given) : query({ name, text, values }, ...given.slice(2));
  }
}

/** Milliseconds: whoever waits longer for a connection is told to come again; a statement that takes longer is ended. */
const patience = { connection: 5000, statement: 30_000, idleInTransaction: 60_000 };

export interface Connecting {
  /** How long a statement may take; 0: as long as it wants, for migrations. */
  readonly statementMs?: number;
  /**
   * The address is that of a pooler which gives a connection for one transaction at a time: nothing is prepared by name,
   * which another connection would not know, and the time-outs and `jit` are those of the role (docs/operating.md).
   */
  readonly isPooled?: boolean;
}

export function connect(url: string, poolSize: number, connecting: Connecting = {}): Db {
  const { statementMs = patience.statement, isPooled = false } = connecting;
  const ofSession = {
    Client: PreparingClient,
    statement_timeout: statementMs,
    idle_in_transaction_session_timeout: patience.idleInTransaction,
    // Compiling a statement pays for minutes of work. What people wait for takes milliseconds, the compiling tenths of a second.
    options: "-c jit=off",
  };
  const pool = new pg.Pool({
    connectionString: url,
    max: poolSize,
    types,
    ...(isPooled ? {} : ofSession),
    application_name: "verdant-loop",
    connectionTimeoutMillis: patience.connection,
    keepAlive: true,
  });
  // A connection that breaks is replaced at the next query. Without listeners it would end the process: the pool hears of
  // idle ones only, whoever has taken one out hears of it by the query that fails.
  pool.on("error", () => undefined);
  pool.on("connect", (client) => client.on("error", () => undefined));
  const db = new Kysely<Tables>({
    dialect: new PostgresDialect({ pool }),
    plugins: [new CamelCasePlugin({ maintainNestedObjectKeys: true })],
  });
  pools.set(db, pool);
  return db;
}

const pools = new WeakMap<Db, pg.Pool>();

/** Connections that are in use, open in all, and allowed; and how many wait for one. */
export function poolState(db: Db): { inUse: number; open: number; most: number; waiting: number } {
  const pool = pools.get(db);
  if (!pool) return { inUse: 0, open: 0, most: 0, waiting: 0 };
  const { totalCount: open, idleCount, waitingCount: waiting } = pool;
  return { inUse: open - idleCount, open, most: pool.options.max, waiting };
}

/**
 * Whether the database was asked for too much at once: a statement that took too long, a deadlock, a lock that nobody gave
 * back. The same request may succeed in a moment.
 */
export function isOverloaded(error: unknown): boolean {
  const { code } = (error ?? {}) as { code?: unknown };
  return typeof code === "string" && /^(57014|40001|40P01|55P03|25P03)$/.test(code);
}

/**
 * Whether the database could not be reached, went away meanwhile, or takes no more connections: the same request may
 * succeed in a moment. Classes 08 (connection), 53 (resources) and 57P (operator's intervention) of PostgreSQL's codes.
 */
export function isUnreachable(error: unknown): boolean {
  const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown };
  // A database that is being restored or moved: PostgreSQL has no code of its own for it.
  // A primary that has just become a standby: the pooler reaches the new one in a moment.
  if (code === "25006") return true;
  if (code === "55000") return String(message).includes("not currently accepting connections");
  if (typeof code === "string")
    return /^(08|53|57P)|^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|EHOSTUNREACH)$/.test(code);
  return (
    typeof message === "string" &&
    /^(Connection terminated|driver has already been destroyed|Cannot use a pool after calling end|Client has encountered a connection error|timeout exceeded when trying to connect)/.test(
      message,
    )
  );
}

/** Whether a value cannot be kept as what its column holds, such as a number too large: class 22 of PostgreSQL's codes. */
export function isOutOfRange(error: unknown): boolean {
  const { code } = (error ?? {}) as { code?: unknown };
  return typeof code === "string" && code.startsWith("22");
}

/** A migration that waits for a table makes everybody else wait behind it, so it soon gives way and comes again. */
const lockMs = 3000;
const givesWay = (migration: Migration): Migration => ({
  up: async (db) => {
    await sql.raw(`set local lock_timeout = ${lockMs}`).execute(db);
    await migration.up(db);
  },
});

export async function migrateGivingWay(db: Db, all = migrations): Promise<void> {
  const careful = Object.fromEntries(Object.entries(all).map(([name, one]) => [name, givesWay(one)]));
  const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(careful) } });
  for (let tries = 1; ; tries++) {
    const { error } = await migrator.migrateToLatest();
    if (error === undefined) return;
    if (tries === 40 || !isOverloaded(error)) throw error instanceof Error ? error : new Error("The migration failed.");
    await setTimeout(500 + 1000 * Math.random());
  }
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
  await migrateGivingWay(db);
  await buildIndexes(db as unknown as Kysely<never>);
  await db
    .insertInto("installation")
    .values({ secret: randomBytes(32) })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return newestMigration();
}

export const newestMigration = () => Object.keys(migrations).sort().at(-1) ?? "none";
