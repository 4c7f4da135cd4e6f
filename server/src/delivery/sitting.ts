/** The life of a sitting: begun or taken over, answered, handed in by the student or by the clock, marked. */
import { createHmac } from "node:crypto";
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/delivery";
import { deadlineOf } from "@verdant/core/delivery/opening";
import type { Dealt, DealPart, DealtItem } from "@verdant/core/delivery/deal";
import { completeRules, minutesAllowed, type Rules } from "@verdant/core/delivery/rules";
import { allowanceMs, isTimedPractice } from "@verdant/core/delivery/timed";
import { kindOf, markerOf } from "@verdant/core/items/kinds";
import { randomFrom } from "@verdant/core/random";
import { dealQuestions } from "../assembly/dealQuestions.ts";
import { needClass } from "../courses/listClasses.ts";
import { Failure, need } from "../platform/failure.ts";
import { hashOf, newId } from "../platform/id.ts";
import { localDateOf } from "../platform/localDate.ts";
import { atomically, type OpenScope, type Scope, type Sitter, type Student } from "../platform/scope.ts";
import { answerBatch } from "./answerBatch.ts";
import { refusalOf, whatIsMissing } from "./beforeGo.ts";
import { feedbackAt } from "./feedback.ts";
import { tellGoes } from "./goChanges.ts";
import { handFor } from "./hands.ts";
import { isOver } from "./isOver.ts";
import { finish, markAgain } from "./marking.ts";
import { neighboursAt } from "./neighbours.ts";
import { listReleaseItems, type ReleaseItemRow } from "./releaseItemStore.ts";
import * as sittingStore from "./sittingStore.ts";
import * as store from "./store.ts";
import { noticeOf } from "./notice.ts";
import { stimuliOf, strandOf, wordsOf } from "./views.ts";

type Begun = Result<typeof contract.beginSitting>;

/** The token of a sitting: the same for every device of its student, and for nobody else. */
const tokenFor = (secret: Buffer, sittingId: string) =>
  createHmac("sha256", secret).update(`sitting ${sittingId}`).digest("base64url");

/** What a sitting is found by, made from the installation's key. */
export const sittingTokenHash = (secret: Buffer, sittingId: string): Buffer => hashOf(tokenFor(secret, sittingId));

/** Begins the next go; or, when one is running, takes it over to this device: the other one's epoch is then stale. */
export async function beginSitting(
  scope: OpenScope<Student>,
  { params: { releaseId } }: Input<typeof contract.beginSitting>,
): Promise<Begun> {
  const { now } = scope;
  // A go ends, or begins on another device, between the two readings; what was dealt then stands for nothing.
  for (let tries = 0; tries < 3; tries++) {
    const release = await releaseFor(scope, releaseId);
    const goes = await listGoes(scope, releaseId);
    const isRunning = goes.some((sitting) => !isOver(sitting, now()));
    const begun = await enter(scope, releaseId, isRunning ? null : await dealGo(scope, release, goes));
    if (begun) {
      tellGoes(scope, releaseId);
      return begun;
    }
  }
  throw new Failure("begunElsewhere");
}

async function releaseFor({ db, caller }: Scope<Student>, releaseId: string): Promise<GivenRelease> {
  const [given] = await store.listReleasesFor(db, caller.departmentId, caller.studentId, { releaseIds: [releaseId] });
  return need(given, "release");
}

const listGoes = ({ db, caller }: Scope<Student>, releaseId: string) =>
  sittingStore.listSittings(db, caller.departmentId, caller.studentId, [releaseId]);

