/** A new revision that may be answered otherwise than the one before: what is known of the old one says nothing of it. */
import { newId } from "../id.ts";
import type { Workbench } from "./workbench.ts";

export async function reviseAnew(bench: Workbench, itemId: string): Promise<void> {
  const newest = await bench.db
    .selectFrom("itemRevision")
    .selectAll()
    .where("itemId", "=", itemId)
    .orderBy("n", "desc")
    .executeTakeFirstOrThrow();
  const id = newId();
  await bench.db
    .insertInto("itemRevision")
    .values({
      ...{ ...newest, id, n: newest.n + 1, parameterId: id, changeKind: "rewritten" as const },
      content: JSON.stringify(newest.content) as never,
    })
    .execute();
  await bench.db.updateTable("item").set({ latestRevisionId: id }).where("id", "=", itemId).execute();
}
