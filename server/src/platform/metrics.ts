/** What the operator's instruments read of a process, in Prometheus's text format. No names of people or departments. */
import type { RequestHandler } from "express";
import { collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import { poolState, type Db } from "./database.ts";
import type { Jobs } from "./jobs.ts";
import type { Threads } from "./threads.ts";

export interface Observed {
  readonly db: Db;
  readonly threads: Threads;
  readonly jobs: Jobs;
  readonly countRunningSittings: () => Promise<number>;
}

export interface Metrics {
  /** Times each request to the API by its endpoint, not by its address. */
  readonly time: RequestHandler;
  readonly text: () => Promise<string>;
  readonly contentType: string;
  /** From now on the gauges look at these. */
  observe(parts: Observed): void;
}

export function createMetrics(): Metrics {
  const measures = new Registry();
  collectDefaultMetrics({ register: measures });
  const seconds = new Histogram({
    name: "http_request_seconds",
    help: "Time until a request to the API was answered",
    labelNames: ["method", "route", "status"],
    buckets: [0.005, 0.01, 0.025, 0.06, 0.15, 0.4, 1, 2.5, 10],
    registers: [measures],
  });
  return {
    time: (req, res, next) => {
      const end = seconds.startTimer();
      res.once("finish", () => {
        // How long somebody watched is no time to answer.
        if (String(res.getHeader("content-type")).startsWith("text/event-stream")) return;
        // Only what a router matched has a route; everything else is one line.
        const route = (req.route as { path?: string } | undefined)?.path ?? "none";
        end({ method: req.method, route, status: res.statusCode });
      });
      next();
    },
    text: () => measures.metrics(),
    contentType: measures.contentType,
    observe: (parts) => {
      for (const make of gauges(parts)) make(measures);
    },
  };
}

function gauges({ db, threads, jobs, countRunningSittings }: Observed): ((registry: Registry) => void)[] {
  const gauge =
    (name: string, help: string, labelNames: string[], collect: (set: Gauge["set"]) => void | Promise<void>) =>
    (registry: Registry) => {
      const made: Gauge = new Gauge({
        name,
        help,
        labelNames,
        registers: [registry],
        collect: () => collect(made.set.bind(made)),
      });
    };
  return [
    gauge("database_connections", "Connections of this process", ["state"], (set) => {
      const { inUse, open, most } = poolState(db);
      set({ state: "in use" }, inUse);
      set({ state: "open" }, open);
      set({ state: "most" }, most);
    }),
    gauge("database_waiting", "Requests that wait for a connection", [], (set) => {
      set(poolState(db).waiting);
    }),
    gauge("thread_tasks", "Tasks for threads: waiting now, and done since the start", ["lane", "state"], (set) => {
      for (const { lane, waiting, done } of threads.state()) {
        set({ lane, state: "waiting" }, waiting);
        set({ lane, state: "done" }, done);
      }
    }),
    gauge("jobs", "Jobs of the installation", ["queue", "state"], async (set) => {
      for (const { name: queue, waiting, running, again, failed } of await jobs.states()) {
        set({ queue, state: "waiting" }, waiting);
        set({ queue, state: "running" }, running);
        set({ queue, state: "again" }, again);
        set({ queue, state: "failed" }, failed);
      }
    }),
    gauge("sittings_running", "Sittings of the installation that students have open", [], async (set) => {
      set(await countRunningSittings());
    }),
  ];
}
