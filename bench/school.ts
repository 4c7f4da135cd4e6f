/**
 * A school on Monday at nine: 600 students come in and begin within 30 seconds, and each answers every four seconds for
 * two minutes, over HTTP against a server of its own. Beside it the least that could be done, under the same load.
 */
import { spawn } from "node:child_process";
import { setTimeout } from "node:timers/promises";
import { fileURLToPath } from "node:url";
import { presets } from "../core/src/delivery/rules.ts";
import { sql } from "kysely";
import { freePort } from "../scripts/cluster.mjs";
import { composeQuiz } from "../server/src/assembly/service.ts";
import { connect } from "../server/src/platform/database.ts";
import { createClass, enrolStudents, listEnrolments } from "../server/src/courses/service.ts";
import { releaseQuiz } from "../server/src/delivery/service.ts";
import { openInstallation, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median, p95 } from "./median.ts";

const classes = 20;
const perClass = 30;
const beginWithinMs = 30_000;
const everyMs = 4000;
const lastMs = 120_000;
const bareLastMs = 40_000;

interface Times {
  readonly ms: number[];
  readonly failed: string[];
}

export async function school(): Promise<Measure[]> {
  const bench = await openInstallation();
  const stops: (() => Promise<void>)[] = [];
  try {
    const { releaseId, cards } = await prepare(bench);
    const url = await serve(stops, ["server/dist/main.js"], (port) => ({
      DATABASE_URL: bench.url,
      DATABASE_DIRECT_URL: bench.url,
      KEY_FILE: ".data/bench/key",
      PORT: String(port),
      LOG_LEVEL: "error",
    }));
    await flushed(bench);
    const begun = { ms: [] as number[], failed: [] as string[] };
    const seats = await Promise.all(
      cards.map(async (card, i) => {
        await setTimeout((beginWithinMs * i) / cards.length);
        return timed(begun, () => begin(url, releaseId, card));
      }),
    );
    const saves = await answerAll(
      lastMs,
      seats.map((seat) => (seat ? (seq: number) => save(url, seat, seq) : () => Promise.resolve())),
    );
    const bareUrl = await serve(stops, ["--import", "tsx", "bench/bareServer.ts"], (port) => ({
      BARE_URL: bench.url,
      BARE_PORT: String(port),
    }));
    const bare = await answerAll(
      bareLastMs,
      seats.map((_, i) => async () => {
        await post(`${bareUrl}/save/${i}`, {}, { body: { optionId: "abcdef" } });
      }),
    );
    const failed = [...begun.failed, ...saves.failed];
    const note = `${saves.ms.length} answers of ${seats.length} students, half of them within ${half(saves.ms)} ms; the baseline saves into one row of a bare table, half within ${half(bare.ms)} ms`;
    return [
      {
        name: "school-600-begin",
        value: p95(begun.ms),
        unit: "ms p95",
        target: "all begin",
        note: "comes in by a card and begins",
      },
      {
        name: "school-600",
        value: p95(saves.ms),
        unit: "ms p95",
        baseline: Math.round(10 * p95(bare.ms)) / 10,
        ratio: p95(saves.ms) / p95(bare.ms),
        target: "at most 60",
        note,
      },
      { name: "school-600-errors", value: failed.length, unit: "requests", target: "0", note: failed[0] ?? "none" },
    ];
  } finally {
    for (const stop of stops.reverse()) await stop();
    await bench.close();
  }
}

/** What preparing has written reaches the disk before anything is measured. */
export async function flushed({ url }: BenchInstallation): Promise<void> {
  // The bench's cluster has one password for the application's role and for the one that may do everything.
  const admin = connect(url.replace("//verdant:", "//postgres:"), 1);
  await sql`checkpoint`.execute(admin);
  await admin.destroy();
}

/** A release to twenty classes of thirty, with the cards of all. */
export async function prepare({ db, lead }: BenchInstallation) {
  const { classId, courseId } = await db
    .selectFrom("enrolment")
    .innerJoin("class", "class.id", "enrolment.classId")
    .select(["class.id as classId", "class.courseId"])
    .executeTakeFirstOrThrow();
  const quiz = await composeQuiz(lead, { params: { classId }, body: { count: 8 } });
  const cards: string[] = [];
  const targets = [];
  for (let n = 0; n < classes; n++) {
    const made = await createClass(lead, { body: { name: `Load ${n}`, courseId, rehearsal: false } });
    const names = Array.from({ length: perClass }, (_, i) => `Student${i} Of${n}`).join("\n");
    await enrolStudents(lead, { params: { classId: made.id }, body: { names } });
    const { students } = await listEnrolments(lead, { params: { classId: made.id } });
    cards.push(...students.map((one) => one.entryCard));
    targets.push({ classId: made.id, groupId: null, studentId: null, opensAt: null, shutsAt: null });
  }
  const { id } = await releaseQuiz(lead, {
    params: { quizId: quiz.id },
    body: { version: quiz.version, rules: presets.weeklyReview, targets },
  });
  return { releaseId: id, cards };
}

