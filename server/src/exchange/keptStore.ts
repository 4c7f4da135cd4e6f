/** SQL for parts of packages that are kept as they came. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

/** The newest first: ids are made in the order of time. */
export const listSome = (db: Db, departmentId: string, limit: number) =>
  db
    .selectFrom("keptPart")
    .where("departmentId", "=", departmentId)
    .select(["id", "package", "identifier", "title", "words", "notes", "cameAt", "quiz"])
    .select((eb) => [
      eb
        .selectFrom("keptFile")
        .whereRef("keptFile.departmentId", "=", "keptPart.departmentId")
        .whereRef("keptFile.keptId", "=", "keptPart.id")
        .select(sql<number>`count(*)::int`.as("n"))
        .as("files"),
      eb
        .selectFrom("keptFile")
        .whereRef("keptFile.departmentId", "=", "keptPart.departmentId")
        .whereRef("keptFile.keptId", "=", "keptPart.id")
        .select(sql<number>`coalesce(sum(octet_length(bytes)), 0)::float8`.as("n"))
        .as("bytes"),
    ])
    .orderBy("id", "desc")
    .limit(limit)
    .execute();

export async function countAll(db: Db, departmentId: string): Promise<number> {
  const row = await db
    .selectFrom("keptPart")
    .where("departmentId", "=", departmentId)
    .select(sql<number>`count(*)::int`.as("n"))
    .executeTakeFirstOrThrow();
  return row.n;
}

export const listAll = (db: Db, departmentId: string) =>
  db.selectFrom("keptPart").where("departmentId", "=", departmentId).select(["id", "type"]).orderBy("id").execute();

/** Puts one in the place of what came under the same names before. */
export async function replacePart(db: Db, row: Insertable<Tables["keptPart"]>): Promise<void> {
  await db
    .deleteFrom("keptPart")
    .where("departmentId", "=", row.departmentId)
    .where("package", "=", row.package)
    .where("identifier", "=", row.identifier)
    .execute();
  await db.insertInto("keptPart").values(row).execute();
}

export async function insertFile(db: Db, row: Insertable<Tables["keptFile"]>): Promise<void> {
  await db.insertInto("keptFile").values(row).execute();
}

export const findFile = (db: Db, departmentId: string, keptId: string, n: number) =>
  db
    .selectFrom("keptFile")
    .where("departmentId", "=", departmentId)
    .where("keptId", "=", keptId)
    .where("n", "=", n)
    .select(["path", "bytes"])
    .executeTakeFirst();

export async function deletePart(db: Db, departmentId: string, keptId: string): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom("keptPart")
    .where("departmentId", "=", departmentId)
    .where("id", "=", keptId)
    .executeTakeFirst();
  return numDeletedRows > 0n;
}

export const findPart = (db: Db, departmentId: string, keptId: string) =>
  db
    .selectFrom("keptPart")
    .where("departmentId", "=", departmentId)
    .where("id", "=", keptId)
    .select(["title", "identifier", "quiz"])
    .executeTakeFirst();
