/** Who may make a department, and what comes of it. Signing in and cards are tested over HTTP. */
import { describe, expect, test } from "vitest";
import { listClasses } from "../courses/service.ts";
import { listItems } from "../bank/service.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as team from "./service.ts";

const bench = useWorkbench();
const body = (more: Partial<Parameters<typeof team.signUp>[1]["body"]> = {}) => ({
  department: "History, Brookvale School",
  name: "Noor Haddon",
  email: "n.haddon@brookvale.example",
  password: "a long password",
  timeZone: "Europe/London",
  ...more,
});
const departments = async () => (await bench.db.selectFrom("department").select("id").execute()).length;

describe("signing up", () => {
  test("makes a department of its own with its lead signed in, and nothing of anybody else's in it", async () => {
    const kept: (string | null)[] = [];
    const scope = { ...bench.nobody, keepSession: (token: string | null) => kept.push(token) };
    const { member, student } = await team.signUp(scope, { body: body() });
    expect(member).toMatchObject({ name: "Noor Haddon", role: "lead", department: "History, Brookvale School" });
    expect([student, kept.length, typeof kept[0]]).toEqual([null, 1, "string"]);
    const { departmentId, personId, name } = member!;
    const lead = bench.scopeOf({ kind: "member", departmentId, personId, name, role: "lead" });
    expect((await listItems(lead, { query: { sort: "newest", limit: 10 } })).total).toBe(0);
    expect((await listClasses(lead)).classes).toEqual([]);
    // The password is the key from now on, whatever the letters of the address look like.
    const again = await team.signIn(scope, {
      body: { email: "N.Haddon@Brookvale.example", password: "a long password" },
    });
    expect(again.member?.personId).toBe(personId);
    const { passwordHash } = await bench.db
      .selectFrom("person")
      .select("passwordHash")
      .where("id", "=", personId)
      .executeTakeFirstOrThrow();
    expect(passwordHash).toMatch(/^\$argon2id\$/);
  });

  test("a time zone that is none: refused by the field's name, and nothing is made", async () => {
    const before = await departments();
    await expect(
      team.signUp(bench.nobody, { body: body({ email: "other@brookvale.example", timeZone: "Mars/Olympus" }) }),
    ).rejects.toMatchObject({ kind: "invalid", errors: [{ pointer: "/body/timeZone" }] });
    expect(await departments()).toBe(before);
  });

  test("an installation may close it, and one address cannot make departments without end", async () => {
    const closed = { ...bench.nobody, maySignUp: false };
    await expect(team.signUp(closed, { body: body({ email: "c@x.example" }) })).rejects.toMatchObject({
      kind: "forbidden",
    });
    const eager = { ...bench.nobody, address: "10.0.0.9" };
    for (let n = 0; n < 20; n++) await team.signUp(eager, { body: body({ email: `lead${n}@eager.example` }) });
    await expect(team.signUp(eager, { body: body({ email: "one@toomany.example" }) })).rejects.toMatchObject({
      kind: "tooMany",
    });
    await expect(
      team.signUp({ ...bench.nobody, address: "10.0.0.10" }, { body: body({ email: "next@door.example" }) }),
    ).resolves.toBeDefined();
  });
});

test("what the demo makes easy is not there anywhere else", async () => {
  const { personId } = bench.lead.caller;
  await expect(team.listDemoPeople(bench.nobody)).rejects.toMatchObject({ kind: "missing" });
  await expect(team.signInDemo(bench.nobody, { body: { personId } })).rejects.toMatchObject({ kind: "missing" });
  const demo = { ...bench.nobody, isDemo: true };
  expect((await team.signInDemo(demo, { body: { personId } })).member?.personId).toBe(personId);
});
