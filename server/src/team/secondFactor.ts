/** The second factor of staff (TOTP, RFC 6238): turned on and off, asked for at sign-in, and asked of a department. */
import { randomInt } from "node:crypto";
import { verify } from "@node-rs/argon2";
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/secondFactor";
import { Secret, TOTP } from "otpauth";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { markOf, seal, unseal } from "../platform/sealing.ts";
import { giveBack, takeTry, takeTurn, type Limit } from "../platform/throttle.ts";
import { findPerson } from "./accountStore.ts";
import { mustBelongHereOnly } from "./mustBelongHereOnly.ts";
import { listDepartmentsOf } from "./passwordStore.ts";
import * as store from "./secondFactorStore.ts";

const purpose = "second factor";
const codesAtOnce = 10;
/** Without letters and digits that look alike. */
const alphabet = "abcdefghjkmnpqrstuvwxyz23456789";

const totpOf = (secret: string, label = "") =>
  new TOTP({ issuer: "Verdant Loop", label, secret: Secret.fromBase32(secret) });

export async function showSecondFactor(scope: Scope<Member>): Promise<Result<typeof contract.showSecondFactor>> {
  const { db, caller } = scope;
  const factor = await store.findFactor(db, caller.personId);
  const isOn = factor?.confirmedAt != null;
  return {
    isOn,
    isAsked: await store.isAskedOf(db, caller.personId),
    codesLeft: isOn ? Number(factor.codesLeft) : 0,
  };
}

export async function beginSecondFactor(
  scope: Scope<Member>,
  { body }: Input<typeof contract.beginSecondFactor>,
): Promise<Result<typeof contract.beginSecondFactor>> {
  const email = await mustKnowPassword(scope, body.password);
  const secret = new Secret({ size: 20 }).base32;
  if (!(await store.upsertSecret(scope.db, scope.caller.personId, seal(scope.secret, purpose, secret))))
    throw new Failure("secondStepOn");
  return { uri: totpOf(secret, email).toString(), secret };
}

export async function confirmSecondFactor(
  scope: Scope<Member>,
  { body }: Input<typeof contract.confirmSecondFactor>,
): Promise<Result<typeof contract.confirmSecondFactor>> {
  const { personId } = scope.caller;
  await mustBeRight(scope, personId, body.code, "app");
  return atomically(scope, async (within) => {
    await store.confirmFactor(within.db, personId, within.now());
    await recordOwn(within, "secondFactorOn");
    return newCodes(within, personId);
  });
}

export async function renewRecoveryCodes(
  scope: Scope<Member>,
  { body }: Input<typeof contract.renewRecoveryCodes>,
): Promise<Result<typeof contract.renewRecoveryCodes>> {
  const { personId } = scope.caller;
  await mustKnowPassword(scope, body.password);
  return atomically(scope, async (within) => {
    const factor = await store.findFactor(within.db, personId);
    if (factor?.confirmedAt == null) throw new Failure("secondStepOff");
    await recordOwn(within, "recoveryCodesRenewed");
    return newCodes(within, personId);
  });
}

export async function endSecondFactor(
  scope: Scope<Member>,
  { body }: Input<typeof contract.endSecondFactor>,
): Promise<{ ok: true }> {
  const { personId } = scope.caller;
  await mustKnowPassword(scope, body.password);
  if (await store.isAskedOf(scope.db, personId)) throw new Failure("secondStepAsked");
  return atomically(scope, async (within) => {
    if (await store.deleteFactor(within.db, personId)) await recordOwn(within, "secondFactorOff");
    return { ok: true };
  });
}

export function askSecondFactor(
  scope: Scope<Member>,
  { body }: Input<typeof contract.askSecondFactor>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId, personId } = caller;
    if (body.isAsked && (await store.findFactor(db, personId))?.confirmedAt == null)
      throw new Failure("ownSecondStepFirst");
    const before = { isAsked: await store.isAsked(db, departmentId) };
    await store.updateAsked(db, departmentId, body.isAsked);
    const action = body.isAsked ? "secondFactorAsked" : "secondFactorNotAsked";
    await record(within, { departmentId, entity: "department", entityId: departmentId, action, before, after: body });
    return { ok: true };
  });
}

