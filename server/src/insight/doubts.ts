/** Items that the answers of all classes and years speak against. */
import type { Doubts } from "@verdant/contract/doubts";
import type * as contract from "@verdant/contract/doubts";
import type { Input, Result } from "@verdant/contract/endpoint";
import { headline } from "@verdant/core/richText";
import type { Db } from "../platform/database.ts";
import { need } from "../platform/failure.ts";
import { firstOf } from "../platform/firstOf.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./doubtStore.ts";

const shown = 100;

export async function listDoubts({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listDoubts>> {
  const rows = await store.listDoubted(db, caller.departmentId, shown + 1);
  const { first, isMore } = firstOf(rows, shown);
  const { at, isAsked, enough, tooEarly } = await store.countTold(db, caller.departmentId);
  return {
    items: first.map((row) => ({
      ...doubtsOf(row),
      itemId: row.itemId,
      number: row.number,
      stem: headline(row.content.stem),
      topic: row.topic,
    })),
    ...{ isMore, isAsked, enough, tooEarly, at: at?.toISOString() ?? null },
  };
}

/** Of one item; null: nothing speaks against it, or there is too little to say. */
export async function doubtsOfItem(db: Db, departmentId: string, itemId: string): Promise<Doubts | null> {
  const row = await store.findDoubted(db, departmentId, itemId);
  return row ? doubtsOf(row) : null;
}

export function lookAtDoubts(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.lookAtDoubts>,
): Promise<Result<typeof contract.lookAtDoubts>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { itemId } = params;
    const row = need(await store.findDoubted(db, departmentId, itemId), "item");
    const { parameterId, answers, gravity } = row;
    if (body.isLookedAt)
      await store.upsertLook(db, {
        departmentId,
        itemId,
        parameterId,
        answers,
        gravity,
        by: caller.personId,
        at: now(),
      });
    else await store.deleteLook(db, departmentId, itemId);
    await record(within, {
      ...{ departmentId, entity: "item", entityId: itemId },
      ...{ action: body.isLookedAt ? "doubtsLookedAt" : "doubtsOpened", after: { found: row.found } },
    });
    return doubtsOf(need(await store.findDoubted(db, departmentId, itemId), "item"));
  });
}

const doubtsOf = ({
  answers,
  found,
  lookedAt,
  lookedBy,
}: NonNullable<Awaited<ReturnType<typeof store.findDoubted>>>): Doubts => ({
  answers,
  found: [...found],
  lookedAt: lookedAt && lookedBy !== null ? { by: lookedBy, at: lookedAt.toISOString() } : null,
});
