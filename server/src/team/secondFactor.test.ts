import { TOTP } from "otpauth";
import { describe, expect, test } from "vitest";
import { mustBe } from "../platform/mount.ts";
import { callerOf } from "../platform/session.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { listActivity } from "./activity.ts";
import { makePasswordLink, setPassword } from "./passwords.ts";
import * as members from "./members.ts";
import * as factor from "./secondFactor.ts";
import * as team from "./service.ts";

const bench = useWorkbench();
const password = "four plain unlikely words";

interface Person {
  readonly email: string;
  readonly scope: Scope<Member>;
  /** The caller as the next request of this browser would find it. */
  readonly asRequest: () => Promise<Member>;
}

/** Joins the department by an invitation, or makes one; with the browser that did so. */
async function person(email: string, invitedTo?: Scope<Member>, role: "lead" | "teacher" = "teacher"): Promise<Person> {
  let token = "";
  const browser = { ...bench.nobody, keepSession: (fresh: string | null) => (token = fresh ?? "") };
  if (invitedTo) {
    const { link } = await members.invite(invitedTo, { body: { role, note: "", days: 1, grants: [] } });
    const body = { secret: link.slice(link.indexOf("#") + 1), email, password, name: "Noor Haddon" };
    await members.acceptInvitation(browser, { body });
  } else {
    await team.signUp(browser, {
      body: { department: "History", name: "Noor Haddon", email, password, timeZone: "Europe/London" },
    });
  }
  const asRequest = async () => {
    const request = { headers: { cookie: `verdant=${token}` }, get: () => undefined };
    return (await callerOf(bench.db, request as never, bench.clock.now)) as Member;
  };
  return { email, scope: bench.scopeOf(await asRequest()), asRequest };
}

const codeOf = (secret: string, at = bench.clock.now) => new TOTP({ secret }).generate({ timestamp: at.getTime() });
const later = (seconds: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + seconds * 1000);
};

/** Sets the app up; its secret, and the recovery codes. */
async function turnOn({ scope }: Person): Promise<{ secret: string; codes: string[] }> {
  const { secret, uri } = await factor.beginSecondFactor(scope, { body: { password } });
  expect(uri).toContain(`secret=${secret}`);
  const { codes } = await factor.confirmSecondFactor(scope, { body: { code: codeOf(secret) } });
  later(60);
  return { secret, codes };
}

const signIn = (email: string, code?: string) =>
  team.signIn(bench.nobody, { body: { email, password, ...(code !== undefined && { code }) } });

test("the vectors of RFC 6238, appendix B, for SHA-1, as the last six of eight digits", () => {
  const secret = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ";
  const vectors = { 59: "94287082", 1111111109: "07081804", 1234567890: "89005924", 20000000000: "65353130" };
  for (const [seconds, code] of Object.entries(vectors))
    expect(codeOf(secret, new Date(Number(seconds) * 1000))).toBe(code.slice(2));
});

