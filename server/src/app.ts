/** Puts the application together: middleware, endpoints, pages, errors. */
import type { IncomingMessage } from "node:http";
import { fileURLToPath } from "node:url";
import { gzipSync } from "node:zlib";
import { openApi } from "@verdant/contract/openApi";
import { health, platformEndpoints } from "@verdant/contract/platform";
import compression from "compression";
import express, { type Express, type NextFunction, type Request, type RequestHandler, type Response } from "express";
import helmet from "helmet";
import type { Logger } from "pino";
import { mountAssembly } from "./assembly/routes.ts";
import { mountBank } from "./bank/routes.ts";
import { mountMedia } from "./media/routes.ts";
import { mountMany } from "./many/routes.ts";
import { mountStimuli } from "./stimuli/routes.ts";
import { mountCharacteristics } from "./characteristics/routes.ts";
import { mountClassLists } from "./classLists/routes.ts";
import { mountCoverage } from "./coverage/routes.ts";
import { mountCourses } from "./courses/routes.ts";
import { mountDelivery } from "./delivery/routes.ts";
import { mountExchange } from "./exchange/routes.ts";
import { mountFinder } from "./finder/routes.ts";
import { mountInsight } from "./insight/routes.ts";
import { mountMarking } from "./marking/routes.ts";
import { mountMarks } from "./marks/routes.ts";
import { mountPrivacy } from "./privacy/routes.ts";
import { mountOverTime } from "./overTime/routes.ts";
import { mountPaths } from "./paths/routes.ts";
import { mountPlan } from "./plan/routes.ts";
import { version, type Config } from "./platform/config.ts";
import { poolState, type Db } from "./platform/database.ts";
import { Failure } from "./platform/failure.ts";
import { logRequests } from "./platform/log.ts";
import type { Metrics } from "./platform/metrics.ts";
import { answerErrors, mountAll } from "./platform/mount.ts";
import { mustComeFromHere } from "./platform/origin.ts";
import type { Installation } from "./platform/scope.ts";
import * as platformService from "./platform/service.ts";
import { callerOf, markKeeper, marksOf, sessionKeeper, tokenOf } from "./platform/session.ts";
import { isBounded, mayBeIllFormed } from "./platform/wellFormed.ts";
import { mountShell } from "./platform/shell.ts";
import { mountRemedies } from "./remedies/routes.ts";
import { mountReview } from "./review/routes.ts";
import { mountSharing } from "./sharing/routes.ts";
import { mountStandards } from "./standards/routes.ts";
import { mountMergeTopics } from "./mergeTopics/routes.ts";
import { mountWriting } from "./writing/routes.ts";
import { mountToday } from "./today/routes.ts";
import { mountTeam } from "./team/routes.ts";

export interface Parts {
  readonly config: Pick<Config, "trustProxy" | "isDemo">;
  readonly db: Db;
  readonly installation: Installation;
  readonly log: Logger;
  readonly now: () => Date;
  readonly metrics?: Pick<Metrics, "time">;
}

const builtPages = fileURLToPath(new URL("../../web/dist", import.meta.url));

