/** A department's archive: everything is in it, nothing that lets anybody in, and restored elsewhere it is the same again. */
import { verify } from "@node-rs/argon2";
import { mkdtemp, readdir, readFile, rm, stat } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "kysely";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { addComment } from "../../review/service.ts";
import { wordsOf } from "../../courses/entryCard.ts";
import { beginSitting, saveAnswers, showSitting, sittingTokenHash } from "../../delivery/service.ts";
import { showItem } from "../../bank/service.ts";
import type { Db } from "../../platform/database.ts";
import { newId } from "../../platform/id.ts";
import { choice, keysOf, release, sit } from "../../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../../platform/testing/workbench.ts";
import { writeLargeZip, type LargeFile } from "../largeZip.ts";
import { access, archiveAsBytes, bytesOf, changed, open, rowsOf, textOf } from "../testing/archiveFiles.ts";
import { bring, saved } from "../testing/departmentFiles.ts";
import { otherInstallation, type OtherInstallation } from "../testing/otherInstallation.ts";
import { listTables } from "./archiveStore.ts";
import { archived, leftOut, nobody } from "./holds.ts";
import { Manifest, manifestPath, pathOfTable } from "./manifest.ts";
import { startExport } from "../service.ts";
import * as command from "../../archive.ts";
import { CannotRestore, restoreDepartment } from "./restoreDepartment.ts";

const bench = useWorkbench();
const others: OtherInstallation[] = [];
const other = async () => {
  const one = await otherInstallation();
  others.push(one);
  return one;
};
afterAll(async () => {
  await Promise.all(others.map(({ db }) => db.destroy()));
});

const archiveOf = (db: Db, withPeople = true) => archiveAsBytes(db, bench.departmentId, withPeople);

let whole: Buffer;
let releaseId: string;
let running: Awaited<ReturnType<typeof beginSitting>>;
beforeAll(async () => {
  ({ releaseId } = await release(bench, { count: 4 }));
  for (const n of [0, 1, 2]) await sit(bench, n, releaseId, (position) => position !== n + 1);
  running = await beginSitting(bench.students[3]!.scope, { params: { releaseId } });
  const key = (await keysOf(bench, running.sitting.id)).get(1)!;
  await saveAnswers(bench.sitter(running.token), {
    params: { sittingId: running.sitting.id },
    body: { epoch: 1, shown: [1], events: [choice(1, 1, key.key)] },
  });
  const item = await bench.db.selectFrom("item").select(["id", "latestRevisionId"]).executeTakeFirstOrThrow();
  // Some tables are called like types of the database.
  await bench.db
    .insertInto("path")
    .values({
      ...{ departmentId: bench.departmentId, id: newId(), classId: bench.classId, name: "Rivers" },
      ...{ createdBy: bench.lead.caller.personId, createdAt: bench.clock.now },
    })
    .execute();
  await addComment(bench.teacher, {
    params: { itemId: item.id },
    body: { revisionId: item.latestRevisionId ?? "", field: null, body: "Grüße: “two\\nlines” — ½", suggestion: null },
  });
  whole = await archiveOf(bench.db);
});

