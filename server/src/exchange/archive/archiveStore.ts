/** SQL for archives: what the database says of its tables, rows as lines of JSON, and putting them back. */
import { sql, type RawBuilder } from "kysely";
import type { Db } from "../../platform/database.ts";
import { nobody, type Held } from "./holds.ts";

export interface Table {
  readonly name: string;
  readonly columns: readonly string[];
  /** Columns of the primary key, in its order. */
  readonly key: readonly string[];
  /** Columns that name a person. */
  readonly people: readonly string[];
  /** Tables that have to be there before it. */
  readonly needs: readonly string[];
}

/** All tables with their columns, keys and what they refer to, from the database's own catalogue. */
export async function listTables(db: Db): Promise<Map<string, Table>> {
  const { rows } = await sql<Table>`
    select c.relname as name,
      array(select a.attname::text from pg_attribute a
        where a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
        order by a.attnum) as columns,
      array(select a.attname::text from pg_index i, unnest(i.indkey) with ordinality as k(attnum, n)
        join pg_attribute a on a.attnum = k.attnum
        where i.indrelid = c.oid and i.indisprimary and a.attrelid = c.oid order by k.n) as key,
      array(select a.attname::text from pg_constraint f join pg_attribute a on a.attrelid = c.oid and a.attnum = any(f.conkey)
        where f.contype = 'f' and f.conrelid = c.oid and f.confrelid = 'person'::regclass order by 1) as people,
      array(select distinct t.relname::text from pg_constraint f join pg_class t on t.oid = f.confrelid
        where f.contype = 'f' and f.conrelid = c.oid and f.confrelid <> c.oid and not f.condeferred order by 1) as needs
    from pg_class c
    where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace
    order by c.relname`.execute(db);
  return new Map(rows.map((row) => [row.name, row]));
}

/** The name of the last change that was made to the database's tables. */
export async function findSchema(db: Db): Promise<string> {
  const { rows } = await sql<{ name: string }>`select name from kysely_migration order by name desc limit 1`.execute(
    db,
  );
  return rows[0]?.name ?? "";
}

/** The same rows are the same texts everywhere, and waiting for a disk or for other rows ends nothing. */
export async function prepare(db: Db): Promise<void> {
  await sql`set local timezone to 'UTC'`.execute(db);
  await sql`set local extra_float_digits to 1`.execute(db);
  await sql`set local bytea_output to 'hex'`.execute(db);
  await sql`set local statement_timeout to 0`.execute(db);
  await sql`set local idle_in_transaction_session_timeout to 0`.execute(db);
}

export interface Kept {
  readonly table: Table;
  readonly held: Held;
  readonly withPeople: boolean;
}

/** The columns that go along, in the order of the table. */
export const columnsOf = ({ table, held }: Pick<Kept, "table" | "held">): string[] =>
  table.columns.filter((one) => !(held.without ?? []).includes(one) && !(held.files && one === "bytes"));

/** The rows of a department that go along, those that are of nobody in particular where people do not. */
function rowsOf(departmentId: string, { table, held, withPeople }: Kept): RawBuilder<unknown> {
  const mine = table.name === "department" ? sql`id = ${departmentId}` : sql`department_id = ${departmentId}`;
  const rule = held.withoutPeople;
  const unless = !withPeople && typeof rule === "object" ? sql`and ${sql.ref(rule.unless)} is null` : sql``;
  return sql`from ${sql.table(table.name)} where ${mine} ${unless}`;
}

/** Rows as lines of JSON, in the order of their key: `some` at a time, within the transaction of `db`. */
export async function* lines(db: Db, departmentId: string, kept: Kept, some = 1000): AsyncGenerator<string[]> {
  const { table, withPeople } = kept;
  const columns = columnsOf(kept).map((name) =>
    !withPeople && table.people.includes(name)
      ? sql`case when ${sql.ref(name)} is not null then ${nobody}::uuid end as ${sql.ref(name)}`
      : sql.ref(name),
  );
  // By bytes and not by the rules of a language, which differ from one database to the next.
  const order = sql.join(table.key.map((name) => sql`(archived_row.${sql.ref(name)})::text collate "C"`));
  const cursor = sql.ref(`rows_of_${table.name}`);
  await sql`
    declare ${cursor} no scroll cursor for
    select row_to_json(archived_row)::text as line
    from (select ${sql.join(columns)} ${rowsOf(departmentId, kept)}) archived_row order by ${order}`.execute(db);
  for (;;) {
    const { rows } = await sql<{ line: string }>`fetch ${sql.lit(some)} from ${cursor}`.execute(db);
    if (rows.length > 0) yield rows.map((row) => row.line);
    if (rows.length < some) break;
  }
  await sql`close ${cursor}`.execute(db);
}

