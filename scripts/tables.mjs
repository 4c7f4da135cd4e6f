/** Which room writes which table, read from the SQL of the stores; each table is to be written by one room. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** Columns of these are shared out among rooms: counters, settings and rules of a department. */
const shared = ["department"];

/**
 * What is still written from elsewhere and is to call the owner. Nothing is added here, and what is mended is taken out
 * (the check says so).
 */
export const debts = {
  course: ["standards"],
  history: ["bank"],
};

/** Puts a whole department in, in one order over all rooms: its inserts (and only these) are its own. */
const importer = "exchange";

const snake = (name) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
/** Also rows that a room gives to merging (platform/topicRows). */
const builder = /\b(?:insertInto|updateTable|deleteFrom|topicRows)\(\s*"(\w+)/g;
/** Raw SQL stands in template literals; words of a sentence in a comment are not taken for tables that are not there. */
const raw = /\b(?:insert into|delete from|update)\s+"?([a-z]\w*)"?(?=[\s(`])/g;

/** @returns the tables that a text of a store writes, out of those that there are */
export function tablesWritten(text, known, mayInsert = false) {
  const isMeant = ([deed]) => !mayInsert || !/^insert/i.test(deed);
  const found = [...text.matchAll(builder)].filter(isMeant).map((match) => snake(match[1]));
  const written = [...text.matchAll(raw)].filter(isMeant).map((match) => match[1]);
  return new Set([...found, ...written].filter((table) => known.has(table)));
}

/** Names of all tables, from the types that list them. */
export function knownTables(platform) {
  const files = readdirSync(platform).filter((name) => /^(tables|\w+Tables)\.ts$/.test(name));
  const text = files.map((name) => readFileSync(join(platform, name), "utf8")).join("\n");
  return new Set([...text.matchAll(/^ {2}(\w+): /gm)].map((match) => snake(match[1])));
}

/** @returns {string[]} what is wrong: a table with more than one room that writes it, or a debt that is no more */
export function checkTables(source) {
  const known = knownTables(join(source, "platform"));
  const rooms = new Map();
  for (const name of readdirSync(source, { recursive: true })) {
    const [room] = name.split("/");
    if (!/\/.*\.ts$/.test(name) || /\.test\.ts$|\/testing\/|^migrations\//.test(name)) continue;
    for (const table of tablesWritten(readFileSync(join(source, name), "utf8"), known, room === importer))
      rooms.set(table, new Set([...(rooms.get(table) ?? []), room]));
  }
  const wrong = [];
  for (const [table, writers] of rooms) {
    if (shared.includes(table)) continue;
    const owners = [...writers].filter((room) => !(debts[table] ?? []).includes(room));
    if (owners.length > 1)
      wrong.push(`${table} is written by ${owners.sort().join(" and ")}: one of them is to call the other`);
  }
  for (const [table, others] of Object.entries(debts))
    for (const room of others)
      if (!rooms.get(table)?.has(room)) wrong.push(`${room} no longer writes ${table}: take it out of the debts`);
  return wrong.sort();
}

/** @returns {string[]} circles of rooms, each as its way around; edges are pairs of rooms that import one another */
export function circlesOf(edges) {
  const next = new Map();
  for (const [from, to] of edges) next.set(from, new Set([...(next.get(from) ?? []), to]));
  const circles = new Set();
  const done = new Set();
  const walk = (room, path) => {
    const at = path.indexOf(room);
    if (at >= 0) {
      const around = path.slice(at);
      const first = around.indexOf([...around].sort()[0]);
      circles.add([...around.slice(first), ...around.slice(0, first), around[first]].join(" -> "));
      return;
    }
    if (done.has(room)) return;
    for (const other of next.get(room) ?? []) walk(other, [...path, room]);
    done.add(room);
  };
  for (const room of next.keys()) walk(room, []);
  return [...circles].sort();
}
