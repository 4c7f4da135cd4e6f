/** The questions of a release as they are to be read: under what was decided about their keys. */
import { contentUnder } from "@verdant/core/items/ruling";
import type { Scope } from "../platform/scope.ts";
import { listReleaseItems } from "./releaseItemStore.ts";
import * as rulingStore from "./rulingStore.ts";

/** The items of a release in order, with the content of the revision that was released and what was ruled on its key. */
export async function listItemsOfRelease({ db }: Scope, departmentId: string, releaseId: string) {
  const items = await listReleaseItems(db, departmentId, releaseId);
  const rulings = await rulingStore.listInForce(db, departmentId, releaseId);
  return items.map((item) => {
    const ruling = rulings.get(item.revisionId) ?? null;
    return { ...item, ruled: ruling, ruling: ruling?.ruling ?? null, content: contentUnder(ruling, item.content) };
  });
}
