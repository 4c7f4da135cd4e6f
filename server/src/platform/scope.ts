/** What one request may use. Built once per request; services receive it first. */
import type { Access } from "@verdant/contract/endpoint";
import type { Logger } from "pino";
import type { Caches } from "./caches.ts";
import type { SchoolService } from "./config.ts";
import type { Db } from "./database.ts";
import type { DemoClock } from "./demoClock.ts";
import type { Signals } from "./signals.ts";
import type { Threads } from "./threads.ts";

export interface Nobody {
  readonly kind: "nobody";
}
export interface Member {
  readonly kind: "member";
  readonly departmentId: string;
  readonly personId: string;
  readonly name: string;
  readonly role: "lead" | "teacher";
  /** The department asks for a second factor, and there is none yet. */
  readonly owesSecondFactor?: boolean;
}
/** Sees parts of the bank of a department that is not theirs. */
export interface Guest {
  readonly kind: "guest";
  readonly departmentId: string;
  readonly personId: string;
  readonly name: string;
}
export interface Student {
  readonly kind: "student";
  readonly departmentId: string;
  readonly studentId: string;
}
/** Whoever holds the token of a sitting; the token itself is checked where the sitting is read. */
export interface Sitter {
  readonly kind: "sitter";
  readonly tokenHash: Buffer;
}
export type Caller = Nobody | Member | Guest | Student | Sitter;

/** The caller that an endpoint's access lets through. */
export type CallerOf<A extends Access> = A extends "account" | "member" | "lead"
  ? Member
  : A extends "guest"
    ? Guest
    : A extends "student"
      ? Student
      : A extends "sitting"
        ? Sitter
        : Caller;

/** What waits for something else than the transaction at hand: for a thread, or for a connection of its own. */
export interface Engines {
  readonly threads: Threads;
  readonly caches: Caches;
  /** A few connections of their own, for what must go on when requests have taken all others. */
  readonly background: Db;
  readonly signals: Signals;
  /** Only in the demo. */
  readonly demoClock?: DemoClock;
}

/** What is the same for every request of one process. */
export interface Installation extends Engines {
  /** Of the program that runs. */
  readonly version: string;
  readonly isDemo: boolean;
  /** Anybody may make a department. */
  readonly maySignUp: boolean;
  /** Schools' systems that departments may speak with. */
  readonly schoolServices: readonly SchoolService[];
  /** The key that is kept outside the database: links are made from it, and with it cards are sealed. */
  readonly secret: Buffer;
}

/** What may be used anywhere, also inside a transaction. */
export interface Scope<C extends Caller = Caller> extends Omit<Installation, keyof Engines> {
  readonly db: Db;
  readonly caller: C;
  readonly now: () => Date;
  readonly log: Logger;
  /** Address of the browser, for the throttle; empty outside requests. */
  readonly address: string;
  /** The token in this browser's cookie, for signing out. */
  readonly sessionToken?: string | undefined;
  /** Marks of those who have signed in with this browser, and keeping one more; see {@link file://./knownDevice.ts}. */
  readonly deviceMarks: readonly string[];
  readonly keepMark: (mark: string) => void;
  /** What this browser reckoned to be let on after too many tries; see {@link file://./work.ts}. */
  readonly work?: string | undefined;
  /** What is written with the deed itself, so that neither is there without the other; see {@link file://./requestKey.ts}. */
  readonly beforeCommit?: (db: Db) => Promise<void>;
  /** Sets or clears the cookie that signs this browser in; does nothing outside requests. */
  readonly keepSession: (token: string | null, expiresAt: Date) => void;
}

/**
 * What a request begins with. Twenty requests that each held a transaction while they waited for a worker, or for a second
 * connection, once held all connections for good: so the engines are not there inside a transaction, and the compiler says so.
 */
export interface OpenScope<C extends Caller = Caller> extends Scope<C>, Engines {
  /** Aborted when whoever asked has gone; absent outside requests. */
  readonly gone?: AbortSignal;
}

/** For what is written before the deed itself and stands without it: its commit does not say that the deed was done. */
export function beforehand<C extends Caller, S extends Scope<C>>(scope: S): Omit<S, "beforeCommit"> {
  const { beforeCommit: _beforeCommit, ...rest } = scope;
  return rest;
}

/** Runs `work` with a scope whose `db` is one transaction; joins the transaction already open, if any. */
export function atomically<C extends Caller, T>(scope: Scope<C>, work: (scope: Scope<C>) => Promise<T>): Promise<T> {
  if (scope.db.isTransaction) return work(scope);
  const { threads: _threads, caches: _caches, background: _bg, signals: _signals, ...rest } = scope as OpenScope<C>;
  return scope.db.transaction().execute(async (db) => {
    const done = await work({ ...rest, db });
    await scope.beforeCommit?.(db);
    return done;
  });
}
