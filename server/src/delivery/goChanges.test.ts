/** Pages that count goes hear, through several processes, that some began or ended; of answers on the way they hear nothing. */
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, expect, test, vi } from "vitest";
import { createApp } from "../app.ts";
import { Caches } from "../platform/caches.ts";
import { hashOf, newId } from "../platform/id.ts";
import { insertSession } from "../platform/session.ts";
import { createSignals, type Signals } from "../platform/signals.ts";
import { choice, release } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { GoChanges, tellGoes } from "./goChanges.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const open: Signals[] = [];
afterEach(async () => {
  await Promise.all(open.splice(0).map((signals) => signals.stop()));
});
const process = () => {
  const signals = createSignals(bench.url, bench.db);
  open.push(signals);
  return { installation: { ...bench.installation, signals }, changes: new GoChanges() };
};
const listener = () => {
  const heard: string[] = [];
  return { heard, stream: { send: (_: string, id: string) => heard.push(id) > 0, end: vi.fn() } };
};

test("a go that began or ended at one process is heard at another; an answer is not", async () => {
  const [here, there] = [process(), process()];
  const [one, other] = [await release(bench, { count: 2 }), await release(bench, { count: 2 })];
  const { heard, stream } = listener();
  there.changes.watch({ ...bench.teacher, ...there.installation }, [one.releaseId], stream);
  // The connection that listens says once that it does, since something may have been told before.
  await vi.waitFor(() => {
    expect(heard).toHaveLength(1);
  });
  const student = { ...bench.students[0]!.scope, ...here.installation };
  const begun = await delivery.beginSitting(student, { params: { releaseId: one.releaseId } });
  await delivery.beginSitting(student, { params: { releaseId: other.releaseId } });
  await vi.waitFor(
    () => {
      expect(heard).toHaveLength(2);
    },
    { timeout: 8000 },
  );
  const sitter = { ...bench.sitter(begun.token), ...here.installation };
  const params = { sittingId: begun.sitting.id };
  await delivery.saveAnswers(sitter, { params, body: { epoch: 1, shown: [1], events: [choice(1, 1, "x")] } });
  await delivery.handIn(sitter, { params });
  await vi.waitFor(
    () => {
      expect(heard).toEqual([one.releaseId, one.releaseId, one.releaseId]);
    },
    { timeout: 8000 },
  );
});

test("a class that begins at once is told of once and then again, not thirty times; who has left hears nothing", async () => {
  vi.useFakeTimers();
  try {
    const on = new Map<string, () => void>();
    const signals = {
      tell: (id: string) => on.get(id)?.(),
      on: (id: string, hear: () => void) => (on.set(id, hear), () => on.delete(id)),
      stop: () => Promise.resolve(),
    } as unknown as Signals;
    const scope = { ...bench.teacher, signals };
    const [changes, { heard, stream }, releaseId] = [new GoChanges(), listener(), newId()];
    const leave = changes.watch(scope, [releaseId], stream);
    for (let n = 0; n < 30; n++) tellGoes({ signals }, releaseId);
    await vi.advanceTimersByTimeAsync(10);
    for (let n = 0; n < 30; n++) tellGoes({ signals }, releaseId);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(heard).toEqual([releaseId, releaseId]);
    tellGoes({ signals }, releaseId);
    leave();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(heard).toHaveLength(2);
    for (let n = 0; n < 20; n++) changes.watch(scope, [releaseId], listener().stream);
    expect(() => changes.watch(scope, [releaseId], stream)).toThrow(expect.objectContaining({ code: "tooManyAtOnce" }));
  } finally {
    vi.useRealTimers();
  }
});

test("nobody hears of another department's, nor without a release, nor signed out", async () => {
  const { installation } = process();
  const caches = new Caches(bench.db);
  const app = createApp({
    config: { trustProxy: 0, isDemo: false },
    db: bench.db,
    installation: { ...installation, caches },
    log: bench.lead.log,
    now: () => bench.clock.now,
  });
  const server = createServer(app).listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/go-changes`;
  const { lead } = await otherDepartment(bench);
  const cookieOf = async ({ caller }: typeof lead) => {
    const token = `go-${Math.random()}`;
    await insertSession(bench.db, {
      ...{ tokenHash: hashOf(token), departmentId: caller.departmentId, personId: caller.personId, studentId: null },
      ...{ createdAt: bench.clock.now, expiresAt: new Date(bench.clock.now.getTime() + 86_400_000) },
    });
    return `verdant=${token}`;
  };
  const { releaseId } = await release(bench, { count: 2 });
  const asked = async (query: string, cookie: string) => {
    const gone = new AbortController();
    const { status } = await fetch(`${url}${query}`, { headers: { cookie }, signal: gone.signal });
    gone.abort();
    return status;
  };
  const mine = await cookieOf(bench.teacher);
  expect(await asked(`?release=${releaseId}`, mine)).toBe(200);
  expect(await asked(`?release=${releaseId}&release=${newId()}`, mine)).toBe(404);
  expect(await asked("", mine)).toBe(404);
  expect(await asked(`?release=${releaseId}`, await cookieOf(lead))).toBe(404);
  expect(await asked(`?release=${releaseId}`, "")).toBe(401);
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});
