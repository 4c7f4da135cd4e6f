/** Cards of the whole installation: sealed after an update from the version before, and given anew when the key was lost. */
import type { Db } from "../platform/database.ts";
import * as store from "./cardStore.ts";
import { newEntryCard, sealedCard } from "./entryCard.ts";

const atOnce = 200;

/** Seals what still stands readable; how many. */
export async function sealPlainCards(db: Db, key: Buffer): Promise<number> {
  let sealed = 0;
  for (;;) {
    const rows = await store.listPlainCards(db, atOnce);
    for (const row of rows) await store.updateCard(db, row, sealedCard(key, row.entryCard ?? ""));
    sealed += rows.length;
    if (rows.length < atOnce) return sealed;
  }
}

/** Gives every student in every class, or in every one of a department, a new card; how many. Who was erased gets none. */
export async function giveNewCards(db: Db, key: Buffer, departmentId?: string): Promise<number> {
  let given = 0;
  for (let after: { classId: string; studentId: string } | undefined; ;) {
    const rows = await store.listEnrolmentsAfter(db, { after, departmentId }, atOnce);
    for (const row of rows) await store.updateCard(db, row, sealedCard(key, newEntryCard()));
    given += rows.length;
    after = rows.at(-1);
    if (rows.length < atOnce) return given;
  }
}
