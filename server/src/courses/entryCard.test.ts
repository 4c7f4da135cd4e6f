/** Entry cards at rest: nothing in the database gives them away, and a lost key is the end of the cards, not of the data. */
import { randomBytes } from "node:crypto";
import { mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { sql } from "kysely";
import { expect, test } from "vitest";
import { takeNewKey } from "../newKey.ts";
import { keyIn, mustFit } from "../platform/key.ts";
import { answerOnce } from "../platform/requestKey.ts";
import { seal, unseal } from "../platform/sealing.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { enter } from "../team/service.ts";
import { cardWords } from "./cardWords.ts";
import { cardMarkOf, entryCardOf, newEntryCard, sealedCard, wordsOf } from "./entryCard.ts";
import { enrolStudents, listEnrolments, reissueCard } from "./roster.ts";
import { sealPlainCards } from "./sealCards.ts";

const bench = useWorkbench();
const classOf = () => ({ params: { classId: bench.classId } });
const cardsNow = async () => (await listEnrolments(bench.lead, classOf())).students.map((one) => one.entryCard);
const comeIn = (card: string) => enter(bench.nobody, { body: { card } });

test("what was sealed is read with its key and purpose only, and never looks the same twice", () => {
  const key = randomBytes(32);
  fc.assert(
    fc.property(fc.string({ unit: "grapheme", maxLength: 200 }), (text) => {
      const sealed = seal(key, "one", text);
      expect(unseal(key, "one", sealed)).toBe(text);
      expect(seal(key, "one", text).equals(sealed)).toBe(false);
      expect(() => unseal(key, "other", sealed)).toThrow();
      expect(() => unseal(randomBytes(32), "one", sealed)).toThrow();
      const at = Math.floor(sealed.length / 2);
      sealed[at] = (sealed[at] ?? 0) ^ 1;
      expect(() => unseal(key, "one", sealed)).toThrow();
    }),
  );
});

test("however its words are written, a card has one mark", () => {
  const key = randomBytes(32);
  const card = newEntryCard();
  for (const typed of [card.toUpperCase(), ` ${card.replaceAll(" ", "-")}. `, card.replaceAll(" ", "  ")]) {
    expect(entryCardOf(typed)).toBe(card);
    expect(cardMarkOf(key, typed)).toEqual(cardMarkOf(key, card));
  }
  expect(wordsOf(key, sealedCard(key, card.toUpperCase()))).toBe(card);
});

test("no row of any table holds the words of a card, also not the kept answer of the request that made it", async () => {
  const made = (await answerOnce(bench.lead, "enrol", (scope) =>
    enrolStudents(scope, { ...classOf(), body: { names: "Ada Lovage\nBo Sorrel" } }),
  )) as Awaited<ReturnType<typeof enrolStudents>>;
  const again = await answerOnce(bench.lead, "enrol", () => Promise.reject(new Error("made twice")));
  expect(again).toEqual(made);
  const { studentId } = made.students[0]!;
  const fresh = await reissueCard(bench.lead, { params: { classId: bench.classId, studentId } });
  const cards = [...made.students.map((one) => one.entryCard), fresh.entryCard];
  expect(fresh.entryCard.split(" ").every((word) => cardWords.includes(word))).toBe(true);
  const { rows: tables } = await sql<{ name: string }>`
    select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace`.execute(
    bench.db,
  );
  for (const { name } of tables) {
    const { rows } =
      await sql`select 1 from ${sql.table(name)} t where t::text ilike any (${cards.map((card) => `%${card}%`)})`.execute(
        bench.db,
      );
    expect(`${name}: ${rows.length}`).toBe(`${name}: 0`);
  }
});

test("what a process of the version before wrote is readable, opens the door once it is sealed, and is sealed at the next start", async () => {
  const { studentId, scope } = bench.students[2]!;
  const card = "acorn bagel cactus daisy";
  const row = { entryCard: card, cardMark: null, cardSealed: null };
  await bench.db.updateTable("enrolment").set(row).where("studentId", "=", studentId).execute();
  expect(await cardsNow()).toContain(card);
  expect(await sealPlainCards(bench.db, bench.installation.secret)).toBe(1);
  expect(await sealPlainCards(bench.db, bench.installation.secret)).toBe(0);
  expect(await cardsNow()).toContain(card);
  expect((await comeIn(card)).student).toMatchObject({ studentId: scope.caller.studentId });
});

test("the key's file is made once, for its owner only; what is no key is refused", () => {
  const folder = mkdtempSync(join(tmpdir(), "verdant-key-"));
  try {
    const file = join(folder, "deeper", "key");
    const key = keyIn(file);
    expect(keyIn(file)).toEqual(key);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(() => keyIn("/dev/null")).toThrow("holds no key");
  } finally {
    rmSync(folder, { recursive: true });
  }
});

test("another key does not open the database; when the key was lost all cards are given anew, and not by mistake", async () => {
  const { db, installation } = bench;
  const other = randomBytes(32);
  await mustFit(db, installation.secret);
  await expect(mustFit(db, other)).rejects.toThrow("KEY_FILE is not the key");
  await expect(takeNewKey(db, installation.secret)).rejects.toThrow("nothing was lost");
  const [before = ""] = await cardsNow();
  expect(await takeNewKey(db, other)).toMatch(/^\d+ students have new entry cards/);
  await expect(comeIn(before)).rejects.toMatchObject({ kind: "invalid" });
  const { students } = await listEnrolments({ ...bench.lead, secret: other }, classOf());
  const answer = await enter({ ...bench.nobody, secret: other }, { body: { card: students[0]!.entryCard } });
  expect(answer.student).toMatchObject({ studentId: students[0]!.studentId });
});
