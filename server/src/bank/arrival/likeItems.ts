/** Items of the bank that are very like what somebody writes or brings. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/like";
import { askedIn, itemLikeness, tellingText, veryLike } from "@verdant/core/checker/likeness";
import type { Content } from "@verdant/core/items/kinds";
import { headline } from "@verdant/core/richText";
import { need } from "../../platform/failure.ts";
import type { Member, Scope } from "../../platform/scope.ts";
import * as store from "../list/searchStore.ts";
import { findItem, listSiblings } from "../store.ts";

type Like = Result<typeof contract.findLikeItems>["like"][number];

export async function findLikeItems(
  { db, caller }: Scope<Member>,
  { body }: Input<typeof contract.findLikeItems>,
): Promise<Result<typeof contract.findLikeItems>> {
  const asked = body.contents.map(askedIn);
  const near = await store.listNear(db, caller.departmentId, asked.map(tellingText), body.besides);
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

/** From here on two items have something in common worth showing. */
const somewhatLike = 0.2;

export async function listLikeItems(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.listLikeItems>,
): Promise<Result<typeof contract.listLikeItems>> {
  const { departmentId } = caller;
  const item = need(await findItem(db, departmentId, params.itemId), "item");
  const asked = askedIn(item.content);
  const near = await store.listNear(db, departmentId, [tellingText(asked)], []);
  const family = await listSiblings(db, departmentId, item.id, item.familyId);
  const all = new Map<string, { number: number; content: Content; isFamily: boolean }>([
    ...near.map(({ itemId, number, content }) => [itemId, { number, content, isFamily: false }] as const),
    ...family.map(({ id, number, content }) => [id, { number, content, isFamily: true }] as const),
  ]);
  all.delete(item.id);
  return {
    items: [...all]
      .map(([id, { number, content, isFamily }]) => ({
        ...{ id, number, isFamily },
        kind: content.kind,
        stem: headline(content.stem),
        likeness: itemLikeness(asked, askedIn(content)),
      }))
      .filter((one) => one.isFamily || one.likeness >= somewhatLike)
      .sort((a, b) => b.likeness - a.likeness)
      .slice(0, 12),
  };
}
