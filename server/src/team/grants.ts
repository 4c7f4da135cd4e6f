/** What guests get to see and write. */
import type { Grant, NamedGrant } from "@verdant/contract/members";
import type { Db } from "../platform/database.ts";
import { Failure } from "../platform/failure.ts";
import { newId } from "../platform/id.ts";
import type { Scope, Member } from "../platform/scope.ts";
import * as store from "./grantStore.ts";

/** The name of what a grant opens. */
export const topicName = (names: ReadonlyMap<string, string>, topicId: string | null): string =>
  topicId === null ? "the whole bank" : (names.get(topicId) ?? "a topic that is gone");

export const topicNames = async (db: Db, departmentId: string): Promise<ReadonlyMap<string, string>> =>
  new Map((await store.listTopicNames(db, departmentId)).map((one) => [one.id, one.name]));

export async function listGrants(db: Db, departmentId: string): Promise<(NamedGrant & { personId: string })[]> {
  const names = await topicNames(db, departmentId);
  const rows = await store.listGrants(db, departmentId);
  return rows.map((row) => ({ ...row, topic: topicName(names, row.topicId) }));
}

export async function mustKnowTopics({ db, caller }: Scope<Member>, grants: readonly Grant[]): Promise<void> {
  const names = await topicNames(db, caller.departmentId);
  if (grants.every((grant) => grant.topicId === null || names.has(grant.topicId))) return;
  throw new Failure("oneTopicGone", {}, { at: "/body/grants" });
}

export async function replaceGrants(
  { db, caller }: Scope<Member>,
  personId: string,
  grants: readonly Grant[],
): Promise<void> {
  const { departmentId } = caller;
  await store.deleteGrants(db, departmentId, personId);
  await addGrants(db, { departmentId, personId, invitationId: null }, grants);
}

export async function addGrants(
  db: Db,
  to: { departmentId: string; personId: string; invitationId: string | null },
  grants: readonly { topicId: string | null; seesReserved: boolean; mayEdit?: boolean | undefined }[],
): Promise<void> {
  for (const { topicId, seesReserved, mayEdit = false } of grants)
    await store.insertGrant(db, { ...to, id: newId(), topicId, seesReserved, mayEdit });
}
