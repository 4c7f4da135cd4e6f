/** Starts one server process: migrate, warm up, serve; stops gracefully. */
import { createServer, type Server } from "node:http";
import { randomFrom } from "@verdant/core/random";
import { createApp } from "./app.ts";
import { madeUpBank } from "./assembly/composeTask.ts";
import { sealPlainCards } from "./courses/sealCards.ts";
import { compose } from "./assembly/tasks.ts";
import { closing } from "./delivery/closing.ts";
import { goChanges } from "./delivery/goChanges.ts";
import { liveStreams } from "./delivery/liveStreams.ts";
import { countRunningSittings } from "./delivery/service.ts";
import { transfers } from "./exchange/transferJob.ts";
import { putAwayTransfers } from "./exchange/service.ts";
import { calibrations } from "./insight/calibrationJob.ts";
import { figures } from "./insight/figuresJob.ts";
import { memories } from "./plan/memoryJob.ts";
import { createOperatorApp } from "./operator/routes.ts";
import { Caches } from "./platform/caches.ts";
import { deleteExpiredAccess } from "./team/accountStore.ts";
import { classListErrands } from "./classLists/errands.ts";
import { putAwayClassLists } from "./classLists/service.ts";
import { readConfig } from "./platform/config.ts";
import { connect, migrate } from "./platform/database.ts";
import { startDemoClock } from "./platform/demoClock.ts";
import { startJobs, type Chore } from "./platform/jobs.ts";
import { deleteExpiredRequests } from "./platform/expired.ts";
import { keyIn, mustFit } from "./platform/key.ts";
import { createLog } from "./platform/log.ts";
import { createMetrics } from "./platform/metrics.ts";
import type { Installation, Nobody, Scope } from "./platform/scope.ts";
import { createSignals } from "./platform/signals.ts";
import { startThreads } from "./platform/threads.ts";

/** Connections of their own for jobs and for whoever asks whether the process serves. */
const backgroundPool = 4;

const chores: Chore[] = [
  {
    name: "put-away",
    cron: "*/10 * * * *",
    work: async ({ db, now }) => {
      await deleteExpiredRequests(db, now());
      await deleteExpiredAccess(db, now());
      await putAwayTransfers(db, now());
      await putAwayClassLists(db, now());
    },
  },
];

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const log = createLog(config.logLevel);
  const migration = await migrateFirst(config.directUrl);
  const { isPooled } = config;
  const db = connect(config.databaseUrl, config.poolSize, { isPooled });
  const background = connect(config.databaseUrl, backgroundPool, { isPooled });
  const secret = keyIn(config.keyFile);
  await mustFit(db, secret);
  await sealPlainCards(db, secret);
  const threads = startThreads();
  const signals = createSignals(config.directUrl, background);
  const { isDemo, maySignUp, schoolServices } = config;
  const demoClock = isDemo ? await startDemoClock(background, config.demoBegin) : undefined;
  const now = demoClock?.now ?? (() => new Date());
  const { version } = config;
  const installation: Installation = {
    version,
    isDemo,
    maySignUp,
    schoolServices,
    threads,
    caches: new Caches(db),
    background,
    signals,
    secret,
    ...(demoClock && { demoClock }),
  };
  const metrics = createMetrics();
  const app = createApp({ config, db, installation, log, now, metrics });
  const ofServer: Scope<Nobody> = {
    version,
    isDemo,
    maySignUp,
    schoolServices,
    secret,
    db: background,
    log,
    now,
    caller: { kind: "nobody" },
    address: "",
    keepSession: () => undefined,
    deviceMarks: [],
    keepMark: () => undefined,
  };
  const jobs = await startJobs({
    databaseUrl: config.databaseUrl,
    scope: ofServer,
    kinds: [
      closing({ signals }),
      memories,
      figures,
      calibrations(threads),
      transfers,
      classListErrands(schoolServices),
    ],
    chores,
  });
  const observed = { db, threads, jobs, countRunningSittings: () => countRunningSittings(background) };
  metrics.observe(observed);

  const server = await listen(createServer(app), config.port, config.host);
  const operator =
    config.operatorPort === undefined
      ? null
      : await listen(createServer(createOperatorApp(observed, metrics)), config.operatorPort, "127.0.0.1");
  log.info({ port: config.port, migration }, "serving");
  void threads.warm(compose, madeUpBank(400, 12, randomFrom("warm"))).catch((error: unknown) => {
    log.warn({ err: error }, "the threads could not be warmed up");
  });

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    log.info("stopping: requests that are running are answered first");
    installation.caches.of(liveStreams).stop();
    installation.caches.of(goChanges).stop();
    const closed = new Promise((resolve) => server.close(resolve));
    server.closeIdleConnections();
    operator?.closeAllConnections();
    operator?.close();
    const giveUp = setTimeout(() => {
      server.closeAllConnections();
    }, 10_000);
    demoClock?.stop();
    await jobs.stop();
    await closed;
    clearTimeout(giveUp);
    await threads.stop();
    await signals.stop();
    await Promise.all([db.destroy(), background.destroy()]);
    process.exit(0);
  };
  process.on("SIGTERM", () => void stop());
  process.on("SIGINT", () => void stop());
  // Started by a script: when that is killed, this process goes too instead of keeping the port.
  process.once("disconnect", () => void stop());
}

/** On connections of its own, past any pooler: a migration takes the time it takes, and locks by session. */
async function migrateFirst(databaseUrl: string): Promise<string> {
  const db = connect(databaseUrl, 2, { statementMs: 0 });
  try {
    return await migrate(db);
  } finally {
    await db.destroy();
  }
}

function listen(server: Server, port: number, host: string): Promise<Server> {
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, () => {
      resolve(server);
    });
  });
}

start().catch((error: unknown) => {
  const code = (error as { code?: string } | null)?.code;
  if (code === "EADDRINUSE")
    console.error(`Port ${process.env["PORT"] ?? "4400"} is taken by another program. Set PORT to another.`);
  else console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