describe("what goes along", () => {
  test("every table of the database is either in it, or said to be left out", async () => {
    const named = [...archived.map(({ table }) => table), ...Object.values(leftOut).flat()];
    expect(new Set(named).size).toBe(named.length);
    expect([...(await listTables(bench.db)).keys()].sort()).toEqual([...named].sort());
  });

  test("what names a student goes along with people only", async () => {
    const { rows } = await sql<{ table: string; columns: string[] }>`
      select table_name as table, array_agg(column_name::text) as columns from information_schema.columns
      where table_schema = 'public' and column_name in ('student_id', 'sitting_id') group by table_name`.execute(
      bench.db,
    );
    const rules = new Map(archived.map((held) => [held.table, held.withoutPeople]));
    const open = rows.filter(({ table }) => rules.has(table) && rules.get(table) !== "none").map(({ table }) => table);
    expect(open).toEqual(["release_target"]);
    expect(rules.get("release_target")).toEqual({ unless: "student_id" });
  });

  test("all rows of this department and of no other; as many as the database has", async () => {
    await otherDepartment(bench);
    const again = await archiveOf(bench.db);
    expect(again.equals(whole)).toBe(true);
    const manifest = Manifest.parse(JSON.parse(await textOf(whole, manifestPath)));
    expect(manifest).toMatchObject({ people: true, department: { id: bench.departmentId } });
    for (const { name, rows } of manifest.tables) {
      if (name === "person" || name === "department") continue;
      const counted = await sql<{ n: number }>`
        select count(*)::int as n from ${sql.table(name)} where department_id = ${bench.departmentId}`.execute(
        bench.db,
      );
      expect([name, rows]).toEqual([name, counted.rows[0]?.n]);
    }
    expect(manifest.tables.find(({ name }) => name === "sitting")?.rows).toBeGreaterThanOrEqual(4);
    expect(await rowsOf(whole, "comment")).toMatchObject([{ body: "Grüße: “two\\nlines” — ½" }]);
  });

  test("nothing that lets anybody in", async () => {
    const archive = await open(whole);
    const all = Buffer.concat(await Promise.all([...archive.paths].map((path) => archive.read(path, 1e9)))).toString(
      "latin1",
    );
    const secrets = await Promise.all([
      sql<{ s: string }>`select encode(token_hash, 'hex') as s from sitting`.execute(bench.db),
      sql<{ s: string }>`select encode(card_mark, 'hex') as s from enrolment where card_mark is not null`.execute(
        bench.db,
      ),
      sql<{ s: string }>`select encode(card_sealed, 'hex') as s from enrolment where card_sealed is not null`.execute(
        bench.db,
      ),
      sql<{ s: string }>`select password_hash as s from person where password_hash is not null`.execute(bench.db),
    ]);
    expect(secrets.every(({ rows }) => rows.length > 0)).toBe(true);
    for (const { rows } of secrets) for (const { s } of rows) expect(all.includes(s)).toBe(false);
    expect(await rowsOf(whole, "person")).toEqual(
      expect.arrayContaining([
        { id: expect.any(String) as string, email: expect.any(String) as string, name: bench.lead.caller.name },
      ]),
    );
  });

  test("without people: no name, no address, no answer; who wrote something is nobody", async () => {
    const bank = await archiveOf(bench.db, false);
    const archive = await open(bank);
    const all = Buffer.concat(await Promise.all([...archive.paths].map((path) => archive.read(path, 1e9)))).toString();
    const people = await bench.db.selectFrom("person").select(["id", "email", "name"]).execute();
    const students = await bench.db.selectFrom("student").select(["id", "familyName"]).execute();
    for (const { id, email, name } of people) for (const word of [id, email, name]) expect(all).not.toContain(word);
    for (const { id } of students) expect(all).not.toContain(id);
    expect([...archive.paths].filter((path) => /sitting|response|student|enrolment|history|person/.test(path))).toEqual(
      [],
    );
    const revisions = await rowsOf(bank, "item_revision");
    expect(revisions).toHaveLength((await rowsOf(whole, "item_revision")).length);
    expect(new Set(revisions.map((row) => row.author_id))).toEqual(new Set([nobody]));
  });
});