export interface FileRow {
  readonly key: readonly string[];
  readonly mime: string | null;
}

/** The keys of what goes along as files, in their order. */
export async function listFiles(db: Db, departmentId: string, { table, held }: Kept): Promise<FileRow[]> {
  const named = (held.files?.named ?? []).map((name) => sql`${sql.ref(name)}::text`);
  const mime = table.columns.includes("mime") ? sql`mime` : sql`null::text`;
  const { rows } = await sql<FileRow>`
    select array[${sql.join(named)}] as key, ${mime} as mime from ${sql.table(table.name)}
    where department_id = ${departmentId}
    order by ${sql.join(named.map((one) => sql`${one} collate "C"`))}`.execute(db);
  return rows;
}

/** Bytes that are read at once. */
const sliceBytes = 1024 ** 2;

/** The bytes of a row, some at a time. */
export async function* slices(
  db: Db,
  departmentId: string,
  { table, held }: Kept,
  key: readonly string[],
): AsyncGenerator<Buffer> {
  const named = (held.files?.named ?? []).map((name, i) => sql`${sql.ref(name)}::text = ${key[i] ?? ""}`);
  for (let from = 1; ; from += sliceBytes) {
    const { rows } = await sql<{ bytes: Buffer }>`
      select substring(bytes from ${from}::int for ${sliceBytes}::int) as bytes from ${sql.table(table.name)}
      where department_id = ${departmentId} and ${sql.join(named, sql` and `)}`.execute(db);
    const bytes = rows[0]?.bytes;
    if (!bytes || bytes.length === 0) return;
    yield bytes;
    if (bytes.length < sliceBytes) return;
  }
}

/** Name and address of all who appear in these tables, as lines of JSON. */
export async function listPeople(db: Db, departmentId: string, tables: readonly Kept[]): Promise<string[]> {
  const named = tables.flatMap(({ table }) =>
    table.people.map(
      (column) =>
        sql`select ${sql.ref(column)} from ${sql.table(table.name)}
          where department_id = ${departmentId} and ${sql.ref(column)} is not null`,
    ),
  );
  const { rows } = await sql<{ line: string }>`
    select row_to_json(archived_row)::text as line
    from (select id, email, name from person where id in (${sql.join(named, sql` union `)})) archived_row
    order by archived_row.id`.execute(db);
  return rows.map((row) => row.line);
}

/** Departments of this name, or the one with this id. */
export const listDepartmentsNamed = (db: Db, name: string) =>
  db
    .selectFrom("department")
    .select(["id", "name"])
    .where((eb) => eb.or([eb("name", "=", name), eb(sql`id::text`, "=", name)]))
    .orderBy("createdAt")
    .execute();

export async function isHere(db: Db, departmentId: string): Promise<boolean> {
  return (
    (await db.selectFrom("department").select("id").where("id", "=", departmentId).executeTakeFirst()) !== undefined
  );
}

const stageOf = (name: string) => sql.table(`stage_${name}`);

/** A place for the rows of a table until all of them are there; what lacks a value is filled in before they move on. */
export async function makeStage(db: Db, { table, held }: Pick<Kept, "table" | "held">): Promise<void> {
  const stage = stageOf(table.name);
  await sql`create temporary table ${stage} (like ${sql.table(table.name)} including defaults) on commit drop`.execute(
    db,
  );
  for (const column of [...(held.without ?? []), ...(held.files ? ["bytes"] : [])])
    await sql`alter table ${stage} alter column ${sql.ref(column)} drop not null`.execute(db);
}

/** @param json a list of rows, as they were written */
export async function stageRows(db: Db, kept: Pick<Kept, "table" | "held">, json: string): Promise<void> {
  const columns = sql.join(columnsOf(kept).map((name) => sql.ref(name)));
  await sql`
    insert into ${stageOf(kept.table.name)} (${columns})
    select ${columns} from json_populate_recordset(null::${sql.table(`public.${kept.table.name}`)}, ${json}::json)`.execute(
    db,
  );
}

/** Gives a staged row its bytes; false where there is no such row. */
export async function stageBytes(
  db: Db,
  { table, held }: Pick<Kept, "table" | "held">,
  key: readonly string[],
  bytes: Buffer,
): Promise<boolean> {
  const named = (held.files?.named ?? []).map((name, i) => sql`${sql.ref(name)}::text = ${key[i] ?? ""}`);
  const { numAffectedRows } = await sql`
    update ${stageOf(table.name)} set bytes = ${bytes} where bytes is null and ${sql.join(named, sql` and `)}`.execute(
    db,
  );
  return numAffectedRows === 1n;
}

