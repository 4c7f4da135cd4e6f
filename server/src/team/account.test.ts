import { expect, test } from "vitest";
import { newEntryCard } from "../courses/entryCard.ts";
import { hashOf } from "../platform/id.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as account from "./account.ts";
import { deleteExpiredRequests } from "../platform/expired.ts";
import { deleteExpiredAccess } from "./accountStore.ts";
import { mustBeHardToGuess } from "./passwordRules.ts";
import * as team from "./service.ts";

const bench = useWorkbench();
const password = "four plain unlikely words";

test.each([
  "1234567890",
  "aaaaaaaaaa",
  "qwertyuiop",
  "password12",
  "Larkmoor2026",
  "geography1",
  "mara okafor",
  "abcabcabcabc",
])("%s is refused by the field's name", (easy) => {
  expect(() => {
    mustBeHardToGuess(easy, ["Geography, Larkmoor School", "Mara Okafor", "m.okafor@larkmoor.example"]);
  }).toThrow(
    expect.objectContaining({
      kind: "invalid",
      errors: [{ pointer: "/body/password", code: "passwordGuessable", terms: {} }],
    }) as Error,
  );
});

test.each([
  "river maple stone lamp",
  "a long enough one 7",
  "Xk3!vPq9#Lm2",
  "x".repeat(20) + " and 3 more things",
  "w\u00f6rter die niemand r\u00e4t",
])("%s is taken", (hard) => {
  expect(() => {
    mustBeHardToGuess(hard, ["Mara Okafor"]);
  }).not.toThrow();
});

/** Signs up, and in again in two more browsers; scopes of all three. */
async function threeBrowsers(email: string) {
  const tokens: string[] = [];
  const scope = { ...bench.nobody, keepSession: (token: string | null) => token !== null && tokens.push(token) };
  const body = { department: "History", name: "Noor Haddon", email, password, timeZone: "Europe/London" };
  const { member } = await team.signUp(scope, { body });
  for (const _ of [1, 2]) await team.signIn(scope, { body: { email, password } });
  const caller = { ...member!, kind: "member" as const };
  return tokens.map((sessionToken) => ({ ...bench.scopeOf(caller), sessionToken }));
}

test("one's own password is changed with the one before, and all other browsers are signed out", async () => {
  const email = "own@haddon.example";
  const [here] = await threeBrowsers(email);
  const change = (current: string, next: string) =>
    account.changePassword(here!, { body: { current, password: next } });
  await expect(change("not this one 99", "another unlikely set of words")).rejects.toMatchObject({
    errors: [{ pointer: "/body/current" }],
  });
  await expect(change(password, "noor haddon")).rejects.toMatchObject({ errors: [{ pointer: "/body/password" }] });
  expect((await account.listSessions(here!)).sessions).toHaveLength(3);
  await change(password, "another unlikely set of words");
  expect((await account.listSessions(here!)).sessions).toMatchObject([{ isThis: true }]);
  await expect(team.signIn(bench.nobody, { body: { email, password } })).rejects.toMatchObject({ kind: "invalid" });
  const again = await team.signIn(bench.nobody, { body: { email, password: "another unlikely set of words" } });
  expect(again.member?.name).toBe("Noor Haddon");
});

test("signing out everywhere else leaves this browser, and other people", async () => {
  const [here, there] = await threeBrowsers("everywhere@haddon.example");
  const [other] = await threeBrowsers("other@haddon.example");
  expect((await account.listSessions(there!)).sessions.map((one) => one.isThis)).toEqual([false, true, false]);
  expect(await account.endOtherSessions(here!)).toEqual({ ended: 2 });
  expect((await account.listSessions(here!)).sessions).toHaveLength(1);
  expect((await account.listSessions(other!)).sessions).toHaveLength(3);
});

test("what has run out is put away, and nothing else", async () => {
  const { now } = bench.clock;
  const days = (n: number) => new Date(now.getTime() + n * 86_400_000);
  const { departmentId } = bench;
  const { personId } = bench.lead.caller;
  const session = (name: string, expiresAt: Date) => ({
    ...{ tokenHash: hashOf(name), departmentId, personId, studentId: null, createdAt: days(-40), expiresAt },
  });
  await bench.db
    .insertInto("session")
    .values([session("old", days(-1)), session("running", days(1))])
    .execute();
  await bench.db
    .insertInto("throttle")
    .values([
      { key: "old", windowStart: days(-2), failures: 3 },
      { key: "new", windowStart: now, failures: 3 },
    ])
    .execute();
  const putAway = async () => (await deleteExpiredAccess(bench.db, now)) + (await deleteExpiredRequests(bench.db, now));
  expect(await putAway()).toBeGreaterThanOrEqual(2);
  const sessions = await bench.db.selectFrom("session").select("expiresAt").execute();
  expect(sessions.every((one) => one.expiresAt > now)).toBe(true);
  const keys = (await bench.db.selectFrom("throttle").select("key").execute()).map((row) => row.key);
  expect(keys).toContain("new");
  expect(keys).not.toContain("old");
  expect(await putAway()).toBe(0);
});

test("cards have four words of the list, and hardly ever the same ones", () => {
  const cards = Array.from({ length: 2000 }, newEntryCard);
  expect(cards.every((card) => /^[a-z]{3,10}( [a-z]{3,10}){3}$/.test(card))).toBe(true);
  expect(new Set(cards).size).toBe(2000);
});
