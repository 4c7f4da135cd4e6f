/** The words that an item is found by: its label's, its own, and those of the text, map or chart it hangs on. */
import { wordsOf } from "@verdant/core/items/kinds";
import { stimulusWords } from "@verdant/core/stimuli/stimulus";
import type { Db } from "../../platform/database.ts";
import * as store from "./searchWordStore.ts";

/** Brings the words of the items up to date; within the transaction that changed them. */
export async function refreshSearchWords(db: Db, departmentId: string, itemIds: readonly string[]): Promise<void> {
  const rows = (await store.listSaid(db, departmentId, itemIds)).map(
    ({ itemId, number, label, content, stimulus }) => ({
      itemId,
      number,
      words: [label ?? "", wordsOf(content), stimulus ? stimulusWords(stimulus) : ""].join(" "),
    }),
  );
  await store.upsertSearch(db, departmentId, rows);
  await store.insertLexemes(
    db,
    departmentId,
    rows.map((row) => row.words),
  );
}
