/** Starts one server process: migrate, warm up, serve; stops gracefully. */
import { createServer } from "node:http";
import { randomFrom } from "@verdant/core/random";
import { createApp } from "./app.ts";
import { madeUpBank } from "./assembly/composeTask.ts";
import { BankIndexes } from "./bank/bankIndex.ts";
import { sealPlainCards } from "./courses/sealCards.ts";
import { closeOverdue } from "./delivery/closeOverdue.ts";
import { refreshItemStats } from "./insight/itemStats.ts";
import { deleteExpiredAccess } from "./team/accountStore.ts";
import { readConfig } from "./platform/config.ts";
import { connect, migrate } from "./platform/database.ts";
import { startJobs } from "./platform/jobs/jobs.ts";
import { deleteExpiredRequests } from "./platform/expired.ts";
import { keyIn, mustFit } from "./platform/key.ts";
import { createLog } from "./platform/log.ts";
import { startPolling } from "./platform/poller.ts";
import type { Installation, Nobody, OpenScope } from "./platform/scope.ts";

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const log = createLog(config.logLevel);
  const db = connect(config.databaseUrl, config.poolSize);
  const migration = await migrate(db);
  const secret = keyIn(config.keyFile);
  await mustFit(db, secret);
  await sealPlainCards(db, secret);
  const jobs = startJobs();
  const installation: Installation = {
    isDemo: config.isDemo,
    maySignUp: config.maySignUp,
    jobs,
    bank: new BankIndexes(db),
    secret,
  };
  const now = config.clock;
  const app = createApp({ config, db, installation, log, now });

  const server = createServer(app);
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(config.port, config.host, resolve);
  });
  log.info({ port: config.port, migration }, "serving");
  const caller: Nobody = { kind: "nobody" };
  const ofServer = (): OpenScope => ({
    ...installation,
    db,
    log,
    now,
    caller,
    address: "",
    keepSession: () => undefined,
    deviceMarks: [],
    keepMark: () => undefined,
  });
  const rounds = [
    startPolling(ofServer, 5000, "closing overdue sittings", closeOverdue),
    startPolling(ofServer, 5000, "refreshing the figures of items", refreshItemStats),
    startPolling(ofServer, 600_000, "putting away what has run out", async ({ db, now }) => {
      await deleteExpiredRequests(db, now());
      await deleteExpiredAccess(db, now());
    }),
  ];
  void jobs.warm(madeUpBank(400, 12, randomFrom("warm"))).catch((error: unknown) => {
    log.warn({ err: error }, "the worker could not be warmed up");
  });

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    log.info("stopping: requests that are running are answered first");
    const closed = new Promise((resolve) => server.close(resolve));
    server.closeIdleConnections();
    const giveUp = setTimeout(() => {
      server.closeAllConnections();
    }, 10_000);
    for (const one of rounds) await one.stop();
    await closed;
    clearTimeout(giveUp);
    await jobs.stop();
    await db.destroy();
    process.exit(0);
  };
  process.on("SIGTERM", () => void stop());
  process.on("SIGINT", () => void stop());
  // Started by a script: when that is killed, this process goes too instead of keeping the port.
  process.once("disconnect", () => void stop());
}

start().catch((error: unknown) => {
  const code = (error as { code?: string } | null)?.code;
  if (code === "EADDRINUSE")
    console.error(`Port ${process.env["PORT"] ?? "4400"} is taken by another program. Set PORT to another.`);
  else console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
