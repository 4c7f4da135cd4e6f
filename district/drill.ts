/**
 * What a district must live through, done for once: the primary is lost under load, a newer version is put in place under
 * load, and a backup is restored to a moment before a mistake. One JSON line for each figure; fails where a bar is missed.
 */
import { join } from "node:path";
import { setTimeout } from "node:timers/promises";
import { say } from "../scripts/say.mjs";
import { backupConfigPath, database, type Node } from "./configs.ts";
import { putBuild, type District } from "./district.ts";
import { until } from "./engines.ts";
import { seatStudents, Students } from "./students.ts";

const students = 60;
const everyMs = 1000;

interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly target: string;
  readonly isMet: boolean;
  readonly note?: string;
}

/** @returns whether every bar was met */
export async function drill(district: District): Promise<boolean> {
  const figures: Figure[] = [];
  const tell = (figure: Figure) => {
    figures.push(figure);
    console.log(JSON.stringify(figure));
  };
  say("a full backup");
  await district.backUp("full");
  say(`${String(students)} students begin, and answer about once a second each`);
  const seats = await seatStudents(district.url, students);
  const load = new Students(district.url, seats, everyMs);
  await setTimeout(8000);
  await losePrimary(district, load, tell);
  await rollOut(district, load, tell);
  await load.stop();
  await restore(district, tell);
  return figures.every((figure) => figure.isMet);
}

async function losePrimary(district: District, load: Students, tell: (figure: Figure) => void): Promise<void> {
  const lost = await district.findPrimary();
  if (!lost) throw new Error("There is no primary.");
  say(`the primary ${lost.name} is lost: everything of it is killed at once`);
  load.forgetSilence();
  const at = Date.now();
  await district.nodeOf(lost.name).kill();
  await until("another primary", async () => {
    const now = await district.findPrimary();
    return now !== undefined && now.name !== lost.name;
  });
  const chosenMs = Date.now() - at;
  const before = load.answered;
  await until("answers are acknowledged again", () => load.answered > before);
  const servingMs = Date.now() - at;
  const primary = await district.findPrimary();
  if (!primary) throw new Error("There is no primary.");
  // So that as many as before answer on the new one, each having sent again what was on its way.
  await setTimeout(10_000);
  tell({
    ...{ name: "drill-primary-lost", value: seconds(servingMs), unit: "s until answers are acknowledged again" },
    ...{ target: "at most 30", isMet: servingMs <= 30_000 },
    note: `${primary.name} was primary after ${String(seconds(chosenMs))} s; longest without any acknowledged answer ${String(seconds(load.longestSilenceMs))} s; meanwhile ${told(load.failed)}`,
  });
  tell(lostAnswers(district, primary, load, "drill-primary-lost-answers"));
  say(`${lost.name} comes back, and becomes a standby of ${primary.name}`);
  district.startNode(lost);
  await until(`${lost.name} follows`, () => {
    const state = `select count(*) from pg_stat_replication where state = 'streaming' and application_name = '${lost.name}'`;
    return Promise.resolve(district.psql(primary, state) === "1");
  });
}

async function rollOut(district: District, load: Students, tell: (figure: Figure) => void): Promise<void> {
  say("a newer version is put in place, one process after another");
  putBuild(district.plan.folder, "second");
  load.forgetSilence();
  const stateOf = async (name: string) => {
    const line = (await district.tellProxy("show stat")).split("\n").find((one) => one.startsWith(`apps,${name},`));
    const columns = line?.split(",") ?? [];
    return { sessions: Number(columns[4]), status: columns[17] ?? "" };
  };
  for (const app of district.plan.apps) {
    await district.tellProxy(`set server apps/${app.name} state drain`);
    await until(`${app.name} has answered all`, async () => (await stateOf(app.name)).sessions === 0);
    await district.tellProxy(`set server apps/${app.name} state maint`);
    await district.appOf(app.name).stop();
    district.startApp(app, "second");
    await until(`${app.name} serves the newer version`, async () => {
      const health = await fetch(`http://127.0.0.1:${String(app.port)}/api/health`).catch(() => null);
      return health?.ok === true && ((await health.json()) as { version: string }).version.endsWith("+second");
    });
    await district.tellProxy(`set server apps/${app.name} state ready`);
    await until(`the proxy sends to ${app.name}`, async () => (await stateOf(app.name)).status.startsWith("UP"));
  }
  await setTimeout(3000);
  const failed = [...load.failed.values()].reduce((sum, n) => sum + n, 0);
  tell({
    ...{ name: "drill-rollout-failed-requests", value: failed, unit: "requests", target: "0", isMet: failed === 0 },
    note: `${String(load.answered)} answers acknowledged meanwhile; ${told(load.failed)}`,
  });
  const primary = await district.findPrimary();
  if (primary) tell(lostAnswers(district, primary, load, "drill-rollout-lost-answers"));
}

