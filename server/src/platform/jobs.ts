/**
 * What is to be done without anybody asking for it, in a queue in the database: any process does it, one that dies gives it
 * back, what fails is tried again after longer and longer, and what cannot be done stops nothing else.
 */
import { setTimeout } from "node:timers/promises";
import PgBoss from "pg-boss";
import { isOverloaded, isUnreachable } from "./database.ts";
import * as store from "./jobStore.ts";
import type { FailedJob, QueueState } from "./jobStore.ts";
import { startPolling } from "./poller.ts";
import { atomically, type Nobody, type Scope } from "./scope.ts";

/** One thing to do: of a department, and of what in it. */
export interface Job {
  readonly departmentId: string;
  /** What it is about: an id, or the department's own. */
  readonly subject: string;
}

export interface JobKind {
  /** The name of its queue. */
  readonly name: string;
  /** What is to be done now, besides what is asked for already (by subject); never more than a few hundred. */
  readonly due: (scope: Scope<Nobody>, besides: readonly string[]) => Promise<readonly Job[]>;
  /** Does it; does nothing where it is done already. What belongs together is one transaction. */
  readonly work: (scope: Scope<Nobody>, job: Job) => Promise<void>;
  /** After how long it counts as given up by a process that has died; two minutes where nothing is said. */
  readonly mostSeconds?: number;
}

/** Done every so often, by one of the processes. */
export interface Chore {
  readonly name: string;
  /** When, as minute, hour, day of the month, month and weekday. */
  readonly cron: string;
  readonly work: (scope: Scope<Nobody>) => Promise<void>;
}

export type { FailedJob, QueueState };

export interface Jobs {
  /** Looks now for what is due, as is done every few seconds. */
  look(): Promise<void>;
  states(): Promise<QueueState[]>;
  /** What failed the last time it was tried, the newest first, at most a hundred. */
  failed(): Promise<FailedJob[]>;
  tryAgain(queue: string, id: string): Promise<void>;
  stop(): Promise<void>;
}

const lookEveryMs = 5000;
const atOnce = 50;
/** Five tries after about 10, 20, 40, 80 and 160 seconds; then an hour's rest, or somebody who asks. */
const retry = { retryLimit: 5, retryDelay: 10, retryBackoff: true, expireInSeconds: 120 };

/** Other processes work meanwhile, or make theirs: who loses to them (a deadlock, a time-out) tries again. */
async function makeQueue(boss: PgBoss, name: string): Promise<void> {
  for (let tries = 1; ; tries++) {
    try {
      await boss.createQueue(name, { name, ...retry });
      return;
    } catch (error) {
      if (!isOverloaded(error) || tries === 20) throw error;
      await setTimeout(100 + 200 * Math.random());
    }
  }
}

export interface JobsGiven {
  readonly databaseUrl: string;
  readonly scope: Scope<Nobody>;
  readonly kinds: readonly JobKind[];
  readonly chores: readonly Chore[];
}

export async function startJobs({ databaseUrl, scope, kinds, chores }: JobsGiven): Promise<Jobs> {
  const { log, db } = scope;
  const boss = new PgBoss({
    connectionString: databaseUrl,
    application_name: "verdant-loop jobs",
    max: 2,
    maintenanceIntervalSeconds: 30,
    archiveCompletedAfterSeconds: 3600,
    archiveFailedAfterSeconds: 7 * 86_400,
    deleteAfterDays: 7,
  });
  boss.on("error", (error) => {
    if (isUnreachable(error)) log.warn("the queue waits for the database");
    else log.error({ err: error }, "the queue of jobs");
  });
  await boss.start();

  /** Does a batch, each by itself: what fails is told to the queue, and the others are done. */
  async function doAll(name: string, jobs: readonly PgBoss.Job[], work: (data: Job) => Promise<void>): Promise<void> {
    for (const { id, data } of jobs) {
      const begun = performance.now();
      const line = { job: name, id, ...data };
      try {
        await work(data as Job);
        log.info({ ...line, ms: Math.round(performance.now() - begun) }, "job done");
      } catch (error) {
        log.error({ ...line, err: error }, "job failed");
        await boss.fail(name, id, { reason: error instanceof Error ? error.message : "unknown" });
      }
    }
  }

  // All before any work is done: a queue is a part of a table, and making one waits for who works on another.
  for (const { name } of [...kinds, ...chores]) await makeQueue(boss, name);
  for (const { name, work } of kinds) {
    await boss.work<Job>(name, { batchSize: atOnce, pollingIntervalSeconds: 1 }, (jobs) =>
      doAll(name, jobs, (job) => work(scope, job)),
    );
  }
  for (const { name, cron, work } of chores) {
    await boss.schedule(name, cron);
    await boss.work<Job>(name, { pollingIntervalSeconds: 10 }, (jobs) => doAll(name, jobs, () => work(scope)));
  }

  /** One process at a time looks; what it finds is asked for in the same transaction. */
  async function look(kind: JobKind): Promise<void> {
    await atomically(scope, async (within) => {
      if (!(await store.tryLock(within.db, `looking for ${kind.name}`))) return;
      const asked = await store.listAsked(within.db, kind.name);
      const due = await kind.due(within, asked);
      if (due.length === 0) return;
      await boss.insert(
        due.map((job) => ({
          ...{ name: kind.name, data: job, singletonKey: job.subject, ...retry },
          expireInSeconds: kind.mostSeconds ?? retry.expireInSeconds,
        })),
        { db: store.executorOf(within.db) },
      );
    });
  }
  const lookForAll = async () => {
    for (const kind of kinds) await look(kind);
  };
  const rounds = startPolling(() => scope, lookEveryMs, "looking for what is due", lookForAll);

  return {
    look: lookForAll,
    states: () => store.listStates(db),
    failed: () => store.listFailed(db),
    tryAgain: (queue, id) => boss.retry(queue, id),
    stop: async () => {
      await rounds.stop();
      await boss.stop({ graceful: true, wait: true, timeout: 10_000 });
    },
  };
}
