/** Writing together: presence, goals, and what was written last. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/writing";
import { headline } from "@verdant/core/richText";
import { findLikeItems } from "../bank/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

/** Whoever has not been heard of for so long is gone. */
const fadesAfterMs = 25_000;
const latestShown = 30;
/** How many of the latest are compared with the bank at each asking. */
const compared = 12;

export async function keepPresence(
  { db, caller, now }: Scope<Member>,
  { params, body }: Input<typeof contract.keepPresence>,
): Promise<Result<typeof contract.keepPresence>> {
  const { departmentId, personId } = caller;
  const at = now();
  const since = new Date(at.getTime() - fadesAfterMs);
  await store.upsertPresence(db, { departmentId, itemId: params.itemId, personId, topicId: body.topicId, seenAt: at });
  await store.deleteFadedPresence(db, departmentId, since);
  const present = await store.listPresent(db, departmentId, since);
  return {
    others: present
      .filter((one) => one.itemId === params.itemId && one.personId !== personId)
      .map(({ personId: id, name }) => ({ personId: id, name })),
  };
}

export async function showWritingDay({
  db,
  caller,
  now,
}: Scope<Member>): Promise<Result<typeof contract.showWritingDay>> {
  const { departmentId } = caller;
  const at = now();
  const present = await store.listPresent(db, departmentId, new Date(at.getTime() - fadesAfterMs));
  const today = await store.countWrittenToday(db, departmentId, at);
  const members = await store.listMembers(db, departmentId);
  const latest = await store.listLatest(db, departmentId, latestShown);
  return {
    people: members.map(({ personId, name }) => ({
      personId,
      name,
      usable: today.find((one) => one.personId === personId)?.usable ?? 0,
      inProgress: today.find((one) => one.personId === personId)?.inProgress ?? 0,
      now: present
        .filter((one) => one.personId === personId)
        .map(({ itemId, number, topic }) => ({ item: number === null ? null : { id: itemId, number }, topic })),
    })),
    goals: (await store.listGoals(db, departmentId)).map(({ personId, person, ...goal }) => ({
      ...goal,
      person: personId === null ? null : { personId, name: person ?? "" },
    })),
    latest: latest.map(({ content, at: written, ...item }) => ({
      ...item,
      stem: headline(content.stem),
      at: written.toISOString(),
    })),
  };
}

/** What is to be written on each topic, with what was written to it since. */
export const listGoals = ({ db, caller }: Scope<Member>) => store.listGoals(db, caller.departmentId);

export async function listWrittenTwice(scope: Scope<Member>): Promise<Result<typeof contract.listWrittenTwice>> {
  const latest = await store.listLatest(scope.db, scope.caller.departmentId, compared, true);
  const twice = [];
  for (const { id, number, owner, content } of latest) {
    // The sheet holds the questions: their stand-ins here say little, and all the same.
    if (content.kind === "keyOnly") continue;
    const { like } = await findLikeItems(scope, { body: { contents: [content], besides: [id] } });
    const [found] = like;
    if (!found) continue;
    twice.push({
      ...{ id, number, owner, stem: headline(content.stem) },
      like: { id: found.itemId, number: found.number, stem: headline(found.content.stem) },
    });
  }
  return { twice };
}

export function setGoal(scope: Scope<Member>, { params, body }: Input<typeof contract.setGoal>): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    if (!(await store.lockTopic(db, departmentId, body.topicId)))
      throw new Failure("topicGone", {}, { at: "/body/topicId" });
    const members = await store.listMembers(db, departmentId);
    if (body.personId !== null && !members.some((one) => one.personId === body.personId))
      throw new Failure("goalColleagueGone", {}, { at: "/body/personId" });
    const kept = await store.upsertGoal(db, {
      departmentId,
      id: params.goalId,
      ...body,
      since: now(),
      by: caller.personId,
    });
    if (!kept) throw new Failure("goalExists");
    await record(within, { departmentId, entity: "writingGoal", entityId: params.goalId, action: "set", after: body });
    return { ok: true };
  });
}

/** As even as whole items go; whoever comes first in the department gets one more. */
export function shareGoal(scope: Scope<Member>, { params }: Input<typeof contract.shareGoal>): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const goal = need(await store.findGoal(db, departmentId, params.goalId), "goal");
    const members = await store.listMembers(db, departmentId);
    await store.deleteGoalsOf(db, departmentId, goal.topicId);
    const [each, over] = [Math.floor(goal.wanted / members.length), goal.wanted % members.length];
    for (const [i, { personId }] of members.entries()) {
      const wanted = each + (i < over ? 1 : 0);
      if (wanted > 0) await store.upsertGoal(db, { ...goal, departmentId, id: newId(), personId, wanted });
    }
    await record(within, {
      departmentId,
      entity: "writingGoal",
      entityId: params.goalId,
      action: "shared",
      before: { topicId: goal.topicId, wanted: goal.wanted },
    });
    return { ok: true };
  });
}

export function dropGoal(scope: Scope<Member>, { params }: Input<typeof contract.dropGoal>): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const goal = need(await store.findGoal(db, departmentId, params.goalId), "goal");
    await store.deleteGoal(db, departmentId, goal.id);
    await record(within, { departmentId, entity: "writingGoal", entityId: goal.id, action: "dropped", before: goal });
    return { ok: true };
  });
}
