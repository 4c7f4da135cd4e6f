/** Passwords set anew by a link that a lead made, and going on in another department. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/members";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { hashOf, newToken } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { giveBack, takeTry, type Limit } from "../platform/throttle.ts";
import { mustBelongHereOnly } from "./mustBelongHereOnly.ts";
import * as store from "./passwordStore.ts";
import { hashPassword, mustBeHardToGuess } from "./passwordRules.ts";
import { mustPassSecondFactor } from "./secondFactor.ts";
import { beginSession } from "./service.ts";

const linkDays = 3;

export function makePasswordLink(
  scope: Scope<Member>,
  { params }: Input<typeof contract.makePasswordLink>,
): Promise<Result<typeof contract.makePasswordLink>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { personId } = params;
    await mustBelongHereOnly(within, personId);
    const token = newToken();
    const expiresAt = new Date(now().getTime() + linkDays * 86_400_000);
    await store.replaceReset(db, { tokenHash: hashOf(token), personId, departmentId, by: caller.personId, expiresAt });
    await record(within, { departmentId, entity: "member", entityId: personId, action: "passwordLinkMade" });
    return { link: `/password#${token}`, expiresAt: expiresAt.toISOString() };
  });
}

export async function setPassword(
  scope: Scope,
  { body }: Input<typeof contract.setPassword>,
): Promise<Result<typeof contract.setPassword>> {
  const limits: Limit[] = [{ key: `password link address ${scope.address}`, failures: 60 }];
  await takeTry(scope, limits);
  mustBeHardToGuess(body.password, []);
  const passwordHash = await hashPassword(body.password);
  const owner = await store.findReset(scope.db, hashOf(body.secret), scope.now());
  if (owner) await mustPassSecondFactor(scope, owner.personId, body.code);
  const reset = await atomically(scope, async ({ db, now }) => {
    const found = await store.takeReset(db, hashOf(body.secret), now());
    if (found) await store.updatePassword(db, found.personId, passwordHash);
    return found;
  });
  if (!reset) throw new Failure("resetUsed");
  await giveBack(scope, limits);
  return beginSession(scope, reset.departmentId, reset.personId);
}

const personOf = ({ caller }: Scope): string => {
  if (caller.kind === "member" || caller.kind === "guest") return caller.personId;
  throw new Failure("signInFirst");
};

export async function listMyDepartments(scope: Scope): Promise<Result<typeof contract.listMyDepartments>> {
  return { departments: await store.listDepartmentsOf(scope.db, personOf(scope)) };
}

export async function changeDepartment(
  scope: Scope,
  { body }: Input<typeof contract.changeDepartment>,
): Promise<Result<typeof contract.changeDepartment>> {
  const personId = personOf(scope);
  const departments = await store.listDepartmentsOf(scope.db, personId);
  need(
    departments.find((one) => one.departmentId === body.departmentId),
    "department",
  );
  return beginSession(scope, body.departmentId, personId);
}
