/** One's own account: its password, and where it is signed in. */
import { verify } from "@node-rs/argon2";
import type * as contract from "@verdant/contract/account";
import type { Input, Result } from "@verdant/contract/endpoint";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { hashOf } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { giveBack, takeTry, type Limit } from "../platform/throttle.ts";
import { deleteOtherSessions } from "../platform/session.ts";
import * as store from "./accountStore.ts";
import { hashPassword, mustBeHardToGuess } from "./passwordRules.ts";
import { updatePassword } from "./passwordStore.ts";

export async function changePassword(
  scope: Scope<Member>,
  { body }: Input<typeof contract.changePassword>,
): Promise<{ ok: true }> {
  const { departmentId, personId } = scope.caller;
  const limits: Limit[] = [{ key: `password own ${personId}`, failures: 10 }];
  await takeTry(scope, limits);
  const person = await store.findPerson(scope.db, personId);
  if (!person?.passwordHash || !(await verify(person.passwordHash, body.current))) {
    throw new Failure("passwordNotThis", {}, { at: "/body/current" });
  }
  await giveBack(scope, limits);
  mustBeHardToGuess(body.password, [person.name, person.email]);
  const passwordHash = await hashPassword(body.password);
  return atomically(scope, async (within) => {
    await updatePassword(within.db, personId, passwordHash, thisOne(scope));
    await record(within, { departmentId, entity: "member", entityId: personId, action: "passwordChanged" });
    return { ok: true };
  });
}

export async function listSessions(scope: Scope<Member>): Promise<Result<typeof contract.listSessions>> {
  const here = thisOne(scope);
  const rows = await store.listSessions(scope.db, scope.caller.personId, scope.now());
  return {
    sessions: rows.map(({ tokenHash, createdAt, expiresAt }) => ({
      signedInAt: createdAt.toISOString(),
      until: expiresAt.toISOString(),
      isThis: here !== null && tokenHash.equals(here),
    })),
  };
}

export async function endOtherSessions(scope: Scope<Member>): Promise<Result<typeof contract.endOtherSessions>> {
  return { ended: await deleteOtherSessions(scope.db, scope.caller.personId, thisOne(scope)) };
}

const thisOne = ({ sessionToken }: Scope) => (sessionToken === undefined ? null : hashOf(sessionToken));
