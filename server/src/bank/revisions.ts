/** The history of an item: its revisions, kept apart in where they were given and how they were answered. */
import type * as contract from "@verdant/contract/bank";
import type { Input, Result } from "@verdant/contract/endpoint";
import { shareOf } from "@verdant/core/insight/wilson";
import { Failure } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./revisionStore.ts";

export async function listRevisions(
  { db, caller, now }: Scope<Member>,
  { params }: Input<typeof contract.listRevisions>,
): Promise<Result<typeof contract.listRevisions>> {
  const { departmentId } = caller;
  const rows = await store.listRevisions(db, departmentId, params.itemId);
  if (rows.length === 0) throw new Failure("noSuch", { what: "item" });
  const uses = await store.countReleases(db, departmentId, params.itemId, now());
  const credits = await store.sumFirstCredits(db, departmentId, params.itemId);
  return {
    revisions: rows.map(({ id, n, at, author, changeKind, content, approvedRevisionId }) => {
      const use = uses.find((one) => one.revisionId === id);
      const credit = credits.find((one) => one.revisionId === id);
      return {
        id,
        n,
        at: at.toISOString(),
        author,
        changeKind,
        content,
        isApproved: id === approvedRevisionId,
        releases: use?.releases ?? 0,
        openReleases: use?.open ?? 0,
        facility: shareOf(credit?.right ?? 0, credit?.outOf ?? 0),
      };
    }),
  };
}
