/** Answers saved per second, against a bare Express and pg endpoint that upserts into rows of its own, A-B-A-B. */
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import autocannon from "autocannon";
import type express from "express";
import pg from "pg";
import { presets } from "../core/src/delivery/rules.ts";
import { createApp } from "../server/src/app.ts";
import { composeQuiz } from "../server/src/assembly/service.ts";
import { beginSitting, releaseQuiz } from "../server/src/delivery/service.ts";
import { bareApp } from "./bareServer.ts";
import { openInstallation, poolSize, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median } from "./median.ts";

const seconds = 4;

export async function saveAnswer(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { db, installation, log } = bench;
  const app = createApp({ config: { trustProxy: 0, isDemo: false }, db, installation, log, now: () => new Date() });
  const sittings = await begin(bench);
  const ours = await listen(app);
  const barePool = new pg.Pool({ connectionString: bench.url, max: poolSize });
  const bare = await listen(await bareApp(barePool));

  const seqs = new Map<string, number>();
  const answer = (i: number) => {
    const { id, token } = sittings[i % sittings.length] ?? { id: "", token: "" };
    const seq = (seqs.get(id) ?? 0) + 1;
    seqs.set(id, seq);
    const events = [
      {
        seq,
        position: 1 + (seq % 3),
        answer: { kind: "oneRightAnswer", optionId: "abcdef" },
        revisit: false,
        spentMs: 1000,
        clientMs: 1,
      },
    ];
    return {
      path: `/api/sittings/${id}/answers`,
      authorization: `Sitting ${token}`,
      body: JSON.stringify({ epoch: 1, shown: [], events }),
    };
  };
  const ourRates: number[] = [];
  const bareRates: number[] = [];
  // The first round of both warms up and is not counted.
  for (let round = 0; round < 6; round++) {
    ourRates.push(await load(ours.url, answer));
    bareRates.push(
      await load(bare.url, (i) => ({
        path: `/save/${i % 5000}`,
        authorization: "",
        body: JSON.stringify({ body: { optionId: "abcdef" } }),
      })),
    );
  }
  ours.server.close();
  bare.server.close();
  await barePool.end();
  await bench.close();
  const [value, baseline] = [median(ourRates.slice(1)), median(bareRates.slice(1))];
  return [
    {
      name: "save-answer",
      value,
      unit: "requests/s",
      baseline: Math.round(baseline),
      ratio: value / baseline,
      target: "ratio at least 0.6",
      note: `64 connections, ${sittings.length} sittings, durable database, 5 rounds of ${seconds} s each`,
    },
  ];
}

async function begin({ db, departmentId, scope, lead }: BenchInstallation) {
  const { classId } = await db.selectFrom("enrolment").select("classId").executeTakeFirstOrThrow();
  const enrolments = await db.selectFrom("enrolment").select("studentId").where("classId", "=", classId).execute();
  const sittings: { id: string; token: string }[] = [];
  for (let n = 0; n < 10; n++) {
    const quiz = await composeQuiz(lead, { params: { classId }, body: { count: 3 } });
    const { id: releaseId } = await releaseQuiz(lead, {
      params: { quizId: quiz.id },
      body: {
        version: quiz.version,
        rules: presets.weeklyReview,
        targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
      },
    });
    for (const { studentId } of enrolments) {
      const { sitting, token } = await beginSitting(scope({ kind: "student", departmentId, studentId }), {
        params: { releaseId },
      });
      sittings.push({ id: sitting.id, token });
    }
  }
  return sittings;
}

async function listen(app: express.Express): Promise<{ server: Server; url: string }> {
  const server = app.listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  return { server, url: `http://127.0.0.1:${(server.address() as AddressInfo).port}` };
}

async function load(
  url: string,
  next: (i: number) => { path: string; authorization: string; body: string },
): Promise<number> {
  let i = 0;
  const result = await autocannon({
    url,
    connections: 64,
    duration: seconds,
    requests: [
      {
        method: "POST",
        setupRequest: (request) => {
          const { path, authorization, body } = next(i++);
          return { ...request, path, body, headers: { "content-type": "application/json", authorization } };
        },
      },
    ],
  });
  if (result.non2xx > 0 || result.errors > 0)
    throw new Error(`${result.non2xx} answers were refused, ${result.errors} failed`);
  return result.requests.average;
}
