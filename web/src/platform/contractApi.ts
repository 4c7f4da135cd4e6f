/** Turns contract endpoints into RTK Query endpoints. */
import type { Call, Endpoint, Result } from "@verdant/contract/endpoint";
import type { Problem } from "@verdant/contract/problem";
import { createApi, fetchBaseQuery, type FetchArgs } from "@reduxjs/toolkit/query/react";
import { askAgain, keyOf, type Ask } from "./askAgain.ts";

// Cookies of the own origin only; the server refuses what comes from elsewhere.
const ask = fetchBaseQuery({ baseUrl: "/api", credentials: "same-origin" });

/** Where too many have tried, the server lets on whoever reckons for a moment; nobody needs to see it. */
const askAndWork: Ask = async (args, ...more) => {
  const answer = await ask(args, ...more);
  const work = (answer.error?.data as Partial<Problem> | undefined)?.work;
  if (work === undefined) return answer;
  const { solve } = await import("./work.ts");
  return ask({ ...args, headers: { ...(args.headers as object), "x-work": await solve(work) } }, ...more);
};

/** What answers are kept of, to be asked for again when it changes. */
export const tagTypes = [
  "Session",
  "Topic",
  "Item",
  "Class",
  "Due",
  "Quiz",
  "Requirements",
  "Release",
  "KeptPart",
  "Waiting",
  "Path",
  "Running",
  "ReflectionForm",
  "Results",
  "Marks",
  "Note",
  "Ruling",
  "Marking",
  "Transfer",
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
  "ClassList",
  "Characteristic",
  "Remedy",
] as const;

export const api = createApi({
  baseQuery: askAgain(askAndWork),
  tagTypes,
  refetchOnFocus: true,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});

/** Where an endpoint is found: of a contract endpoint only this much is needed in the browser. */
export type Route<E extends Endpoint> = Pick<E, "method" | "path" | "access"> & { readonly changesNothing?: true };

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

/** The same for a list that comes page by page: `next` of one page is `after` of the following one. */
export function pages<E extends Endpoint>(route: Route<E>) {
  type Page = Result<E> & { readonly next: string | number | null };
  return {
    infiniteQueryOptions: {
      initialPageParam: undefined as Page["next"] | undefined,
      getNextPageParam: (last: Page) => last.next ?? undefined,
    },
    query: ({ queryArg, pageParam }: { queryArg: object; pageParam: Page["next"] | undefined }): FetchArgs =>
      requestOf(route, { query: { ...queryArg, after: pageParam ?? undefined } }),
    transformResponse: (answer: Page): Page => answer,
  };
}

interface AnyCall {
  readonly params?: object;
  readonly query?: object;
  readonly body?: unknown;
}

/** The callers whose creates the server knows by their key. */
const known = new Set<Endpoint["access"]>(["account", "member", "lead", "student"]);

/** The request of a call; creates carry a key, so that one that is sent twice happens once. */
export function requestOf(route: Route<Endpoint>, call: AnyCall): FetchArgs {
  const values = (call.params ?? {}) as Record<string, unknown>;
  const url = route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(values[name])));
  const search = searchOf(call.query ?? {});
  const args = {
    url: search ? `${url}?${search}` : url,
    method: route.method.toUpperCase(),
    ...(call.body !== undefined && { body: call.body }),
  };
  const isKeyed = route.method === "post" && known.has(route.access) && route.changesNothing !== true;
  return isKeyed ? { ...args, headers: { "idempotency-key": keyOf(args) } } : args;
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
