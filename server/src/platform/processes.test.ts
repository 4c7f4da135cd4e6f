/** Several server processes on one database, and what a killed one leaves behind. */
import { spawn, type ChildProcess } from "node:child_process";
import { fileURLToPath } from "node:url";
import { presets } from "@verdant/core/delivery/rules";
import { sql } from "kysely";
import { afterAll, beforeAll, expect, test } from "vitest";
import { freePort } from "../../../scripts/cluster.mjs";
import { connect, migrate } from "./database.ts";
import { keyFile, loadedAt } from "./testing/cluster.ts";
import { choice } from "./testing/sittings.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
const processes: { child: ChildProcess; address: string }[] = [];

async function startProcess() {
  const port = await freePort();
  const child = spawn(process.execPath, ["--import", "tsx", fileURLToPath(new URL("../main.ts", import.meta.url))], {
    env: {
      ...process.env,
      DATABASE_URL: bench.url,
      PORT: String(port),
      KEY_FILE: keyFile,
      DEMO: "1",
      LOG_LEVEL: "error",
      HOST: "127.0.0.1",
    },
    stdio: ["ignore", "inherit", "inherit"],
  });
  const address = `http://127.0.0.1:${port}/api`;
  for (;;) {
    if (child.exitCode !== null) throw new Error("the server process ended");
    if ((await fetch(`${address}/health`).catch(() => null))?.ok) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const one = { child, address };
  processes.push(one);
  return one;
}

beforeAll(async () => {
  await Promise.all([startProcess(), startProcess()]);
}, 90_000);
afterAll(() => {
  for (const { child } of processes) child.kill("SIGKILL");
});

const json = async <T>(answer: Response): Promise<T> => (await answer.json()) as T;
const post = (url: string, body: unknown, headers: Record<string, string> = {}) =>
  fetch(url, {
    method: "POST",
    // The processes run on the real clock; Larkmoor's year is where the demo's clock is put.
    headers: { "content-type": "application/json", "x-demo-clock": loadedAt.toISOString(), ...headers },
    body: JSON.stringify(body),
  });

test("two processes that migrate one database at the same time both succeed", async () => {
  const [first, second] = [connect(bench.url, 2), connect(bench.url, 2)];
  expect(new Set(await Promise.all([migrate(first), migrate(second)])).size).toBe(1);
  await Promise.all([first.destroy(), second.destroy()]);
});

test("a process outlives its database: meanwhile it says so, and it is back by itself", async () => {
  const [a] = processes as [(typeof processes)[number]];
  const name = new URL(bench.url).pathname.slice(1);
  const admin = connect(bench.url.replace(name, "maintenance"), 1);
  const answers = { ok: 0, away: 0, other: [] as number[] };
  let isAsking = true;
  const asking = Array.from({ length: 12 }, async () => {
    while (isAsking) {
      const answer = await fetch(`${a.address}/demo/people`);
      if (answer.ok) answers.ok += 1;
      else if (answer.status === 503 && answer.headers.get("retry-after") !== null) answers.away += 1;
      else answers.other.push(answer.status);
      await answer.arrayBuffer();
    }
  });
  for (let round = 0; round < 5; round++) {
    await sql.raw(`alter database "${name}" with allow_connections false`).execute(admin);
    await sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${name}`.execute(admin);
    const before = answers.away;
    while (answers.away === before) await new Promise((resolve) => setTimeout(resolve, 10));
    await sql.raw(`alter database "${name}" with allow_connections true`).execute(admin);
    const served = answers.ok;
    while (answers.ok === served) await new Promise((resolve) => setTimeout(resolve, 10));
  }
  isAsking = false;
  await Promise.all(asking);
  await admin.destroy();
  expect([a.child.exitCode, answers.other]).toEqual([null, []]);
});

test("what one process is told the other knows; a killed process loses no acknowledged answer; a stopped one ends cleanly", async () => {
  const [a, b] = processes as [(typeof processes)[number], (typeof processes)[number]];
  const signedIn = await post(`${a.address}/demo/session`, { personId: bench.lead.caller.personId });
  const staff = { cookie: (signedIn.headers.get("set-cookie") ?? "").split(";")[0] ?? "" };
  const quiz = await json<{ id: string; version: number }>(
    await post(`${b.address}/classes/${bench.classId}/quizzes`, { count: 3 }, staff),
  );
  const released = await json<{ id: string }>(
    await post(
      `${a.address}/quizzes/${quiz.id}/releases`,
      {
        version: quiz.version,
        rules: { ...presets.weeklyReview, timeLimitMinutes: 30 },
        targets: [{ classId: bench.classId, opensAt: null, shutsAt: null }],
      },
      staff,
    ),
  );
  const entered = await post(`${b.address}/entry`, { card: bench.students[0]!.entryCard });
  const student = { cookie: (entered.headers.get("set-cookie") ?? "").split(";")[0] ?? "" };
  const begun = await json<{ token: string; sitting: { id: string } }>(
    await post(`${a.address}/student/releases/${released.id}/sittings`, {}, student),
  );
  expect(begun.sitting.id).toBeDefined();
  const token = { authorization: `Sitting ${begun.token}` };

  const acknowledged: number[] = [];
  const sending = (async () => {
    for (let seq = 1; seq <= 400; seq++) {
      const body = { epoch: 1, shown: [], events: [choice(seq, 1 + (seq % 3), `option ${seq}`)] };
      const answer = await post(`${a.address}/sittings/${begun.sitting.id}/answers`, body, token).catch(() => null);
      if (answer?.ok !== true) return;
      acknowledged.push(seq);
    }
  })();
  while (acknowledged.length < 25) await new Promise((resolve) => setTimeout(resolve, 5));
  a.child.kill("SIGKILL");
  await sending;

  const kept = await bench.db
    .selectFrom("responseEvent")
    .select("seq")
    .where("sittingId", "=", begun.sitting.id)
    .execute();
  expect(acknowledged.filter((seq) => !kept.some((row) => row.seq === seq))).toEqual([]);
  // The other process carries on with the same sitting.
  const handedIn = await post(`${b.address}/sittings/${begun.sitting.id}/hand-in`, {}, token);
  expect(handedIn.status).toBe(200);

  const exit = new Promise<number | null>((resolve) => b.child.once("exit", resolve));
  b.child.kill("SIGTERM");
  expect(await exit).toBe(0);
});
