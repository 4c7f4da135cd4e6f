/** One structured line per request and per defect. No bodies, no personal data: paths carry ids only, queries are left out. */
import type { RequestHandler } from "express";
import { pino, type Logger } from "pino";

export const createLog = (level: string): Logger =>
  pino({ level, base: { pid: process.pid }, serializers: { err: withoutData } });

/** What a developer needs of an error. The database's `detail` and parameters hold people's data and stay out. */
function withoutData(error: unknown) {
  if (!(error instanceof Error)) return { message: "not an Error" };
  const { name, message, stack } = error;
  return { name, message, stack, code: (error as { code?: unknown }).code };
}

/** A line when the answer has gone out, or its caller has gone away. Every request passes here: nothing is built before. */
export function logRequests(log: Logger): RequestHandler {
  let last = 0;
  return (req, res, next) => {
    req.id = ++last;
    if (req.path !== "/api/health" && req.path.startsWith("/api/")) {
      const begun = performance.now();
      const { method, path } = req;
      res.on("close", () => {
        const ms = Math.round(performance.now() - begun);
        const line = { id: req.id, method, path, status: res.statusCode, ms };
        if (!res.writableFinished) log.warn(line, "caller went away");
        else if (res.statusCode >= 500) log.error(line, "failed");
        else log.info(line, "answered");
      });
    }
    next();
  };
}
