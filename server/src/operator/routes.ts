/** A server of its own for whoever runs the installation: it listens on the machine itself only, and asks nobody who they are. */
import express, { type Express } from "express";
import helmet from "helmet";
import { answerErrors } from "../platform/mount.ts";
import { version } from "../platform/config.ts";
import { poolState } from "../platform/database.ts";
import type { Metrics, Observed } from "../platform/metrics.ts";
import { mustComeFromHere } from "../platform/origin.ts";
import { operatorPage } from "./page.ts";

export function createOperatorApp({ db, threads, jobs, countRunningSittings }: Observed, metrics: Metrics): Express {
  const app = express();
  app.disable("x-powered-by");
  app.use(helmet({ strictTransportSecurity: false }));
  // A page of somebody else's, opened in a browser on this machine, reaches this address, too.
  app.use(mustComeFromHere);
  app.use((req, res, next) => {
    if (/^(127\.0\.0\.1|\[::1\]|localhost)(:\d+)?$/.test(req.get("host") ?? "")) next();
    else res.status(421).type("text").send("Ask for this by the address of the machine itself.");
  });
  app.get("/metrics", async (_req, res) => {
    res.type(metrics.contentType).send(await metrics.text());
  });
  app.get("/", async (_req, res) => {
    const [queues, failed, runningSittings] = [await jobs.states(), await jobs.failed(), await countRunningSittings()];
    res.send(operatorPage({ version, pool: poolState(db), lanes: threads.state(), queues, failed, runningSittings }));
  });
  app.post("/jobs/:queue/:id/again", async (req, res) => {
    await jobs.tryAgain(req.params.queue, req.params.id);
    res.redirect(303, "/");
  });
  app.use(answerErrors(() => undefined));
  return app;
}
