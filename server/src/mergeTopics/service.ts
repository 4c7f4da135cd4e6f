/** Topics put together and taken apart: what hangs on them follows, memory is worked out again, and all of it can be undone. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/mergeTopics";
import { takeChange } from "../bank/service.ts";
import { giveEvidence, moveEvidence } from "../plan/memory.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { insertTopic, rebuildAncestors, updateTopic } from "../standards/topics.ts";
import * as store from "./store.ts";

type Merged = Result<typeof contract.mergeTopics>;

export function mergeTopics(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.mergeTopics>,
): Promise<Merged> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const [from, into] = [params.topicId, body.intoId];
    if (from === into) throw refused("Choose another topic to merge it into.");
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const topics = await store.lockTopics(db, departmentId, [from, into]);
    const [fromTopic, intoTopic] = [from, into].map((id) => topics.find((one) => one.id === id));
    need(fromTopic, "topic");
    if (!intoTopic) throw refused("The topic to merge it into is no longer there. Choose another.");
    if (fromTopic?.isGone) throw gone(fromTopic.name);
    if (intoTopic.isGone) throw gone(intoTopic.name);
    const before = await store.readAll(db, departmentId, from, into);
    const evidence = await moveEvidence(db, departmentId, from, into);
    await store.moveAll(db, departmentId, from, into);
    await store.touchItems(db, departmentId, before.items, { changeSeq, changedAt: now() });
    await updateTopic(db, departmentId, from, { archivedAt: now(), mergedIntoId: into });
    await rebuildAncestors(db, departmentId);
    const batchId = newId();
    await record(within, {
      departmentId,
      entity: "topic",
      entityId: from,
      action: "merged",
      batchId,
      before: { ...before, evidence },
      after: { intoId: into },
    });
    return { batchId, items: before.items.length, classes: before.classes.length };
  });
}

export function undoMerge(scope: Scope<Member>, { params }: Input<typeof contract.undoMerge>): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const merge = need(await store.findMerge(db, departmentId, params.batchId), "merge of two topics");
    const { fromId: from, intoId: into, before } = merge;
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const topics = await store.lockTopics(db, departmentId, [from, into]);
    if (topics.find((one) => one.id === from)?.mergedIntoId !== into)
      throw new Failure("conflict", "These two are apart already.");
    if (topics.find((one) => one.id === into)?.isGone)
      throw new Failure("conflict", "The other topic has been put away or merged since. Bring it back first.");
    await updateTopic(db, departmentId, from, { archivedAt: null, mergedIntoId: null });
    await store.restoreAll(db, departmentId, from, into, before);
    await giveEvidence(db, departmentId, into, from, before.evidence);
    await store.touchItems(db, departmentId, before.items, { changeSeq, changedAt: now() });
    await rebuildAncestors(db, departmentId);
    await record(within, {
      departmentId,
      entity: "topic",
      entityId: from,
      action: "mergeUndone",
      after: { intoId: into },
    });
    return { ok: true as const };
  });
}

/** Takes what serves some of the standards out of a topic, into a new one beside it. */
export function splitTopic(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.splitTopic>,
): Promise<Result<typeof contract.splitTopic>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const [topic] = await store.lockTopics(db, departmentId, [params.topicId]);
    need(topic, "topic");
    if (topic?.isGone) throw gone(topic.name);
    const id = newId();
    await insertTopic(db, { departmentId, id, parentId: topic?.parentId ?? null, name: body.name });
    const itemIds = await store.takeOut(db, departmentId, params.topicId, id, body.standardIds);
    if (itemIds.length === 0)
      throw refused("No item of this topic serves one of these standards, so nothing would move.");
    await store.touchItems(db, departmentId, itemIds, { changeSeq, changedAt: now() });
    await rebuildAncestors(db, departmentId);
    await moveEvidence(db, departmentId, params.topicId, id, itemIds);
    await record(within, {
      departmentId,
      entity: "topic",
      entityId: params.topicId,
      action: "split",
      after: { topicId: id, name: body.name, standardIds: body.standardIds, items: itemIds.length },
    });
    return { topicId: id, items: itemIds.length };
  });
}

const refused = (detail: string) => new Failure("invalid", detail, { errors: [{ pointer: "/body/intoId", detail }] });

const gone = (name: string) =>
  new Failure("conflict", `“${name}” has been put away or merged meanwhile. Look at the tree again.`);
