/** A process that does one import or export and nothing else: how long it took and what it held, on standard output. */
import { pino } from "pino";
import { transfers } from "../server/src/exchange/transferJob.ts";
import { connect } from "../server/src/platform/database.ts";
import { keyIn } from "../server/src/platform/key.ts";
import type { Nobody, OpenScope } from "../server/src/platform/scope.ts";

const [departmentId = "", subject = ""] = process.argv.slice(2);
const db = connect(process.env["DATABASE_URL"] ?? "", 4);
const inMb = (bytes: number) => Math.round(bytes / 2 ** 20);
const before = inMb(process.memoryUsage().rss);
const scope = {
  ...{ db, caller: { kind: "nobody" }, log: pino({ level: "silent" }), secret: keyIn(".data/bench/key") },
  now: () => new Date(),
} as unknown as OpenScope<Nobody>;
const start = performance.now();
await transfers.work(scope, { departmentId, subject });
const seconds = (performance.now() - start) / 1000;
const { state, problem } = await db
  .selectFrom("transfer")
  .where("id", "=", subject)
  .select(["state", "problem"])
  .executeTakeFirstOrThrow();
if (state !== "done" && state !== "read") throw new Error(JSON.stringify({ state, problem }));
// Kilobytes on Linux.
console.log(JSON.stringify({ seconds, before, peak: Math.round(process.resourceUsage().maxRSS / 1024) }));
await db.destroy();