export function resetSecondFactor(
  scope: Scope<Member>,
  { params }: Input<typeof contract.resetSecondFactor>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { personId } = params;
    await mustBelongHereOnly(within, personId);
    if (!(await store.deleteFactor(db, personId))) throw new Failure("noSecondStep");
    await record(within, { departmentId, entity: "member", entityId: personId, action: "secondFactorReset" });
    return { ok: true };
  });
}

/**
 * Lets pass whoever has no second factor, and whoever gives a right code.
 *
 * @throws Failure codeNeeded when there is one and no code was given
 */
export async function mustPassSecondFactor(scope: Scope, personId: string, code: string | undefined): Promise<void> {
  const factor = await store.findFactor(scope.db, personId);
  if (factor?.confirmedAt == null) return;
  if (code === undefined) throw new Failure("codeAsked");
  await mustBeRight(scope, personId, code, "any");
}

/** A million codes are few: of these no number of tries can be bought by work. Who tries knows the password already. */
async function mustBeRight(scope: Scope, personId: string, code: string, which: "app" | "any"): Promise<void> {
  const limit: Limit = { key: `code ${personId}`, failures: 10 };
  await takeTurn(scope, limit);
  const plain = code.toLowerCase().replace(/[^a-z0-9]/g, "");
  const isRight = /^\d{6}$/.test(plain)
    ? await isOfApp(scope, personId, plain)
    : which === "any" && (await isRecoveryCode(scope, personId, plain));
  if (!isRight) {
    throw new Failure("codeWrong", {}, { at: "/body/code" });
  }
  await giveBack(scope, [limit]);
}

async function isOfApp(scope: Scope, personId: string, token: string): Promise<boolean> {
  const factor = await store.findFactor(scope.db, personId);
  if (!factor) return false;
  const totp = totpOf(unseal(scope.secret, purpose, factor.secretSealed));
  // The demo's clock stands in a term of its own, a person's phone does not.
  const moments = scope.isDemo ? [scope.now().getTime(), Date.now()] : [scope.now().getTime()];
  for (const timestamp of moments) {
    // Clocks of phones differ, and people type slowly: the code before and the one after are right too.
    const delta = totp.validate({ token, timestamp, window: 1 });
    if (delta !== null) return store.takeStep(scope.db, personId, totp.counter({ timestamp }) + delta);
  }
  return false;
}

async function isRecoveryCode(scope: Scope, personId: string, code: string): Promise<boolean> {
  if (!(await store.takeCode(scope.db, personId, codeMarkOf(scope, personId, code)))) return false;
  for (const { departmentId } of await listDepartmentsOf(scope.db, personId)) {
    const caller = { kind: "member", departmentId, personId, name: "", role: "teacher" } as const;
    await recordOwn({ ...scope, caller }, "recoveryCodeUsed");
  }
  return true;
}

const codeMarkOf = ({ secret }: Scope, personId: string, code: string) =>
  markOf(secret, "recovery code", `${personId} ${code}`);

async function newCodes(scope: Scope<Member>, personId: string): Promise<{ codes: string[] }> {
  const codes = Array.from({ length: codesAtOnce }, () =>
    Array.from({ length: 10 }, () => alphabet[randomInt(alphabet.length)]).join(""),
  );
  await store.replaceCodes(
    scope.db,
    personId,
    codes.map((code) => codeMarkOf(scope, personId, code)),
  );
  return { codes: codes.map((code) => `${code.slice(0, 5)}-${code.slice(5)}`) };
}

/** One's address, once the password was right. */
async function mustKnowPassword(scope: Scope<Member>, password: string): Promise<string> {
  const { personId } = scope.caller;
  const limits: Limit[] = [{ key: `password own ${personId}`, failures: 10 }];
  await takeTry(scope, limits);
  const person = await findPerson(scope.db, personId);
  if (!person?.passwordHash || !(await verify(person.passwordHash, password))) {
    throw new Failure("passwordWrong", {}, { at: "/body/password" });
  }
  await giveBack(scope, limits);
  return person.email;
}

function recordOwn(scope: Scope<Member>, action: string): Promise<void> {
  const { departmentId, personId } = scope.caller;
  return record(scope, { departmentId, entity: "member", entityId: personId, action });
}
