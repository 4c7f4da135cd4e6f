/** The stream of a release that is watched: through several processes, lost and resumed, and who may have it. */
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import type { Live, LiveChange } from "@verdant/contract/live";
import { sql } from "kysely";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { createApp } from "../app.ts";
import { Caches } from "../platform/caches.ts";
import { hashOf } from "../platform/id.ts";
import { insertSession } from "../platform/session.ts";
import { createSignals, type Signals } from "../platform/signals.ts";
import { choice, release } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { changeOf, liveStreams } from "./liveStreams.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const morning = new Date("2031-03-05T09:00:00Z");
const after = (minutes: number) => new Date(morning.getTime() + minutes * 60_000);
beforeEach(() => {
  bench.clock.now = morning;
});

/** As long as a busy machine may take; a stream is read at most twice a second. */
const eventually = (check: () => void) => vi.waitFor(check, { timeout: 15_000 });

const student = (n: number) => bench.students[n]!;
const begin = (n: number, releaseId: string) => delivery.beginSitting(student(n).scope, { params: { releaseId } });
const show = (releaseId: string) => delivery.showLive(bench.teacher, { params: { releaseId } });
const rowOf = (live: Pick<Live, "students">, n: number) =>
  live.students.find((one) => one.studentId === student(n).studentId);

test("what is new is exactly what differs; a student who came or went brings the whole again", () => {
  const row = (n: number, at: number | null) =>
    ({ studentId: `s${n}`, name: `S ${n}`, state: "running", at }) as unknown as Live["students"][number];
  const state = (rows: Live["students"]): Live => ({ releaseId: "r", now: "n", students: rows, items: [] });
  const before = state([row(1, 1), row(2, 1)]);
  const none = { now: "n", students: [], items: [], newItems: [] };
  expect(changeOf(before, state([row(1, 1), row(2, 2)]))).toEqual({ ...none, students: [{ studentId: "s2", at: 2 }] });
  expect(changeOf(before, before)).toEqual(none);
  const item = (answered: number, choices: unknown[] = []) =>
    ({ itemId: "i", stem: "Why?", answered, choices }) as unknown as Live["items"][number];
  const asked = (items: Live["items"]) => ({ ...before, items });
  expect(changeOf(asked([item(1, ["a"])]), asked([item(1, ["a"])]))).toEqual(none);
  expect(changeOf(asked([item(1)]), asked([item(2)]))).toEqual({ ...none, items: [{ itemId: "i", answered: 2 }] });
  expect(changeOf(before, asked([item(1)]))).toEqual({ ...none, newItems: [item(1)] });
  expect(changeOf(asked([item(1)]), before)).toBeNull();
  expect(changeOf(before, state([row(1, 1), row(2, 1), row(3, 1)]))).toBeNull();
  expect(changeOf(before, state([row(1, 1), row(3, 1)]))).toBeNull();
});