export function createApp(parts: Parts): Express {
  const app = express();
  app.set("trust proxy", parts.config.trustProxy);
  app.disable("x-powered-by");
  app.disable("etag"); // no answer of the API is kept by a browser; pages have their own
  app.use(logRequests(parts.log));
  // Pages carry their own policy. Headers for browsers and players of the past would only be sent thirty times a second.
  app.use(
    helmet({
      contentSecurityPolicy: false,
      // What else runs under the same name is not ours to decide.
      hsts: { maxAge: 31_536_000, includeSubDomains: false },
      frameguard: { action: "deny" },
      xDnsPrefetchControl: false,
      xDownloadOptions: false,
      xPermittedCrossDomainPolicies: false,
      xPoweredBy: false,
      xXssProtection: false,
    }),
  );

  // Answers and pages; what is smaller than a packet goes as it is, and pictures are small already.
  app.use(compression({ threshold: 1400 }));
  const api = express.Router();
  api.use((_req, res, next) => {
    res.setHeader("cache-control", "no-store");
    res.setHeader("content-security-policy", "default-src 'none'; frame-ancestors 'none'");
    next();
  });
  api.use(mustComeFromHere);
  api.get("/openapi.json", describeInterface());
  if (parts.metrics) api.use(parts.metrics.time);
  api.use(mustNotBeFull(parts.db));
  api.use(makeScope(parts));
  const bodies: Record<"known" | "sitter" | "nobody", RequestHandler> = {
    known: express.json({ limit: "1mb", verify: mustBeBounded(200_000) }),
    // The token of a sitting is looked at only where answers are kept, so what comes with one is not known yet.
    sitter: express.json({ limit: "256kb", verify: mustBeBounded(50_000) }),
    nobody: express.json({ limit: "8kb", verify: mustBeBounded(500) }),
  };
  api.use((req: Request, res: Response, next: NextFunction) => {
    const { kind } = req.scope.caller;
    bodies[kind === "nobody" || kind === "sitter" ? kind : "known"](req, res, next);
  });
  mountAll(api, platformEndpoints, platformService);
  // A router tries its endpoints in turn: what thirty devices call at once comes first.
  const features = [
    mountDelivery,
    mountPaths,
    mountMarking,
    mountMarks,
    mountOverTime,
    mountPrivacy,
    mountTeam,
    mountStandards,
    mountMergeTopics,
    mountBank,
    mountMedia,
    mountMany,
    mountCoverage,
    mountSharing,
    mountStimuli,
    mountReview,
    mountWriting,
    mountCourses,
    mountCharacteristics,
    mountClassLists,
    mountPlan,
    mountAssembly,
    mountInsight,
    mountRemedies,
    mountExchange,
    mountFinder,
    mountToday,
  ];
  for (const mountFeature of features) mountFeature(api);
  api.use(() => {
    throw new Failure("nothingHere");
  });
  app.use("/api", api);
  mountShell(app, builtPages);
  app.use(
    answerErrors((error, req) => {
      parts.log.error({ err: error, id: req.id, path: req.path }, "defect");
    }),
  );
  return app;
}

/** Requests that may wait for each connection: more would wait longer than they are given. */
const mostWaiting = 25;

/** Where too many wait already, whoever comes now is told so at once; whether the process serves is answered all the same. */
const mustNotBeFull =
  (db: Db): RequestHandler =>
  (req, _res, next) => {
    const { waiting, most } = poolState(db);
    const isFull = waiting >= mostWaiting * most && req.path !== health.path;
    next(isFull ? new Failure("tooManyAtOnce") : undefined);
  };

/** Looks at a body before it is parsed: what it would cost is bounded, and whether its text can be kept is noted. */
const mustBeBounded =
  (values: number) =>
  (req: IncomingMessage, _res: unknown, body: Buffer): void => {
    if (!isBounded(body, { depth: 100, values })) throw new Failure("requestTooDeep");
    (req as Request).mayBeIllFormed = mayBeIllFormed(body);
  };

/** The description is the same for everybody and large: written once, when it is first asked for, and kept compressed. */
function describeInterface(): RequestHandler {
  let plain: Buffer | undefined;
  let zipped: Buffer | undefined;
  return (req, res) => {
    plain ??= Buffer.from(JSON.stringify(openApi(version)));
    zipped ??= gzipSync(plain);
    const takesGzip = req.acceptsEncodings("gzip") === "gzip";
    res.setHeader("vary", "accept-encoding");
    if (takesGzip) res.setHeader("content-encoding", "gzip");
    res.type("json").send(takesGzip ? zipped : plain);
  };
}

/** Aborted when the connection ends before the answer does. */
function goneWith(res: Response): AbortSignal {
  const gone = new AbortController();
  res.once("close", () => {
    if (!res.writableFinished) gone.abort();
  });
  return gone.signal;
}

/** The scope of a request. In the demo a browser test may move the clock by a header; elsewhere the header means nothing. */
const makeScope =
  ({ db, installation, log, now, config }: Parts): RequestHandler =>
  async (req, res, next) => {
    const moved = config.isDemo ? Date.parse(req.get("x-demo-clock") ?? "") : Number.NaN;
    const clock = Number.isNaN(moved) ? now : () => new Date(moved);
    req.scope = {
      ...installation,
      db,
      log,
      now: clock,
      caller: await callerOf(db, req, clock()),
      address: req.ip ?? "",
      sessionToken: tokenOf(req),
      keepSession: sessionKeeper(req, res, clock),
      deviceMarks: marksOf(req),
      keepMark: markKeeper(req, res),
      work: req.get("x-work"),
      gone: goneWith(res),
    };
    next();
  };
