/**
 * Speaks with a school's system as the open roster standard has it (OneRoster 1.2, REST binding; OAuth 2 client credentials,
 * RFC 6749 4.4). What fails for a moment is tried again, after longer and longer; what is refused is not.
 */
import { setTimeout } from "node:timers/promises";
import pRetry, { AbortError } from "p-retry";
import type { SchoolService } from "../platform/config.ts";
import { Failure } from "../platform/failure.ts";

export interface Account {
  readonly clientId: string;
  readonly clientSecret: string;
}

export interface Patience {
  /** Tries after the first one. */
  readonly retries: number;
  readonly firstWaitMs: number;
  readonly answerMs: number;
}
export const usualPatience: Patience = { retries: 5, firstWaitMs: 500, answerMs: 20_000 };

const scopes = [
  "https://purl.imsglobal.org/spec/or/v1p2/scope/roster-core.readonly",
  "https://purl.imsglobal.org/spec/or/v1p2/scope/gradebook.createput",
];
const pageRows = 500;
const mostRows = 100_000;
const mostPages = 20_000;
const answerBytes = 20 * 1024 * 1024;
/** No system is waited for longer than this at once, whatever it asks for. */
const longestWaitMs = 30_000;

/** What a system refuses, as it says so. */
export class Refused extends Error {
  readonly status: number;
  constructor(status: number) {
    super(`refused with ${status}`);
    this.status = status;
  }
}
/** It will answer better a little later. */
class NotNow extends Error {
  readonly status: number | null;
  constructor(status: number | null, cause?: unknown) {
    super(status === null ? "no answer" : `answered ${status}`, { cause });
    this.status = status;
  }
}

export interface SchoolSystem {
  /** All of a collection, page by page. */
  readonly rows: (collection: string) => AsyncGenerator<Readonly<Record<string, unknown>>[]>;
  /** @throws Refused */
  readonly put: (path: string, body: unknown) => Promise<void>;
}

export function schoolSystem(service: SchoolService, account: Account, patience = usualPatience): SchoolSystem {
  let token: string | null = null;

  const failed = (error: unknown): Failure => {
    if (error instanceof Failure) return error;
    const named = { service: service.base };
    if (error instanceof Refused) return new Failure("systemRefused", { ...named, status: error.status });
    const status = error instanceof NotNow ? error.status : null;
    return status === null
      ? new Failure("systemSilent", named, { cause: error })
      : new Failure("systemFails", { ...named, status }, { cause: error });
  };

  /** One answer, with its text read; tried again as long as it may get better. */
  async function answerTo(url: string, init: RequestInit) {
    return pRetry(
      async () => {
        const { response, text } = await once(url, init);
        const { status } = response;
        if (status === 429 || status >= 500) {
          const seconds = Number(response.headers.get("retry-after") ?? 0);
          if (seconds > 0) await setTimeout(Math.min(seconds * 1000, longestWaitMs));
          throw new NotNow(status);
        }
        return { response, text };
      },
      { retries: patience.retries, minTimeout: patience.firstWaitMs, maxTimeout: longestWaitMs, randomize: true },
    );
  }

  async function once(url: string, init: RequestInit) {
    try {
      const signal = AbortSignal.timeout(patience.answerMs);
      // To where it was sent and nowhere else: an answer that leads on could lead into this network.
      const response = await fetch(url, { ...init, redirect: "error", signal });
      return { response, text: await textOf(response) };
    } catch (error) {
      if (error instanceof Failure) throw new AbortError(error);
      throw new NotNow(null, error);
    }
  }

  async function textOf(response: Response): Promise<string> {
    const pieces: Uint8Array[] = [];
    let size = 0;
    for await (const piece of (response.body ?? []) as AsyncIterable<Uint8Array>) {
      size += piece.length;
      if (size > answerBytes) throw new Failure("systemTooMuch", { service: service.base });
      pieces.push(piece);
    }
    return Buffer.concat(pieces).toString("utf8");
  }

  async function tokenOf(): Promise<string> {
    if (token !== null) return token;
    const secret = Buffer.from(`${encodeURIComponent(account.clientId)}:${encodeURIComponent(account.clientSecret)}`);
    const { response, text } = await answerTo(service.token, {
      method: "POST",
      headers: { authorization: `Basic ${secret.toString("base64")}`, accept: "application/json" },
      body: new URLSearchParams({ grant_type: "client_credentials", scope: scopes.join(" ") }),
    });
    if (response.status === 400 || response.status === 401 || response.status === 403)
      throw new Failure("systemSecretWrong", { service: service.base });
    if (!response.ok) throw new Refused(response.status);
    const { access_token: given } = asObject(text);
    if (typeof given !== "string" || given === "") throw unreadable("token");
    token = given;
    return given;
  }

  const unreadable = (what: string) => new Failure("systemUnreadable", { service: service.base, what });

  function asObject(text: string, what = "token"): Readonly<Record<string, unknown>> {
    try {
      const value: unknown = JSON.parse(text);
      if (typeof value === "object" && value !== null) return value as Record<string, unknown>;
    } catch {
      // Said below.
    }
    throw unreadable(what);
  }

  /** With the token; one that is no longer good is asked for anew, once. */
  async function ask(path: string, init: RequestInit = {}, headers: Readonly<Record<string, string>> = {}) {
    for (let isAgain = false; ; isAgain = true) {
      const asked = { ...headers, authorization: `Bearer ${await tokenOf()}`, accept: "application/json" };
      const answer = await answerTo(`${service.base}${path}`, { ...init, headers: asked });
      if (answer.response.status !== 401 || isAgain) return answer;
      token = null;
    }
  }

  return {
    rows: async function* (collection) {
      let read = 0;
      for (let page = 0; page < mostPages; page++) {
        const query = `?limit=${pageRows}&offset=${read}`;
        const { response, text } = await ask(`/ims/oneroster/rostering/v1p2/${collection}${query}`).catch(
          (error: unknown) => {
            throw failed(error);
          },
        );
        if (!response.ok) throw failed(new Refused(response.status));
        const rows = asObject(text, collection)[collection];
        if (!Array.isArray(rows)) throw unreadable(collection);
        read += rows.length;
        if (read > mostRows) throw new Failure("systemTooMuch", { service: service.base });
        yield rows.filter((row): row is Record<string, unknown> => typeof row === "object" && row !== null);
        const total = Number(response.headers.get("x-total-count") ?? NaN);
        const hasNext = /rel="?next"?/.test(response.headers.get("link") ?? "");
        // A system may give fewer at once than were asked for; only what it says of the whole tells when it is over.
        const isOver = Number.isNaN(total) ? !hasNext && rows.length < pageRows : read >= total;
        if (rows.length === 0 || isOver) {
          if (read < total) throw unreadable(collection);
          return;
        }
      }
    },
    put: async (path, body) => {
      const { response } = await ask(
        `/ims/oneroster/gradebook/v1p2/${path}`,
        { method: "PUT", body: JSON.stringify(body) },
        { "content-type": "application/json" },
      ).catch((error: unknown) => {
        throw failed(error);
      });
      if (!response.ok) throw new Refused(response.status);
    },
  };
}
