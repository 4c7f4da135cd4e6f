/** Turns contract endpoints into RTK Query endpoints. */
import type { Call, Endpoint, Result } from "@verdant/contract/endpoint";
import type { Problem } from "@verdant/contract/problem";
import { createApi, fetchBaseQuery, type BaseQueryFn, type FetchArgs } from "@reduxjs/toolkit/query/react";

type Fetch = ReturnType<typeof fetchBaseQuery>;

// Cookies of the own origin only; the server refuses what comes from elsewhere.
const ask = fetchBaseQuery({ baseUrl: "/api", credentials: "same-origin" });

/** Where too many have tried, the server lets on whoever reckons for a moment; nobody needs to see it. */
const askAndWork: BaseQueryFn<FetchArgs, unknown, Exclude<Awaited<ReturnType<Fetch>>["error"], undefined>> = async (
  args,
  ...more
) => {
  const answer = await ask(args, ...more);
  const work = (answer.error?.data as Partial<Problem> | undefined)?.work;
  if (work === undefined) return answer;
  const { solve } = await import("./work.ts");
  return ask({ ...args, headers: { ...(args.headers as object), "x-work": await solve(work) } }, ...more);
};

export const api = createApi({
  baseQuery: askAndWork,
  tagTypes: [
    "Session",
    "Topic",
    "Item",
    "Class",
    "Due",
    "Quiz",
    "Release",
    "Results",
    "Ruling",
    "Marking",
    "Now",
    "Misconception",
    "Mapping",
    "Many",
    "Stimulus",
    "Media",
    "Review",
    "Comment",
    "Goal",
    "Word",
    "OptionSet",
    "Tray",
    "Standard",
    "Course",
    "View",
    "Member",
    "OwnSession",
  ],
  refetchOnFocus: true,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});

/** Where an endpoint is found: of a contract endpoint only this much is needed in the browser. */
export type Route<E extends Endpoint> = Pick<E, "method" | "path">;

/**
 * The `query` and result type of an RTK Query endpoint; spread it beside the cache tags:
 * `build.query({ ...calls<typeof listItems>(listItems), providesTags: ["Item"] })`.
 */
export function calls<E extends Endpoint>(route: Route<E>) {
  return {
    query: (call: Call<E>): FetchArgs => requestOf(route, call ?? {}),
    transformResponse: (answer: Result<E>): Result<E> => answer,
  };
}

interface AnyCall {
  readonly params?: object;
  readonly query?: object;
  readonly body?: unknown;
}

/** The request of a call; creates carry a key, so that one that is sent twice happens once. */
export function requestOf(route: Pick<Endpoint, "method" | "path">, call: AnyCall): FetchArgs {
  const values = (call.params ?? {}) as Record<string, unknown>;
  const url = route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(values[name])));
  const search = searchOf(call.query ?? {});
  return {
    url: search ? `${url}?${search}` : url,
    method: route.method.toUpperCase(),
    ...(route.method === "post" && { headers: { "idempotency-key": crypto.randomUUID() } }),
    ...(call.body !== undefined && { body: call.body }),
  };
}

type Plain = string | number | boolean | undefined;

/** Lists become repeated keys; undefined values are left out. */
function searchOf(query: object): string {
  const search = new URLSearchParams();
  for (const [key, value] of Object.entries(query) as [string, Plain | Plain[]][]) {
    for (const one of Array.isArray(value) ? value : [value]) if (one !== undefined) search.append(key, String(one));
  }
  return search.toString();
}
