/** Who belongs to a department, what they may, and how they leave: with everything of theirs in somebody's hands. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/members";
import { deleteOwn, handOverItems } from "../bank/handOver.ts";
import { takeChange } from "../bank/service.ts";
import { handOverClasses } from "../courses/teachers.ts";
import { handOverReleases } from "../delivery/handOver.ts";
import { groupBy } from "@verdant/core/groupBy";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { listGrants, mustKnowTopics, replaceGrants } from "./grants.ts";
import { isAsked } from "./secondFactorStore.ts";
import { deletePresence, handOverGoals } from "../writing/handOver.ts";
import { deleteSessionsIn } from "../platform/session.ts";
import * as store from "./membersStore.ts";

export { acceptInvitation, invite, listInvitations, showInvitation, withdrawInvitation } from "./invitations.ts";
export { changeDepartment, listMyDepartments, makePasswordLink, setPassword } from "./passwords.ts";
export { listActivity } from "./activity.ts";

export async function listMembers({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listMembers>> {
  const { departmentId } = caller;
  const rows = await store.listMembers(db, departmentId);
  const grants = groupBy(await listGrants(db, departmentId), (one) => one.personId);
  return {
    members: rows.map(({ joinedAt, leftAt, ...row }) => ({
      ...row,
      joinedAt: joinedAt.toISOString(),
      leftAt: leftAt?.toISOString() ?? null,
      grants: grants.get(row.personId) ?? [],
    })),
    asksSecondFactor: await isAsked(db, departmentId),
  };
}

const lastLead = () => new Failure("lastLead");

export function changeRole(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.changeRole>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const members = await store.lockMembers(db, departmentId);
    const member = need(
      members.find((one) => one.personId === params.personId && one.role !== "guest"),
      "member",
    );
    if (body.role !== "lead" && isLastLead(members, params.personId)) throw lastLead();
    await store.updateMembership(db, departmentId, params.personId, { role: body.role });
    await record(within, {
      departmentId,
      entity: "member",
      entityId: params.personId,
      action: "roleChanged",
      before: { role: member.role },
      after: { role: body.role },
    });
    return { ok: true };
  });
}

export function changeGrants(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.changeGrants>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { personId } = params;
    const members = await store.lockMembers(db, departmentId);
    need(
      members.find((one) => one.personId === personId && one.role === "guest"),
      "member",
    );
    await mustKnowTopics(within, body.grants);
    const before = (await listGrants(db, departmentId)).filter((one) => one.personId === personId);
    await replaceGrants(within, personId, body.grants);
    await record(within, {
      departmentId,
      entity: "member",
      entityId: personId,
      action: "grantsChanged",
      before: { grants: before.map(({ topicId, seesReserved, mayEdit }) => ({ topicId, seesReserved, mayEdit })) },
      after: { grants: body.grants },
    });
    return { ok: true };
  });
}

const isLastLead = (members: readonly { personId: string; role: string }[], personId: string) => {
  const leads = members.filter((one) => one.role === "lead");
  return leads.length === 1 && leads[0]?.personId === personId;
};

export function endMembership(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.endMembership>,
): Promise<Result<typeof contract.endMembership>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { personId } = params;
    if (personId !== caller.personId && caller.role !== "lead") throw new Failure("leadEndsMembership");
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const members = await store.lockMembers(db, departmentId);
    const member = need(
      members.find((one) => one.personId === personId),
      "member",
    );
    if (isLastLead(members, personId)) throw lastLead();
    const named = members.find((one) => one.personId === body.handOverTo && one.personId !== personId);
    // What a guest wrote here stays, in the hands of a lead.
    const heir =
      named ??
      (member.role === "guest"
        ? (members.find((one) => one.personId === caller.personId && one.role === "lead") ??
          members.find((one) => one.role === "lead"))
        : undefined);
    if (member.role !== "guest" && (!heir || heir.role === "guest")) {
      throw new Failure("heirMissing", {}, { at: "/body/handOverTo" });
    }
    const handed = { items: 0, goals: 0, releases: 0, classes: 0 };
    if (heir) {
      const leaving = { departmentId, from: personId, to: heir.personId };
      handed.items = await handOverItems(db, leaving, { changeSeq, changedAt: now() });
      handed.goals = await handOverGoals(db, leaving);
      handed.releases = await handOverReleases(db, leaving, now());
      handed.classes = await handOverClasses(db, leaving);
    }
    await store.updateMembership(db, departmentId, personId, { leftAt: now() });
    await deleteSessionsIn(db, departmentId, { personId });
    await store.deleteGrants(db, departmentId, personId);
    await deleteOwn(db, departmentId, personId);
    await deletePresence(db, departmentId, personId);
    await record(within, {
      departmentId,
      entity: "member",
      entityId: personId,
      action: "left",
      before: { role: member.role },
      after: { handedOverTo: heir?.personId ?? null, ...handed },
    });
    return handed;
  });
}
