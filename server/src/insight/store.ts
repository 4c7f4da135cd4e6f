/** SQL for results: first goes only. */
import type { Db } from "../platform/database.ts";

/** Every item of every first go that is handed in, with its answer and its last mark. */
export function listFirstGoAnswers(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("sitting")
    .innerJoin("sittingItem as si", (join) =>
      join.onRef("si.departmentId", "=", "sitting.departmentId").onRef("si.sittingId", "=", "sitting.id"),
    )
    .innerJoin("mark", (join) =>
      join
        .onRef("mark.departmentId", "=", "si.departmentId")
        .onRef("mark.sittingId", "=", "si.sittingId")
        .onRef("mark.position", "=", "si.position")
        .onRef("mark.version", "=", "sitting.markingVersion")
        .on("mark.round", "=", 1),
    )
    .leftJoin("response", (join) =>
      join
        .onRef("response.departmentId", "=", "si.departmentId")
        .onRef("response.sittingId", "=", "si.sittingId")
        .onRef("response.position", "=", "si.position")
        .on("response.round", "=", 1),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.releaseId", "=", releaseId)
    .where("sitting.ordinal", "=", 1)
    .where("sitting.state", "=", "handedIn")
    .select(["sitting.studentId", "si.itemId", "mark.credit", "response.body as answer"])
    .execute();
}

export function listFirstGoStates(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("sitting")
    .select(["studentId", "state"])
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where("ordinal", "=", 1)
    .where("state", "<>", "voided")
    .execute();
}

export async function listMisconceptions(db: Db, departmentId: string): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom("misconception")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .execute();
  return new Map(rows.map((row) => [row.id, row.name]));
}
