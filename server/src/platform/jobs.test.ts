/** The queue of jobs, against a database of its own: nothing is done twice, nothing is lost, nothing stops another. */
import { request, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { sql } from "kysely";
import PgBoss from "pg-boss";
import { afterEach, expect, test } from "vitest";
import { createOperatorApp } from "../operator/routes.ts";
import { startJobs, type Jobs, type JobKind } from "./jobs.ts";
import { createMetrics } from "./metrics.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
let started: Jobs[] = [];
afterEach(async () => {
  await Promise.all(started.map((jobs) => jobs.stop()));
  started = [];
});

async function start(kind: JobKind): Promise<Jobs> {
  const jobs = await startJobs({ databaseUrl: bench.url, scope: bench.nobody, kinds: [kind], chores: [] });
  started.push(jobs);
  return jobs;
}

/** An answer to a request under whichever name: a browser would not let one choose it. */
function ask(server: Server, method: string, path: string, headers: Record<string, string>) {
  const { port } = server.address() as AddressInfo;
  return new Promise<{ status: number; text: string }>((resolve, reject) => {
    const asked = request({ host: "127.0.0.1", port, method, path, headers }, (answer) => {
      let text = "";
      answer.on("data", (part: Buffer) => (text += part.toString()));
      answer.on("end", () => resolve({ status: answer.statusCode ?? 0, text }));
    });
    asked.on("error", reject).end();
  });
}

/** Subjects that are due until they were done; those in `broken` cannot be. */
function countingKind(name: string, subjects: readonly string[], broken: ReadonlySet<string> = new Set()) {
  const done: string[] = [];
  const kind: JobKind = {
    name,
    due: (_scope, besides) =>
      Promise.resolve(
        subjects
          .filter((one) => !done.includes(one) && !besides.includes(one))
          .map((subject) => ({ departmentId: bench.departmentId, subject })),
      ),
    work: (_scope, { subject }) => {
      if (broken.has(subject)) throw new Error(`<b>${subject}</b> is broken`);
      done.push(subject);
      return Promise.resolve();
    },
  };
  return { kind, done };
}

test("what is due is done once, though two processes look for it; what is broken is listed and stops nothing", async () => {
  const broken = new Set(["b"]);
  const { kind, done } = countingKind("counting", ["a", "b", "c", "d"], broken);
  const [one, other] = [await start(kind), await start(kind)];
  await Promise.all([one.look(), other.look(), one.look()]);
  await expect.poll(() => [...done].sort(), { timeout: 15_000 }).toEqual(["a", "c", "d"]);
  await expect.poll(async () => (await one.failed()).map((job) => job.subject), { timeout: 15_000 }).toEqual(["b"]);
  await other.look();
  const [state] = (await one.states()).filter((queue) => queue.name === "counting");
  expect(state).toMatchObject({ waiting: 0, again: 1, failed: 0 });

  // The operator sees why, as text; and what was given up is tried again when asked for.
  const metrics = createMetrics();
  const observed = {
    db: bench.db,
    threads: bench.installation.threads,
    jobs: one,
    countRunningSittings: () => Promise.resolve(1),
  };
  metrics.observe(observed);
  const server = createOperatorApp(observed, metrics).listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  const here = { host: "localhost:4401" };
  const page = await ask(server, "GET", "/", here);
  expect(page.text).toContain("&#60;b&#62;b&#60;/b&#62; is broken");
  expect(page.text).toContain("1 sitting is open");
  expect((await ask(server, "GET", "/", { host: "elsewhere.example" })).status).toBe(421);
  const measured = await ask(server, "GET", "/metrics", { host: "127.0.0.1:4401" });
  expect(measured.text).toContain('jobs{queue="counting",state="again"} 1');
  expect(measured.text).toContain("sittings_running 1");

  await sql`update pgboss.job set state = 'failed', completed_on = now(), start_after = now() where name = 'counting' and state = 'retry'`.execute(
    bench.db,
  );
  const [failed] = await one.failed();
  expect(failed).toMatchObject({ isOver: true, subject: "b" });
  broken.clear();
  await one.look();
  expect(done, "given up for an hour").not.toContain("b");
  const again = `/jobs/counting/${failed?.id ?? ""}/again`;
  expect((await ask(server, "POST", again, { ...here, origin: "https://elsewhere.example" })).status).toBe(403);
  expect((await ask(server, "POST", again, here)).status).toBe(303);
  await expect.poll(() => done, { timeout: 15_000 }).toContain("b");
  expect(done.filter((subject) => subject === "a")).toHaveLength(1);
  server.close();
});

test("a job whose process died is done by another", async () => {
  const { kind, done } = countingKind("orphans", ["x"]);
  const first = new PgBoss({ connectionString: bench.url, max: 1 });
  await first.start();
  await first.createQueue("orphans", { name: "orphans", retryLimit: 5, expireInSeconds: 120 });
  await first.insert([
    { name: "orphans", data: { departmentId: bench.departmentId, subject: "x" }, singletonKey: "x", retryLimit: 5 },
  ]);
  // Taken out, and then nothing more is heard of this process.
  expect(await first.fetch("orphans")).toHaveLength(1);
  await first.stop({ graceful: false, wait: true });
  const jobs = await start(kind);
  await jobs.look();
  expect(done, "somebody has it").toEqual([]);
  await sql`update pgboss.job set started_on = now() - interval '1 hour' where name = 'orphans'`.execute(bench.db);
  const keeper = new PgBoss({ connectionString: bench.url, max: 1 });
  await keeper.start();
  await keeper.maintain();
  await keeper.stop({ graceful: false, wait: true });
  await expect.poll(() => done, { timeout: 15_000 }).toEqual(["x"]);
});

test("processes that start at once make their queues beside each other and beside work, and all serve", async () => {
  const kinds = Array.from({ length: 6 }, (_, n) => countingKind(`beside-${n}`, ["a", "b", "c"]));
  const startAll = async () => {
    const jobs = await startJobs({
      ...{ databaseUrl: bench.url, scope: bench.nobody, chores: [] },
      kinds: kinds.map((one) => one.kind),
    });
    started.push(jobs);
    return jobs;
  };
  const all = await Promise.all([startAll(), startAll(), startAll(), startAll()]);
  await all[0].look();
  for (const { done } of kinds) await expect.poll(() => [...done].sort(), { timeout: 60_000 }).toEqual(["a", "b", "c"]);
});