/** Rows of a stage that are of another department, or lack their bytes. */
export async function countStrange(
  db: Db,
  departmentId: string,
  { table, held }: Pick<Kept, "table" | "held">,
): Promise<{ foreign: number; empty: number }> {
  const mine = table.name === "department" ? sql`id` : sql`department_id`;
  const { rows } = await sql<{ foreign: number; empty: number }>`
    select count(*) filter (where ${mine} is distinct from ${departmentId}::uuid)::int as foreign,
      ${held.files ? sql`count(*) filter (where bytes is null)::int` : sql`0`} as empty
    from ${stageOf(table.name)}`.execute(db);
  return rows[0] ?? { foreign: 0, empty: 0 };
}

/** People by the ids that they have here: whoever has an account with the same address, or the same id, is that one. */
export async function matchPeople(
  db: Db,
  people: readonly { id: string; email: string }[],
): Promise<Map<string, string>> {
  const { rows } = await sql<{ old: string; here: string }>`
    select distinct on (given.id) given.id as old, person.id as here
    from jsonb_to_recordset(${JSON.stringify(people)}::jsonb) as given(id uuid, email citext)
    join person on person.email = given.email or person.id = given.id
    order by given.id, person.email = given.email desc`.execute(db);
  return new Map(rows.map(({ old, here }) => [old, here]));
}

/** Says in a stage who people are here; all who are not in `here` stay who they were. */
export async function renamePeople(db: Db, { name, people }: Table, here: ReadonlyMap<string, string>): Promise<void> {
  const pairs = JSON.stringify([...here].map(([was, is]) => ({ was_id: was, is_id: is })));
  for (const column of people)
    await sql`
      update ${stageOf(name)} set ${sql.ref(column)} = pair.is_id
      from jsonb_to_recordset(${pairs}::jsonb) as pair(was_id uuid, is_id uuid)
      where ${sql.ref(column)} = pair.was_id`.execute(db);
}

export async function insertPeople(
  db: Db,
  people: readonly {
    readonly id: string;
    readonly email: string;
    readonly name: string;
    readonly passwordHash: string | null;
  }[],
): Promise<void> {
  for (let at = 0; at < people.length; at += 500)
    await db
      .insertInto("person")
      .values(people.slice(at, at + 500))
      .execute();
}

export async function insertLead(
  db: Db,
  {
    departmentId,
    personId,
    membershipId,
    at,
  }: Record<"departmentId" | "personId" | "membershipId", string> & { at: Date },
): Promise<void> {
  await db
    .insertInto("membership")
    .values({ departmentId, id: membershipId, personId, role: "lead", joinedAt: at, leftAt: null })
    .execute();
}

export async function* stagedSittings(db: Db): AsyncGenerator<string[]> {
  for (let after = nobody; ;) {
    const { rows } = await sql<{ id: string }>`
      select id from ${stageOf("sitting")} where id > ${after} order by id limit 2000`.execute(db);
    if (rows.length === 0) return;
    yield rows.map((row) => row.id);
    after = rows.at(-1)?.id ?? after;
  }
}

export async function setTokens(db: Db, tokens: readonly { id: string; token: string }[]): Promise<void> {
  await sql`
    update ${stageOf("sitting")} set token_hash = decode(given.token, 'hex')
    from jsonb_to_recordset(${JSON.stringify(tokens)}::jsonb) as given(id uuid, token text)
    where ${stageOf("sitting")}.id = given.id`.execute(db);
}

/** Moves what was staged to where it belongs, all at once, so that rows may refer to one another. */
export async function moveIn(db: Db, { table, held }: Pick<Kept, "table" | "held">): Promise<number> {
  const left = table.name === "sitting" ? [] : (held.without ?? []);
  const columns = sql.join(table.columns.filter((one) => !left.includes(one)).map((name) => sql.ref(name)));
  const { numAffectedRows } = await sql`
    insert into ${sql.table(table.name)} (${columns}) select ${columns} from ${stageOf(table.name)}`.execute(db);
  return Number(numAffectedRows ?? 0n);
}

/** Leads of a department who cannot sign in yet. */
export const listLeadsWithoutPassword = (db: Db, departmentId: string) =>
  db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .where("membership.departmentId", "=", departmentId)
    .where("membership.role", "=", "lead")
    .where("membership.leftAt", "is", null)
    .where("person.passwordHash", "is", null)
    .select(["person.id", "person.email", "person.name"])
    .orderBy("person.name")
    .execute();
