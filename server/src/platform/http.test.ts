/** The application over HTTP: sessions, origins, limits, problems, and the matrix of every endpoint, role and department. */
import type { Problem } from "@verdant/contract/problem";
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import type { Endpoint } from "@verdant/contract/endpoint";
import { endpoints, type EndpointName } from "@verdant/contract/endpoints";
import { kinds } from "@verdant/core/items/kinds";
import { plainText, richTextOf } from "@verdant/core/richText";
import { pino } from "pino";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { createApp } from "../app.ts";
import { assumed, showItem } from "../bank/service.ts";
import { sealedCard } from "../courses/entryCard.ts";
import { hashPassword } from "../team/passwordRules.ts";
import { newestMigration } from "./database.ts";
import { hashOf, newId, newToken } from "./id.ts";
import { samples, statusElsewhere } from "./testing/samples.ts";
import { otherDepartment, useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
let server: Server;
let base: string;
const defects: unknown[] = [];

beforeAll(async () => {
  const log = pino({ level: "error" }, { write: (line: string) => defects.push(line) });
  const parts = {
    config: { trustProxy: 1, isDemo: true },
    db: bench.db,
    installation: { ...bench.installation, isDemo: true },
    log,
    now: () => bench.clock.now,
  };
  server = createApp(parts).listen(0);
  await new Promise((resolve) => server.once("listening", resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.close();
});

type Headers = Record<string, string>;
const call = (method: string, path: string, given: { body?: unknown; headers?: Headers } = {}) =>
  fetch(`${base}/api${path}`, {
    method,
    headers: { ...(given.body !== undefined && { "content-type": "application/json" }), ...given.headers },
    ...(given.body !== undefined && { body: typeof given.body === "string" ? given.body : JSON.stringify(given.body) }),
  });
const cookieOf = (answer: Response) => (answer.headers.get("set-cookie") ?? "").split(";")[0] ?? "";
/** As after signing in, of whichever department; the demo's doors open the demo's only. */
async function signedIn(personId: string): Promise<Headers> {
  const { departmentId } = await bench.db
    .selectFrom("membership")
    .select("departmentId")
    .where("personId", "=", personId)
    .executeTakeFirstOrThrow();
  const token = newToken();
  const createdAt = bench.clock.now;
  const expiresAt = new Date(createdAt.getTime() + 86_400_000);
  const session = { tokenHash: hashOf(token), departmentId, personId, studentId: null, createdAt, expiresAt };
  await bench.db.insertInto("session").values(session).execute();
  return { cookie: `verdant=${token}` };
}
const entered = async (card: string): Promise<Headers> => ({
  cookie: cookieOf(await call("POST", "/entry", { body: { card } })),
});

describe("sessions", () => {
  test("a member signs in by password, is known by the cookie, and is not after signing out", async () => {
    const { personId } = bench.teacher.caller;
    await bench.db
      .updateTable("person")
      .set({ passwordHash: await hashPassword("a good password") })
      .where("id", "=", personId)
      .execute();
    const { email } = await bench.db
      .selectFrom("person")
      .select("email")
      .where("id", "=", personId)
      .executeTakeFirstOrThrow();
    const answer = await call("POST", "/session", {
      body: { email: email.toUpperCase(), password: "a good password" },
    });
    expect(answer.headers.get("set-cookie")).toMatch(/HttpOnly.*SameSite=Lax/);
    const headers = { cookie: cookieOf(answer) };
    expect(await (await call("GET", "/session", { headers })).json()).toMatchObject({
      member: { role: "teacher" },
    });
    await call("DELETE", "/session", { headers });
    expect((await call("GET", "/classes", { headers })).status).toBe(401);
  });

  test("behind a proxy that speaks https the cookie is Secure", async () => {
    const body = { personId: bench.lead.caller.personId };
    const plain = await call("POST", "/demo/session", { body });
    const secure = await call("POST", "/demo/session", { body, headers: { "x-forwarded-proto": "https" } });
    expect([plain, secure].map((answer) => /Secure/.test(answer.headers.get("set-cookie") ?? ""))).toEqual([
      false,
      true,
    ]);
  });

  test("wrong passwords are refused in one wording and, after ten, made to wait; the right one then waits too", async () => {
    const email = "nobody@larkmoor.example";
    const tries = [];
    for (let i = 0; i < 11; i++)
      tries.push((await call("POST", "/session", { body: { email, password: "wrong" } })).status);
    expect(tries).toEqual([...Array.from({ length: 10 }, () => 422), 429]);
  });

  test("whoever is signed in cannot guess on by sending a key that rolls the count back", async () => {
    const headers = { ...(await entered(bench.students[5]!.entryCard)), "idempotency-key": "guess" };
    const tries = [];
    for (let i = 0; i < 21; i++) {
      const card = `wild guess ${String.fromCharCode(97 + i)}`;
      tries.push((await call("POST", "/entry", { headers, body: { card } })).status);
    }
    expect(tries.slice(-2)).toEqual([422, 429]);
  });

  test("a card works however it is typed; a new card ends the old one and whoever came in with it", async () => {
    const { entryCard, studentId } = bench.students[0]!;
    const student = await entered(` ${entryCard.toUpperCase().replaceAll(" ", "-")} `);
    expect((await call("GET", "/student/now", { headers: student })).status).toBe(200);
    const headers = await signedIn(bench.lead.caller.personId);
    const reissued = (await (
      await call("POST", `/classes/${bench.classId}/students/${studentId}/card`, { headers })
    ).json()) as { entryCard: string };
    expect(reissued.entryCard.split(" ")).toHaveLength(4);
    expect((await call("GET", "/student/now", { headers: student })).status).toBe(401);
    expect((await call("POST", "/entry", { body: { card: entryCard } })).status).toBe(422);
    expect((await call("POST", "/entry", { body: { card: reissued.entryCard } })).status).toBe(200);
  });
});

describe("requests", () => {
  test("a change that comes from another site's page is refused", async () => {
    const body = { personId: bench.lead.caller.personId };
    expect(
      (await call("POST", "/demo/session", { body, headers: { origin: "https://elsewhere.example" } })).status,
    ).toBe(403);
    expect((await call("POST", "/demo/session", { body, headers: { "sec-fetch-site": "cross-site" } })).status).toBe(
      403,
    );
    expect((await call("POST", "/demo/session", { body, headers: { origin: base } })).status).toBe(200);
  });

  test("who is not known may send little, and nothing that costs much to read", async () => {
    const member = await signedIn(bench.lead.caller.personId);
    const sitter = { authorization: `Sitting ${"x".repeat(43)}` };
    const card = (size: number) => ({ body: { card: "x".repeat(size) } });
    const status = async (path: string, given: Parameters<typeof call>[2]) => (await call("POST", path, given)).status;
    expect(await status("/entry", card(9_000))).toBe(413);
    expect(await status("/entry", { body: `[${"0,".repeat(3_000)}0]` })).toBe(413);
    expect(await status(`/sittings/${newId()}/answers`, { body: "x".repeat(300_000), headers: sitter })).toBe(413);
    const deep = (length: number) => `${'{"a":['.repeat(length)}"\\u0000"${"]}".repeat(length)}`;
    for (const headers of [{}, member, sitter])
      expect(await status("/session", { body: deep(600), headers })).toBe(413);
    expect(await status("/items", { body: "[".repeat(2_000_000), headers: member })).toBe(413);
    expect(defects).toEqual([]);
  });

  test("the description of the interface is large, the same each time, and made once", async () => {
    const first = await call("GET", "/openapi.json");
    const text = await first.text();
    expect([first.headers.get("content-encoding"), text.length > 1_000_000]).toEqual(["gzip", true]);
    expect(await (await call("GET", "/openapi.json", { headers: { "accept-encoding": "identity" } })).text()).toBe(
      text,
    );
  });

  test("a long answer comes compressed, a short one as it is", async () => {
    const headers = await signedIn(bench.lead.caller.personId);
    const [long, short] = [await call("GET", "/items", { headers }), await call("GET", "/session", { headers })];
    expect([long, short].map((answer) => answer.headers.get("content-encoding"))).toEqual(["gzip", null]);
    expect(((await long.json()) as { items: unknown[] }).items.length).toBeGreaterThan(0);
  });

  test("what a schema refuses is said by codes, each with its place, and never by a sentence of the schema's library", async () => {
    const headers = await signedIn(bench.lead.caller.personId);
    const said = async (body: unknown) => {
      const problem = (await (await call("PUT", `/quizzes/${newId()}/layout`, { headers, body })).json()) as Problem & {
        detail?: string;
      };
      expect([problem.code, problem.status, problem.detail]).toEqual(["notValid", 422, undefined]);
      return problem.errors;
    };
    const part = { heading: null, instruction: null, places: [] };
    expect(await said([])).toEqual([{ pointer: "/body", code: "fieldWrongKind", terms: {} }]);
    expect(await said({ version: 1, parts: [{ ...part, colour: "green" }] })).toEqual([
      { pointer: "/body/parts/0", code: "fieldsUnknown", terms: { names: "“colour”" } },
    ]);
    expect(await said({ version: 1, parts: [{ heading: null, places: [] }] })).toEqual([
      { pointer: "/body/parts/0/instruction", code: "fieldMissing", terms: {} },
    ]);
    expect(await said({ version: 1, parts: { heading: "x" } })).toEqual([
      { pointer: "/body/parts", code: "fieldWrongKind", terms: {} },
    ]);
  });

  test("no page of another site frames what is answered, and neighbours of the address are left alone", async () => {
    const { headers } = await call("GET", "/health");
    expect(headers.get("content-security-policy")).toBe("default-src 'none'; frame-ancestors 'none'");
    expect(headers.get("x-frame-options")).toBe("DENY");
    expect(headers.get("strict-transport-security")).toBe("max-age=31536000");
    const pages = await Promise.all(
      ["/", "/index.html", "/s", "/student.html"].map(async (path) => (await fetch(base + path)).headers),
    );
    // Where the pages are not built there is nothing to frame.
    if (pages[0]?.get("content-type")?.startsWith("text/html"))
      for (const page of pages) expect(page.get("content-security-policy")).toContain("frame-ancestors 'none'");
  });

  test("the demo's doors open the demo's own department only", async () => {
    const other = await otherDepartment(bench);
    const people = (await (await call("GET", "/demo/people")).json()) as { members: { personId: string }[] };
    expect(people.members.map((one) => one.personId)).not.toContain(other.lead.caller.personId);
    const answer = await call("POST", "/demo/session", { body: { personId: other.lead.caller.personId } });
    expect([answer.status, answer.headers.get("set-cookie")]).toEqual([404, null]);
  });

  test.each([
    ["malformed JSON", "{", 422, "invalid"],
    ["a body over the limit", JSON.stringify({ card: "x".repeat(12_000) }), 413, "tooLarge"],
    ["a field of the wrong kind", { card: 7 }, 422, "invalid"],
  ])("%s is the caller's problem, told as a problem document", async (_, body, status, kind) => {
    const answer = await call("POST", "/entry", { body });
    expect([answer.status, answer.headers.get("content-type")]).toEqual([
      status,
      "application/problem+json; charset=utf-8",
    ]);
    expect(await answer.json()).toMatchObject({ status, type: `/problems/${kind}` });
  });

  test("the field that is wrong is named by a pointer", async () => {
    const headers = await signedIn(bench.lead.caller.personId);
    const answer = await call("POST", `/classes/${bench.classId}/quizzes`, { headers, body: { count: 0 } });
    expect(await answer.json()).toMatchObject({
      code: "notValid",
      errors: [{ pointer: "/body/count", code: "atLeastOneQuestion", terms: { least: 1 } }],
    });
  });

  test("a question sent as a post is answered anew each time, and its answer is not kept", async () => {
    const headers = { ...(await signedIn(bench.lead.caller.personId)), "idempotency-key": "asked" };
    const keys = () => bench.db.selectFrom("requestKey").select("key").where("key", "like", "% asked").execute();
    const asked = await call("POST", "/items/like", { body: { contents: [kinds.keyOnly.blank(newId)] }, headers });
    expect([asked.status, await keys()]).toEqual([200, []]);
  });

  test("a create that is sent twice with one key happens once and is answered the same", async () => {
    const headers = { ...(await signedIn(bench.lead.caller.personId)), "idempotency-key": "once" };
    const path = `/classes/${bench.classId}/quizzes`;
    // On a busy machine the second is told to come back while the first is under way, as a page does.
    const send = async (): Promise<unknown> => {
      const answer = await call("POST", path, { headers, body: { count: 2 } });
      return answer.status === 503 ? send() : { status: answer.status, said: await answer.json() };
    };
    const [first, second] = await Promise.all([send(), send()]);
    expect(first).toMatchObject({ status: 200 });
    expect(second).toEqual(first);
    expect(await bench.db.selectFrom("quiz").select("id").execute()).toHaveLength(1);
  });

  test("the same key at another endpoint, or of somebody else, is another deed", async () => {
    const send = async (personId: string, path: string, body: unknown) =>
      (
        await call("POST", path, { headers: { ...(await signedIn(personId)), "idempotency-key": "same" }, body })
      ).json();
    const [lead, teacher] = [bench.lead.caller.personId, bench.teacher.caller.personId];
    const quizzes = `/classes/${bench.classId}/quizzes`;
    const mine = (await send(lead, quizzes, { count: 2 })) as { id: string };
    expect(await send(lead, quizzes, { count: 2 })).toEqual(mine);
    expect(await send(lead, "/topics", { parentId: null, name: "Glaciers" })).not.toEqual(mine);
    expect(await send(teacher, quizzes, { count: 2 })).not.toMatchObject({ id: mine.id });
  });

  test("text that the database cannot keep is kept as nearly as it can be, in a body, a path and a query", async () => {
    const headers = await signedIn(bench.lead.caller.personId);
    const stem = richTextOf("a\u0000b \ud83c and \ud83c\udfd4");
    const content = { ...kinds.shortText.blank(newId), stem };
    const tagging = { ...assumed, topicId: null, standardIds: [] };
    const itemId = newId();
    const answer = await call("PUT", `/items/${itemId}`, { headers, body: { version: 0, tagging, content } });
    expect(answer.status).toBe(200);
    const { content: kept } = await showItem(bench.lead, { params: { itemId } });
    expect(plainText(kept.stem)).toBe("ab \ufffd and \ud83c\udfd4");
    expect((await call("GET", "/items?text=a%00b", { headers })).status).toBe(200);
    expect((await call("GET", "/items/%00", { headers })).status).toBe(422);
    expect(defects).toEqual([]);
  });

  test("an unknown path is a problem document too, health answers, and the description names every endpoint", async () => {
    expect((await call("GET", "/nowhere")).status).toBe(404);
    expect(await (await call("GET", "/health")).json()).toMatchObject({ status: "ok", migration: newestMigration() });
    const { paths } = (await (await call("GET", "/openapi.json")).json()) as {
      paths: Record<string, Record<string, { operationId: string }>>;
    };
    const described = Object.values(paths).flatMap((path) =>
      Object.values(path).map((operation) => operation.operationId),
    );
    expect(described.sort()).toEqual(Object.keys(endpoints).sort());
  });
});

/** Somebody who was let in to a department, to see nothing yet. */
async function guestIn(departmentId: string): Promise<string> {
  const personId = newId();
  await bench.db
    .insertInto("person")
    .values({ id: personId, email: `${personId}@guest.example`, name: "Guest", passwordHash: null })
    .execute();
  await bench.db
    .insertInto("membership")
    .values({ departmentId, id: newId(), personId, role: "guest", joinedAt: bench.clock.now, leftAt: null })
    .execute();
  return personId;
}

describe("the matrix", () => {
  test("every endpoint x role: who may not call is told so, whatever the request holds", async () => {
    const roles: Record<string, { headers: Headers; may: readonly Endpoint["access"][] }> = {
      nobody: { headers: {}, may: ["public"] },
      teacher: { headers: await signedIn(bench.teacher.caller.personId), may: ["public", "account", "member"] },
      lead: { headers: await signedIn(bench.lead.caller.personId), may: ["public", "account", "member", "lead"] },
      guest: { headers: await signedIn(await guestIn(bench.departmentId)), may: ["public", "guest"] },
      student: { headers: await entered(bench.students[3]!.entryCard), may: ["public", "student"] },
      sitter: { headers: { authorization: `Sitting ${"x".repeat(43)}` }, may: ["public", "sitting"] },
    };
    for (const [name, endpoint] of Object.entries<Endpoint>(endpoints)) {
      for (const [role, { headers, may }] of Object.entries(roles)) {
        const isAllowed = may.includes(endpoint.access);
        if (isAllowed) continue;
        const path = endpoint.path.replaceAll(/:\w+/g, newId());
        const { status } = await call(endpoint.method.toUpperCase(), path, {
          headers,
          ...(endpoint.body && { body: {} }),
        });
        expect(`${name} as ${role}: ${status}`).toBe(`${name} as ${role}: ${role === "nobody" ? 401 : 403}`);
      }
    }
  });

  test("every endpoint x foreign department: what belongs to others is not there, and lists of it are empty", async () => {
    const { ids, bodies, queries } = await samples(bench);
    const other = await otherDepartment(bench);
    const card = "foreign entry card";
    const { departmentId, studentId } = other.student.caller;
    const classId = newId();
    const [courseId, schoolYearId] = [newId(), newId()];
    await bench.db.insertInto("course").values({ departmentId, id: courseId, name: "Theirs" }).execute();
    await bench.db
      .insertInto("schoolYear")
      .values({ departmentId, id: schoolYearId, name: "Now", startsOn: "2030-09-01", endsOn: "2031-07-01" })
      .execute();
    await bench.db
      .insertInto("class")
      .values({ departmentId, id: classId, courseId, schoolYearId, name: "9Z", timeZone: null, examOn: null })
      .execute();
    await bench.db
      .insertInto("enrolment")
      .values({
        departmentId,
        classId,
        studentId,
        ...sealedCard(bench.installation.secret, card),
        joinedOn: "2030-09-01",
        leftOn: null,
        arrangements: "{}",
      })
      .execute();
    const staff = await signedIn(other.lead.caller.personId);
    const headersFor: Record<string, Headers> = {
      account: staff,
      member: staff,
      lead: staff,
      guest: await signedIn(await guestIn(departmentId)),
      student: await entered(card),
      sitting: { authorization: `Sitting ${"x".repeat(43)}` },
    };
    const before = await everything();
    for (const [name, endpoint] of Object.entries<Endpoint>(endpoints)) {
      if (endpoint.access === "public") continue;
      const path = endpoint.path.replaceAll(/:(\w+)/g, (_, id: string) => ids[id] ?? "");
      const body = bodies[name as EndpointName];
      const answer = await call(endpoint.method.toUpperCase(), path + (queries[name as EndpointName] ?? ""), {
        headers: headersFor[endpoint.access] ?? {},
        ...(body !== undefined && { body }),
      });
      const text = await answer.text();
      // My draft on somebody else's item: reading finds none and dropping drops none of theirs. Some name others in the body.
      const usual = endpoint.path.includes(":") ? 404 : 200;
      expect(`${name}: ${answer.status}`).toBe(`${name}: ${statusElsewhere[name] ?? usual}`);
      for (const id of Object.values(ids).filter((one) => one.length > 4))
        if (answer.status === 200) expect(`${name} ${text}`).not.toContain(id);
    }
    expect(await everything()).toEqual(before);
    expect(defects).toEqual([]);
  });
});

/** Counts of Larkmoor's rows that a foreign request must not change. */
async function everything() {
  const tables = [
    "item",
    "itemRevision",
    "quiz",
    "quizPlace",
    "release",
    "sitting",
    "response",
    "evidence",
    "enrolment",
    "topic",
    "draft",
  ] as const;
  return Promise.all(
    tables.map(async (table) => [
      table,
      (
        await bench.db
          .selectFrom(table)
          .where("departmentId", "=", bench.departmentId)
          .select((eb) => eb.fn.countAll<number>().as("n"))
          .executeTakeFirstOrThrow()
      ).n,
    ]),
  );
}
