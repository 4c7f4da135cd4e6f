import type { FetchArgs, FetchBaseQueryError } from "@reduxjs/toolkit/query";
import { expect, test } from "vitest";
import { askAgain, keyOf, type Ask } from "./askAgain.ts";

const busy: FetchBaseQueryError = { status: 503, data: {} };
const unreached: FetchBaseQueryError = { status: "FETCH_ERROR", error: "no network" };
const refused: FetchBaseQueryError = { status: 409, data: {} };

/** A server that answers so, one after the other, and then well; and what it was asked. */
function server(...errors: FetchBaseQueryError[]) {
  const asked: FetchArgs[] = [];
  const waited: number[] = [];
  const ask: Ask = (args) => {
    asked.push(args);
    const error = errors.shift();
    return error ? { error } : { data: "well" };
  };
  const surroundings = {
    wait: (ms: number) => {
      waited.push(ms);
      return Promise.resolve();
    },
    isOnline: () => true,
    chance: () => 0.5,
  };
  const api = { signal: new AbortController().signal } as Parameters<Ask>[1];
  const send = async (args: FetchArgs, more: Partial<typeof surroundings> = {}) =>
    await askAgain(ask, { ...surroundings, ...more })(args, api, {});
  return { send, asked, waited };
}

const create = (body: unknown = { count: 3 }): FetchArgs => {
  const args = { url: "/quizzes", method: "POST", body };
  return { ...args, headers: { "idempotency-key": keyOf(args) } };
};

test("a read, and a create with its one key, are asked again while the server is busy or not reached", async () => {
  const reads = server(busy, unreached, busy);
  expect(await reads.send({ url: "/today", method: "GET" })).toEqual({ data: "well" });
  expect(reads.waited).toEqual([2000, 400, 2000]);
  const creates = server(unreached, busy);
  expect(await creates.send(create())).toEqual({ data: "well" });
  expect(new Set(creates.asked.map((args) => JSON.stringify(args.headers))).size).toBe(1);
});

test("in the end it is said; at once where asking twice could do harm, or the device has no network", async () => {
  const always = server(...Array.from({ length: 9 }, () => unreached));
  expect(await always.send({ url: "/today", method: "GET" })).toEqual({ error: unreached });
  expect(always.asked).toHaveLength(3);
  for (const args of [
    { url: "/session", method: "POST", body: {} },
    { url: "/items/1", method: "PUT", body: {} },
  ]) {
    const once = server(unreached);
    expect(await once.send(args)).toEqual({ error: unreached });
  }
  const offline = server(unreached);
  await offline.send({ url: "/today", method: "GET" }, { isOnline: () => false });
  expect([offline.asked.length, offline.waited]).toEqual([1, []]);
  const refuses = server(refused);
  expect(await refuses.send(create({ count: 4 }))).toEqual({ error: refused });
  expect(refuses.asked).toHaveLength(1);
});

test("a deed that was not answered keeps its key when somebody tries it again; another deed, or the same done again, has its own", async () => {
  const away = server(...Array.from({ length: 3 }, () => unreached));
  const first = create();
  await away.send(first);
  const again = create();
  expect(again.headers).toEqual(first.headers);
  expect(create({ count: 5 }).headers).not.toEqual(first.headers);
  await server().send(again);
  expect(create().headers, "it was answered: this is a new one").not.toEqual(first.headers);
  await server(refused).send(create());
});
