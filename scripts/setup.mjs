/** Everything a fresh clone needs before the first command: Debian packages, npm packages, a build. Node built-ins only. */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { Obstacle, say } from "./say.mjs";

export const root = fileURLToPath(new URL("..", import.meta.url)).replace(/\/$/, "");

/** The folder of the newest PostgreSQL server's programs, or undefined. */
export function postgresBin() {
  const base = "/usr/lib/postgresql";
  const versions = existsSync(base) ? readdirSync(base).filter((v) => existsSync(join(base, v, "bin/postgres"))) : [];
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  return newest === undefined ? undefined : join(base, newest, "bin");
}

export function chromiumPath() {
  const path = process.env["CHROMIUM_PATH"] ?? "/usr/bin/chromium";
  return existsSync(path) ? path : undefined;
}

/** The engines of a district, by the program that each package brings. */
const districtPrograms = {
  etcd: "etcd-server",
  patroni: "patroni",
  pgbouncer: "pgbouncer",
  haproxy: "haproxy",
  pgbackrest: "pgbackrest",
};

/** Installs missing Debian packages when root; otherwise says which are missing. */
export function ensureDebianPackages({ browser, district = false }) {
  const missing = [];
  const hasContrib =
    existsSync("/usr/share/postgresql") &&
    readdirSync("/usr/share/postgresql").some((v) =>
      existsSync(`/usr/share/postgresql/${v}/extension/pg_trgm.control`),
    );
  if (postgresBin() === undefined || !hasContrib) missing.push("postgresql", "postgresql-contrib");
  if (browser && chromiumPath() === undefined) missing.push("chromium");
  if (district)
    for (const [program, name] of Object.entries(districtPrograms))
      if (!["/usr/bin", "/usr/sbin"].some((folder) => existsSync(join(folder, program)))) missing.push(name);
  if (missing.length === 0) return;
  if (process.getuid?.() !== 0) {
    throw new Obstacle(
      `Missing Debian packages: ${missing.join(", ")}. Install them with: sudo apt-get install ${missing.join(" ")}`,
    );
  }
  say(`installing Debian packages: ${missing.join(", ")}`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const options = { env, stdio: ["ignore", "ignore", "inherit"] };
  spawnSync("apt-get", ["update", "-qq"], options);
  // Keep Debian from starting a cluster of its own: the product starts a private one.
  mkdirSync("/etc/postgresql-common/createcluster.d", { recursive: true });
  writeFileSync("/etc/postgresql-common/createcluster.d/none.conf", "create_main_cluster = false\n");
  // Another apt may hold the lock for a moment, as one does after boot.
  const patience = ["-o", "DPkg::Lock::Timeout=120"];
  const done = spawnSync(
    "apt-get",
    [...patience, "install", "-y", "-qq", "--no-install-recommends", ...missing],
    options,
  );
  if (done.status !== 0) throw new Obstacle(`apt-get could not install ${missing.join(", ")}; see its message above.`);
}

/** Installs npm packages when the lock file differs from what was installed last. */
export function ensureNodePackages() {
  const lock = createHash("sha256")
    .update(readFileSync(join(root, "package-lock.json")))
    .digest("hex");
  const stamp = join(root, "node_modules/.installed-lock");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === lock) return;
  say("installing npm packages (npm ci)");
  const done = spawnSync("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], { cwd: root, stdio: "inherit" });
  if (done.status !== 0) throw new Obstacle("npm ci failed; see its message above.");
  writeFileSync(stamp, lock);
}

/** Builds pages and server when a source is newer than the last build. */
export function ensureBuilt() {
  const stamp = join(root, "server/dist/.built");
  const builtAt = existsSync(stamp) ? statSync(stamp).mtimeMs : 0;
  const sources = ["core", "contract", "server", "web", "demo", "standIns"].map((folder) => join(root, folder));
  if (Math.max(newest(join(root, "package-lock.json")), ...sources.map(newest)) < builtAt) return;
  say("building pages and server");
  // Whatever the shell or a test runner says: a build for development is twice the size, and over its budget.
  const env = { ...process.env, NODE_ENV: "production" };
  const done = spawnSync("npm", ["run", "build", "--silent"], {
    cwd: root,
    env,
    stdio: ["ignore", "ignore", "inherit"],
  });
  if (done.status !== 0) throw new Obstacle("The build failed; see its message above.");
  writeFileSync(stamp, "");
}

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  const entries = readdirSync(path).filter((name) => !["dist", "node_modules"].includes(name));
  return Math.max(stat.mtimeMs * 0, ...entries.map((name) => newest(join(path, name))));
}