describe("restored in another installation", () => {
  test("it gives the same archive again, byte by byte; only new cards and sittings of this installation let anybody in", async () => {
    const there = await other();
    const restored = await restoreDepartment({ ...there, source: access(whole) });
    expect(restored).toMatchObject({ departmentId: bench.departmentId, people: true, knownPeople: 0 });
    expect((await archiveOf(there.db)).equals(whole)).toBe(true);
    const cards = await there.db
      .selectFrom("enrolment")
      .select(["studentId", "cardSealed", "entryCard", "cardMark"])
      .execute();
    expect(new Set(cards.map((one) => wordsOf(there.secret, one))).size).toBe(cards.length);
    const old = new Set(bench.students.map(({ entryCard }) => entryCard));
    expect(cards.some((one) => old.has(wordsOf(there.secret, one)))).toBe(false);
    // A go that was under way goes on, for whoever signs in there.
    const row = await there.db
      .selectFrom("sitting")
      .select("tokenHash")
      .where("id", "=", running.sitting.id)
      .executeTakeFirstOrThrow();
    expect(row.tokenHash.equals(sittingTokenHash(there.secret, running.sitting.id))).toBe(true);
    const scope = { ...bench.students[3]!.scope, db: there.db, secret: there.secret };
    const back = await beginSitting(scope, { params: { releaseId } });
    expect(back.sitting.id).toBe(running.sitting.id);
    const shown = await showSitting(
      { ...bench.sitter(back.token), db: there.db, secret: there.secret },
      { params: { sittingId: back.sitting.id } },
    );
    expect(shown.items.filter((one) => one.answer !== null)).toHaveLength(1);
    const { id } = await there.db.selectFrom("item").select("id").executeTakeFirstOrThrow();
    const here = await showItem(bench.lead, { params: { itemId: id } });
    expect(await showItem({ ...bench.lead, db: there.db }, { params: { itemId: id } })).toEqual(here);
    const passwords = await there.db.selectFrom("person").select("passwordHash").execute();
    expect(passwords.every(({ passwordHash }) => passwordHash === null)).toBe(true);
    // A second time it is there already, and nothing changes.
    await expect(restoreDepartment({ ...there, source: access(whole) })).rejects.toThrow(
      /is in this installation already/,
    );
  });

  test("who has an account there keeps it, whatever their id is here", async () => {
    const there = await other();
    const personId = newId();
    const { email } = await bench.db
      .selectFrom("person")
      .select("email")
      .where("id", "=", bench.lead.caller.personId)
      .executeTakeFirstOrThrow();
    const known = { id: personId, email: email.toUpperCase(), name: "Known there", passwordHash: "theirs" };
    await there.db.insertInto("person").values(known).execute();
    expect(await restoreDepartment({ ...there, source: access(whole) })).toMatchObject({ knownPeople: 1 });
    const people = await there.db.selectFrom("person").selectAll().where("id", "=", personId).execute();
    expect(people).toEqual([known]);
    const membership = await there.db
      .selectFrom("membership")
      .select("role")
      .where("personId", "=", personId)
      .execute();
    expect(membership).toEqual([{ role: "lead" }]);
    const strangers = await there.db
      .selectFrom("person")
      .select("id")
      .where("id", "=", bench.lead.caller.personId)
      .execute();
    expect(strangers).toEqual([]);
  });

  test("without people it has a lead of that installation, who is the author of everything; and gives the same archive again", async () => {
    const bank = await archiveOf(bench.db, false);
    const there = await other();
    await expect(restoreDepartment({ ...there, source: access(bank) })).rejects.toThrow(/who is to lead/);
    const lead = {
      ...{ email: "new@elsewhere.example", name: "Nell Quarry", passwordHash: "theirs" },
      at: new Date("2031-03-01T08:00:00Z"),
    };
    await restoreDepartment({ ...there, source: access(bank), lead });
    const [person, ...more] = await there.db.selectFrom("person").select("id").execute();
    expect(more).toEqual([]);
    expect((await archiveOf(there.db, false)).equals(bank)).toBe(true);
    const { id } = await there.db.selectFrom("item").select("id").executeTakeFirstOrThrow();
    const caller = { ...bench.lead.caller, personId: person!.id, name: "Nell Quarry" };
    const item = await showItem({ ...bench.lead, caller, db: there.db }, { params: { itemId: id } });
    expect(item.content).toEqual((await showItem(bench.lead, { params: { itemId: id } })).content);
  });
});

describe("from the page", () => {
  test("a lead has it written; the file is what was asked for, and the department's changes say who took it", async () => {
    for (const [format, people] of [
      ["archive", true],
      ["archiveWithoutPeople", false],
    ] as const) {
      const file = await saved(bench, format);
      const manifest = Manifest.parse(JSON.parse(await textOf(file, manifestPath)));
      expect(manifest).toMatchObject({ people, department: { id: bench.departmentId } });
      const there = await other();
      const lead = { email: "lead@elsewhere.example", name: "Nell Quarry", passwordHash: "theirs", at: new Date() };
      expect(await restoreDepartment({ ...there, source: access(file), lead })).toMatchObject({ people });
      const said = await bench.db
        .selectFrom("history")
        .select(["actorId", "after"])
        .where("departmentId", "=", bench.departmentId)
        .where("action", "=", "exported")
        .orderBy("at", "desc")
        .orderBy("id", "desc")
        .executeTakeFirst();
      expect(said).toEqual({ actorId: bench.lead.caller.personId, after: { format } });
    }
    await expect((async () => startExport(bench.teacher, { body: { format: "archive" } }))()).rejects.toMatchObject({
      code: "notAllowed",
    });
  });

  test("it cannot be imported into a department that is here, and says where it belongs", async () => {
    const transfer = await bring(bench, bench.lead, whole);
    expect(transfer).toMatchObject({ state: "failed", problem: { code: "archiveNotHere" } });
  });
});

