/** Topics put together and taken apart: each room moves what is its own, and all of it can be undone. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/mergeTopics";
import { renameTopic, restoreBlueprints, type SavedBlueprint } from "../assembly/topicBlueprints.ts";
import { takeChange } from "../bank/service.ts";
import { giveItemsBack, moveItems } from "../bank/topicItems.ts";
import { copyTopic, ofCourses } from "../courses/topicRows.ts";
import { giveManiesBack, moveManies } from "../many/topicManies.ts";
import { giveEvidence, listClassesOf, moveEvidence, type EvidencePlace } from "../plan/memory.ts";
import { ofPlans } from "../plan/topicRows.ts";
import { ofRemedies } from "../remedies/topicRows.ts";
import { Failure, need } from "../platform/failure.ts";
import { findDeed, record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import {
  giveStandards,
  insertTopic,
  lockTopics,
  moveChildren,
  ofStandards,
  rebuildAncestors,
  restoreChildren,
  updateTopic,
} from "../standards/topics.ts";
import { movePresence, ofWriting } from "../writing/topicRows.ts";

/** Rows that exist once a topic, whosever they are. */
const allRows = [...ofStandards, ...ofCourses, ...ofPlans, ...ofRemedies, ...ofWriting];

/** What a merge keeps for being undone. */
interface Before {
  readonly items: readonly string[];
  readonly manies: readonly string[];
  readonly children: readonly string[];
  /** Per table all rows of either topic. */
  readonly rows: Readonly<Record<string, readonly object[]>>;
  readonly evidence: readonly EvidencePlace[];
  readonly blueprints: readonly SavedBlueprint[];
  /** What the topic merged into lay under. */
  readonly intoParentId: string | null;
}

type Merged = Result<typeof contract.mergeTopics>;

export function mergeTopics(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.mergeTopics>,
): Promise<Merged> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const [from, into] = [params.topicId, body.intoId];
    if (from === into) throw refused("mergeIntoItself");
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const topics = await lockTopics(db, departmentId, [from, into]);
    const [fromTopic, intoTopic] = [from, into].map((id) => topics.find((one) => one.id === id));
    need(fromTopic, "topic");
    if (!intoTopic) throw refused("mergeTargetGone");
    if (fromTopic?.isGone) throw gone(fromTopic.name);
    if (intoTopic.isGone) throw gone(intoTopic.name);
    const classes = await listClassesOf(db, departmentId, [from, into]);
    const before = await moveAll(within, { from, into, changeSeq, intoParentId: intoTopic.parentId });
    await updateTopic(db, departmentId, from, { archivedAt: now(), mergedIntoId: into });
    await rebuildAncestors(db, departmentId);
    const batchId = newId();
    await record(within, {
      departmentId,
      entity: "topic",
      entityId: from,
      action: "merged",
      batchId,
      before,
      after: { intoId: into },
    });
    return { batchId, items: before.items.length, classes: classes.length };
  });
}

export function undoMerge(scope: Scope<Member>, { params }: Input<typeof contract.undoMerge>): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const merge = need(await findDeed<Before, { intoId: string }>(db, departmentId, params.batchId, "merged"), "merge");
    const { entityId: from, before } = merge;
    const into = merge.after.intoId;
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const topics = await lockTopics(db, departmentId, [from, into]);
    if (topics.find((one) => one.id === from)?.mergedIntoId !== into) throw new Failure("topicsApart");
    if (topics.find((one) => one.id === into)?.isGone) throw new Failure("topicArchivedSince");
    await updateTopic(db, departmentId, from, { archivedAt: null, mergedIntoId: null });
    await restoreAll(within, { from, into, changeSeq, before });
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

async function moveAll(
  { db, caller, now }: Scope<Member>,
  given: { from: string; into: string; changeSeq: number; intoParentId: string | null },
): Promise<Before> {
  const { departmentId } = caller;
  const { from, into, changeSeq, intoParentId } = given;
  const rows: Record<string, object[]> = {};
  for (const one of allRows) {
    rows[one.table] = (await one.read(db, departmentId, [from, into])) as object[];
    await one.move(db, departmentId, from, into);
  }
  await movePresence(db, departmentId, from, into);
  return {
    rows,
    intoParentId,
    items: await moveItems(db, departmentId, from, into, { changeSeq, changedAt: now() }),
    manies: await moveManies(db, departmentId, from, into),
    evidence: await moveEvidence(db, departmentId, from, into),
    blueprints: await renameTopic(db, departmentId, from, into),
    children: await moveChildren(db, departmentId, from, into),
  };
}

/** Everything back where it was; what came to the topic since stays there. */
async function restoreAll(
  { db, caller, now }: Scope<Member>,
  { from, into, changeSeq, before }: { from: string; into: string; changeSeq: number; before: Before },
): Promise<void> {
  const { departmentId } = caller;
  const both = { from, into };
  await giveItemsBack(db, departmentId, before.items, both, { changeSeq, changedAt: now() });
  await giveManiesBack(db, departmentId, before.manies, both);
  await giveEvidence(db, departmentId, into, from, before.evidence);
  await restoreChildren(db, departmentId, both, before);
  await restoreBlueprints(db, departmentId, both, before.blueprints);
  for (const one of allRows) await one.restore(db, departmentId, from, into, before.rows[one.table] ?? []);
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
    const [topic] = await lockTopics(db, departmentId, [params.topicId]);
    need(topic, "topic");
    if (topic?.isGone) throw gone(topic.name);
    const id = newId();
    await insertTopic(db, { departmentId, id, parentId: topic?.parentId ?? null, name: body.name });
    const change = { changeSeq, changedAt: now() };
    const itemIds = await moveItems(db, departmentId, params.topicId, id, change, body.standardIds);
    if (itemIds.length === 0) throw refused("nothingToSplit");
    await copyTopic(db, departmentId, params.topicId, id);
    await giveStandards(db, departmentId, params.topicId, id, body.standardIds);
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

const refused = (code: "mergeIntoItself" | "mergeTargetGone" | "nothingToSplit") =>
  new Failure(code, {}, { at: "/body/intoId" });

const gone = (name: string) => new Failure("topicGoneMeanwhile", { name });
