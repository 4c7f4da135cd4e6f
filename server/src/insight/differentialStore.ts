/** SQL for items that treat groups of students unlike. */
import { fewestOfGroup, type ItemDifferential } from "@verdant/core/insight/differential";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

interface Row extends ItemDifferential {
  readonly valueId: string;
  readonly parameterId: string;
}

/** Puts what was found in the place of what was found before; a value that was deleted meanwhile has nothing. */
export async function replaceDifferentials(db: Db, departmentId: string, rows: readonly Row[]): Promise<void> {
  await db.deleteFrom("itemDifferential").where("departmentId", "=", departmentId).execute();
  if (rows.length === 0) return;
  const found = rows.map((row) => row.found);
  await sql`
    insert into item_differential (department_id, value_id, parameter_id, focal, reference, found, gap, delta, error)
    select ${departmentId}::uuid, new.* from unnest(
      ${rows.map((row) => row.valueId)}::uuid[], ${rows.map((row) => row.parameterId)}::uuid[],
      ${rows.map((row) => row.focal)}::int[], ${rows.map((row) => row.reference)}::int[],
      ${found.map((one) => one?.found ?? null)}::text[], ${found.map((one) => one?.gap ?? null)}::float8[],
      ${found.map((one) => one?.delta ?? null)}::float8[], ${found.map((one) => one?.error ?? null)}::float8[])
      as new (value_id, parameter_id, focal, reference, found, gap, delta, error)
    where exists (select 1 from characteristic_value value
      where value.department_id = ${departmentId} and value.id = new.value_id for key share)`.execute(db);
}

/** Of items in use as they read now, with the names of the group. */
const differing = (db: Db, departmentId: string) =>
  db
    .selectFrom("itemDifferential as differs")
    .innerJoin("characteristicValue as value", (join) =>
      join.onRef("value.departmentId", "=", "differs.departmentId").onRef("value.id", "=", "differs.valueId"),
    )
    .innerJoin("characteristic", (join) =>
      join
        .onRef("characteristic.departmentId", "=", "value.departmentId")
        .onRef("characteristic.id", "=", "value.characteristicId"),
    )
    .where("differs.departmentId", "=", departmentId)
    .select(["differs.valueId", "characteristic.name as characteristic", "value.name as value"])
    .select(["differs.focal", "differs.reference", "differs.found", "differs.gap", "differs.delta", "differs.error"]);

const ofItems = (db: Db, departmentId: string) =>
  differing(db, departmentId)
    .innerJoin("itemRevision as newest", (join) =>
      join
        .onRef("newest.departmentId", "=", "differs.departmentId")
        .onRef("newest.parameterId", "=", "differs.parameterId"),
    )
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "newest.departmentId").onRef("item.latestRevisionId", "=", "newest.id"),
    );

/** Classes C and B, the gravest first. */
export function listDiffering(db: Db, departmentId: string, limit: number) {
  return ofItems(db, departmentId)
    .where("item.status", "<>", "retired")
    .where("differs.found", "in", ["B", "C"])
    .select(["item.id as itemId", "item.number", "newest.content"])
    .orderBy("differs.found", "desc")
    .orderBy(sql`abs(differs.delta)`, "desc")
    .orderBy("item.number")
    .limit(limit)
    .execute();
}

export const listOfItem = (db: Db, departmentId: string, itemId: string) =>
  ofItems(db, departmentId)
    .where("item.id", "=", itemId)
    .orderBy("characteristic.madeAt")
    .orderBy("value.position")
    .execute();

/** Per group how many items were compared, how many differ much, and how many answers the fullest item still lacks. */
export async function countGroups(db: Db, departmentId: string) {
  const { rows } = await sql<{
    valueId: string;
    compared: number;
    much: number;
    group: number;
    others: number;
  }>`
    select value_id, count(*) filter (where found is not null)::int as compared,
      count(*) filter (where found = 'C')::int as much,
      coalesce((array_agg(greatest(0, ${fewestOfGroup} - focal) order by nearest, focal desc))[1], 0)::int as "group",
      coalesce((array_agg(greatest(0, ${fewestOfGroup} - reference) order by nearest, focal desc))[1], 0)::int as others
    from (
      select *, greatest(0, ${fewestOfGroup} - focal) + greatest(0, ${fewestOfGroup} - reference) as nearest
      from item_differential where department_id = ${departmentId}) one
    group by value_id`.execute(db);
  return new Map(rows.map((row) => [row.valueId, row]));
}
