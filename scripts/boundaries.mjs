/** Checks the import rules, that no rooms of the server or of the pages import in a circle, who writes which table, that migrations are safe beside a running version, that every module was looked at, and that each rule fires on a planted violation. */
import { spawnSync } from "node:child_process";
import { mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "./setup.mjs";
import { checkMigrations, plantedMigrations } from "./migrations.mjs";
import { checkTables, circlesOf } from "./tables.mjs";

const rooms = ["core/src", "contract/src", "server/src", "web/src"];

function cruise(folders) {
  const args = ["--config", ".dependency-cruiser.cjs", "--output-type", "json", ...folders];
  const run = spawnSync(join(root, "node_modules/.bin/depcruise"), args, {
    cwd: root,
    encoding: "utf8",
    maxBuffer: 1e9,
  });
  return JSON.parse(run.stdout);
}

const violations = (result) => result.summary.violations.map((one) => `${one.rule.name}: ${one.from} -> ${one.to}`);

/** What would break each rule, as a file and its one import. */
const planted = {
  "core-is-pure": ["core/src/planted.ts", 'import "zod";'],
  "no-node-in-core": ["core/src/planted.ts", 'import "node:fs";'],
  "contract-knows-only-zod": ["contract/src/planted.ts", 'import "kysely";'],
  "web-never-sees-server": ["web/src/plan/planted.ts", 'import "../../../server/src/platform/id.ts";'],
  "server-never-sees-web": ["server/src/plan/planted.ts", 'import "react";'],
  "store-is-private-to-its-feature": ["server/src/plan/planted.ts", 'import "../bank/store.ts";'],
  "only-routes-know-express": ["server/src/plan/planted.ts", 'import "express";'],
  "only-stores-write-sql": ["server/src/plan/planted.ts", 'import "kysely";'],
  "features-meet-through-api": ["web/src/plan/planted.ts", 'import "../bank/editor/newWork.ts";'],
  "students-page-is-light": ["web/src/student/planted.ts", 'import "@verdant/contract/team";'],
};

function plantedRules() {
  const silent = [];
  for (const [rule, [file, line]] of Object.entries(planted)) {
    mkdirSync(join(root, file, ".."), { recursive: true });
    writeFileSync(join(root, file), `${line}\n`);
    try {
      if (!violations(cruise([file])).some((one) => one.startsWith(`${rule}:`))) silent.push(rule);
    } finally {
      rmSync(join(root, file));
    }
  }
  const cycle = ["core/src/plantedA.ts", "core/src/plantedB.ts"];
  writeFileSync(join(root, cycle[0]), 'import "./plantedB.ts";\n');
  writeFileSync(join(root, cycle[1]), 'import "./plantedA.ts";\n');
  try {
    if (!violations(cruise([cycle[0]])).some((one) => one.startsWith("no-cycles:"))) silent.push("no-cycles");
  } finally {
    for (const file of cycle) rmSync(join(root, file));
  }
  return silent;
}

const files = rooms.flatMap((room) =>
  readdirSync(join(root, room), { recursive: true }).filter((name) => /\.tsx?$/.test(name) && !name.endsWith(".d.ts")),
);
const result = cruise(rooms);
const cruised = result.modules.filter((module) => rooms.some((room) => module.source.startsWith(room))).length;
/**
 * Rooms that import each other, whatever the files; what is written by whom. The bank of the pages is a floor of rooms by
 * itself. What the pages ask of the server (each room's api.ts) lies below all of them, as one room.
 */
const roomOf = (path) => {
  if (/^web\/src\/(?!student)\w+\/api\.ts$/.test(path)) return "web api";
  const [, part, room] = /^(server|web)\/src\/((?<=web\/src\/)bank\/\w+(?=\/)|\w+(?=\/))/.exec(path) ?? [];
  return part && `${part} ${room}`;
};
const isTest = (path) => /\.test\.tsx?$|\/testing\//.test(path);
const edges = result.modules
  .filter((module) => !isTest(module.source))
  .flatMap((module) => module.dependencies.map((one) => [roomOf(module.source), roomOf(one.resolved)]))
  .filter(([from, to]) => from !== undefined && to !== undefined && from !== to);
const circles = circlesOf(edges).map((circle) => `a circle of rooms: ${circle}`);
const tables = checkTables(join(root, "server/src"));
const migrations = checkMigrations(join(root, "server/src/migrations"));
const broken = [...violations(result), ...circles, ...tables, ...migrations];
const silent = process.argv.includes("--planted") ? [...plantedRules(), ...plantedMigrations()] : [];
for (const one of broken) console.error(`broken: ${one}`);
for (const one of silent) console.error(`rule does not fire: ${one}`);
if (cruised < files.length) console.error(`only ${cruised} of ${files.length} modules were looked at`);
console.log(`boundaries: ${cruised} modules, ${broken.length} broken`);
process.exit(broken.length + silent.length > 0 || cruised < files.length ? 1 : 0);