/** Takes over what runs, or writes the go that was dealt; null where it is not the next one any more. */
function enter(scope: Scope<Student>, releaseId: string, go: DealtGo | null): Promise<Begun | null> {
  return atomically(scope, async (within) => {
    const { db, caller, now, secret } = within;
    const { departmentId, studentId } = caller;
    await sittingStore.lockBeginning(db, releaseId, studentId);
    const release = await releaseFor(within, releaseId);
    const goes = await listGoes(within, releaseId);
    const running = goes.find((sitting) => !isOver(sitting, now()));
    if (!running && go?.ordinal !== goes.length + 1) return null;
    // It may have been shut while the questions were dealt.
    if (!running) await mustHaveAll(within, release, goes);
    for (const overdue of goes.filter((sitting) => sitting.state === "running" && sitting !== running)) {
      await finish(within, departmentId, overdue.id, overdue.deadlineAt ?? now());
    }
    const sittingId = running ? running.id : await startGo(within, release, go as DealtGo, goes);
    if (running) await sittingStore.nextEpoch(db, departmentId, sittingId);
    return {
      sitting: await describeSitting(within, departmentId, studentId, sittingId),
      token: tokenFor(secret, sittingId),
    };
  });
}

type GivenRelease = Awaited<ReturnType<typeof store.listReleasesFor>>[number];

type Go = Pick<Awaited<ReturnType<typeof sittingStore.listSittings>>[number], "id" | "state" | "handedInAt">;

/** Refuses a go that may not begin, by the first thing that is missing. */
async function mustHaveAll(scope: Scope<Student>, release: GivenRelease, goes: readonly Go[]): Promise<void> {
  const missing = await whatIsMissing(scope, scope.caller, [release], () => goes);
  const [first] = missing(release.releaseId);
  if (first) throw refusalOf(first);
}

const windowOf = (release: { opensAt: Date; shutsAt: Date | null }) => ({
  opensAt: release.opensAt.getTime(),
  handInBy: null,
  shutsAt: release.shutsAt?.getTime() ?? null,
});

interface DealtGo {
  readonly ordinal: number;
  readonly seed: string;
  readonly dealt: readonly Dealt<DealtItem & { readonly now: ReleaseItemRow }>[];
}

/** The questions of the next go; nothing of it is kept yet but what the whole class draws. */
async function dealGo(scope: OpenScope<Student>, release: GivenRelease, goes: readonly Go[]): Promise<DealtGo> {
  const { db, caller } = scope;
  const { departmentId, studentId } = caller;
  const { releaseId } = release;
  await mustHaveAll(scope, release, goes);
  const ordinal = goes.length + 1;
  const seed = `${releaseId} ${studentId} ${ordinal}`;
  const met =
    goes.length === 0
      ? new Map<string, number>()
      : await sittingStore.listMetItems(db, departmentId, releaseId, studentId);
  const parts = await partsToDeal(scope, departmentId, release);
  const { ownOrder } = completeRules(release.rules);
  const hand = await handFor(scope, { releaseId, ordinal }, parts, { met, ownOrder });
  const neighbours = ownOrder ? await neighboursAt(scope, release) : [];
  return { ordinal, seed, dealt: await dealQuestions(scope, parts, { seed, ownOrder, met, hand, neighbours }) };
}

