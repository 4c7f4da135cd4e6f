/** SQL for the second factor of staff. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export function findFactor(db: Db, personId: string) {
  return db
    .selectFrom("secondFactor")
    .select(["secretSealed", "confirmedAt"])
    .select((eb) =>
      eb
        .selectFrom("recoveryCode")
        .whereRef("recoveryCode.personId", "=", "secondFactor.personId")
        .select(eb.fn.countAll<number>().as("n"))
        .as("codesLeft"),
    )
    .where("personId", "=", personId)
    .executeTakeFirst();
}

/** Puts a secret there that is not on yet; one that is on stays as it is. */
export async function upsertSecret(db: Db, personId: string, secretSealed: Buffer): Promise<boolean> {
  const row = await db
    .insertInto("secondFactor")
    .values({ personId, secretSealed, confirmedAt: null })
    .onConflict((conflict) =>
      conflict.column("personId").doUpdateSet({ secretSealed }).where("secondFactor.confirmedAt", "is", null),
    )
    .returning("personId")
    .executeTakeFirst();
  return row !== undefined;
}

export async function confirmFactor(db: Db, personId: string, at: Date): Promise<void> {
  await db.updateTable("secondFactor").set({ confirmedAt: at }).where("personId", "=", personId).execute();
}

/** Whether this step is later than all that were used: each code works once (RFC 6238, 5.2). */
export async function takeStep(db: Db, personId: string, step: number): Promise<boolean> {
  const row = await db
    .updateTable("secondFactor")
    .set({ lastStep: step })
    .where("personId", "=", personId)
    .where("lastStep", "<", step)
    .returning("personId")
    .executeTakeFirst();
  return row !== undefined;
}

export async function replaceCodes(db: Db, personId: string, hashes: readonly Buffer[]): Promise<void> {
  await db.deleteFrom("recoveryCode").where("personId", "=", personId).execute();
  await db
    .insertInto("recoveryCode")
    .values(hashes.map((codeHash) => ({ personId, codeHash })))
    .execute();
}

/** Takes the code out, so that it works once. */
export async function takeCode(db: Db, personId: string, codeHash: Buffer): Promise<boolean> {
  const row = await db
    .deleteFrom("recoveryCode")
    .where("personId", "=", personId)
    .where("codeHash", "=", codeHash)
    .returning("personId")
    .executeTakeFirst();
  return row !== undefined;
}

export async function deleteFactor(db: Db, personId: string): Promise<boolean> {
  const { numDeletedRows } = await db.deleteFrom("secondFactor").where("personId", "=", personId).executeTakeFirst();
  return numDeletedRows > 0n;
}

export async function isAsked(db: Db, departmentId: string): Promise<boolean> {
  const row = await db
    .selectFrom("department")
    .select("asksSecondFactor")
    .where("id", "=", departmentId)
    .executeTakeFirst();
  return row?.asksSecondFactor === true;
}

/** Whether any department that one works in asks for it. */
export async function isAskedOf(db: Db, personId: string): Promise<boolean> {
  const row = await db
    .selectFrom("membership")
    .innerJoin("department", "department.id", "membership.departmentId")
    .where("membership.personId", "=", personId)
    .where("membership.leftAt", "is", null)
    .where("membership.role", "<>", "guest")
    .where("department.asksSecondFactor", "=", true)
    .select(sql<number>`1`.as("one"))
    .limit(1)
    .executeTakeFirst();
  return row !== undefined;
}

export async function updateAsked(db: Db, departmentId: string, asksSecondFactor: boolean): Promise<void> {
  await db.updateTable("department").set({ asksSecondFactor }).where("id", "=", departmentId).execute();
}

/** Takes everybody's away; how many. Only after the key they were sealed with was lost. */
export async function deleteAllSecondFactors(db: Db): Promise<number> {
  const { numDeletedRows } = await db.deleteFrom("secondFactor").executeTakeFirst();
  return Number(numDeletedRows);
}
