/** Puts contract endpoints on an Express router: authorise, parse, handle, answer. */
import type { Access, Endpoint, Input, Result } from "@verdant/contract/endpoint";
import type { ErrorRequestHandler, Request, Response, Router } from "express";
import type { z } from "zod";
import { isOutOfRange, isOverloaded, isUnreachable } from "./database.ts";
import { Failure, invalid, toProblem } from "./failure.ts";
import { answerOnce } from "./requestKey.ts";
import type { Caller, CallerOf, OpenScope } from "./scope.ts";
import { wellFormed } from "./wellFormed.ts";

export type Handler<E extends Endpoint> = (
  scope: OpenScope<CallerOf<E["access"]>>,
  input: Input<E>,
) => Promise<Result<E>>;
type Handlers<Es extends Record<string, Endpoint>> = { readonly [K in keyof Es]: Handler<Es[K]> };

declare global {
  // eslint-disable-next-line @typescript-eslint/no-namespace -- Express's own way to extend its request
  namespace Express {
    interface Request {
      id: number;
      scope: OpenScope;
      /** Its body may hold text that the database cannot keep. */
      mayBeIllFormed?: boolean;
    }
  }
}

/** Express 5 hands a rejected promise to the error handler, so a handler simply throws. */
export function mount<E extends Endpoint>(router: Router, endpoint: E, handle: Handler<E>): void {
  router[endpoint.method](endpoint.path, async (req: Request, res: Response) => {
    mustBe(endpoint.access, req.scope.caller);
    // Safe: mustBe has just established the kind of caller that the access stands for.
    const scope = req.scope as OpenScope<CallerOf<E["access"]>>;
    const input = parseInput(endpoint, req);
    // Not for public endpoints: a wrong password must stay counted although its request fails and is rolled back.
    const isCreate = endpoint.method === "post" && endpoint.access !== "public" && endpoint.changesNothing !== true;
    const key = isCreate ? req.get("idempotency-key") : undefined;
    const answer = async (within: OpenScope<CallerOf<E["access"]>>) =>
      endpoint.result.parse(await handle(within, input)); // drops what the contract does not name
    // The same key at another endpoint is another deed.
    const deed = key === undefined ? undefined : `${endpoint.path} ${key}`;
    res.json(deed === undefined ? await answer(scope) : await answerOnce(scope, deed, answer));
  });
}

/** Mounts a whole feature; a missing or ill-typed handler does not compile. */
export function mountAll<Es extends Record<string, Endpoint>>(
  router: Router,
  endpoints: Es,
  handlers: Handlers<Es>,
): void {
  for (const name of Object.keys(endpoints)) {
    // Safe: both come from the same key; TypeScript cannot follow the correlation.
    mount(router, endpoints[name] as Endpoint, handlers[name] as Handler<Endpoint>);
  }
}

/** The one access check; streams and uploads mounted by hand call it too. */
export function mustBe(access: Access, caller: Caller): void {
  if (mayCall(access, caller)) return;
  if (caller.kind === "nobody") throw new Failure("signInFirst");
  if (caller.kind === "member" && caller.owesSecondFactor === true) throw new Failure("secondStepFirst");
  throw new Failure("notAllowed", { who: whoMay(access) });
}

/** Whom the page names as the one who can. */
function whoMay(access: Access): string {
  if (access === "account" || access === "public") return "other";
  return access;
}

function mayCall(access: Access, caller: Caller): boolean {
  switch (access) {
    case "public":
      return true;
    case "account":
      return caller.kind === "member";
    case "member":
      return caller.kind === "member" && caller.owesSecondFactor !== true;
    case "lead":
      return caller.kind === "member" && caller.owesSecondFactor !== true && caller.role === "lead";
    case "guest":
      return caller.kind === "guest";
    case "student":
      return caller.kind === "student";
    case "sitting":
      return caller.kind === "sitter";
  }
}

function parseInput<E extends Endpoint>(endpoint: E, req: Request): Input<E> {
  const input: Record<string, unknown> = {};
  for (const part of ["params", "query", "body"] as const) {
    const schema: z.ZodType | undefined = endpoint[part];
    if (!schema) continue;
    const sent: unknown = part === "body" && req.mayBeIllFormed !== true ? req.body : wellFormed(req[part]);
    const parsed = schema.safeParse(sent);
    if (!parsed.success) throw invalid(parsed.error, part);
    input[part] = parsed.data; // never written back: req.query is read-only in Express 5
  }
  return input as Input<E>;
}

/** The last middleware. Logs defects in full; tells the caller nothing about them. */
export const answerErrors =
  (report: (error: unknown, req: Request) => void): ErrorRequestHandler =>
  (error: unknown, req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    const failure =
      error instanceof Failure ? error : (unavailable(error) ?? clientError(error) ?? new Failure("defect"));
    if (failure.kind === "internal" || isOverloaded(error)) report(error, req);
    if (failure.kind === "unavailable") res.setHeader("retry-after", "2");
    const problem = toProblem(failure, req.originalUrl);
    res.status(problem.status).type("application/problem+json").send(JSON.stringify(problem));
  };

/** While the database is away nothing is lost: whoever asks again in a moment is answered. */
const unavailable = (error: unknown): Failure | undefined =>
  isUnreachable(error) || isOverloaded(error)
    ? new Failure(
        "serverBusy",
        {},
        {
          cause: error,
        },
      )
    : undefined;

/** body-parser marks malformed JSON and over-large bodies with a 4xx `status`; what no column can hold is found by the database. */
function clientError(error: unknown): Failure | undefined {
  if (isOutOfRange(error)) return new Failure("outOfRange", {}, { cause: error });
  const status = (error as { status?: unknown } | null)?.status;
  if (status === 413) return new Failure("requestTooLarge", {}, { cause: error });
  if (status === 404) return new Failure("nothingHere", {}, { cause: error });
  return typeof status === "number" && status >= 400 && status < 500
    ? new Failure("unreadable", {}, { cause: error })
    : undefined;
}
