/** The rule on who writes which table, and the one on circles of rooms, seen to fire. */
import { cpSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { root } from "./setup.mjs";
import { checkTables, circlesOf, knownTables, tablesWritten } from "./tables.mjs";

const source = join(root, "server/src");
const known = knownTables(join(source, "platform"));

describe("what a store writes", () => {
  test("is read from the query builder and from SQL, in any order and with any line breaks", () => {
    const text = `
      db.insertInto("reviewRequest").values(row);
      db.updateTable( "quiz" ).set(change);
      sql\`delete from "release" where id = 1\`;
      sql\`
        with gone as (delete from quiz_place using gone_parts returning id)
        insert into quiz_pool_item (place_id)
        select 1 on conflict do update set place_id = 2\`;
      sql\`update memory_state
        set s = 1\`;
      topicRows("unit_topic", ["course_id"]);
    `;
    expect([...tablesWritten(text, known)].sort()).toEqual(
      ["memory_state", "quiz", "quiz_place", "quiz_pool_item", "release", "review_request", "unit_topic"].sort(),
    );
  });

  test("reading and sentences are not writing", () => {
    const text = `
      /** What update items of the bank; insert into the right place. */
      db.selectFrom("item").innerJoin("quiz");
      sql\`select * from item for update of item\`;
    `;
    expect([...tablesWritten(text, known)]).toEqual([]);
  });

  test("all tables are known by their names in the database", () => {
    for (const table of ["item", "item_revision", "memory_checkpoint", "review_request", "response_event"])
      expect(known.has(table), table).toBe(true);
  });
});

describe("each table is written by one room", () => {
  let copy: string;
  beforeEach(() => {
    copy = mkdtempSync(join(tmpdir(), "tables-"));
    cpSync(source, copy, { recursive: true });
  });
  afterEach(() => {
    rmSync(copy, { recursive: true });
  });

  test("it is so now, but for what is listed; a second room is named, and so is a debt that is paid", () => {
    expect(checkTables(copy)).toEqual([]);
    writeFileSync(join(copy, "plan/plantedStore.ts"), 'export const planted = (db) => db.deleteFrom("response");\n');
    expect(checkTables(copy)).toEqual(["response is written by delivery and plan: one of them is to call the other"]);
    rmSync(join(copy, "plan/plantedStore.ts"));
    writeFileSync(join(copy, "standards/store.ts"), "");
    expect(checkTables(copy)).toContain("standards no longer writes course: take it out of the debts");
  });

  test("whoever puts a whole department in may insert everywhere, and change nothing", () => {
    const planted = (deed: string) => {
      writeFileSync(join(copy, "exchange/plantedStore.ts"), `export const planted = (db) => db.${deed};\n`);
      return checkTables(copy);
    };
    expect(planted('insertInto("response")')).toEqual([]);
    expect(planted('updateTable("response")')).toEqual([
      "response is written by delivery and exchange: one of them is to call the other",
    ]);
  });

  test("tests and migrations may write what they like", () => {
    writeFileSync(join(copy, "plan/planted.test.ts"), 'db.deleteFrom("response");\n');
    writeFileSync(join(copy, "migrations/9999_planted.ts"), "sql`delete from response`;\n");
    expect(checkTables(copy)).toEqual([]);
  });
});

test("circles are found whole and said once, wherever one begins", () => {
  expect(circlesOf([])).toEqual([]);
  expect(
    circlesOf([
      ["a", "b"],
      ["b", "c"],
      ["a", "c"],
    ]),
  ).toEqual([]);
  expect(
    circlesOf([
      ["c", "a"],
      ["a", "b"],
      ["b", "c"],
      ["d", "a"],
    ]),
  ).toEqual(["a -> b -> c -> a"]);
  expect(
    circlesOf([
      ["b", "a"],
      ["a", "b"],
      ["c", "c"],
    ]),
  ).toEqual(["a -> b -> a", "c -> c"]);
});