/** Acknowledged answers that the database has neither as they were nor with a later one in their place. */
function lostAnswers(district: District, primary: Node, load: Students, name: string): Figure {
  const acknowledged = [...load.acknowledged.values()];
  const kept = new Map(
    district
      .psql(primary, "select sitting_id, position, seq from response", database)
      .split("\n")
      .map((line) => line.split("|"))
      .map(([sittingId, position, seq]) => [`${sittingId ?? ""} ${position ?? ""}`, Number(seq)]),
  );
  const lost = acknowledged.filter((one) => (kept.get(`${one.sittingId} ${String(one.position)}`) ?? -1) < one.seq);
  const note = `of the newest ${String(acknowledged.length)} by question, ${String(load.answered)} acknowledged in all`;
  return { name, value: lost.length, unit: "acknowledged answers", target: "0", isMet: lost.length === 0, note };
}

async function restore(district: District, tell: (figure: Figure) => void): Promise<void> {
  const primary = await district.findPrimary();
  if (!primary) throw new Error("There is no primary.");
  const count = () => Number(district.psql(primary, "select count(*) from response", database));
  const before = count();
  await setTimeout(1500);
  const moment = district.psql(primary, "select now()");
  await setTimeout(1500);
  say(`somebody deletes answers by mistake; the backup is restored to ${moment}`);
  district.psql(primary, "delete from response where position % 2 = 0", database);
  const after = count();
  const wal = district.psql(primary, "select pg_walfile_name(pg_switch_wal())");
  await until("the journal is archived", () => {
    const newest = district.psql(primary, "select coalesce(last_archived_wal, '') from pg_stat_archiver");
    return newest.slice(8) >= wal.slice(8);
  });
  const started = Date.now();
  const { folder, postgresBin } = district.plan;
  const data = join(folder, "restored");
  district.engines.makeFolder(data);
  const stanza = [`--config=${backupConfigPath(primary)}`, "--stanza=verdant", `--pg1-path=${data}`];
  const target = ["--delta", "--type=time", `--target=${moment}`, "--target-action=promote"];
  district.engines.run("pgbackrest", [...stanza, ...target, "restore"]);
  const port = district.plan.ports.pages + 90;
  // What Patroni otherwise gives on the command line, and what belongs to the node that was backed up.
  const settings = {
    ...{ port, archive_mode: "off", synchronous_standby_names: "", unix_socket_directories: data },
    ...{ hba_file: join(data, "pg_hba.conf"), ident_file: join(data, "pg_ident.conf"), max_connections: 120 },
  };
  const given = Object.entries(settings).flatMap(([name, value]) => ["-c", `${name}=${String(value)}`]);
  const server = district.engines.start("restored", join(postgresBin, "postgres"), ["-D", data, ...given]);
  const restored: Node = { ...primary, postgresPort: port };
  let found = -1;
  await until("the restored server is open", () => {
    try {
      if (district.psql(restored, "select pg_is_in_recovery()") !== "f") return false;
      found = Number(district.psql(restored, "select count(*) from response", database));
      return true;
    } catch {
      return false;
    }
  });
  const tookMs = Date.now() - started;
  await server.stop("SIGINT");
  tell({
    ...{
      name: "drill-restore-missing-answers",
      value: before - found,
      unit: "answers",
      target: "0",
      isMet: before === found,
    },
    note: `${String(before)} before the mistake, ${String(after)} after it, ${String(found)} restored, in ${String(seconds(tookMs))} s`,
  });
}

const seconds = (ms: number) => Math.round(ms / 100) / 10;
const told = (failed: ReadonlyMap<string, number>) =>
  failed.size === 0
    ? "no request failed"
    : `failed: ${[...failed].map(([what, n]) => `${String(n)} x ${what}`).join("; ")}`;
