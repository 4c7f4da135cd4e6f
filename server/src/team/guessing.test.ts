/** Guessing at cards and passwords: it becomes dear, and never keeps out whoever has the right ones. */
import { createHash } from "node:crypto";
import { describe, expect, test } from "vitest";
import type { Failure } from "../platform/failure.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { newWork, solvedBy, type Work } from "../platform/work.ts";
import { listActivity } from "./activity.ts";
import * as team from "./service.ts";

const bench = useWorkbench();
const password = "a long enough one 7";

/** What a browser does; the same as the page's, without its pauses. */
function solve({ challenge, bits }: Work): string {
  for (let counter = 0; ; counter++) {
    const digest = createHash("sha256").update(`${challenge}:${counter}`).digest();
    if (digest.readUInt32BE() >>> (32 - bits) === 0) return `${challenge}:${counter}`;
  }
}
const failureOf = async (promise: Promise<unknown>) =>
  promise.then(
    () => null,
    (error: unknown) => error as Failure,
  );
const wrongCard = (n: number) => `zzz yy${String.fromCharCode(97 + (n % 26), 97 + Math.floor(n / 26))} nobody`;
/** Uses up what an address may try for nothing. */
const useUp = (address: string) =>
  bench.db
    .insertInto("throttle")
    .values({ key: `card address ${address}`, windowStart: bench.clock.now, failures: 300 })
    .execute();
async function signUp(email: string) {
  const body = { department: "History", name: "Mara Quill", email, password, timeZone: "Europe/London" };
  await team.signUp(bench.nobody, { body });
}

describe("cards", () => {
  test("of four hundred wrong ones at once no more than three hundred are told that they are wrong", async () => {
    const scope = { ...bench.nobody, address: "10.1.0.1" };
    const failures = await Promise.all(
      Array.from({ length: 400 }, (_, n) => failureOf(team.enter(scope, { body: { card: wrongCard(n) } }))),
    );
    const kinds = failures.map((failure) => failure?.kind);
    expect(kinds.filter((kind) => kind === "invalid")).toHaveLength(300);
    expect(kinds.filter((kind) => kind === "tooMany")).toHaveLength(100);
  });

  test("the right card lets in from an address that is used up: after some work, or at once where it came in before", async () => {
    const [student] = bench.students;
    const address = "10.1.0.2";
    await useUp(address);
    const marks: string[] = [];
    const scope = { ...bench.nobody, address, keepMark: (mark: string) => marks.push(mark) };
    const input = { body: { card: student?.entryCard ?? "" } };
    const refused = await failureOf(team.enter(scope, input));
    expect(refused).toMatchObject({ kind: "tooMany", work: { bits: 18 } });
    const work = solve(refused?.work as Work);
    expect((await team.enter({ ...scope, work }, input)).student?.studentId).toBe(student?.studentId);
    // A device that has let this student in needs none; it is of no use for anybody else.
    const known = { ...scope, deviceMarks: marks };
    expect((await team.enter(known, input)).student?.studentId).toBe(student?.studentId);
    const other = { body: { card: bench.students[1]?.entryCard ?? "" } };
    expect(await failureOf(team.enter(known, other))).toMatchObject({ kind: "tooMany" });
  });

  test("work done is worth one try, of this installation, for ten minutes", async () => {
    const address = "10.1.0.3";
    await useUp(address);
    const scope = { ...bench.nobody, address };
    const refused = await failureOf(team.enter(scope, { body: { card: wrongCard(1) } }));
    const work = solve(refused?.work as Work);
    const again = () => failureOf(team.enter({ ...scope, work }, { body: { card: wrongCard(2) } }));
    expect(await again()).toMatchObject({ kind: "invalid" });
    expect(await again()).toMatchObject({ kind: "tooMany" });

    const { now } = bench.clock;
    const fresh = newWork(bench.installation, now, 1);
    const proof = solve(fresh);
    expect(solvedBy(bench.installation, now, proof)).toMatchObject({ challenge: fresh.challenge });
    expect(solvedBy(bench.installation, new Date(now.getTime() + 601_000), proof)).toBeNull();
    expect(solvedBy({ secret: Buffer.from("another installation") }, now, proof)).toBeNull();
    expect(solvedBy(bench.installation, now, `${fresh.challenge}:none`)).toBeNull();
    expect(solvedBy(bench.installation, now, proof.replace(".18.", ".2."))).toBeNull();
    for (const nonsense of ["", ":", "a.b.c:1", "1".repeat(4000)])
      expect(solvedBy(bench.installation, now, nonsense)).toBeNull();
  });

  test("the more tries, the dearer each; never more than a phone can do", () => {
    const bits = (ratio: number) => newWork(bench.installation, bench.clock.now, ratio).bits;
    expect([1, 1.9, 2, 4, 8, 16, 1e9].map(bits)).toEqual([18, 18, 19, 20, 21, 22, 22]);
  });
});

describe("passwords", () => {
  test("ten wrong ones at once or in turn: the eleventh costs work, the right one with it lets in, and the lead is told once", async () => {
    const email = "guessed@larkmoor.example";
    await signUp(email);
    const scope = { ...bench.nobody, address: "10.1.0.4" };
    const attempt = (from: typeof scope, word = "not the right one 1") =>
      team.signIn(from, { body: { email, password: word } });
    const failures = await Promise.all(Array.from({ length: 40 }, () => failureOf(attempt(scope))));
    expect(failures.filter((failure) => failure?.kind === "invalid")).toHaveLength(10);
    // Elsewhere as well: the account is what is guessed at.
    const elsewhere = { ...bench.nobody, address: "10.1.0.5" };
    const refused = await failureOf(attempt(elsewhere, password));
    expect(refused).toMatchObject({ kind: "tooMany" });
    const session = await attempt({ ...elsewhere, work: solve(refused?.work as Work) }, password);
    expect(session.member?.name).toBe("Mara Quill");
    const alarms = await bench.db
      .selectFrom("history")
      .select(["actorKind", "entityId"])
      .where("action", "=", "guessedAt")
      .execute();
    expect(alarms).toEqual([{ actorKind: "server", entityId: session.member?.personId }]);
    const lead = bench.scopeOf({ ...session.member!, kind: "member" as const });
    const { deeds } = await listActivity(lead, { query: {} });
    expect(deeds.filter((deed) => deed.action === "guessedAt")).toMatchObject([
      { who: "the server", what: "Mara Quill" },
    ]);
  });

  test("where one has signed in before, others' wrong tries cost one nothing", async () => {
    const email = "known@larkmoor.example";
    await signUp(email);
    const marks: string[] = [];
    const mine = { ...bench.nobody, address: "10.1.0.6", keepMark: (mark: string) => marks.push(mark) };
    const right = { body: { email, password } };
    await team.signIn(mine, right);
    const stranger = { ...bench.nobody, address: "10.1.0.7" };
    for (let n = 0; n < 11; n++) await failureOf(team.signIn(stranger, { body: { email, password: "wrong wrong 1" } }));
    expect(await failureOf(team.signIn(stranger, right))).toMatchObject({ kind: "tooMany" });
    expect((await team.signIn({ ...mine, deviceMarks: marks }, right)).member?.name).toBe("Mara Quill");
  });
});
