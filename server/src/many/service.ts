/** Patterns and lists: their items are computed here, added, changed and retired together or not at all. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/many";
import { limits } from "@verdant/contract/wire";
import { changeOfMany, makeMany } from "@verdant/core/many/many";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";
import { assumed, mustKnowTopic, insertItems, saveItem, setItemStatus, showItem } from "../bank/service.ts";

export async function listMany({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listMany>> {
  const rows = await store.listMany(db, caller.departmentId);
  return { many: rows.map((row) => ({ ...row, items: row.items ?? 0 })) };
}

export async function showMany(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.showMany>,
): Promise<Result<typeof contract.showMany>> {
  const many = need(await store.findMany(db, caller.departmentId, params.manyId), "many");
  const { inUse, leftOut } = inUseOf(await store.listMade(db, caller.departmentId, many.id));
  return { ...many, items: inUse.map(({ status: _status, ...item }) => item), leftOut };
}

/** What somebody has retired on purpose stays out, though its row is still there. */
function inUseOf(made: Awaited<ReturnType<typeof store.listMade>>) {
  const isRetired = (one: (typeof made)[number]) => one.status === "retired";
  return {
    inUse: made.filter((one) => !isRetired(one)),
    leftOut: made.filter(isRetired).map((one) => one.rowKey),
  };
}

export function saveMany(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.saveMany>,
): Promise<Result<typeof contract.saveMany>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { manyId } = params;
    const { name, topicId } = body;
    const { items: made, findings } = makeMany(body.body, limits.itemsAtOnce, newId);
    if (made.length === 0) {
      const at = { at: "/body/body" };
      throw findings[0]
        ? new Failure("nothingMadeBecause", { why: findings[0].text }, at)
        : new Failure("nothingMade", {}, at);
    }
    await mustKnowTopic(within, topicId);
    const before = await store.findMany(db, departmentId, manyId, true);
    if ((before?.version ?? 0) !== body.version) throw stale();
    const kept = { name, topicId, body: JSON.stringify(body.body), by: caller.personId, at: now() };
    if (before) await store.updateMany(db, departmentId, manyId, kept);
    else if (!(await store.insertMany(db, { departmentId, id: manyId, ...kept }))) throw stale();

    const { inUse, leftOut } = inUseOf(await store.listMade(db, departmentId, manyId));
    const change = changeOfMany(
      inUse,
      made.filter((one) => !leftOut.includes(one.rowKey)),
    );
    const tagging = { ...assumed, topicId, standardIds: [] };
    const added = change.added.map(({ rowKey, content }) => ({ itemId: newId(), rowKey, tagging, content }));
    await insertItems(within, added);
    const moved = before !== undefined && before.topicId !== topicId;
    for (const { itemId, content } of [...change.changed, ...(moved ? change.same : [])]) {
      const { version, tagging } = await showItem(within, { params: { itemId } });
      await saveItem(within, { params: { itemId }, body: { version, tagging: { ...tagging, topicId }, content } });
    }
    for (const { itemId } of change.left) {
      const { version, status } = await showItem(within, { params: { itemId } });
      const answer = { version, status: "retired" as const, successorId: null };
      if (status !== "retired") await setItemStatus(within, { params: { itemId }, body: answer });
    }
    await store.unlinkMade(
      db,
      departmentId,
      change.left.map((one) => one.itemId),
    );
    await store.linkMade(
      db,
      [...added, ...change.changed].map(({ itemId, rowKey }) => ({ departmentId, manyId, itemId, rowKey })),
    );
    const counts = {
      added: added.length,
      changed: change.changed.length,
      same: change.same.length,
      retired: change.left.length,
    };
    await record(within, {
      departmentId,
      entity: "many",
      entityId: manyId,
      action: before ? "saved" : "written",
      ...(before && { before: { body: before.body } }),
      after: { body: body.body, ...counts },
    });
    return { version: body.version + 1, ...counts };
  });
}

const stale = () => new Failure("savedMeanwhile");
