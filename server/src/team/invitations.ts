/** Links that let people in: shown to a lead, passed on by hand, withdrawn or expired. */
import { createHmac, timingSafeEqual } from "node:crypto";
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/members";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { giveBack, takeTry, type Limit } from "../platform/throttle.ts";
import { addGrants, mustKnowTopics, replaceGrants, topicName, topicNames } from "./grants.ts";
import * as store from "./invitationStore.ts";
import { hashPassword, mustBeHardToGuess } from "./passwordRules.ts";
import { findAccount, insertAccount } from "./findAccount.ts";
import { mustPassSecondFactor } from "./secondFactor.ts";
import { beginSession } from "./service.ts";

/** Made from the installation's secret, so that it can be shown again and is nowhere to be stolen from. */
const secretOf = ({ secret }: Scope, id: string) =>
  `${id}.${createHmac("sha256", secret).update(`invitation ${id}`).digest("base64url")}`;

const linkOf = (scope: Scope, id: string) => `/join#${secretOf(scope, id)}`;

export async function listInvitations(scope: Scope<Member>): Promise<Result<typeof contract.listInvitations>> {
  const { db, caller, now } = scope;
  const rows = await store.listOpen(db, caller.departmentId, now());
  const names = await topicNames(db, caller.departmentId);
  return {
    invitations: rows.map(({ expiresAt, grants, came, ...row }) => ({
      ...row,
      link: linkOf(scope, row.id),
      expiresAt: expiresAt.toISOString(),
      came,
      grants: grants.map((grant) => ({ mayEdit: false, ...grant, topic: topicName(names, grant.topicId) })),
    })),
  };
}

export function invite(
  scope: Scope<Member>,
  { body }: Input<typeof contract.invite>,
): Promise<Result<typeof contract.invite>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    await mustKnowTopics(within, body.grants);
    const id = newId();
    await store.insertInvitation(db, {
      departmentId,
      id,
      role: body.role,
      note: body.note,
      grants: JSON.stringify(body.grants),
      by: personId,
      at: now(),
      expiresAt: new Date(now().getTime() + body.days * 86_400_000),
    });
    await record(within, {
      departmentId,
      entity: "invitation",
      entityId: id,
      action: "made",
      after: { role: body.role },
    });
    return { id, link: linkOf(within, id) };
  });
}

export function withdrawInvitation(
  scope: Scope<Member>,
  { params }: Input<typeof contract.withdrawInvitation>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const isDone = await store.withdraw(db, departmentId, params.invitationId, now());
    need(isDone || undefined, "invitation");
    await record(within, { departmentId, entity: "invitation", entityId: params.invitationId, action: "withdrawn" });
    return { ok: true };
  });
}

/** The invitation that a secret stands for; one answer for all that cannot be used. */
async function invitationBy(scope: Scope, secret: string) {
  const limits: Limit[] = [{ key: `invitation address ${scope.address}`, failures: 60 }];
  await takeTry(scope, limits);
  const [id = ""] = secret.split(".");
  const expected = Buffer.from(/^[0-9a-f-]{36}$/.test(id) ? secretOf(scope, id) : "");
  const given = Buffer.from(secret);
  const isRight = expected.length === given.length && timingSafeEqual(expected, given);
  const found = isRight ? await store.findUsable(scope.db, id, scope.now()) : undefined;
  if (!found) throw new Failure("invitationUsed");
  await giveBack(scope, limits);
  return found;
}

export async function showInvitation(
  scope: Scope,
  { body }: Input<typeof contract.showInvitation>,
): Promise<Result<typeof contract.showInvitation>> {
  const { departmentId, department, by, role, expiresAt, grants } = await invitationBy(scope, body.secret);
  const names = await topicNames(scope.db, departmentId);
  return {
    ...{ department, by, role },
    expiresAt: expiresAt.toISOString(),
    topics: grants.map((grant) => topicName(names, grant.topicId)),
    mayEdit: grants.some((grant) => grant.mayEdit === true),
  };
}

export async function acceptInvitation(
  scope: Scope,
  { body }: Input<typeof contract.acceptInvitation>,
): Promise<Result<typeof contract.acceptInvitation>> {
  const invitation = await invitationBy(scope, body.secret);
  const limits: Limit[] = [
    { key: `password address ${scope.address}`, failures: 100 },
    { key: `password account ${body.email.toLowerCase()}`, failures: 10 },
  ];
  await takeTry(scope, limits);
  const found = await findAccount(scope, body.email, body.password);
  // Without a name one says that one has an account; what is wrong with the two is not told.
  if (found.personId === null && body.name === undefined) throw new Failure("signInWrong");
  await giveBack(scope, limits);
  if (found.personId !== null) await mustPassSecondFactor(scope, found.personId, body.code);
  else mustBeHardToGuess(body.password, [body.name ?? "", body.email]);
  const passwordHash = found.personId === null ? await hashPassword(body.password) : null;
  const personId = found.personId ?? newId();
  const { departmentId, role, grants, id } = invitation;
  await atomically(scope, async (within) => {
    const { db, now } = within;
    const { email, name = "" } = body;
    if (passwordHash !== null) await insertAccount(within, { id: personId, email, name, passwordHash }, found);
    const before = await store.findMembership(db, departmentId, personId);
    // Who is in already is never made less by a link.
    if (before && before.leftAt === null && before.role !== "guest") throw new Failure("memberAlready");
    await store.upsertMembership(db, { departmentId, id: newId(), personId, role, joinedAt: now(), leftAt: null });
    const member = { kind: "member", departmentId, personId, name: "", role: "teacher" } as const;
    if (role !== "guest") await replaceGrants({ ...within, caller: member }, personId, []);
    await addGrants(db, { departmentId, personId, invitationId: id }, grants);
    await record(
      { ...within, caller: member },
      { departmentId, entity: "member", entityId: personId, action: "joined", after: { role, invitationId: id } },
    );
  });
  return beginSession(scope, departmentId, personId);
}
