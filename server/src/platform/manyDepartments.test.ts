/**
 * Five hundred departments on one installation: whatever one of them asks for, no statement looks at rows of another or
 * goes through a large table.
 */
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import type { Endpoint } from "@verdant/contract/endpoint";
import { endpoints, type EndpointName } from "@verdant/contract/endpoints";
import { sql } from "kysely";
import { pino } from "pino";
import { afterAll, beforeAll, expect, test } from "vitest";
import { createApp } from "../app.ts";
import { Caches } from "./caches.ts";
import { connect, type Db } from "./database.ts";
import { hashOf, newId, newToken } from "./id.ts";
import { copyDepartment, explainAll, strayReads } from "./testing/manyDepartments.ts";
import { samples } from "./testing/samples.ts";
import { sit } from "./testing/sittings.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
let db: Db;
let server: Server;
let explained: Awaited<ReturnType<typeof explainAll>>;
let given: Awaited<ReturnType<typeof samples>>;

beforeAll(async () => {
  given = await samples(bench);
  for (const student of [4, 5, 6]) await sit(bench, student, given.ids["releaseId"] ?? "", () => true);
  // The tests' cluster has one password for the application's role and for the one that may do everything.
  const admin = connect(bench.url.replace("//verdant:", "//postgres:"), 2, { statementMs: 0 });
  await copyDepartment(admin, bench.departmentId, 499);
  explained = await explainAll(admin);
  await admin.destroy();
  db = connect(bench.url, 4);
  const installation = { ...bench.installation, caches: new Caches(db), background: db };
  const config = { trustProxy: 0, isDemo: false };
  server = createApp({ config, db, installation, log: pino({ level: "silent" }), now: () => bench.clock.now }).listen(
    0,
  );
  await new Promise((resolve) => server.once("listening", resolve));
}, 180_000);
afterAll(async () => {
  server.close();
  explained.stop();
  await db.destroy();
}, 30_000);

async function signedIn(who: { personId: string } | { studentId: string }): Promise<Record<string, string>> {
  const token = newToken();
  await bench.db
    .insertInto("session")
    .values({
      ...{ tokenHash: hashOf(token), departmentId: bench.departmentId, personId: null, studentId: null, ...who },
      createdAt: bench.clock.now,
      expiresAt: new Date(bench.clock.now.getTime() + 86_400_000),
    })
    .execute();
  return { cookie: `verdant=${token}` };
}

/** Tables that hold more than a few rows of each department. */
async function largeTables(): Promise<Set<string>> {
  const { rows } = await sql<{ name: string }>`
    select relname as name from pg_class
    where relnamespace = 'public'::regnamespace and relkind = 'r' and reltuples > 3000
      and exists (select 1 from pg_attribute where attrelid = pg_class.oid and attname = 'department_id')`.execute(
    bench.db,
  );
  return new Set(rows.map((row) => row.name));
}

/** Indexes of which one row has one key, whatever its department: of an entry card, of a session. */
async function uniqueAlone(): Promise<Set<string>> {
  const { rows } = await sql<{ name: string }>`
    select pg_class.relname as name from pg_index join pg_class on pg_class.oid = indexrelid
    where indisunique and indnkeyatts = 1 and relnamespace = 'public'::regnamespace`.execute(bench.db);
  return new Set(rows.map((row) => row.name));
}

test("every endpoint reads its own department only, by an index", async () => {
  const large = await largeTables();
  expect(large.size).toBeGreaterThan(15);
  const alone = await uniqueAlone();
  const lead = await signedIn({ personId: bench.lead.caller.personId });
  const student = await signedIn({ studentId: given.ids["studentId"] ?? "" });
  const personId = newId();
  await bench.db
    .insertInto("person")
    .values({ id: personId, email: `${personId}@guest.example`, name: "Guest", passwordHash: null })
    .execute();
  await bench.db
    .insertInto("membership")
    .values({
      departmentId: bench.departmentId,
      id: newId(),
      personId,
      role: "guest",
      joinedAt: bench.clock.now,
      leftAt: null,
    })
    .execute();
  const headersFor: Partial<Record<Endpoint["access"], Record<string, string>>> = {
    account: lead,
    member: lead,
    lead,
    guest: await signedIn({ personId }),
    student,
    sitting: { authorization: `Sitting ${given.begun.token}` },
  };
  const { port } = server.address() as AddressInfo;
  // What only reads comes first: the deeds take things away.
  const all = Object.entries<Endpoint>(endpoints).sort(
    ([, a], [, b]) => Number(a.method !== "get") - Number(b.method !== "get"),
  );
  const found: string[] = [];
  let statements = 0;
  for (const [name, endpoint] of all) {
    // Leaving, and what ends one's own session.
    if (["signOut", "signOutEverywhere", "endSession", "changePassword"].includes(name)) continue;
    const headers = headersFor[endpoint.access];
    const path = endpoint.path.replaceAll(/:(\w+)/g, (_, id: string) => given.ids[id] ?? "");
    const body = given.bodies[name as EndpointName];
    const answer = await fetch(
      `http://127.0.0.1:${String(port)}/api${path}${given.queries[name as EndpointName] ?? ""}`,
      {
        method: endpoint.method.toUpperCase(),
        headers: { ...headers, ...(body !== undefined && { "content-type": "application/json" }) },
        ...(body !== undefined && { body: JSON.stringify(body) }),
      },
    );
    const said = await answer.text();
    // With a token that nobody has, its statements would look at nothing.
    if (name === "saveAnswers") expect(said).toContain("disposition");
    const plans = explained.take();
    statements += plans.length;
    for (const plan of plans)
      for (const stray of strayReads(plan, large, alone))
        found.push(`${name}: ${stray} in ${plan["Query Text"].replaceAll(/\s+/g, " ").slice(0, 160)}`);
  }
  expect(statements).toBeGreaterThan(500);
  expect([...new Set(found)]).toEqual([]);
}, 180_000);
