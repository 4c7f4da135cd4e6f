/** Who waits before a go, and the go-ahead: one tap for one or many, or a word said in the room. */
import { randomInt } from "node:crypto";
import type * as contract from "@verdant/contract/beforeGo";
import type { Input, Result } from "@verdant/contract/endpoint";
import { isAskedFor } from "@verdant/core/delivery/beforeGo";
import { completeRules } from "@verdant/core/delivery/rules";
import { cardWords } from "../courses/cardWords.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope, type Student } from "../platform/scope.ts";
import { giveBack, takeTry, type Limit } from "../platform/throttle.ts";
import { factsOf, hasRules, inWords, missingOf, withExtraGoes } from "./beforeGo.ts";
import * as store from "./beforeGoStore.ts";
import { listStudentsFor } from "./handStore.ts";
import * as releaseStore from "./store.ts";

export async function listWaiting(
  scope: Scope<Member>,
  { params: { releaseId } }: Input<typeof contract.listWaiting>,
): Promise<Result<typeof contract.listWaiting>> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const [row] = await releaseStore.listReleases(db, departmentId, { releaseId });
  const release = { releaseId, rules: completeRules(need(row, "release").rules) };
  if (!hasRules(release)) return { students: [], word: null };
  const [facts, audience, word] = [
    await factsOf(db, departmentId, [release], null),
    await store.listAudience(db, departmentId, releaseId),
    await store.findOpeningWord(db, departmentId, releaseId, now()),
  ];
  const { before } = release.rules;
  const waiting = audience.filter(({ studentId, goes, running }) => {
    const allowed = withExtraGoes(release.rules, facts.extraGoes(releaseId, studentId)).goes;
    return running === 0 && (allowed === null || goes < allowed);
  });
  const students = waiting.map((student) => {
    const ordinal = student.goes + 1;
    const asked = isAskedFor(before, ordinal) ? before : null;
    // Times are the release's matter and stand on its page; here is what somebody can do something about.
    const always = { ...release, timeZone: student.timeZone, opensAt: new Date(0), shutsAt: null };
    const answers = facts.reflection(releaseId, student.studentId, ordinal);
    return {
      studentId: student.studentId,
      name: student.name,
      className: student.className,
      ordinal,
      missing: missingOf(always, student.studentId, student, facts, now()),
      hasGoAhead: asked?.goAhead === true ? facts.hasGoAhead(releaseId, student.studentId, ordinal) : null,
      since: student.lastHandedIn?.toISOString() ?? null,
      lastShare: student.lastShare,
      reflection: asked?.reflection && answers ? inWords(asked.reflection, answers) : null,
    };
  });
  return {
    students: students.filter(({ missing }) => !missing.some(({ code }) => code === "lineReached")),
    word: word ? { word: word.word, until: word.until.toISOString() } : null,
  };
}

export function giveGoAheads(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.giveGoAheads>,
): Promise<Result<typeof contract.giveGoAheads>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const known = new Set(await listStudentsFor(db, departmentId, params.releaseId));
    const given = await store.insertGoAheads(
      db,
      { departmentId, releaseId: params.releaseId, by: caller.personId, wordId: null, at: now() },
      body.studentIds.filter((id) => known.has(id)),
    );
    await note(within, params.releaseId, "goAheadGiven", given);
    return listWaiting(within, { params });
  });
}

export function takeBackGoAheads(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.takeBackGoAheads>,
): Promise<Result<typeof contract.takeBackGoAheads>> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    const taken = await store.deleteGoAheads(within.db, departmentId, params.releaseId, body.studentIds);
    await note(within, params.releaseId, "goAheadTakenBack", taken);
    return listWaiting(within, { params });
  });
}

async function note(within: Scope<Member>, releaseId: string, action: string, studentIds: readonly string[]) {
  if (studentIds.length === 0) return;
  const { departmentId } = within.caller;
  await record(within, { departmentId, entity: "release", entityId: releaseId, action, after: { studentIds } });
}

/** How long a word opens, in milliseconds: as long as it takes a room to type it. */
const wordLasts = 5 * 60_000;

export function makeOpeningWord(
  scope: Scope<Member>,
  { params }: Input<typeof contract.makeOpeningWord>,
): Promise<Result<typeof contract.makeOpeningWord>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const [row] = await releaseStore.listReleases(db, departmentId, { releaseId: params.releaseId });
    need(row, "release");
    const pick = () => cardWords[randomInt(cardWords.length)] ?? "";
    const [at, until] = [now(), new Date(now().getTime() + wordLasts)];
    const made = { departmentId, id: newId(), releaseId: params.releaseId, word: `${pick()} ${pick()}`, at, until };
    await store.insertOpeningWord(db, { ...made, by: caller.personId });
    await record(within, { departmentId, entity: "release", entityId: params.releaseId, action: "openingWordMade" });
    return { word: made.word, until: until.toISOString() };
  });
}

/** A word is guessed by one student or by many at once; both are slowed down. */
const limitsOf = (releaseId: string, studentId: string): Limit[] => [
  { key: `word ${studentId}`, failures: 10 },
  { key: `word of ${releaseId}`, failures: 200 },
];

const lettersOf = (word: string) =>
  word
    .toLowerCase()
    .match(/\p{L}+/gu)
    ?.join(" ") ?? "";

export async function sayOpeningWord(
  scope: Scope<Student>,
  { params: { releaseId }, body }: Input<typeof contract.sayOpeningWord>,
): Promise<{ ok: true }> {
  const { departmentId, studentId } = scope.caller;
  const limits = limitsOf(releaseId, studentId);
  await takeTry(scope, limits);
  await atomically(scope, async (within) => {
    const { db, now } = within;
    const [release] = await releaseStore.listReleasesFor(db, departmentId, studentId, { releaseIds: [releaseId] });
    need(release, "release");
    const word = await store.findOpeningWord(db, departmentId, releaseId, now());
    if (!word || lettersOf(body.word) !== word.word) throw new Failure("openingWordWrong", {}, { at: "/body/word" });
    if (await store.hasUsedWord(db, departmentId, word.id, studentId)) return;
    const deed = { departmentId, releaseId, by: word.by, wordId: word.id, at: now() };
    await store.insertGoAheads(db, deed, [studentId]);
  });
  await giveBack(scope, limits);
  return { ok: true };
}
