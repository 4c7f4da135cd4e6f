/** Answers on their way: kept on the device first, delivered when the network is there, thrown away only when the server has them. */
import type { AnswerEvent, saveAnswers, Sitting } from "@verdant/contract/delivery";
import type { Result } from "@verdant/contract/endpoint";
import { openDB, type DBSchema } from "idb";
import { routes } from "./routes.generated.ts";

/** What this device knows of a sitting. The token lies beside the answers, so that on a shared device each reaches its own student. */
export interface Held {
  readonly sittingId: string;
  readonly token: string;
  readonly epoch: number;
  /** The last number given to an event. */
  readonly seq: number;
  /** When the first question showed here, by the server's clock: from then on the clock of timed practice runs. */
  readonly clockFrom?: number | undefined;
  /** The sitting as it was last shown, while it runs, and when by this device: a reload without network goes on with it. */
  readonly shown?: { readonly sitting: Sitting; readonly at: number } | undefined;
}

export type Delivered = Result<typeof saveAnswers>;

interface Store extends DBSchema {
  sittings: { key: string; value: Held };
  events: { key: [string, number, number]; value: AnswerEvent & { sittingId: string; epoch: number } };
}

const database = openDB<Store>("verdant-loop", 1, {
  upgrade: (db) => {
    db.createObjectStore("sittings", { keyPath: "sittingId" });
    db.createObjectStore("events", { keyPath: ["sittingId", "epoch", "seq"] });
  },
});

export async function findHeld(sittingId: string): Promise<Held | undefined> {
  return (await database).get("sittings", sittingId);
}

/** Remembers a sitting that this device has begun or taken over; numbers start again with each epoch. */
export async function hold(sittingId: string, token: string, epoch: number): Promise<void> {
  const known = await findHeld(sittingId);
  await (
    await database
  ).put("sittings", {
    ...{ sittingId, token, epoch, seq: known?.epoch === epoch ? known.seq : 0 },
    ...(known?.clockFrom !== undefined && { clockFrom: known.clockFrom }),
  });
}

/** Remembers when the clock began here: a reload does not begin it again. Returns when it did. */
export async function keepClock(sittingId: string, from: number): Promise<number> {
  const store = (await database).transaction("sittings", "readwrite").objectStore("sittings");
  const held = await store.get(sittingId);
  const clockFrom = held?.clockFrom ?? from;
  if (held) await store.put({ ...held, clockFrom });
  return clockFrom;
}

/** Keeps what is shown; null, once the sitting is over: nothing of it stays readable on a shared device. */
export async function keepShown(sittingId: string, sitting: Sitting | null): Promise<void> {
  const store = (await database).transaction("sittings", "readwrite").objectStore("sittings");
  const held = await store.get(sittingId);
  if (held) await store.put({ ...held, shown: sitting ? { sitting, at: Date.now() } : undefined });
}

/** Puts one answer into the queue; resolved once it is safe on this device. */
export async function enqueue(sittingId: string, event: Omit<AnswerEvent, "seq">): Promise<void> {
  const transaction = (await database).transaction(["sittings", "events"], "readwrite");
  const held = await transaction.objectStore("sittings").get(sittingId);
  if (held) {
    const seq = held.seq + 1;
    await transaction.objectStore("sittings").put({ ...held, seq });
    await transaction.objectStore("events").put({ ...event, sittingId, epoch: held.epoch, seq });
  }
  await transaction.done;
}

/** The answers of a sitting that the server may not have yet, oldest first. */
export async function listWaiting(sittingId: string) {
  return (await database).getAll(
    "events",
    IDBKeyRange.bound([sittingId, 0, 0], [sittingId, Number.MAX_SAFE_INTEGER, 0]),
  );
}

/** Sittings with answers that wait, of whichever student. */
export async function listSittingsWaiting(): Promise<string[]> {
  const keys = await (await database).getAllKeys("events");
  return [...new Set(keys.map(([sittingId]) => sittingId))];
}

