/** `npm test`: sets everything up, then checks format, lint, types and boundaries, runs all tests, and says how many passed. */
import { spawn, spawnSync } from "node:child_process";
import { once } from "node:events";
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { run, say } from "./say.mjs";
import { ensureBuilt, ensureDebianPackages, ensureNodePackages, root } from "./setup.mjs";

const bin = (name) => join(root, "node_modules/.bin", name);
let passed = 0;
/** What failed, by name: said once more at the end, where a long run is looked at first. */
const failed = [];

/** A check that passes or fails as a whole; what it says stands together, though another runs beside it. */
async function check(name, command, args) {
  const child = spawn(command, args, { cwd: root, stdio: ["ignore", "pipe", "pipe"] });
  let output = "";
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (chunk) => (output += chunk));
  const [status] = await once(child, "close");
  say(name);
  if (output.trim() !== "") console.log(output.trimEnd());
  if (status === 0) passed += 1;
  else failed.push(name);
}

/** Tests that are counted one by one in the JSON report they leave. */
function tests(name, report, command, args, env = {}) {
  say(name);
  rmSync(report, { force: true });
  const done = spawnSync(command, args, { cwd: root, stdio: "inherit", env: { ...process.env, ...env } });
  const counts = countsOf(report);
  passed += counts.passed;
  failed.push(...counts.failed);
  // A runner that fails without a failed test (an error outside of any) is a failure of its own.
  if (done.status !== 0 && counts.failed.length === 0) failed.push(name);
}

function countsOf(report) {
  try {
    const { numPassedTests, testResults, stats, suites } = JSON.parse(readFileSync(report, "utf8"));
    return stats
      ? { passed: stats.expected, failed: suites.flatMap(failedJourneys) }
      : { passed: numPassedTests, failed: testResults.flatMap(failedTests) };
  } catch {
    return { passed: 0, failed: [`no report in ${report}`] };
  }
}

const failedTests = ({ name, status, assertionResults, message }) => {
  const those = assertionResults.filter((one) => one.status === "failed").map(({ fullName }) => `${name}: ${fullName}`);
  return status === "failed" && those.length === 0 ? [`${name}: ${message}`] : those;
};

const failedJourneys = ({ specs = [], suites = [] }) => [
  ...specs.filter(({ ok }) => !ok).map(({ file, line, title }) => `${file}:${String(line)} ${title}`),
  ...suites.flatMap(failedJourneys),
];

run(async () => {
  ensureDebianPackages({ browser: true });
  ensureNodePackages();
  mkdirSync(join(root, "test-results"), { recursive: true });
  // Linting with types takes as long as the other checks together, and one processor.
  const lint = check("lint", process.execPath, ["scripts/lint.mjs"]);
  await check("format", bin("prettier"), ["--check", "--log-level", "warn", "."]);
  for (const project of ["core", "contract", "server", "web", "."])
    await check(`types of ${project}`, bin("tsc"), ["-p", project]);
  await check("boundaries, with each rule seen to fire", process.execPath, ["scripts/boundaries.mjs", "--planted"]);
  await lint;
  ensureBuilt();
  const unit = join(root, "test-results/unit.json");
  tests("core, contract, server and scripts", unit, bin("vitest"), [
    "run",
    "--reporter",
    "default",
    "--reporter",
    "json",
    "--outputFile.json",
    unit,
  ]);
  const journeys = join(root, "test-results/e2e.json");
  tests("journeys in the browser", journeys, bin("playwright"), ["test"], { NODE_OPTIONS: "--import tsx" });
  console.log(`\n${passed} passed, ${failed.length} failed`);
  for (const name of failed) console.log(`  failed: ${name}`);
  process.exitCode = failed.length > 0 ? 1 : 0;
});