/** Starts a program of its own and waits until it answers. */
export async function serve(
  stops: (() => Promise<void>)[],
  args: string[],
  env: (port: number) => Record<string, string>,
): Promise<string> {
  const port = await freePort();
  const child = spawn(process.execPath, args, {
    cwd: fileURLToPath(new URL("..", import.meta.url)),
    env: { ...process.env, NODE_OPTIONS: "", ...env(port) },
    stdio: ["ignore", "ignore", "inherit"],
  });
  const ended = new Promise<void>((resolve) =>
    child.once("exit", () => {
      resolve();
    }),
  );
  stops.push(async () => {
    child.kill("SIGTERM");
    await ended;
  });
  const url = `http://127.0.0.1:${port}`;
  for (let tries = 0; tries < 300; tries++) {
    const answers = await fetch(`${url}/api/health`).then(
      () => true,
      () => false,
    );
    if (answers) return url;
    await setTimeout(200);
  }
  throw new Error(`${args.at(-1) ?? ""} did not start`);
}

async function post(url: string, headers: Record<string, string>, body: unknown) {
  const response = await fetch(url, {
    method: "POST",
    headers: { "content-type": "application/json", ...headers },
    body: JSON.stringify(body),
  });
  const text = await response.text();
  if (!response.ok) throw new Error(`${response.status} ${text.slice(0, 120)}`);
  return { response, body: JSON.parse(text) as unknown };
}

interface Seat {
  readonly sittingId: string;
  readonly token: string;
  readonly options: readonly (string | null)[];
}

export async function begin(url: string, releaseId: string, card: string): Promise<Seat> {
  const { response } = await post(`${url}/api/entry`, {}, { card });
  const cookie = response.headers
    .getSetCookie()
    .map((one) => one.split(";")[0])
    .join("; ");
  const { body } = await post(`${url}/api/student/releases/${releaseId}/sittings`, { cookie }, {});
  const { sitting, token } = body as {
    sitting: { id: string; items: { view: { kind: string; options?: { id: string }[] } | null }[] };
    token: string;
  };
  const options = sitting.items.map(({ view }) =>
    view?.kind === "oneRightAnswer" ? (view.options?.[0]?.id ?? null) : null,
  );
  return { sittingId: sitting.id, token, options };
}

export async function save(url: string, { sittingId, token, options }: Seat, seq: number): Promise<void> {
  const choices = options.flatMap((optionId, i) => (optionId === null ? [] : [{ optionId, position: i + 1 }]));
  const { optionId, position } = choices[seq % Math.max(1, choices.length)] ?? { optionId: "none", position: 1 };
  const answer = { kind: "oneRightAnswer", optionId };
  const event = { seq, position, answer, revisit: false, spentMs: 4000 * seq, clientMs: Date.now() };
  await post(
    `${url}/api/sittings/${sittingId}/answers`,
    { authorization: `Sitting ${token}` },
    {
      ...{ epoch: 1, shown: [position], events: [event] },
    },
  );
}

/** Each answers every four seconds, from a moment of their own on, for so long. */
export async function answerAll(ms: number, answers: readonly ((seq: number) => Promise<void>)[]): Promise<Times> {
  const times: Times = { ms: [], failed: [] };
  const begunAt = performance.now();
  await Promise.all(
    answers.map(async (answer, i) => {
      const first = (everyMs * i) / answers.length;
      for (let seq = 1; first + seq * everyMs < ms; seq++) {
        await setTimeout(Math.max(0, begunAt + first + seq * everyMs - performance.now()));
        await timed(times, () => answer(seq));
      }
    }),
  );
  return times;
}

async function timed<T>(times: Times, work: () => Promise<T>): Promise<T | undefined> {
  const begun = performance.now();
  try {
    const done = await work();
    times.ms.push(performance.now() - begun);
    return done;
  } catch (error) {
    times.failed.push(error instanceof Error ? error.message : "unknown");
    return undefined;
  }
}

const half = (times: readonly number[]) => Math.round(median(times));