async function startGo(
  scope: Scope<Student>,
  release: GivenRelease,
  { ordinal, seed, dealt }: DealtGo,
  goes: readonly Go[],
): Promise<string> {
  const { db, caller, now, secret } = scope;
  const { departmentId, studentId } = caller;
  const at = now();
  const rules = completeRules(release.rules);
  const minutes = minutesAllowed(rules.timeLimitMinutes, release.arrangements.extraTimePercent ?? 0);
  const deadline = deadlineOf(windowOf(release), at.getTime() + allowanceMs(rules), minutes);
  const id = newId();
  // Its questions may be the same: what would still arrive for an earlier go could have been looked up in this one.
  const earlier = goes.map((go) => go.id);
  await sittingStore.endGrace(db, departmentId, earlier, at);
  await sittingStore.insertSitting(
    db,
    {
      departmentId,
      id,
      releaseId: release.releaseId,
      classId: release.classId,
      studentId,
      ordinal,
      formId: null,
      seed,
      rulesVersion: release.rulesVersion,
      state: "running",
      startedAt: at,
      deadlineAt: deadline === null ? null : new Date(deadline),
      graceUntil: deadline === null ? null : new Date(deadline + rules.graceMinutes * 60_000),
      forwardOnly: rules.paging === "forwardOnly",
      handedInAt: null,
      tokenHash: sittingTokenHash(secret, id),
      points: null,
      outOf: dealt.reduce((sum, { item }) => sum + (markerOf(item.now) === "nobody" ? 0 : item.now.points), 0),
      evidenceSeq: null,
    },
    dealt.map(({ placeId, item: { now: item } }, i) => {
      const next = rules.optionsMix ? randomFrom(`${seed} ${i}`) : null;
      return {
        departmentId,
        sittingId: id,
        position: i + 1,
        itemId: item.itemId,
        revisionId: item.revisionId,
        optionOrder: JSON.stringify(kindOf(item.content).arrange(item.content, next)),
        points: item.points,
        placeId,
        shownAt: null,
      };
    }),
  );
  const { timeZone, rehearsal } = await needClass(scope, departmentId, release.classId);
  if (rehearsal) return id;
  await sittingStore.insertExposure(
    db,
    departmentId,
    release.classId,
    dealt.map(({ item }) => item.itemId),
    localDateOf(at, timeZone),
  );
  return id;
}

/** The release as core deals it. */
async function partsToDeal(
  { db }: Scope,
  departmentId: string,
  { releaseId }: GivenRelease,
): Promise<DealPart<DealtItem & { readonly now: ReleaseItemRow }>[]> {
  const [parts, places, items] = [
    await store.listReleaseParts(db, departmentId, releaseId),
    await store.listReleasePlaces(db, departmentId, releaseId),
    await listReleaseItems(db, departmentId, releaseId),
  ];
  const toDeal = (item: ReleaseItemRow) => ({
    itemId: item.itemId,
    familyId: item.familyId,
    topicId: item.topicId ?? item.itemId,
    unitId: item.unitId ?? item.topicId ?? item.itemId,
    kind: item.kind,
    difficultyRank: (item.writerDifficulty - 1) / 4,
    block: item.stimulusRevisionId ?? undefined,
    now: item,
  });
  return parts.map((part) => ({
    // Safe: a check of the table of quizzes, from which it was copied, allows nothing else.
    orderRule: part.orderRule as "woven",
    places: places
      .filter((place) => place.partId === part.id && place.kind !== "interlude")
      .map((place) => ({
        placeId: place.id,
        items: items.filter((item) => item.placeId === place.id).map(toDeal),
        take: place.take ?? 1,
      })),
  }));
}

/** Questions that a device gets beforehand where there is no going back, so that it goes on while the network is away. */
const sentAhead = 5;

/**
 * Which questions of a sitting are sent: where there is no going back, from the one that was reached on, and few ahead; in
 * timed practice all of those, since a network that is away must not cost time.
 */
function sentOf(rules: Rules, reached: readonly number[]): (position: number) => boolean {
  if (rules.paging !== "forwardOnly") return () => true;
  const at = Math.max(1, ...reached);
  const ahead = isTimedPractice(rules) ? Number.POSITIVE_INFINITY : sentAhead;
  return (position) => position >= at && position <= at + ahead;
}