describe("from the command", () => {
  test("written to a file, looked at, and restored; a lead without an account here gets a password that fits", async () => {
    const folder = await mkdtemp(join(tmpdir(), "archive-"));
    const file = join(folder, "geography.zip");
    try {
      const { name } = await bench.db
        .selectFrom("department")
        .select("name")
        .where("id", "=", bench.departmentId)
        .executeTakeFirstOrThrow();
      await expect(command.write(bench.db, "Geology", file, true)).rejects.toThrow(/no department called Geology/);
      expect(await command.write(bench.db, bench.departmentId, file, true)).toContain("with its staff and students");
      expect(await command.look(file)).toContain(`${name}, with people, from version`);
      expect((await stat(file)).mode & 0o077).toBe(0);
      const there = await other();
      const said = await command.restore(there.db, there.secret, file);
      const [, email = "", password = ""] = /signs in with (\S+) and the password (\S+)/.exec(said) ?? [];
      const { passwordHash } = await there.db
        .selectFrom("person")
        .select("passwordHash")
        .where("email", "=", email)
        .executeTakeFirstOrThrow();
      expect(await verify(passwordHash ?? "", password)).toBe(true);
      await expect(command.restore(there.db, there.secret, file)).rejects.toThrow(CannotRestore);
      // What was there before stays whole when writing fails half-way.
      const before = await readFile(file);
      await expect(command.write(bench.db, bench.departmentId, join(folder, "no", "such.zip"), true)).rejects.toThrow();
      expect((await readFile(file)).equals(before)).toBe(true);
      expect(await readdir(folder)).toEqual(["geography.zip"]);
    } finally {
      await rm(folder, { recursive: true });
    }
  });
});

describe("what is not right is refused, and nothing of it stays", () => {
  const refused = async (bytes: Buffer, why: RegExp) => {
    const there = others[0] ?? (await other());
    const fresh = await other();
    await expect(restoreDepartment({ ...fresh, source: access(bytes) })).rejects.toThrow(why);
    expect(await fresh.db.selectFrom("department").select("id").execute()).toEqual([]);
    expect(await fresh.db.selectFrom("person").select("id").execute()).toEqual([]);
    expect(there).toBeDefined();
  };

  test.each([
    ["no archive at all", () => Promise.resolve(Buffer.from("PK but no zip")), /archiveBroken/],
    ["another zip file", async () => bytesOf(writeLargeZip(one("hello.txt", "hello"))), /no archive of a department/],
    [
      "a form from later",
      () =>
        changed(
          whole,
          onPath(manifestPath, (text) => text.replace('"version": 1', '"version": 2')),
        ),
      /newer version/,
    ],
    [
      "tables from another version",
      () =>
        changed(
          whole,
          onPath(manifestPath, (text) => text.replace(/"schema": "\d+/, '"schema": "0001')),
        ),
      /another version/,
    ],
    [
      "a row that was changed",
      () =>
        changed(
          whole,
          onPath(pathOfTable("topic"), (text) => text.replace(/"name":"./, '"name":"Z')),
        ),
      /tables\/topic/,
    ],
    [
      "a file that is gone",
      () => changed(whole, (path, text) => (path === pathOfTable("comment") ? null : text)),
      /archiveFileMissing/,
    ],
    [
      "a line that ends too soon",
      () =>
        changed(
          whole,
          onPath(pathOfTable("topic"), (text) => text.slice(0, -20)),
        ),
      /tables\/topic/,
    ],
  ])("%s", async (_, make, why) => {
    await refused(await make(), why);
  });

  test("rows of another department, and a question of no kind, even where archive.json was made to fit", async () => {
    const strange = await fitting(pathOfTable("topic"), (text) => text.replaceAll(bench.departmentId, newId()));
    await refused(strange, /tables\/topic/);
    const odd = await fitting(pathOfTable("item_revision"), (text) =>
      text
        .replace('"kind":"oneRightAnswer"', '"kind":"<script>"')
        .replace('"kind": "oneRightAnswer"', '"kind": "<script>"'),
    );
    await refused(odd, /line \d+ of tables\/item_revision/);
    const loose = await fitting(pathOfTable("quiz_place"), (text) =>
      text.replace(/"part_id":"[^"]+"/, `"part_id":"${newId()}"`),
    );
    await refused(loose, /foreign key/);
  });

  const onPath = (wanted: string, edit: (text: string) => string) => (path: string, text: string) =>
    path === wanted ? edit(text) : text;
  // eslint-disable-next-line @typescript-eslint/require-await -- files come one after the other
  async function* one(path: string, text: string): AsyncGenerator<LargeFile> {
    yield { path, bytes: [Buffer.from(text)] };
  }
  /** Changed, and said to be so by its own list. */
  async function fitting(path: string, edit: (text: string) => string): Promise<Buffer> {
    const { createHash } = await import("node:crypto");
    const text = edit((await (await open(whole)).read(path, 1e9)).toString("latin1"));
    const sha256 = createHash("sha256").update(Buffer.from(text, "latin1")).digest("hex");
    const name = path.replace(/^tables\/|\.ndjson$/g, "");
    return changed(whole, (at, was) => {
      if (at === path) return text;
      if (at !== manifestPath) return was;
      const manifest = JSON.parse(was) as Manifest;
      return JSON.stringify({
        ...manifest,
        tables: manifest.tables.map((table) => (table.name === name ? { ...table, sha256 } : table)),
      });
    });
  }
});
