import { expect, test } from "vitest";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as team from "./service.ts";

const bench = useWorkbench();

const signUp = (email: string, password: string, department = "History") =>
  team.signUp(bench.nobody, { body: { department, name: "Noor Haddon", email, password, timeZone: "Europe/London" } });
const signIn = (email: string, password: string) => team.signIn(bench.nobody, { body: { email, password } });

test("signing up says the same whether the address has an account or not, and opens nothing of the one that is there", async () => {
  const email = "noor@haddon.example";
  const first = await signUp(email, "four plain unlikely words", "Her own");
  const stranger = await signUp(email.toUpperCase(), "another plain unlikely one", "A stranger's");
  expect(Object.keys(stranger)).toEqual(Object.keys(first));
  expect(stranger.member?.personId).not.toBe(first.member?.personId);
  // The password says which account is meant; neither is kept out by the other.
  expect((await signIn(email, "four plain unlikely words")).member).toMatchObject({ department: "Her own" });
  expect((await signIn(email, "another plain unlikely one")).member).toMatchObject({ department: "A stranger's" });
  await expect(signIn(email, "a third plain unlikely one")).rejects.toMatchObject({ kind: "invalid" });
});

test("with the password of an account that is there the new department is led with that account", async () => {
  const email = "two@haddon.example";
  const first = await signUp(email, "four plain unlikely words", "First");
  const second = await signUp(email, "four plain unlikely words", "Second");
  expect(second.member).toMatchObject({ personId: first.member?.personId, department: "Second", role: "lead" });
});

test("accounts of an address are bounded, and where it ends does not tell how many there were", async () => {
  const ends = [];
  for (const email of ["a@many.example", "b@many.example", "c@many.example", "d@many.example", "e@many.example"]) {
    let made = 0;
    // From many places, or the limit of one address would come first.
    const from = { ...bench.nobody, address: email };
    const body = { department: "History", name: "N", email, timeZone: "Europe/London" };
    for (;;) {
      const password = `plain unlikely words ${String.fromCharCode(97 + made)}${made}x`;
      const done = await team.signUp(from, { body: { ...body, password } }).catch((error: unknown) => error);
      if (done instanceof Error) break;
      made += 1;
    }
    ends.push(made);
  }
  expect(Math.min(...ends)).toBeGreaterThanOrEqual(4);
  expect(Math.max(...ends)).toBeLessThanOrEqual(7);
  expect(new Set(ends).size).toBeGreaterThan(1);
});

test("a form that is sent twice at once makes one account", async () => {
  const twice = await Promise.allSettled([1, 2].map(() => signUp("twice@haddon.example", "four plain unlikely words")));
  // Whoever comes a moment later leads a department of their own with the account that is there by then.
  expect(twice.map((one) => one.status)).toContain("fulfilled");
  const accounts = await bench.db
    .selectFrom("person")
    .select("id")
    .where("email", "=", "twice@haddon.example")
    .execute();
  expect(accounts).toHaveLength(1);
});
