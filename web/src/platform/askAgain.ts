/** Asks again by itself where that does no harm: while the server is busy, or for a moment not to be reached. */
import type { BaseQueryFn, FetchArgs, FetchBaseQueryError, FetchBaseQueryMeta } from "@reduxjs/toolkit/query";

export type Ask = BaseQueryFn<FetchArgs, unknown, FetchBaseQueryError, object, FetchBaseQueryMeta>;

export interface Surroundings {
  readonly wait: (ms: number) => Promise<void>;
  /** False when the device knows that it has no network: then somebody is told at once. */
  readonly isOnline: () => boolean;
  /** In [0, 1): so that thirty who were told to come again do not all come at once. */
  readonly chance: () => number;
}

const browser: Surroundings = {
  wait: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
  isOnline: () => navigator.onLine,
  chance: Math.random,
};

/** Milliseconds before each further try. */
const waits = { busy: [2000, 2000, 3000, 4000], unreached: [400, 1200] };

type Outcome = "answered" | "busy" | "unreached";

const outcomeOf = (error: FetchBaseQueryError | undefined): Outcome =>
  error?.status === 503
    ? "busy"
    : error?.status === "FETCH_ERROR" || error?.status === "TIMEOUT_ERROR"
      ? "unreached"
      : "answered";

/** What reads may be asked twice; a create as well, since its key says that it is the same. */
const mayComeTwice = ({ method = "GET", headers }: FetchArgs) =>
  method === "GET" || (headers !== undefined && "idempotency-key" in headers);

export const askAgain =
  (ask: Ask, { wait, isOnline, chance }: Surroundings = browser): Ask =>
  async (args, api, more) => {
    const tries: Record<Exclude<Outcome, "answered">, number> = { busy: 0, unreached: 0 };
    for (;;) {
      const answer = await ask(args, api, more);
      const outcome = outcomeOf(answer.error);
      if (outcome === "answered") {
        forget(args);
        return answer;
      }
      const ms = waits[outcome][tries[outcome]++];
      if (ms === undefined || !mayComeTwice(args) || !isOnline() || api.signal.aborted) return answer;
      await wait(ms * (0.75 + chance() / 2));
    }
  };

/** Keys of deeds of which nobody knows yet whether they happened, by what they are. */
const open = new Map<string, string>();

const deedOf = ({ method, url, body }: FetchArgs) => `${method ?? ""} ${url} ${JSON.stringify(body)}`;

/** The key of a deed: the same as before where the same was sent and not answered, so that it happens once. */
export function keyOf(deed: FetchArgs): string {
  const name = deedOf(deed);
  const key = open.get(name) ?? crypto.randomUUID();
  open.set(name, key);
  return key;
}

function forget(args: FetchArgs): void {
  open.delete(deedOf(args));
}
