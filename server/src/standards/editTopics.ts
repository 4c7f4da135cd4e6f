/** The topic tree, changed in place. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/standards";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { listTopics } from "./listTopics.ts";
import * as store from "./store.ts";

type Topic = Result<typeof contract.addTopic>;

async function topicOf(scope: Scope<Member>, topicId: string): Promise<Topic> {
  const { topics } = await listTopics(scope);
  return need(
    topics.find((topic) => topic.id === topicId),
    "topic",
  );
}

export function addTopic(scope: Scope<Member>, { body }: Input<typeof contract.addTopic>): Promise<Topic> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    if (body.parentId !== null) need(await store.findTopic(db, departmentId, body.parentId), "topic");
    const id = newId();
    await store.insertTopic(db, { departmentId, id, parentId: body.parentId, name: body.name });
    await store.rebuildAncestors(db, departmentId);
    await record(within, { departmentId, entity: "topic", entityId: id, action: "added", after: body });
    return topicOf(within, id);
  });
}

export function changeTopic(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.changeTopic>,
): Promise<Topic> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { topicId } = params;
    const before = need(await store.findTopic(db, departmentId, topicId), "topic");
    if (body.parentId !== undefined && body.parentId !== null) await mustNotCircle(within, topicId, body.parentId);
    await store.updateTopic(db, departmentId, topicId, {
      ...(body.name !== undefined && { name: body.name }),
      ...(body.parentId !== undefined && { parentId: body.parentId }),
    });
    if (body.step !== undefined) await store.stepTopic(db, departmentId, topicId, body.step);
    if (body.standardIds !== undefined) {
      const known = await store.replaceTopicStandards(db, departmentId, topicId, body.standardIds);
      if (known !== new Set(body.standardIds).size) {
        throw new Failure("standardGone", {}, { at: "/body/standardIds" });
      }
    }
    if (body.parentId !== undefined) await store.rebuildAncestors(db, departmentId);
    await record(within, { departmentId, entity: "topic", entityId: topicId, action: "changed", before, after: body });
    return topicOf(within, topicId);
  });
}

async function mustNotCircle({ db, caller }: Scope<Member>, topicId: string, parentId: string): Promise<void> {
  need(await store.findTopic(db, caller.departmentId, parentId), "topic");
  if (await store.liesUnder(db, caller.departmentId, parentId, topicId)) {
    throw new Failure("topicUnderItself", {}, { at: "/body/parentId" });
  }
}

/** Only what nothing stands on can be put away. */
export function archiveTopic(
  scope: Scope<Member>,
  { params }: Input<typeof contract.archiveTopic>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { topicId } = params;
    need(await store.findTopic(db, departmentId, topicId), "topic");
    const { items, topics, units } = await store.countOnTopic(db, departmentId, topicId);
    if (items + topics + units > 0) {
      throw new Failure("topicInUse", { items, subtopics: topics, units });
    }
    await store.updateTopic(db, departmentId, topicId, { archivedAt: now() });
    await record(within, { departmentId, entity: "topic", entityId: topicId, action: "archived" });
    return { ok: true as const };
  });
}

export function restoreTopic(scope: Scope<Member>, { params }: Input<typeof contract.restoreTopic>): Promise<Topic> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const found = await store.updateTopic(db, departmentId, params.topicId, { archivedAt: null });
    need(found, "topic");
    await record(within, { departmentId, entity: "topic", entityId: params.topicId, action: "restored" });
    return topicOf(within, params.topicId);
  });
}
