/** Larkmoor five hundred times over in one database, and what the database says of each statement that is sent to it. */
import { sql } from "kysely";
import pg from "pg";
import type { Db } from "../database.ts";

/** Copies every row of a department to `count` new ones, ids and all: the department is a part of each key. */
export async function copyDepartment(db: Db, departmentId: string, count: number): Promise<void> {
  await db.connection().execute(async (one) => {
    // Rows come in any order, and those that are kept as they are may be written: references and triggers rest meanwhile.
    await sql`set session_replication_role = replica`.execute(one);
    await sql`create temporary table copies as select gen_random_uuid() as id from generate_series(1, ${count})`.execute(
      one,
    );
    await sql`
      insert into department select (jsonb_populate_record(d, jsonb_build_object('id', copies.id))).*
      from department d, copies where d.id = ${departmentId}`.execute(one);
    const { rows: tables } = await sql<{ table: string; columns: string[]; alone: string[] | null }>`
      select c.relname as table,
        array_agg(a.attname::text order by a.attnum) filter (where a.attgenerated = '') as columns,
        (select array_agg(distinct u.attname::text)
          from pg_index i join pg_attribute u on u.attrelid = i.indrelid and u.attnum = any(i.indkey)
          where i.indrelid = c.oid and i.indisunique and not exists (
            select 1 from pg_attribute d where d.attrelid = c.oid and d.attname = 'department_id'
              and d.attnum = any(i.indkey))) as alone
      from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped
      where c.relnamespace = 'public'::regnamespace and c.relkind = 'r'
        and exists (select 1 from pg_attribute d where d.attrelid = c.oid and d.attname = 'department_id')
      group by c.oid, c.relname`.execute(one);
    for (const { table, columns, alone } of tables) {
      // Sessions and invitations are known by a key of their own, of which there is one only.
      if (alone?.some((column) => column === "id" || column === "token_hash") === true) continue;
      const values = columns.map((column) =>
        column === "department_id" ? "copies.id" : (alone ?? []).includes(column) ? "null" : `t.${quoted(column)}`,
      );
      await sql
        .raw(
          `insert into ${quoted(table)} (${columns.map(quoted).join(", ")})
           select ${values.join(", ")} from ${quoted(table)} t, copies where t.department_id = '${departmentId}'`,
        )
        .execute(one);
    }
    await sql`set session_replication_role = origin`.execute(one);
    await sql`drop table copies`.execute(one);
  });
  await sql`analyze`.execute(db);
}

const quoted = (name: string) => `"${name}"`;

interface PlanNode {
  readonly "Node Type": string;
  readonly "Relation Name"?: string;
  readonly "Index Name"?: string;
  readonly "Index Cond"?: string;
  readonly Filter?: string;
  readonly Plans?: readonly PlanNode[];
}

interface Explained {
  readonly "Query Text": string;
  readonly Plan: PlanNode;
}

/** Every connection to this database that is opened from now on tells how it carried its statements out. */
export async function explainAll(db: Db): Promise<{ take(): Explained[]; stop(): void }> {
  const { rows } = await sql<{ name: string }>`select current_database() as name`.execute(db);
  const database = quoted(rows[0]?.name ?? "");
  for (const [setting, value] of Object.entries({
    session_preload_libraries: "auto_explain",
    "auto_explain.log_min_duration": "0",
    "auto_explain.log_format": "json",
    "auto_explain.log_level": "notice",
  }))
    await sql.raw(`alter database ${database} set ${setting} = '${value}'`).execute(db);
  const told: Explained[] = [];
  const connect = Object.getOwnPropertyDescriptor(pg.Client.prototype, "connect");
  const original = connect?.value as (this: pg.Client, ...given: unknown[]) => unknown;
  pg.Client.prototype.connect = function (this: pg.Client, ...given: unknown[]) {
    this.on("notice", ({ message }) => {
      const at = message?.indexOf("{") ?? -1;
      if (message?.startsWith("duration:") === true && at > 0) told.push(JSON.parse(message.slice(at)) as Explained);
    });
    return original.apply(this, given);
  } as typeof pg.Client.prototype.connect;
  return {
    take: () => told.splice(0),
    stop: () => {
      if (connect) Object.defineProperty(pg.Client.prototype, "connect", connect);
    },
  };
}

/**
 * Where a plan reads rows of other departments, or all of a table, among `large` tables that hold all departments.
 *
 * @param alone indexes of which one row has one key, whatever its department
 */
export function strayReads({ Plan }: Explained, large: ReadonlySet<string>, alone: ReadonlySet<string>): string[] {
  const stray: string[] = [];
  const look = (node: PlanNode, table: string | undefined): void => {
    const of = node["Relation Name"] ?? table;
    const isLarge = of !== undefined && large.has(of);
    if (isLarge && node["Node Type"] === "Seq Scan") stray.push(`all of ${of}`);
    const isIndexed = /^(Index|Bitmap Index)/.test(node["Node Type"]);
    const isOneRow = alone.has(node["Index Name"] ?? "") && / = /.test(node["Index Cond"] ?? "");
    if (isLarge && isIndexed && !isOneRow && !(node["Index Cond"] ?? "").includes("department_id"))
      stray.push(`${of} by ${node["Index Name"] ?? "?"}: ${node["Index Cond"] ?? "no condition"}`);
    for (const child of node.Plans ?? []) look(child, node["Node Type"].startsWith("Bitmap") ? of : undefined);
  };
  look(Plan, undefined);
  return stray;
}
