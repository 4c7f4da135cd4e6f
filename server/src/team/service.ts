/** Signing in and out: members by password, students by entry card. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/team";
import { cardMarkOf, entryCardOf, wordsOf } from "../courses/entryCard.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { hashOf, newId, newToken } from "../platform/id.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import { isKnownTo, markFor } from "../platform/knownDevice.ts";
import { giveBack, takeTry, takeTurn, type Limit } from "../platform/throttle.ts";
import { listDepartmentsOf } from "./passwordStore.ts";
import { listPeopleOf } from "./accountStore.ts";
import { findAccount, insertAccount } from "./findAccount.ts";
import { hashPassword, mustBeHardToGuess } from "./passwordRules.ts";
import { mustPassSecondFactor } from "./secondFactor.ts";
import { deleteSession, insertSession } from "../platform/session.ts";
import * as store from "./store.ts";

type Session = Result<typeof contract.showSession>;

const sessionDays = 30;

export async function showSession(scope: Scope): Promise<Session> {
  const { caller, db, isDemo, maySignUp } = scope;
  const empty = { isDemo, maySignUp, now: scope.now().toISOString(), member: null, guest: null, student: null };
  if (caller.kind === "student") {
    const student = await store.findStudent(db, caller.departmentId, caller.studentId);
    return { ...empty, student: student ? { studentId: student.id, givenName: student.givenName } : null };
  }
  if (caller.kind !== "member" && caller.kind !== "guest") return empty;
  const found = await store.findMemberSession(db, caller.departmentId, caller.personId);
  if (!found) return empty;
  const { role, asksSecondFactor, confirmedAt, ...who } = found;
  if (role === "guest") return { ...empty, guest: who };
  return { ...empty, member: { ...who, role, owesSecondFactor: asksSecondFactor && confirmedAt === null } };
}

/** A department with its first lead, who is signed in at once. */
export async function signUp(scope: Scope, { body }: Input<typeof contract.signUp>): Promise<Session> {
  if (!scope.maySignUp) throw new Failure("noNewDepartments");
  await takeTurn(scope, { key: `sign-up address ${scope.address}`, failures: 20 });
  if (!isTimeZone(body.timeZone)) throw new Failure("timeZoneUnknown", {}, { at: "/body/timeZone" });
  mustBeHardToGuess(body.password, [body.department, body.name, body.email]);
  const { department: name, name: leadName, email, timeZone } = body;
  // Whoever has an account already, and its password, leads the new department with it.
  const found = await findAccount(scope, email, body.password);
  if (found.personId !== null) await mustPassSecondFactor(scope, found.personId, body.code);
  const passwordHash = await hashPassword(body.password);
  const departmentId = newId();
  const personId = found.personId ?? newId();
  await atomically(scope, async (within) => {
    if (found.personId === null)
      await insertAccount(within, { id: personId, email, name: leadName, passwordHash }, found);
    const ids = { departmentId, personId, membershipId: newId() };
    await store.insertDepartment(within.db, { ...ids, name, timeZone, at: within.now() });
  });
  return beginSession(scope, departmentId, personId);
}

function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat("en", { timeZone: name }).resolvedOptions().timeZone !== "";
  } catch {
    return false;
  }
}

export async function signIn(scope: Scope, { body }: Input<typeof contract.signIn>): Promise<Session> {
  const email = body.email.toLowerCase();
  // Where an account has been signed in before, its tries are its own: nobody else can use them up.
  const isKnown = isKnownTo(scope.secret, `person ${email}`, scope.deviceMarks);
  const limits: Limit[] = isKnown
    ? [{ key: `password known ${email}`, failures: 30 }]
    : [
        { key: `password address ${scope.address}`, failures: 100 },
        { key: `password account ${email}`, failures: 10 },
      ];
  await takeTry(scope, limits, async ({ key }) => {
    if (!key.startsWith("password account")) return;
    for (const { id } of await listPeopleOf(scope.db, email)) await raiseAlarm(scope, id);
  });
  const { personId } = await findAccount(scope, email, body.password);
  if (personId === null) throw new Failure("signInWrong");
  await giveBack(scope, limits);
  await mustPassSecondFactor(scope, personId, body.code);
  const session = await beginMemberSession(scope, personId);
  scope.keepMark(markFor(scope.secret, `person ${email}`));
  return session;
}