export interface Delivery {
  readonly answer: Delivered;
  /** Answers that the server cannot read, as after an update of it: they stay on this device. */
  readonly refused: number;
}

/**
 * Delivers what waits of one sitting, with the positions that were shown. Undefined when the server was not reached:
 * then everything stays in the queue. An answer that the server knows already is told apart by its number. One that it
 * cannot read holds none of the others up.
 */
export async function deliver(sittingId: string, shown: readonly number[]): Promise<Delivery | undefined> {
  const held = await findHeld(sittingId);
  if (!held) return undefined;
  const waiting = await listWaiting(sittingId);
  const epochs = [...new Set(waiting.map((event) => event.epoch))];
  let [last, refused]: [Delivered | undefined, number] = [undefined, 0];
  for (const epoch of epochs.length > 0 ? epochs : [held.epoch]) {
    const ofEpoch = waiting.filter((event) => event.epoch === epoch);
    const batch = ofEpoch.slice(0, 200);
    const queuedTo = Math.max(epoch === held.epoch ? held.seq : 0, ...ofEpoch.map((event) => event.seq));
    const whole = await send(held, epoch, batch, shown, queuedTo);
    const parts = whole === "refused" && batch.length > 0 ? [[], ...batch.map((event) => [event])] : [batch];
    for (const events of parts) {
      const answer = parts.length === 1 ? whole : await send(held, epoch, events, shown, queuedTo);
      if (answer === "unreached") return undefined;
      if (answer === "refused") {
        refused += events.length;
        continue;
      }
      last = answer;
      const db = await database;
      for (const event of events) await db.delete("events", [sittingId, epoch, event.seq]);
    }
  }
  return last && { answer: last, refused };
}

async function send(
  held: Held,
  epoch: number,
  events: readonly AnswerEvent[],
  shown: readonly number[],
  /** So the server knows which answers were given by now, whenever they arrive. */
  queuedTo: number,
): Promise<Delivered | "unreached" | "refused"> {
  const { method, path } = routes.saveAnswers;
  const body = {
    epoch,
    shown,
    queuedTo,
    events: events.map(({ seq, position, answer, revisit, spentMs, clientMs }) => ({
      seq,
      position,
      answer,
      revisit,
      spentMs,
      clientMs,
    })),
  };
  try {
    const answer = await fetch(`/api${path.replace(":sittingId", held.sittingId)}`, {
      method: method.toUpperCase(),
      headers: { "content-type": "application/json", authorization: `Sitting ${held.token}` },
      body: JSON.stringify(body),
    });
    if (answer.ok) return (await answer.json()) as Delivered;
    return [400, 413, 422].includes(answer.status) ? "refused" : "unreached";
  } catch {
    return "unreached";
  }
}

/** Asks the server something in the name of a sitting. Null: not reached; otherwise the response. */
export async function askAsSitting(
  held: Held,
  route: { readonly method: string; readonly path: string },
  body?: unknown,
): Promise<Response | null> {
  try {
    return await fetch(`/api${route.path.replace(":sittingId", held.sittingId)}`, {
      method: route.method.toUpperCase(),
      headers: {
        authorization: `Sitting ${held.token}`,
        ...(body !== undefined && { "content-type": "application/json" }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
  } catch {
    return null;
  }
}

/** Milliseconds after which a server that has too much to do is asked again; so that not all come back at once, give or take a quarter. */
const untilAskedAgain = [2000, 4000, 8000];

/**
 * The same, asked again while the server says that it has too much to do, as it may when a whole class hands in at once.
 * Only for what may happen twice.
 */
export async function askWhileBusy(
  held: Held,
  route: { readonly method: string; readonly path: string },
  wait: (ms: number) => Promise<void> = (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
): Promise<Response | null> {
  for (const ms of untilAskedAgain) {
    const answer = await askAsSitting(held, route);
    if (answer?.status !== 503) return answer;
    await wait(ms * (0.75 + Math.random() / 2));
  }
  return askAsSitting(held, route);
}
