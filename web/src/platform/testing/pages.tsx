/**
 * Renders a part of a page as the staff's pages do: with the store, toasts, theme and router. What the server would answer
 * is given by its endpoint and read by the contract first, so that a test cannot answer what no server does.
 */
import { configureStore } from "@reduxjs/toolkit";
import type { Endpoint, Result } from "@verdant/contract/endpoint";
import type { Problem } from "@verdant/contract/problem";
import { render } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactElement } from "react";
import { Provider } from "react-redux";
import { createMemoryRouter, RouterProvider } from "react-router";
import { vi } from "vitest";
import { classInFocus } from "../classInFocus.ts";
import { api } from "../contractApi.ts";
import { Frame } from "../Frame.tsx";
import { Toasts } from "../../ui/Toasts.tsx";

export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly query: Readonly<Record<string, string>>;
  readonly body: unknown;
}

interface Said {
  readonly status: number;
  readonly data: unknown;
}
type Answering = (asked: Asked) => Said | Promise<Said>;

export interface Stub {
  readonly method: string;
  readonly pattern: RegExp;
  readonly answer: Answering;
}

const patternOf = (path: string) => new RegExp(`^/api${path.replaceAll(/:\w+/g, "[^/]+")}$`);

/** What an endpoint answers, checked against the contract. */
export const answers = <E extends Endpoint>(endpoint: E, answer: Result<E> | ((asked: Asked) => Result<E>)): Stub => ({
  method: endpoint.method,
  pattern: patternOf(endpoint.path),
  answer: (asked) => {
    const said = typeof answer === "function" ? (answer as (asked: Asked) => Result<E>)(asked) : answer;
    return { status: 200, data: endpoint.result.parse(said) };
  },
});

/** The same, but under way until the test lets it arrive. */
export function answersLate<E extends Endpoint>(
  endpoint: E,
  answer: Result<E>,
): Stub & { readonly arrive: () => void } {
  let resolve = (_: Said): void => undefined;
  const promise = new Promise<Said>((done) => {
    resolve = done;
  });
  return {
    method: endpoint.method,
    pattern: patternOf(endpoint.path),
    answer: () => promise,
    arrive: () => {
      resolve({ status: 200, data: endpoint.result.parse(answer) });
    },
  };
}

export const refuses = (endpoint: Endpoint, problem: Pick<Problem, "code"> & Partial<Problem>, status = 422): Stub => ({
  method: endpoint.method,
  pattern: patternOf(endpoint.path),
  answer: () => ({ status, data: { type: "/problems/invalid", title: "", status, terms: {}, ...problem } }),
});

export function renderPage(
  element: ReactElement,
  { stubs = [], path = "/" }: { stubs?: readonly Stub[]; path?: string } = {},
) {
  const asked: Asked[] = [];
  vi.stubGlobal(
    "fetch",
    vi.fn((input: RequestInfo | URL, init?: RequestInit) => answerOf(input, init, stubs, asked)),
  );
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer, classInFocus },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  const router = createMemoryRouter([{ path: "*", element }], { initialEntries: [path] });
  const view = render(
    <Provider store={store}>
      <Frame>
        <Toasts>
          <RouterProvider router={router} />
        </Toasts>
      </Frame>
    </Provider>,
  );
  return { ...view, user: userEvent.setup(), asked, store, at: () => router.state.location };
}

async function answerOf(
  input: RequestInfo | URL,
  init: RequestInit | undefined,
  stubs: readonly Stub[],
  asked: Asked[],
): Promise<Response> {
  const request = input instanceof Request ? input : new Request(new URL(String(input), "http://localhost"), init);
  const url = new URL(request.url);
  const text = await request.text();
  const one: Asked = {
    method: request.method.toLowerCase(),
    path: url.pathname,
    query: Object.fromEntries(url.searchParams),
    body: text === "" ? null : (JSON.parse(text) as unknown),
  };
  asked.push(one);
  const stub = stubs.find(({ method, pattern }) => method === one.method && pattern.test(one.path));
  const { status, data } = (await stub?.answer(one)) ?? {
    status: 404,
    data: { type: "/problems/missing", title: "", status: 404, code: "nothingHere", terms: {} },
  };
  return new Response(JSON.stringify(data), { status, headers: { "content-type": "application/json" } });
}
