/** SQL for what is known of items from answers: how many were right, and how difficult they are on the one scale. */
import { fewestToCalibrate } from "@verdant/core/insight/rasch";
import type { Db } from "../platform/database.ts";
import { creditSums, firstAnswers } from "../platform/firstAnswers.ts";
import { oneOf } from "../platform/oneOf.ts";

/** Credit earned and first answers given, per item, over the whole department. */
export async function listFacilities(db: Db, departmentId: string, itemIds: readonly string[]) {
  if (itemIds.length === 0) return new Map<string, { right: number; outOf: number }>();
  const rows = await firstAnswers(db, departmentId)
    .where(oneOf("si.itemId", itemIds))
    .groupBy("si.itemId")
    .select("si.itemId")
    .select(creditSums)
    .execute();
  return new Map(rows.map((row) => [row.itemId, { right: row.right, outOf: row.outOf }]));
}

/** On the one scale of the department, in logits: those of these that enough have answered as they read now. */
export async function listDifficulties(db: Db, departmentId: string, itemIds: readonly string[]) {
  if (itemIds.length === 0) return new Map<string, number>();
  const rows = await db
    .selectFrom("item")
    .innerJoin("itemRevision as newest", (join) =>
      join.onRef("newest.departmentId", "=", "item.departmentId").onRef("newest.id", "=", "item.latestRevisionId"),
    )
    .innerJoin("itemCalibration as onScale", (join) =>
      join
        .onRef("onScale.departmentId", "=", "newest.departmentId")
        .onRef("onScale.parameterId", "=", "newest.parameterId"),
    )
    .where("item.departmentId", "=", departmentId)
    .where(oneOf("item.id", itemIds))
    .where("onScale.answers", ">=", fewestToCalibrate)
    .select(["item.id", "onScale.difficulty"])
    .execute();
  return new Map(rows.map((row) => [row.id, row.difficulty]));
}