describe("signing in", () => {
  test("nothing is on before a code of the app was given, and a wrong password shows no secret", async () => {
    const noor = await person("begin@haddon.example");
    await expect(factor.beginSecondFactor(noor.scope, { body: { password: "wrong one" } })).rejects.toMatchObject({
      errors: [{ pointer: "/body/password" }],
    });
    const { secret } = await factor.beginSecondFactor(noor.scope, { body: { password } });
    await signIn(noor.email);
    const wrong = codeOf(secret) === "000000" ? "000001" : "000000";
    await expect(factor.confirmSecondFactor(noor.scope, { body: { code: wrong } })).rejects.toMatchObject({
      errors: [{ pointer: "/body/code" }],
    });
    expect(await factor.showSecondFactor(noor.scope)).toEqual({ isOn: false, isAsked: false, codesLeft: 0 });
    const stored = await bench.db.selectFrom("secondFactor").select("secretSealed").executeTakeFirstOrThrow();
    expect(stored.secretSealed.includes(secret), "the database alone does not give it away").toBe(false);
  });

  test("asks for the code once the password is right; each code works once, the one before and the one after too", async () => {
    const noor = await person("codes@haddon.example");
    const { secret } = await turnOn(noor);
    await expect(signIn(noor.email)).rejects.toMatchObject({ kind: "codeNeeded" });
    await expect(
      team.signIn(bench.nobody, { body: { email: noor.email, password: "wrong one", code: codeOf(secret) } }),
      "a right code says nothing about a wrong password",
    ).rejects.toMatchObject({ kind: "invalid", errors: undefined });
    const now = codeOf(secret);
    expect((await signIn(noor.email, `${now.slice(0, 3)} ${now.slice(3)}`)).member).toMatchObject({
      owesSecondFactor: false,
    });
    await expect(signIn(noor.email, now), "used").rejects.toMatchObject({ errors: [{ pointer: "/body/code" }] });
    const next = codeOf(secret, new Date(bench.clock.now.getTime() + 30_000));
    await signIn(noor.email, next);
    await expect(signIn(noor.email, now), "older than one that was used").rejects.toMatchObject({ kind: "invalid" });
    later(300);
    await expect(signIn(noor.email, next), "five minutes old").rejects.toMatchObject({ kind: "invalid" });
    const both = codeOf(secret);
    const twice = await Promise.allSettled([signIn(noor.email, both), signIn(noor.email, both)]);
    expect(twice.map((one) => one.status).sort()).toEqual(["fulfilled", "rejected"]);
  });

  test("a recovery code lets in once, is said to the lead, and new ones make the earlier worthless", async () => {
    const noor = await person("recovery@haddon.example");
    const { codes } = await turnOn(noor);
    expect(new Set(codes).size).toBe(10);
    const [first = "", second = ""] = codes;
    await signIn(noor.email, first.toUpperCase().replace("-", " "));
    await expect(signIn(noor.email, first)).rejects.toMatchObject({ kind: "invalid" });
    expect(await factor.showSecondFactor(noor.scope)).toMatchObject({ isOn: true, codesLeft: 9 });
    const { deeds } = await listActivity(noor.scope, { query: {} });
    expect(deeds.map((deed) => deed.action)).toEqual(expect.arrayContaining(["secondFactorOn", "recoveryCodeUsed"]));
    const fresh = await factor.renewRecoveryCodes(noor.scope, { body: { password } });
    await expect(signIn(noor.email, second)).rejects.toMatchObject({ kind: "invalid" });
    await signIn(noor.email, fresh.codes[0]);
  });

  test("codes cannot be tried out: after ten wrong ones none is looked at for a quarter of an hour", async () => {
    const noor = await person("tries@haddon.example");
    const { secret } = await turnOn(noor);
    const right = codeOf(secret);
    const wrong = right === "123456" ? "123457" : "123456";
    const tries = await Promise.allSettled(Array.from({ length: 30 }, () => signIn(noor.email, wrong)));
    const kinds = tries.map((one) => (one.status === "rejected" ? (one.reason as { kind: string }).kind : "in"));
    expect(kinds.filter((kind) => kind === "invalid")).toHaveLength(10);
    expect(kinds.filter((kind) => kind === "tooMany")).toHaveLength(20);
    await expect(signIn(noor.email, right)).rejects.toMatchObject({ kind: "tooMany" });
    later(16 * 60);
    await signIn(noor.email, codeOf(secret));
  });

  test("a link for a new password, an invitation and a new department do not go round it", async () => {
    const noor = await person("round@haddon.example", bench.lead);
    const { secret } = await turnOn(noor);
    const { link } = await makePasswordLink(bench.lead, { params: { personId: noor.scope.caller.personId } });
    const body = { secret: link.slice(link.indexOf("#") + 1), password: "another plain unlikely one" };
    await expect(setPassword(bench.nobody, { body })).rejects.toMatchObject({ kind: "codeNeeded" });
    await signIn(noor.email, codeOf(secret));
    later(60);
    const made = { department: "Second", name: "Noor", email: noor.email, password, timeZone: "Europe/London" };
    await expect(team.signUp(bench.nobody, { body: made })).rejects.toMatchObject({ kind: "codeNeeded" });
    await setPassword(bench.nobody, { body: { ...body, code: codeOf(secret) } });
  });
});

describe("a department that asks for it", () => {
  test("leaves whoever has none only their account, from the next request on, until it is set up", async () => {
    const lead = await person("lead@asks.example");
    const teacher = await person("teacher@asks.example", lead.scope);
    await expect(factor.askSecondFactor(lead.scope, { body: { isAsked: true } })).rejects.toMatchObject({
      kind: "conflict",
    });
    await turnOn(lead);
    await factor.askSecondFactor(lead.scope, { body: { isAsked: true } });
    const owing = await teacher.asRequest();
    expect(() => {
      mustBe("member", owing);
    }).toThrow("secondStepFirst");
    expect(() => {
      mustBe("account", owing);
    }).not.toThrow();
    const shown = await team.showSession(bench.scopeOf(owing));
    expect(shown.member).toMatchObject({ owesSecondFactor: true });
    expect(await members.listMembers(lead.scope)).toMatchObject({ asksSecondFactor: true });

    await turnOn(teacher);
    const free = await teacher.asRequest();
    expect(() => {
      mustBe("member", free);
    }).not.toThrow();
    await expect(factor.endSecondFactor(teacher.scope, { body: { password } })).rejects.toMatchObject({
      kind: "conflict",
    });
    await factor.askSecondFactor(lead.scope, { body: { isAsked: false } });
    await factor.endSecondFactor(teacher.scope, { body: { password } });
    await signIn(teacher.email);
  });

  test("a lead helps who has lost app and codes, but not who works elsewhere too", async () => {
    const lead = await person("lead@helps.example");
    const teacher = await person("teacher@helps.example", lead.scope);
    const params = { personId: teacher.scope.caller.personId };
    await expect(factor.resetSecondFactor(lead.scope, { params })).rejects.toMatchObject({ kind: "conflict" });
    await turnOn(teacher);
    await expect(factor.resetSecondFactor(bench.lead, { params })).rejects.toMatchObject({ kind: "missing" });
    const elsewhere = await person("other@helps.example");
    const { secret } = await turnOn(elsewhere);
    const { link } = await members.invite(lead.scope, { body: { role: "teacher", note: "", days: 1, grants: [] } });
    await members.acceptInvitation(bench.nobody, {
      body: { secret: link.slice(link.indexOf("#") + 1), email: elsewhere.email, password, code: codeOf(secret) },
    });
    await expect(
      factor.resetSecondFactor(lead.scope, { params: { personId: elsewhere.scope.caller.personId } }),
    ).rejects.toThrow("belongsElsewhere");
    await factor.resetSecondFactor(lead.scope, { params });
    await signIn(teacher.email);
  });
});
