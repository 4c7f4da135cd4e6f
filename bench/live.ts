/**
 * 600 students answer every four seconds while twenty teachers watch all of them, through another process: how long until an
 * answer shows, and what watching costs those who answer. Watched and unwatched take turns on the same sittings.
 */
import { spawn } from "node:child_process";
import { setTimeout } from "node:timers/promises";
import { hashOf, newToken } from "../server/src/platform/id.ts";
import { openInstallation, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median, p95 } from "./median.ts";
import { answerAll, begin, flushed, prepare, save, serve } from "./school.ts";

const viewers = 20;
const rounds = 3;
const lastMs = 16_000;

export async function live(): Promise<Measure[]> {
  const bench = await openInstallation();
  const stops: (() => Promise<void>)[] = [];
  try {
    const { releaseId, cards } = await prepare(bench);
    const env = (port: number) => ({
      ...{ DATABASE_URL: bench.url, DATABASE_DIRECT_URL: bench.url, KEY_FILE: ".data/bench/key" },
      ...{ PORT: String(port), LOG_LEVEL: "error" },
    });
    const [answering, watching] = [
      await serve(stops, ["server/dist/main.js"], env),
      await serve(stops, ["server/dist/main.js"], env),
    ];
    const cookie = await signedIn(bench);
    await flushed(bench);
    const seats: Awaited<ReturnType<typeof begin>>[] = [];
    for (const card of cards) seats.push(await begin(answering, releaseId, card));
    const times: Record<"alone" | "watched", number[][]> = { alone: [], watched: [] };
    const seen: number[] = [];
    let failed = 0;
    let seq = 0;
    const round = async () => {
      const first = seq;
      const { ms, failed: refused } = await answerAll(
        lastMs,
        seats.map((seat) => (n: number) => {
          seq = Math.max(seq, first + n);
          return save(answering, seat, first + n);
        }),
      );
      failed += refused.length;
      return ms;
    };
    await round();
    for (let n = 0; n < rounds; n++) {
      times.alone.push(await round());
      const viewing = startViewers([watching, releaseId, cookie, String(viewers)]);
      await setTimeout(3000);
      times.watched.push(await round());
      seen.push(...(await viewing.stop()));
    }
    // By pairs of rounds, so that a moment in which the machine does something else spoils one of them and not the figure.
    const rises = times.watched.map((watched, n) => p95(watched) / p95(times.alone[n] ?? []));
    const [watched, alone] = [times.watched.flat(), times.alone.flat()];
    return [
      {
        name: "live-600",
        value: p95(seen),
        unit: "ms p95",
        target: "at most 1000",
        note: `${seen.length} times that one of ${viewers} viewers saw one of ${watched.length} answers; ${failed} failed`,
      },
      {
        name: "live-600-saves",
        value: p95(watched),
        unit: "ms p95",
        baseline: Math.round(10 * p95(alone)) / 10,
        ratio: median(rises),
        target: "ratio at most 1.15",
        note: `the middle of ${rounds} pairs of ${lastMs / 1000} s each: ${rises.map((one) => one.toFixed(2)).join(", ")}`,
      },
    ];
  } finally {
    for (const stop of stops.reverse()) await stop();
    await bench.close();
  }
}

async function signedIn({ db, departmentId, lead }: BenchInstallation): Promise<string> {
  const token = newToken();
  const at = new Date();
  await db
    .insertInto("session")
    .values({
      ...{ tokenHash: hashOf(token), departmentId, personId: lead.caller.personId, studentId: null, createdAt: at },
      expiresAt: new Date(at.getTime() + 86_400_000),
    })
    .execute();
  return `verdant=${token}`;
}

/**
 * In a program of its own that gives way to all others: twenty teachers have processors of their own, so that what reading
 * their streams takes must not count as what watching costs those who answer.
 */
function startViewers(args: readonly string[]) {
  const child = spawn("nice", ["-n", "19", process.execPath, "--import", "tsx", "bench/liveViewers.ts", ...args], {
    stdio: ["pipe", "pipe", "inherit"],
  });
  let told = "";
  child.stdout.on("data", (part: Buffer) => {
    told += part.toString();
  });
  const ended = new Promise((resolve) => child.once("close", resolve));
  return {
    stop: async (): Promise<number[]> => {
      child.stdin.end();
      await ended;
      return JSON.parse(told) as number[];
    },
  };
}
