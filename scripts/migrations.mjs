/**
 * Whether a migration may run while processes of the version before go on serving: it breaks none of them, and locks no
 * table that may be large for longer than a moment. What a rule forbids is allowed by a line of the migration's header,
 * `@allow <the words of the statement>: <why it is safe>`.
 */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** Those before it ran on installations when there was no such rule. */
const first = 32;

const onTable = (statement) =>
  /(?:alter table|create (?:unique )?index(?: concurrently)? \w+ on|update|delete from|truncate(?: table)?)(?: if exists| only)? (\w+)/.exec(
    statement,
  )?.[1];

/** Each with what is to be done instead. Statements are lower case with single spaces. */
const rules = [
  [/\bdrop (table|column|view|constraint|type|schema)\b/, "what the version before may still use is dropped"],
  [/\brename\b/, "the version before knows it by its old name: add the new one beside it"],
  [
    /^alter table .*\balter (column )?\w+ (set data )?type\b/,
    "the whole table is written anew while nobody may read it",
  ],
  [
    /^alter table .*\bset not null\b/,
    "the whole table is read while nobody may write; the version before may write nulls",
  ],
  [
    /^alter table .*\badd (column )?(?!constraint)\w+ .*\bnot null\b(?!.*\bdefault\b)/,
    "the version before writes rows without it: give it a default",
  ],
  [
    /^alter table .*\badd (constraint|check|foreign key|unique|primary key)\b(?!.*\bnot valid\b)/,
    "the whole table is read while nobody may write: add it not valid, and validate it later",
  ],
  [/^create (unique )?index\b/, "nobody may write while it is built: put it into indexes.ts"],
  [/^(update|delete from|truncate)\b/, "rows are changed in one go: a job does it in rounds"],
  [/^(lock|vacuum|cluster|reindex)\b/, "it locks the table"],
];

/** Of a table that the migration itself has made, nobody else knows yet. */
const concernsNobody = (statement, made) => {
  const table = onTable(statement);
  return table !== undefined && made.has(table);
};

/** @returns {string[]} the faults of one migration, given as the text of its module */
export function faultsOfMigration(text) {
  const allowed = [...text.matchAll(/@allow ([^:\n]+): *((?!\*\/)\S.*)$/gm)].map((match) => match[1].trim());
  const statements = [...text.matchAll(/`([^`]*)`/g)]
    .flatMap((match) => match[1].replaceAll(/--.*$/gm, "").split(";"))
    .map((statement) => statement.replaceAll(/\s+/g, " ").trim().toLowerCase())
    .filter((statement) => statement !== "");
  const made = new Set(statements.flatMap((one) => /^create table (?:if not exists )?(\w+)/.exec(one)?.[1] ?? []));
  return statements.flatMap((statement) => {
    if (concernsNobody(statement, made) || allowed.some((words) => statement.includes(words))) return [];
    return rules.filter(([rule]) => rule.test(statement)).map(([, why]) => `${statement.slice(0, 80)}: ${why}`);
  });
}

/** @returns {string[]} what is wrong with the migrations of a folder */
export function checkMigrations(folder) {
  return readdirSync(folder)
    .filter((name) => /^\d{4}_\w+\.ts$/.test(name) && Number(name.slice(0, 4)) >= first)
    .flatMap((name) =>
      faultsOfMigration(readFileSync(join(folder, name), "utf8")).map((fault) => `migration ${name}: ${fault}`),
    );
}

/** Statements that each rule is to find, and some that none is. */
const planted = [
  "drop table item",
  "alter table item drop column label",
  "alter table item rename column label to name",
  "alter table item alter column label type jsonb",
  "alter table item alter label set not null",
  "alter table item add column colour text not null",
  "alter table item add constraint few check (points < 10)",
  "create index item_label on item (label)",
  "update item set label = ''",
  "lock table item in exclusive mode",
];
const harmless = [
  "alter table item add column colour text",
  "alter table item add column colour text not null default ''",
  "alter table item add constraint few check (points < 10) not valid",
  "create table colour (id uuid primary key); create index colour_name on colour (id); update colour set id = null",
];

/** @returns {string[]} statements of which the rules do not say what they should */
export function plantedMigrations() {
  const asModule = (statement) => `\`${statement};\``;
  return [
    ...planted.filter((one) => faultsOfMigration(asModule(one)).length === 0),
    ...harmless.filter((one) => faultsOfMigration(asModule(one)).length > 0),
    ...(faultsOfMigration("/** @allow drop table item: nothing uses it */ `drop table item`").length > 0
      ? ["@allow"]
      : []),
    ...(faultsOfMigration("/** @allow drop table item: */ `drop table item`").length === 0
      ? ["@allow without why"]
      : []),
  ];
}
