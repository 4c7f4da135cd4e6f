/** The operator's page: one look at what a process and its installation are doing. Written on the server; it runs no script. */
import type { FailedJob, QueueState } from "../platform/jobs.ts";
import type { LaneState } from "../platform/threads.ts";

export interface Seen {
  readonly version: string;
  readonly pool: { readonly inUse: number; readonly open: number; readonly most: number; readonly waiting: number };
  readonly lanes: readonly LaneState[];
  readonly queues: readonly QueueState[];
  readonly failed: readonly FailedJob[];
  readonly runningSittings: number;
}

const queueWords: Record<string, string> = {
  "close-sitting": "hand in what the clock has ended",
  "refresh-figures": "bring the figures of items up to date",
  "put-away": "put away what has run out",
};

const laneWords = {
  short: "orders of questions",
  interactive: "choosing items",
  slow: "pictures",
} satisfies Record<LaneState["lane"], string>;

const escaped = (text: string) => text.replace(/[&<>"']/g, (one) => `&#${String(one.charCodeAt(0))};`);

const table = (caption: string, head: readonly string[], rows: readonly (readonly string[])[], none: string) =>
  rows.length === 0
    ? `<h2>${caption}</h2><p>${none}</p>`
    : `<h2>${caption}</h2><div class="wide"><table><thead><tr>${head.map((one) => `<th scope="col">${one}</th>`).join("")}</tr></thead>
<tbody>${rows.map((row) => `<tr>${row.map((cell) => `<td>${cell}</td>`).join("")}</tr>`).join("\n")}</tbody></table></div>`;

/** @returns HTML in which everything that came from the database is escaped */
export function operatorPage({ version, pool, lanes, queues, failed, runningSittings }: Seen): string {
  const again = ({ queue, id }: FailedJob) =>
    `<form method="post" action="/jobs/${encodeURIComponent(queue)}/${encodeURIComponent(id)}/again"><button>Try again</button></form>`;
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Operator: Verdant Loop</title>
<style>
body { font: 1rem/1.5 system-ui, sans-serif; margin: 1.5rem auto; padding: 0 1rem; max-width: 60rem; color: #1c2b2a; background: #fdfcf9 }
h1 { font-size: 1.5rem } h2 { font-size: 1.1rem; margin: 1.75rem 0 .5rem }
.wide { overflow-x: auto } table { border-collapse: collapse; width: 100% } th, td { text-align: left; padding: .4rem .75rem .4rem 0; border-bottom: 1px solid #d8d5cc; vertical-align: top }
td:first-child { min-width: 9rem }
button { font: inherit; padding: .5rem 1rem; min-height: 2.75rem }
</style></head><body><main>
<h1>What this installation is doing</h1>
<p>Version ${escaped(version)}. ${String(runningSittings)} ${runningSittings === 1 ? "sitting is" : "sittings are"} open. <a href="/metrics">Measurements for instruments</a>.</p>
<h2>Connections of this process</h2>
<p>${String(pool.inUse)} of at most ${String(pool.most)} in use, ${String(pool.waiting)} ${pool.waiting === 1 ? "request waits" : "requests wait"} for one.</p>
${table(
  "Threads of this process",
  ["for", "threads", "waiting", "done"],
  lanes.map((one) => [laneWords[one.lane], String(one.threads), String(one.waiting), String(one.done)]),
  "None has been needed yet.",
)}
${table(
  "Jobs",
  ["to do", "waiting", "running", "to be tried again", "failed"],
  queues.map((one) => [
    escaped(queueWords[one.name] ?? one.name),
    ...[one.waiting, one.running, one.again, one.failed].map(String),
  ]),
  "There is no queue yet.",
)}
${table(
  "Jobs that failed",
  ["to do", "of department", "about", "tries", "last", "why", ""],
  failed.map((one) => [
    escaped(queueWords[one.queue] ?? one.queue),
    escaped(one.departmentId),
    escaped(one.subject === one.departmentId ? "all of it" : one.subject),
    `${String(one.tries)}${one.isOver ? ", no more for an hour" : ""}`,
    escaped(one.at.toISOString().slice(0, 19).replace("T", " ")),
    escaped(one.reason),
    one.isOver ? again(one) : "is tried again by itself",
  ]),
  "None. What fails is tried again by itself, and is listed here meanwhile.",
)}
</main></body></html>`;
}