describe("the stream", () => {
  const servers: { server: Server; signals: Signals; stop: () => void }[] = [];
  afterEach(async () => {
    for (const { server, signals, stop } of servers.splice(0)) {
      stop();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await signals.stop();
    }
  });

  /** One process of an installation: its own caches, its own listening connection. */
  async function process() {
    const signals = createSignals(bench.url, bench.db);
    const caches = new Caches(bench.db);
    const installation = { ...bench.installation, signals, caches };
    const app = createApp({
      config: { trustProxy: 0, isDemo: false },
      db: bench.db,
      installation,
      log: bench.lead.log,
      now: () => bench.clock.now,
    });
    const server = createServer(app).listen(0, "127.0.0.1");
    await new Promise((resolve) => server.once("listening", resolve));
    const stop = () => {
      caches.of(liveStreams).stop();
    };
    servers.push({ server, signals, stop });
    return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, installation, stop };
  }

  async function cookieOf(scope: typeof bench.teacher): Promise<string> {
    const token = `live-${Math.random()}`;
    await insertSession(bench.db, {
      tokenHash: hashOf(token),
      departmentId: scope.caller.departmentId,
      personId: scope.caller.personId,
      studentId: null,
      createdAt: morning,
      expiresAt: after(60 * 24),
    });
    return `verdant=${token}`;
  }

  /** Reads a stream and keeps the state as a page does. */
  function watch(url: string, releaseId: string, cookie: string) {
    const seen: { events: string[]; live: Live | null; isOver: boolean; status: number } = {
      ...{ events: [], live: null, isOver: false, status: 0 },
    };
    const gone = new AbortController();
    const read = async () => {
      const response = await fetch(`${url}/api/releases/${releaseId}/live/stream`, {
        headers: { cookie, "accept-encoding": "gzip" },
        signal: gone.signal,
      });
      seen.status = response.status;
      let text = "";
      for await (const part of response.body!.pipeThrough(new TextDecoderStream())) {
        text += part;
        const whole = text.split("\n\n");
        text = whole.pop() ?? "";
        for (const one of whole) {
          const [, event, data] = /^event: (\w+)\ndata: (.*)$/s.exec(one) ?? [];
          if (event === undefined || data === undefined) continue;
          seen.events.push(event);
          if (event === "state") seen.live = JSON.parse(data) as Live;
          else if (seen.live) {
            const change = JSON.parse(data) as LiveChange;
            const student = new Map(change.students.map((row) => [row.studentId, row]));
            const item = new Map(change.items.map((row) => [row.itemId, row]));
            seen.live = {
              ...seen.live,
              now: change.now,
              students: seen.live.students.map((row) => Object.assign({ ...row }, student.get(row.studentId))),
              items: [
                ...seen.live.items.map((row) => Object.assign({ ...row }, item.get(row.itemId))),
                ...change.newItems,
              ].sort((a, b) => a.position - b.position),
            };
          }
        }
      }
    };
    const ended = read()
      .catch(() => undefined)
      .finally(() => {
        seen.isOver = true;
      });
    return { seen, leave: () => (gone.abort(), ended) };
  }

  test("an answer that one process saves reaches whoever watches at another; all come to the same state", async () => {
    const [here, there] = [await process(), await process()];
    const { releaseId } = await release(bench, { count: 3 });
    const cookie = await cookieOf(bench.teacher);
    const watching = [watch(there.url, releaseId, cookie), watch(there.url, releaseId, cookie)];
    await eventually(() => {
      expect(watching.map((one) => one.seen.events[0])).toEqual(["state", "state"]);
    });
    const begun = await delivery.beginSitting({ ...student(0).scope, ...here.installation }, { params: { releaseId } });
    await fetch(`${here.url}/api/sittings/${begun.sitting.id}/answers`, {
      method: "POST",
      headers: { "content-type": "application/json", authorization: `Sitting ${begun.token}` },
      body: JSON.stringify({ epoch: 1, shown: [1, 2], events: [choice(1, 1, "none of them")] }),
    });
    await eventually(() => {
      for (const { seen } of watching)
        expect(rowOf(seen.live!, 0)).toMatchObject({ state: "running", questions: ["answered", "seen", "open"] });
    });
    const { now: _now, ...whole } = await show(releaseId);
    for (const { seen } of watching) expect(seen.live).toMatchObject(whole);
    expect(watching[0]!.seen.events.filter((one) => one === "state")).toHaveLength(1);
    await Promise.all(watching.map((one) => one.leave()));
  });

  test("a stream that was lost comes back with the whole state, also when the listening connection broke", async () => {
    const { url } = await process();
    const { releaseId } = await release(bench, { count: 2 });
    const cookie = await cookieOf(bench.teacher);
    const first = watch(url, releaseId, cookie);
    await eventually(() => {
      expect(first.seen.live).not.toBeNull();
    });
    await first.leave();
    const begun = await begin(1, releaseId);
    const second = watch(url, releaseId, cookie);
    await eventually(() => {
      expect(rowOf(second.seen.live!, 1)).toMatchObject({ state: "running" });
    });
    await sql`
      select pg_terminate_backend(pid) from pg_stat_activity
      where datname = current_database() and application_name = 'verdant-loop signals'`.execute(bench.db);
    await delivery.saveAnswers(bench.sitter(begun.token), {
      params: { sittingId: begun.sitting.id },
      body: { epoch: 1, shown: [1], events: [choice(1, 1, "none of them")] },
    });
    await eventually(() => {
      expect(rowOf(second.seen.live!, 1)?.questions).toEqual(["answered", "open"]);
    });
    await second.leave();
  });

  test("a stream in which nothing happens says so, before a page would take it for lost", async () => {
    const { url } = await process();
    const { releaseId } = await release(bench, { count: 2 });
    const quiet = watch(url, releaseId, await cookieOf(bench.teacher));
    await eventually(() => {
      expect(quiet.seen.live).not.toBeNull();
    });
    // The first may come of listening that begins; the second comes of nothing.
    for (const minute of [1, 2]) {
      bench.clock.now = after(minute);
      await eventually(() => {
        expect(quiet.seen.live!.now).toBe(after(minute).toISOString());
      });
    }
    expect(new Set(quiet.seen.events)).toEqual(new Set(["state", "news"]));
    await quiet.leave();
  });

  test("who may not see it gets no stream; too many of one person are refused; a process that stops ends them", async () => {
    const { url, stop } = await process();
    const { releaseId } = await release(bench, { count: 2 });
    const { lead } = await otherDepartment(bench);
    const statusOf = async (cookie: string, id = releaseId) =>
      (await fetch(`${url}/api/releases/${id}/live/stream`, { headers: { cookie } })).status;
    expect(await statusOf("")).toBe(401);
    expect(await statusOf(await cookieOf(lead))).toBe(404);
    expect(await statusOf(await cookieOf(bench.teacher), "not an id")).toBe(404);
    const cookie = await cookieOf(bench.teacher);
    const watching = Array.from({ length: 20 }, () => watch(url, releaseId, cookie));
    await eventually(() => {
      expect(watching.every((one) => one.seen.live !== null)).toBe(true);
    });
    expect(await statusOf(cookie)).toBe(503);
    stop();
    await eventually(() => {
      expect(watching.every((one) => one.seen.isOver)).toBe(true);
    });
  });
});
