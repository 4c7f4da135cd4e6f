/** One structured line per request and per defect. No bodies, no personal data: paths carry ids only, queries are left out. */
import { pino, type Logger } from "pino";
import { pinoHttp } from "pino-http";

export const createLog = (level: string): Logger =>
  pino({ level, base: { pid: process.pid }, serializers: { err: withoutData } });

/** What a developer needs of an error. The database's `detail` and parameters hold people's data and stay out. */
function withoutData(error: unknown) {
  if (!(error instanceof Error)) return { message: "not an Error" };
  const { name, message, stack } = error;
  return { name, message, stack, code: (error as { code?: unknown }).code };
}

export const logRequests = (log: Logger) =>
  pinoHttp({
    logger: log,
    quietReqLogger: true,
    autoLogging: { ignore: (req) => req.url === "/api/health" || !(req.url ?? "").startsWith("/api/") },
    customLogLevel: (_req, res, error) => (error !== undefined || res.statusCode >= 500 ? "error" : "info"),
    serializers: {
      req: (req: { id: unknown; method: string; url: string }) => ({
        id: req.id,
        method: req.method,
        path: req.url.split("?")[0],
      }),
      res: (res: { statusCode: number }) => ({ status: res.statusCode }),
    },
  });
