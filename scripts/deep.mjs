/**
 * `npm run deep`: what takes too long for each change. The property tests with 5,000 runs each, 20,000 broken requests to
 * every endpoint, the journeys as on twelve days of the calendar and through a connection pooler. `npm run deep -- properties`, `… -- requests [seed]`,
 * `… -- dates [2028-02-29T09:30:00Z …]` or `… -- pooler` runs one of them.
 */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { run, say } from "./say.mjs";
import { ensureBuilt, ensureDebianPackages, ensureNodePackages, root } from "./setup.mjs";

/** Each day of the week, in term and in holidays, ends of months and years, a leap day, both changes of the clocks. */
const dates = [
  "2026-11-28T09:30:00Z", // Saturday in autumn
  "2026-12-31T22:30:00Z", // Thursday, the last evening of the year
  "2027-01-01T00:10:00Z", // Friday, the first minutes of it
  "2027-01-04T08:55:00Z", // Monday at the bell
  "2027-03-28T00:30:00Z", // Sunday, half an hour before the clocks go forward
  "2027-04-30T23:30:00Z", // Friday here in UTC, Saturday and another month in London
  "2027-06-15T13:00:00Z", // Tuesday in the last term
  "2027-08-11T10:00:00Z", // Wednesday in the summer holidays
  "2027-10-31T00:30:00Z", // Sunday, in the hour before the clocks go back
  "2028-02-29T09:30:00Z", // Tuesday that is only there in leap years
  "2028-09-04T07:00:00Z", // Monday, the first day of a school year
  "2027-05-20T10:00:00Z@Pacific/Kiritimati", // Thursday; the browsers are fourteen hours ahead, where it is Friday
];

const bin = (name) => join(root, "node_modules/.bin", name);
const execute = (name, command, args, env) => {
  say(name);
  return spawnSync(command, args, { cwd: root, stdio: "inherit", env: { ...process.env, ...env } }).status === 0;
};

run(async () => {
  const [part, ...chosen] = process.argv.slice(2);
  ensureNodePackages();
  const failed = [];
  if (part === undefined || part === "properties") {
    const args = ["run", "--project", "core", "--testTimeout", "600000"];
    if (!execute("properties", bin("vitest"), args, { PROPERTY_RUNS: "5000" })) failed.push("properties");
  }
  if (part === undefined || part === "requests") {
    ensureDebianPackages({ browser: false });
    const args = ["run", "--project", "server", "mutatedRequests"];
    const env = { MUTATIONS: "20000", SEED: chosen[0] ?? String(Date.now()) };
    if (!execute(`broken requests, seed ${env.SEED}`, bin("vitest"), args, env)) failed.push(`seed ${env.SEED}`);
  }
  if (part === undefined || part === "dates") {
    ensureDebianPackages({ browser: true });
    ensureBuilt();
    for (const date of chosen.length > 0 ? chosen : dates) {
      const [clock, zone = "Europe/London"] = date.split("@");
      const env = { TEST_CLOCK: clock, TEST_ZONE: zone, NODE_OPTIONS: "--import tsx" };
      if (!execute(`journeys as on ${date}`, bin("playwright"), ["test"], env)) failed.push(date);
    }
  }
  if (part === undefined || part === "pooler") {
    ensureDebianPackages({ browser: true, district: true });
    ensureBuilt();
    const env = { E2E_POOLER: "1", NODE_OPTIONS: "--import tsx" };
    if (!execute("journeys through a pooler by transaction", bin("playwright"), ["test"], env)) failed.push("pooler");
  }
  say(failed.length === 0 ? "all passed" : `failed: ${failed.join(", ")}`);
  process.exitCode = failed.length === 0 ? 0 : 1;
});
