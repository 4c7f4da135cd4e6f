/** Items of the bank that are very like what somebody writes or brings. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/bank";
import { askedIn, itemLikeness, tellingWords, veryLike } from "@verdant/core/checker/likeness";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./searchStore.ts";

type Like = Result<typeof contract.findLikeItems>["like"][number];

export async function findLikeItems(
  { db, caller }: Scope<Member>,
  { body }: Input<typeof contract.findLikeItems>,
): Promise<Result<typeof contract.findLikeItems>> {
  const asked = body.contents.map(askedIn);
  const near = await store.listNear(db, caller.departmentId, asked.map(tellingWords), body.besides);
  const like = asked.map((words, place): Like => {
    const ranked = near
      .filter((row) => row.place === place + 1)
      .map((row) => ({ row, likeness: itemLikeness(words, askedIn(row.content)) }))
      .sort((a, b) => b.likeness - a.likeness);
    const [best] = ranked;
    if (!best || best.likeness < veryLike) return null;
    const { itemId, number, use, content } = best.row;
    return { itemId, number, use, content, likeness: best.likeness };
  });
  return { like };
}
