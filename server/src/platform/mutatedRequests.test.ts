/**
 * Every endpoint is sent what it is meant for, a little broken: nothing ends in a 500, and nothing takes long. Each run has
 * its seed, so that what it finds can be found again: MUTATIONS=20000 SEED=… npx vitest run --project server mutated
 */
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import type { Endpoint } from "@verdant/contract/endpoint";
import { endpoints, type EndpointName } from "@verdant/contract/endpoints";
import { randomFrom } from "@verdant/core/random";
import { pino } from "pino";
import { afterAll, beforeAll, expect, test } from "vitest";
import { createApp } from "../app.ts";
import { hashOf, newId, newToken } from "./id.ts";
import { samples } from "./testing/samples.ts";
import { wellFormedText } from "./wellFormed.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
const runs = Number(process.env["MUTATIONS"] ?? 1000);
const seed = process.env["SEED"] ?? "1";
let server: Server;
let base: string;
const defects: string[] = [];

beforeAll(async () => {
  const log = pino({ level: "error" }, { write: (line: string) => defects.push(line) });
  const { db, installation } = bench;
  const app = createApp({ config: { trustProxy: 0, isDemo: true }, db, installation, log, now: () => bench.clock.now });
  server = app.listen(0);
  await new Promise((resolve) => server.once("listening", resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
});
afterAll(() => {
  server.close();
});

const next = randomFrom(seed);
const below = (n: number) => Math.floor(next() * n);
const oneOf = <T>(list: readonly T[]): T => list[below(list.length)] as T;

/** What breaks programs: nothing, too much, other kinds, text that is no text, names that mean something to an engine. */
const nasty: readonly (() => unknown)[] = [
  () => null,
  () => undefined,
  () => "",
  () => "\0",
  () => "\ud800",
  () => "\u202e\u200b\ufeff",
  () => "%_\\'\"`;--",
  () => "a".repeat(below(40_000)),
  () => "e\u0301".repeat(below(2_000)),
  () => "x^",
  () => "\\frac{".repeat(60),
  () => -1,
  () => 0,
  () => 1e308,
  () => -0.5,
  () => 2 ** 31,
  () => 2 ** 53,
  () => true,
  () => [],
  () => ({}),
  () => Array.from({ length: below(300) }, () => null),
  () => newId(),
  () => "00000000-0000-0000-0000-000000000000",
  () => "2031-02-29",
  () => "9999-12-31T23:59:59.999Z",
  () => "0001-01-01",
  () => ({ type: "richText", content: [] }),
  () => JSON.parse('{"__proto__":{"isDemo":true},"constructor":1}') as unknown,
];

/** `value` with one place in it changed: put in, left out, doubled, or turned into something else. */
function broken(value: unknown): unknown {
  if (Array.isArray(value) && value.length > 0 && next() < 0.85) {
    const at = below(value.length);
    const rest = value as unknown[];
    switch (below(4)) {
      case 0:
        return rest.filter((_, i) => i !== at);
      case 1:
        return [...rest, rest[at]];
      default:
        return rest.map((one, i) => (i === at ? broken(one) : one));
    }
  }
  if (typeof value === "object" && value !== null && !Array.isArray(value) && next() < 0.9) {
    const entries = Object.entries(value);
    if (entries.length > 0) {
      const at = below(entries.length);
      if (next() < 0.1) return Object.fromEntries(entries.filter((_, i) => i !== at));
      return Object.fromEntries(entries.map(([key, one], i) => [key, i === at ? broken(one) : one]));
    }
  }
  return oneOf(nasty)();
}

const encoded = (value: unknown) => encodeURIComponent(wellFormedText(String(value).slice(0, 300)));

async function sessionOf(who: { personId: string | null; studentId: string | null }): Promise<string> {
  const token = newToken();
  const createdAt = bench.clock.now;
  const expiresAt = new Date(createdAt.getTime() + 86_400_000);
  const { departmentId } = bench;
  await bench.db
    .insertInto("session")
    .values({ ...who, tokenHash: hashOf(token), departmentId, createdAt, expiresAt })
    .execute();
  return `verdant=${token}`;
}

// These end what the other requests go by.
const ending: readonly EndpointName[] = ["signOut", "endMembership", "changeRole"];

test(
  `of ${runs} requests made from good ones none ends in an error of the server`,
  async () => {
    const { ids, bodies, queries, begun } = await samples(bench);
    const lead = { cookie: await sessionOf({ personId: bench.lead.caller.personId, studentId: null }) };
    const student = { cookie: await sessionOf({ personId: null, studentId: bench.students[1]!.studentId }) };
    const headersFor: Record<string, Record<string, string>> = {
      ...{ public: {}, member: lead, lead, guest: lead, student },
      sitting: { authorization: `Sitting ${begun.token}` },
    };
    const all = Object.entries<Endpoint>(endpoints).filter(([name]) => !ending.includes(name as EndpointName));
    const slow: string[] = [];
    for (let run = 0; run < runs; run++) {
      const [name, endpoint] = oneOf(all);
      const breaksPath = next() < 0.1;
      const path = endpoint.path.replaceAll(/:(\w+)/g, (_, id: string) =>
        breaksPath ? encoded(oneOf(nasty)()) : (ids[id] ?? ""),
      );
      const query = queries[name as EndpointName] ?? "";
      const asked =
        next() < 0.2 ? `?${oneOf(["text", "after", "from", "topicId", "go", "at"])}=${encoded(oneOf(nasty)())}` : query;
      const good = bodies[name as EndpointName];
      const body =
        endpoint.method === "get" ? undefined : JSON.stringify(next() < 0.05 ? oneOf(nasty)() : broken(good ?? {}));
      const started = performance.now();
      const answer = await fetch(base + path + asked, {
        method: endpoint.method.toUpperCase(),
        headers: { ...headersFor[endpoint.access], ...(body !== undefined && { "content-type": "application/json" }) },
        ...(body !== undefined && { body }),
      });
      await answer.arrayBuffer();
      if (answer.status >= 500)
        defects.push(`${answer.status} ${name} ${path}${asked} ${(body ?? "").slice(0, 2_000)}`);
      // A bound on work, not on speed: what grows with the square takes minutes.
      if (performance.now() - started > 15_000) slow.push(`${name} ${(body ?? "").slice(0, 300)}`);
    }
    expect(defects.slice(0, 10)).toEqual([]);
    expect(slow).toEqual([]);
  },
  runs * 200 + 60_000,
);
