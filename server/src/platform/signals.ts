/**
 * "Something about this has changed", told from any process of an installation to all of them. PostgreSQL carries it; each
 * process listens on one connection of its own, from the first time that it wants to hear anything.
 *
 * A signal says that there is something to read, and at most where, never what: one that is lost costs time and no truth,
 * since whoever waits for one looks at everything now and then anyway. It is told after the deed, in a statement of its own: a NOTIFY inside the deed's
 * transaction would make all commits of the installation wait for one another.
 */
import { sql } from "kysely";
import pg from "pg";
import type { Db } from "./database.ts";

const channel = "verdant_changed";
/** Milliseconds in which what is told is gathered. */
const gatherMs = 100;
/** Ids in one message: PostgreSQL takes 8,000 bytes. */
const mostInOne = 100;
const againMs = 1000;

export type Hear = (about: string | null) => void;

export interface Signals {
  /** Returns at once; all that is told within a tenth of a second goes together. */
  readonly tell: (id: string, about?: string) => void;
  /**
   * Calls `hear` when `id` was told anywhere, with what it was told about, an id too; with null where all of it may have
   * changed, also when signals may have been missed. Returns how to stop that.
   */
  readonly on: (id: string, hear: Hear) => () => void;
  readonly stop: () => Promise<void>;
}

/**
 * @param directUrl the database past any pooler: what listens needs a connection of its own
 * @param db what tells; a pooler may be before it
 */
export function createSignals(directUrl: string, db: Db): Signals {
  const heard = new Map<string, Set<Hear>>();
  let toTell = new Set<string>();
  let timer: NodeJS.Timeout | undefined;
  let client: pg.Client | undefined;
  let retry: NodeJS.Timeout | undefined;
  let isStopped = false;

  const send = async () => {
    timer = undefined;
    const ids = [...toTell];
    toTell = new Set();
    for (let from = 0; from < ids.length; from += mostInOne) {
      const payload = ids.slice(from, from + mostInOne).join(" ");
      // A database that is away has nothing to tell either; who listens looks again by themselves.
      // Nothing that has to be on a disk: waiting for one would hold up the answers that do.
      await sql`select set_config('synchronous_commit', 'off', true), pg_notify(${channel}, ${payload})`
        .execute(db)
        .catch(() => undefined);
    }
  };

  const listen = () => {
    if (client !== undefined || isStopped) return;
    const mine = new pg.Client({
      connectionString: directUrl,
      keepAlive: true,
      application_name: "verdant-loop signals",
    });
    client = mine;
    const again = () => {
      if (client !== mine) return;
      client = undefined;
      void mine.end().catch(() => undefined);
      if (isStopped || heard.size === 0) return;
      retry = setTimeout(listen, againMs);
      retry.unref();
    };
    mine.on("error", again);
    mine.on("end", again);
    mine.on("notification", ({ payload = "" }) => {
      for (const told of payload.split(" ")) {
        const [id = "", about] = told.split("/");
        for (const hear of heard.get(id) ?? []) hear(about ?? null);
      }
    });
    mine
      .connect()
      .then(() => mine.query(`listen ${channel}`))
      .then(() => {
        // What was told while nobody listened.
        for (const all of heard.values()) for (const hear of all) hear(null);
      })
      .catch(again);
  };

  return {
    tell: (id, about) => {
      if (isStopped) return;
      toTell.add(about === undefined ? id : `${id}/${about}`);
      timer ??= setTimeout(() => void send(), gatherMs).unref();
    },
    on: (id, hear) => {
      heard.set(id, (heard.get(id) ?? new Set()).add(hear));
      listen();
      return () => {
        const left = heard.get(id);
        left?.delete(hear);
        if (left?.size === 0) heard.delete(id);
      };
    },
    stop: async () => {
      isStopped = true;
      clearTimeout(timer);
      clearTimeout(retry);
      heard.clear();
      const mine = client;
      client = undefined;
      await mine?.end().catch(() => undefined);
    },
  };
}
