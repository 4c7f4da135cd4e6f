/** SQL for what a department keeps of its students to compare groups by. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";

/** The values of each characteristic in order, with how many students each is said of. */
export function listValues(db: Db, departmentId: string) {
  return db
    .selectFrom("characteristic")
    .innerJoin("characteristicValue as value", (join) =>
      join
        .onRef("value.departmentId", "=", "characteristic.departmentId")
        .onRef("value.characteristicId", "=", "characteristic.id"),
    )
    .where("characteristic.departmentId", "=", departmentId)
    .select(["characteristic.id as characteristicId", "characteristic.name as characteristic"])
    .select(["characteristic.version", "value.id", "value.name"])
    .select(
      sql<number>`(select count(*) from student_characteristic said
        where said.department_id = value.department_id and said.value_id = value.id)::int`.as("students"),
    )
    .orderBy("characteristic.madeAt")
    .orderBy("characteristic.id")
    .orderBy("value.position")
    .execute();
}

/** Changes of what a department keeps come one after the other; what is said of students waits for them. */
export async function lockCharacteristics(db: Db, departmentId: string, how: "change" | "say"): Promise<void> {
  const key = sql`hashtextextended(${`characteristics ${departmentId}`}, 0)`;
  await (
    how === "change" ? sql`select pg_advisory_xact_lock(${key})` : sql`select pg_advisory_xact_lock_shared(${key})`
  ).execute(db);
}

export async function upsertCharacteristic(
  db: Db,
  one: { departmentId: string; id: string; name: string; version: number; madeAt: Date },
): Promise<void> {
  const { name, version } = one;
  await db
    .insertInto("characteristic")
    .values(one)
    .onConflict((conflict) => conflict.columns(["departmentId", "id"]).doUpdateSet({ name, version }))
    .execute();
}

/** Sets the values of a characteristic; those that are left out go, with what was said. */
export async function replaceValues(
  db: Db,
  departmentId: string,
  characteristicId: string,
  values: readonly { readonly id: string; readonly name: string }[],
): Promise<void> {
  await db
    .deleteFrom("characteristicValue")
    .where("departmentId", "=", departmentId)
    .where("characteristicId", "=", characteristicId)
    .where(sql<boolean>`id <> all(${values.map(({ id }) => id)}::uuid[])`)
    .execute();
  await db
    .insertInto("characteristicValue")
    .values(values.map(({ id, name }, position) => ({ departmentId, id, characteristicId, position, name })))
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "id"])
        .doUpdateSet((eb) => ({ name: eb.ref("excluded.name"), position: eb.ref("excluded.position") })),
    )
    .execute();
}

/** The characteristics that these values are of already. */
export async function listOwners(db: Db, departmentId: string, valueIds: readonly string[]): Promise<string[]> {
  const rows = await db
    .selectFrom("characteristicValue")
    .where("departmentId", "=", departmentId)
    .where(oneOf("id", valueIds))
    .select("characteristicId")
    .distinct()
    .execute();
  return rows.map(({ characteristicId }) => characteristicId);
}

export async function deleteCharacteristic(db: Db, departmentId: string, id: string): Promise<void> {
  await db.deleteFrom("characteristic").where("departmentId", "=", departmentId).where("id", "=", id).execute();
}

export function listSaid(db: Db, departmentId: string, studentIds: readonly string[]) {
  return db
    .selectFrom("studentCharacteristic")
    .where("departmentId", "=", departmentId)
    .where(oneOf("studentId", studentIds))
    .select(["studentId", "valueId"])
    .execute();
}

export interface Said {
  readonly studentId: string;
  readonly characteristicId: string;
  readonly valueId: string | null;
}

/** Says these, and takes back those without a value. */
export async function replaceSaid(db: Db, departmentId: string, said: readonly Said[]): Promise<void> {
  await sql`
    delete from student_characteristic said
    using unnest(${said.map((one) => one.studentId)}::uuid[], ${said.map((one) => one.characteristicId)}::uuid[])
      as gone (student_id, characteristic_id)
    where said.department_id = ${departmentId} and said.student_id = gone.student_id
      and said.characteristic_id = gone.characteristic_id`.execute(db);
  const kept = said.flatMap(({ valueId, ...one }) => (valueId === null ? [] : [{ ...one, valueId }]));
  if (kept.length === 0) return;
  await sql`
    insert into student_characteristic (department_id, student_id, characteristic_id, value_id)
    select ${departmentId}::uuid, * from unnest(${kept.map((one) => one.studentId)}::uuid[],
      ${kept.map((one) => one.characteristicId)}::uuid[], ${kept.map((one) => one.valueId)}::uuid[])`.execute(db);
}

/** Of whom each value is said. */
export async function listStudentsByValue(db: Db, departmentId: string): Promise<Map<string, string[]>> {
  const { rows } = await sql<{ valueId: string; studentIds: string[] }>`
    select value_id, array_agg(student_id) as student_ids from student_characteristic
    where department_id = ${departmentId} group by value_id`.execute(db);
  return new Map(rows.map((row) => [row.valueId, row.studentIds]));
}

export async function deleteSaidOf(
  db: Db,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
): Promise<void> {
  await db
    .deleteFrom("studentCharacteristic")
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .execute();
}

/** What is said of a student, in words. */
export function listSaidInWords(db: Db, departmentId: string, studentId: string) {
  return db
    .selectFrom("studentCharacteristic as said")
    .innerJoin("characteristic", (join) =>
      join
        .onRef("characteristic.departmentId", "=", "said.departmentId")
        .onRef("characteristic.id", "=", "said.characteristicId"),
    )
    .innerJoin("characteristicValue as value", (join) =>
      join.onRef("value.departmentId", "=", "said.departmentId").onRef("value.id", "=", "said.valueId"),
    )
    .where("said.departmentId", "=", departmentId)
    .where("said.studentId", "=", studentId)
    .select(["characteristic.name as characteristic", "value.name as value"])
    .orderBy("characteristic.madeAt")
    .execute();
}
