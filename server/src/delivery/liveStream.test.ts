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
  expect(changeOf(before, state([row(1, 1), row(2, 2)]))).toEqual({ now: "n", students: [row(2, 2)], items: null });
  expect(changeOf(before, before)).toEqual({ now: "n", students: [], items: null });
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
            const changed = new Map(change.students.map((row) => [row.studentId, row]));
            seen.live = {
              ...seen.live,
              ...change,
              students: seen.live.students.map((row) => changed.get(row.studentId) ?? row),
              items: change.items ?? seen.live.items,
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
