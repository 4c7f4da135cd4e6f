/** A department with five gigabytes of media as an archive, and restored beside: how long, and the most that the process holds. */
import { spawnSync } from "node:child_process";
import { createHash, randomBytes } from "node:crypto";
import { mkdtemp, rm, stat } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "kysely";
import { connect, migrate, type Db } from "../server/src/platform/database.ts";
import type { Done } from "./packages.ts";
import { openInstallation, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";

const files = 256;
const fileBytes = 20 * 2 ** 20;

export async function archives(): Promise<Measure[]> {
  const bench = await openInstallation();
  const folder = await mkdtemp(join(tmpdir(), "bench-archive-"));
  const path = join(folder, "department.zip");
  try {
    await addMedia(bench);
    const out = run(["write", bench.departmentId, path], bench.url);
    const { size } = await stat(path);
    const other = await emptyDatabase(bench);
    const into = run(["restore", path], other.url);
    await other.drop();
    const note = `${files} files of ${fileBytes / 2 ** 20} MB, ${Math.round(size / 2 ** 20)} MB as a zip file`;
    const held = (name: string, { before, peak }: Done): Measure => ({
      ...{ name, value: peak, unit: "MB resident at most", baseline: before, target: "at most 300", note },
    });
    return [
      { name: "archive-out", value: out.seconds, unit: "s", target: "none", note },
      held("archive-out-memory", out),
      { name: "archive-in", value: into.seconds, unit: "s", target: "none", note },
      held("archive-in-memory", into),
    ];
  } finally {
    await rm(folder, { recursive: true });
    await bench.close();
  }
}

async function addMedia({ db, departmentId, lead }: BenchInstallation): Promise<void> {
  for (let n = 0; n < files; n++) {
    const bytes = randomBytes(fileBytes);
    await db
      .insertInto("media")
      .values({
        ...{ departmentId, hash: createHash("sha256").update(bytes).digest("hex"), mime: "video/mp4", bytes },
        ...{ size: bytes.length, addedBy: lead.caller.personId, addedAt: new Date(), name: `film ${n}.mp4` },
      })
      .execute();
  }
}

async function emptyDatabase({ db, url }: BenchInstallation): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `bench_other_${randomBytes(4).toString("hex")}`;
  await sql.raw(`create database "${name}"`).execute(db);
  const address = new URL(url);
  address.pathname = `/${name}`;
  const other: Db = connect(address.href, 2);
  await migrate(other);
  await other.destroy();
  return {
    url: address.href,
    drop: async () => {
      await sql.raw(`drop database "${name}"`).execute(db);
    },
  };
}

/** The command itself, as whoever runs an installation gives it. */
function run(args: readonly string[], url: string): Done {
  const env = { ...process.env, DATABASE_URL: url, KEY_FILE: ".data/bench/key" };
  const done = spawnSync(process.execPath, ["--import", "./bench/peak.mjs", "server/dist/archive.js", ...args], {
    env,
    encoding: "utf8",
  });
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stderr.trim().split("\n").at(-1) ?? "") as Done;
}