/** A sitting as its student sees it: views, never content. Once it is over its questions are not sent again. */
async function describeSitting(
  { db, now }: Scope,
  departmentId: string,
  studentId: string,
  sittingId: string,
): Promise<Result<typeof contract.showSitting>> {
  const sitting = need(await sittingStore.findSitting(db, departmentId, studentId, sittingId), "sitting");
  const items = await sittingStore.listSittingItems(db, departmentId, sittingId);
  const [release] = await store.listReleasesFor(db, departmentId, studentId, {
    releaseIds: [sitting.releaseId],
  });
  const over = isOver(sitting, now());
  const feedbackOf = over ? () => null : await feedbackAt(db, departmentId, sitting, items);
  const isSent = over
    ? () => false
    : sentOf(
        completeRules(sitting.rules),
        items.flatMap(({ position, shownAt, answer }) => (shownAt !== null || answer !== null ? [position] : [])),
      );
  return {
    id: sitting.id,
    name: sitting.name,
    state: over && sitting.state === "running" ? "handedIn" : sitting.state,
    ordinal: sitting.ordinal,
    epoch: sitting.epoch,
    notice: await noticeOf(
      db,
      departmentId,
      release ?? { releaseId: sitting.releaseId, rules: sitting.rules, shutsAt: null, arrangements: {} },
    ),
    words: over ? [] : await wordsOf(db, departmentId, sitting.releaseId),
    startedAt: sitting.startedAt.toISOString(),
    deadlineAt: sitting.deadlineAt?.toISOString() ?? null,
    allowanceMs: allowanceMs(completeRules(sitting.rules)),
    now: now().toISOString(),
    items: over
      ? []
      : items.map((item) => ({
          position: item.position,
          points: item.points,
          strand: strandOf(item),
          view: isSent(item.position) ? kindOf(item.content).toStudentView(item.content, item.optionOrder) : null,
          stimulusId: isSent(item.position) ? item.stimulusId : null,
          answer: item.answer,
          revisit: item.revisit,
          feedback: feedbackOf(item.position),
        })),
    stimuli: stimuliOf(items.filter((item) => isSent(item.position))),
  };
}

export async function showSitting(
  scope: Scope<Sitter>,
  { params }: Input<typeof contract.showSitting>,
): Promise<Result<typeof contract.showSitting>> {
  const held = need(await sittingStore.findHeldSitting(scope.db, params.sittingId, scope.caller.tokenHash), "sitting");
  return describeSitting(scope, held.departmentId, held.studentId, held.id);
}

export async function saveAnswers(
  scope: OpenScope<Sitter>,
  { params, body }: Input<typeof contract.saveAnswers>,
): Promise<Result<typeof contract.saveAnswers>> {
  const saved = await scope.caches.of(answerBatch).save({
    sittingId: params.sittingId,
    tokenHash: scope.caller.tokenHash,
    now: scope.now(),
    ...body,
  });
  const { departmentId, releaseId, state, epoch, stored } = need(saved, "sitting");
  scope.signals.tell(releaseId, params.sittingId);
  const hasLate = stored.some((one) => one.disposition === "late");
  if (hasLate && state === "handedIn") await markAgain(scope, departmentId, params.sittingId);
  return { state, epoch, stored: [...stored] };
}

/**
 * Hands in, after which nothing more counts. When the clock was first, another device of the student may still hold
 * answers that were given in time; if there never was one, what this device says is the last word.
 */
export async function handIn(
  scope: OpenScope<Sitter>,
  { params }: Input<typeof contract.handIn>,
): Promise<{ ok: true }> {
  const releaseId = await atomically(scope, async (within) => {
    const held = need(
      await sittingStore.findHeldSitting(within.db, params.sittingId, within.caller.tokenHash),
      "sitting",
    );
    await finish(within, held.departmentId, held.id, within.now());
    if (held.epoch === 1) await sittingStore.endGrace(within.db, held.departmentId, [held.id], within.now());
    return held.releaseId;
  });
  tellGoes(scope, releaseId);
  return { ok: true };
}

/** Ends the grace of a sitting that is over, and of the student's other goes at the same release, so that results may open. */
export function settleSitting(
  scope: Scope<Student>,
  { params }: Input<typeof contract.settleSitting>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, studentId } = caller;
    const { releaseId } = need(
      await sittingStore.findSitting(db, departmentId, studentId, params.sittingId),
      "sitting",
    );
    const over = (await sittingStore.listSittings(db, departmentId, studentId, [releaseId])).filter((go) =>
      isOver(go, now()),
    );
    for (const go of over) await finish(within, departmentId, go.id, now());
    const ids = over.map((go) => go.id);
    await sittingStore.endGrace(db, departmentId, ids, now());
    return { ok: true };
  });
}