/** Somebody is guessing at this account: said where its department's leads read what happened. */
async function raiseAlarm(scope: Scope, personId: string): Promise<void> {
  const departments = await listDepartmentsOf(scope.db, personId);
  await record(
    scope,
    ...departments.map(({ departmentId }) => ({
      departmentId,
      entity: "member",
      entityId: personId,
      action: "guessedAt",
      after: { address: scope.address },
    })),
  );
}

export async function signOut(scope: Scope): Promise<{ ok: true }> {
  if (scope.sessionToken !== undefined) await deleteSession(scope.db, hashOf(scope.sessionToken));
  scope.keepSession(null, scope.now());
  return { ok: true };
}

export async function enter(scope: Scope, { body }: Input<typeof contract.enter>): Promise<Session> {
  const card = entryCardOf(body.card);
  const found = await store.findEntryCard(scope.db, cardMarkOf(scope.secret, card));
  // Whoever has come in with this device before is let in whatever others at the school have tried.
  const isKnown = found && isKnownTo(scope.secret, `student ${found.studentId}`, scope.deviceMarks);
  // A school is one address, so the address is treated generously; a card that is being guessed is not.
  const limits: Limit[] = [
    { key: `card address ${scope.address}`, failures: 300 },
    { key: `card prefix ${card.split(" ").slice(0, 2).join(" ")}`, failures: 20 },
  ];
  if (!isKnown) await takeTry(scope, limits);
  if (!found) {
    throw new Failure("cardUnknown", {}, { at: "/body/card" });
  }
  if (!isKnown) await giveBack(scope, limits);
  const caller = { kind: "student", departmentId: found.departmentId, studentId: found.studentId } as const;
  await keep(scope, { departmentId: found.departmentId, personId: null, studentId: found.studentId });
  scope.keepMark(markFor(scope.secret, `student ${found.studentId}`));
  return showSession({ ...scope, caller });
}

export async function listDemoPeople(scope: Scope): Promise<Result<typeof contract.listDemoPeople>> {
  mustBeDemo(scope);
  const members = (await store.listDemoMembers(scope.db)).flatMap(({ role, ...one }) =>
    role === "guest" ? [] : [{ ...one, role }],
  );
  const cards = await store.listDemoCards(scope.db, scope.now(), 4);
  return {
    members,
    cards: cards.map((card) => ({
      name: `${card.givenName} ${card.familyName}, ${card.className}`,
      card: wordsOf(scope.secret, card),
    })),
  };
}

export async function signInDemo(scope: Scope, { body }: Input<typeof contract.signInDemo>): Promise<Session> {
  mustBeDemo(scope);
  const isOfDemo = (await store.listDemoMembers(scope.db)).some((one) => one.personId === body.personId);
  if (!isOfDemo) throw new Failure("demoDepartmentOnly");
  return beginMemberSession(scope, body.personId);
}

export async function moveDemoClock(
  scope: OpenScope<Member>,
  { body }: Input<typeof contract.moveDemoClock>,
): Promise<Result<typeof contract.moveDemoClock>> {
  mustBeDemo(scope);
  const now = (await scope.demoClock?.moveOn(body.days)) ?? scope.now();
  return { now: now.toISOString() };
}

function mustBeDemo(scope: Scope): void {
  if (!scope.isDemo) throw new Failure("demoOnly");
}

async function beginMemberSession(scope: Scope, personId: string): Promise<Session> {
  const { departmentId } = need(await store.findMembership(scope.db, personId), "member");
  return beginSession(scope, departmentId, personId);
}

/** Signs a member or guest in to one of their departments. */
export async function beginSession(scope: Scope, departmentId: string, personId: string): Promise<Session> {
  const found = need(await store.findMemberSession(scope.db, departmentId, personId), "member");
  await keep(scope, { departmentId, personId, studentId: null });
  const who = { departmentId, personId, name: found.name };
  const caller =
    found.role === "guest"
      ? ({ kind: "guest", ...who } as const)
      : ({ kind: "member", ...who, role: found.role } as const);
  return showSession({ ...scope, caller });
}

async function keep(scope: Scope, who: { departmentId: string; personId: string | null; studentId: string | null }) {
  const token = newToken();
  const createdAt = scope.now();
  const expiresAt = new Date(createdAt.getTime() + sessionDays * 86_400_000);
  await insertSession(scope.db, { tokenHash: hashOf(token), ...who, createdAt, expiresAt });
  scope.keepSession(token, expiresAt);
}
