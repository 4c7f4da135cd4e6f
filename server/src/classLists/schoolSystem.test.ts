/** Speaking with a school's system that fails, is slow, answers in small pages or says what nobody can read. */
import { createServer, type RequestListener, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { account, steady } from "../../../standIns/schoolSystem.ts";
import { schoolSystem, Refused } from "./schoolSystem.ts";
import { quick, useSystem } from "./testing/system.ts";

const stand = useSystem(() => "2031-02-05");
beforeEach(() => {
  Object.assign(stand.mode, steady);
  stand.answered.clear();
});
const open = (patience = quick) => schoolSystem(stand.service, account, patience);

async function all(rows: AsyncGenerator<Readonly<Record<string, unknown>>[]>) {
  const read: Readonly<Record<string, unknown>>[] = [];
  for await (const page of rows) read.push(...page);
  return read;
}

test("a collection is read whole, however small the pages are that it comes in", async () => {
  for (const pageRows of [1, 7, 24, 10_000]) {
    stand.mode.pageRows = pageRows;
    expect(await all(open().rows("users"))).toEqual(stand.lists.users);
  }
});

test("what fails for a moment is asked for again; each page is read once", async () => {
  stand.mode.pageRows = 10;
  stand.mode.failEvery = 2;
  expect(await all(open().rows("users"))).toHaveLength(stand.lists.users.length);
  expect(stand.answered.get("failed")).toBeGreaterThan(1);
  expect(stand.answered.get("GET users")).toBe(Math.ceil(stand.lists.users.length / 10));
});

test("what goes on failing is said, with what it answered; it was asked five times", async () => {
  stand.mode.failNext = 1000;
  await expect(all(open().rows("users"))).rejects.toMatchObject({
    ...{ code: "systemFails", terms: { service: stand.service.base, status: 503 } },
  });
  expect(stand.answered.get("failed")).toBe(5);
});

test("one that answers too late counts as silent", async () => {
  stand.mode.slowMs = 500;
  await expect(all(open({ ...quick, retries: 1, answerMs: 20 }).rows("users"))).rejects.toMatchObject({
    code: "systemSilent",
  });
});

test("a wrong secret is said at once and is in no message", async () => {
  const wrong = schoolSystem(stand.service, { clientId: "larkmoor", clientSecret: "not it" }, quick);
  const error: unknown = await all(wrong.rows("users")).catch((reason: unknown) => reason);
  expect(error).toMatchObject({ code: "systemSecretWrong" });
  expect(JSON.stringify(error)).not.toContain("not it");
});

test("what it refuses to take is told by its status; the same taken twice is there once", async () => {
  const category = { sourcedId: "c", title: "Quizzes", status: "active" };
  for (let i = 0; i < 2; i++) await open().put("categories/c", { category });
  expect(stand.sent.categories.size).toBe(1);
  const lineItem = { sourcedId: "l", title: "Week 6", class: { sourcedId: "nowhere" } };
  const refused: unknown = await open()
    .put("lineItems/l", { lineItem })
    .catch((reason: unknown) => reason);
  expect(refused).toBeInstanceOf(Refused);
  expect((refused as Refused).status).toBe(422);
});

describe("a system that is none", () => {
  let server: Server | undefined;
  afterEach(() => new Promise((resolve) => (server ? server.close(resolve) : resolve(null))));

  async function answering(answer: RequestListener) {
    server = createServer((req, res) => {
      if (req.url === "/token" && req.method === "POST") res.end(JSON.stringify({ access_token: "t" }));
      else answer(req, res);
    });
    await new Promise<void>((resolve) => server?.listen(0, "127.0.0.1", resolve));
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    return schoolSystem({ base, token: `${base}/token` }, account, quick);
  }

  test.each([
    ["no JSON", "<html>", "systemUnreadable"],
    ["no list", '{"users": {"sourcedId": "s"}}', "systemUnreadable"],
    ["nothing", "", "systemUnreadable"],
    ["null", "null", "systemUnreadable"],
  ])("%s", async (_, text, code) => {
    const system = await answering((_req, res) => res.end(text));
    await expect(all(system.rows("users"))).rejects.toMatchObject({ code });
  });

  test("one that leads on to another address is not followed", async () => {
    let asked = 0;
    const system = await answering((req, res) => {
      asked += req.url?.startsWith("/elsewhere") === true ? 1 : 0;
      res.writeHead(302, { location: "/elsewhere" }).end();
    });
    await expect(all(system.rows("users"))).rejects.toMatchObject({ code: "systemSilent" });
    expect(asked).toBe(0);
  });

  test("an answer without an end is not read to it", async () => {
    const piece = Buffer.alloc(1024 * 1024, 32);
    let sent = 0;
    const system = await answering((_req, res) => {
      const more = () => {
        while (!res.destroyed && res.write(piece)) sent += 1;
      };
      res.on("drain", more);
      more();
    });
    await expect(all(system.rows("users"))).rejects.toMatchObject({ code: "systemTooMuch" });
    expect(sent).toBeLessThan(100);
  });

  test("one that promises rows and gives none has not been read whole", async () => {
    const system = await answering((_req, res) => {
      res.setHeader("x-total-count", 40).end('{"users": []}');
    });
    await expect(all(system.rows("users"))).rejects.toMatchObject({ code: "systemUnreadable" });
  });

  test("a token that is no longer good is asked for anew, once", async () => {
    let asked = 0;
    const system = await answering((_req, res) => {
      asked += 1;
      if (asked === 1) res.writeHead(401).end();
      else res.end('{"users": []}');
    });
    expect(await all(system.rows("users"))).toEqual([]);
    const locked = await answering((_req, res) => res.writeHead(401).end());
    await expect(all(locked.rows("users"))).rejects.toMatchObject({ code: "systemRefused", terms: { status: 401 } });
  });
});
