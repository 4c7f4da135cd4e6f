/** How a sitting went, as far as its student may see it. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/result";
import { adviceFor, closingFor } from "@verdant/core/delivery/advice";
import { completeRules, markOf, opennessNow, settlesAt, shows, type Openness } from "@verdant/core/delivery/rules";
import { isTimedPractice } from "@verdant/core/delivery/timed";
import { isReached } from "@verdant/core/delivery/reached";
import { isBlank } from "@verdant/core/items/blank";
import { kindOf, markerOf, type Answer, type Content } from "@verdant/core/items/kinds";
import { contentUnder, creditUnder, type Ruling } from "@verdant/core/items/ruling";
import { scaled } from "@verdant/core/marks/markTable";
import type { Db } from "../platform/database.ts";
import { Failure, need } from "../platform/failure.ts";
import type { Scope, Student } from "../platform/scope.ts";
import { listReleaseItems } from "./releaseItemStore.ts";
import * as rulingStore from "./rulingStore.ts";
import { reflectionBefore, whatIsMissing } from "./beforeGo.ts";
import { isOver } from "./isOver.ts";
import * as sittingStore from "./sittingStore.ts";
import * as store from "./store.ts";
import { ownTimed } from "./timed.ts";
import { findVoided } from "./voidStore.ts";
import { unseenMarksOf } from "./waitingMarks.ts";
import { stimuliOf, strandOf } from "./views.ts";

type GivenRelease = Awaited<ReturnType<typeof store.listReleasesFor>>[number];

type Goes = Awaited<ReturnType<typeof sittingStore.listSittings>>;

/**
 * Until when answers to any of these goes at one release may still arrive; null when none can. They ask the same, so the
 * key of one is not shown while another can still be answered.
 */
export function settlingOf(goes: Goes, now: Date): Date | null {
  const open = goes.flatMap(
    (go) => settlesAt({ isOver: isOver(go, now), graceUntil: go.graceUntil?.getTime() ?? null }, now.getTime()) ?? [],
  );
  return open.length === 0 ? null : new Date(Math.max(...open));
}

/** What may be seen now of a student's goes at this release that are handed in. */
export function opennessOf(
  release: Pick<GivenRelease, "rules" | "shutsAt" | "resultsOpenedAt">,
  goes: Goes,
  now: Date,
): Openness {
  return opennessNow(completeRules(release.rules), {
    isSettled: settlingOf(goes, now) === null,
    isShut: release.shutsAt !== null && release.shutsAt <= now,
    isOpened: release.resultsOpenedAt !== null,
  });
}

/** Whoever has left the class sees as much of what they handed in as if the release had shut. */
export const leftBehind = <Sitting extends { rules: unknown; handedInAt: Date | null }>(
  sitting: Sitting,
): { rules: Sitting["rules"]; shutsAt: Date | null; resultsOpenedAt: null } => ({
  rules: sitting.rules,
  shutsAt: sitting.handedInAt,
  resultsOpenedAt: null,
});

export async function showResult(
  scope: Scope<Student>,
  { params }: Input<typeof contract.showResult>,
): Promise<Result<typeof contract.showResult>> {
  const { db, caller, now } = scope;
  const { departmentId, studentId } = caller;
  const sitting = need(await sittingStore.findSitting(db, departmentId, studentId, params.sittingId), "sitting");
  if (sitting.state === "voided") {
    const { reason = "" } = (await findVoided(db, departmentId, sitting.id)) ?? {};
    throw new Failure("goVoided", { reason });
  }
  if (sitting.state !== "handedIn" || sitting.handedInAt === null) {
    throw new Failure("notHandedIn");
  }
  const [given] = await store.listReleasesFor(db, departmentId, studentId, {
    releaseIds: [sitting.releaseId],
  });
  const release = given ?? leftBehind(sitting);
  const goes = await sittingStore.listSittings(db, departmentId, studentId, [sitting.releaseId]);
  const openness = opennessOf(release, goes, now());
  const inOrder = goes.filter((go) => go.state === "handedIn").sort((a, b) => a.ordinal - b.ordinal);
  const unseenOf = await unseenMarksOf(scope, [...new Set([sitting.id, ...inOrder.map((go) => go.id)])]);
  const unseen = unseenOf(sitting.id);
  const items = shows(openness, "which")
    ? (await sittingStore.listSittingItems(db, departmentId, sitting.id)).map((item) =>
        unseen.held.has(item.position) ? { ...item, byPerson: null, comment: null } : item,
      )
    : [];
  const rulings = await rulingStore.listInForce(db, departmentId, sitting.releaseId);
  const twins = shows(openness, "why") ? await twinsToShow(db, departmentId, sitting.releaseId, items, openness) : null;
  const { counts, openFrom, outOf, closing } = completeRules(sitting.rules);
  const isTimed = isTimedPractice(completeRules(sitting.rules));
  const waitingPoints = unseen.outOf;
  const points = sitting.points === null ? null : sitting.points - unseen.points;
  const mark = markOf(
    counts,
    inOrder.map((go) => (go.points ?? 0) - unseenOf(go.id).points),
  );
  const isShown = shows(openness, "score") && points !== null;
  const asPoints = { points: mark ?? 0, outOf: sitting.outOf - waitingPoints };
  const share = waitingPoints > 0 || sitting.outOf === 0 ? null : (points ?? 0) / sitting.outOf;
  const missing = given ? (await whatIsMissing(scope, caller, [given], () => goes))(given.releaseId) : [];
  return {
    name: sitting.name,
    handedInAt: sitting.handedInAt.toISOString(),
    ordinal: sitting.ordinal,
    openness,
    openFrom,
    settlesAt: settlingOf(goes, now())?.toISOString() ?? null,
    points: shows(openness, "score") ? points : null,
    outOf: sitting.outOf - waitingPoints,
    waitingPoints,
    mark: shows(openness, "score") && goes.length > 1 ? { counts, points: mark ?? 0 } : null,
    countsAs: isShown && outOf !== null ? scaled(outOf, sitting.outOf, asPoints) : null,
    closing: isShown ? closingFor(closing, share) : null,
    timed:
      shows(openness, "score") && isTimed
        ? await ownTimed(
            db,
            departmentId,
            inOrder.flatMap((go) => (go.handedInAt === null ? [] : [{ ...go, handedInAt: go.handedInAt }])),
            sitting.id,
          )
        : null,
    items: items
      .map((item) => ({ ...item, ruling: rulings.get(item.revisionId) ?? null }))
      .map((item) => ({
        position: item.position,
        points: item.points,
        strand: strandOf(item),
        // A reserved item is never shown again, nor its key or reasons: what it was about, the next step and a practice
        // item teach instead.
        view: item.use === "practice" ? kindOf(item.content).toStudentView(item.content, item.optionOrder) : null,
        topic: item.use === "reserved" ? item.topic : null,
        stimulusId: item.use === "practice" ? item.stimulusId : null,
        twin: wentWrong(item) ? (twins?.get(item.itemId)?.content ?? null) : null,
        answer: item.use === "practice" ? item.answer : null,
        reached: isReached(item),
        credit: waitsOrHasNone(item) || !isReached(item) ? null : item.credit,
        comment: shows(openness, "why") && item.comment !== null && item.comment !== "" ? item.comment : null,
        why: shows(openness, "why") ? whyOf(item) : null,
        content:
          shows(openness, "everything") && item.use === "practice"
            ? contentUnder(item.ruling, item.content, item.answer)
            : null,
        ruling: item.ruling?.ruling ?? null,
        second: secondOf(item, completeRules(sitting.rules).second),
        // Whoever practises against the clock has no thoughts to tell of sixty facts.
        asksReason: !isTimed && asksReason(item, openness),
        reason: item.reason ?? "",
      })),
    stimuli: stimuliOf(items.filter((item) => item.use === "practice")),
    releaseId: sitting.releaseId,
    mayGoAgain: given !== undefined && goes.every((go) => isOver(go, now())) && missing.length === 0,
    missing,
    reflection: await reflectionBefore(scope, departmentId, sitting),
  };
}

type SittingItem = Awaited<ReturnType<typeof sittingStore.listSittingItems>>[number];

/**
 * Practice items that teach what reserved ones asked, by the reserved item's id. Their keys are shown, so one that
 * another go may ask is left out until keys are shown anyway.
 */
async function twinsToShow(
  db: Db,
  departmentId: string,
  releaseId: string,
  items: readonly SittingItem[],
  openness: Openness,
) {
  const reserved = items.filter((item) => item.use === "reserved").map((item) => item.itemId);
  const twins = await sittingStore.listTwins(db, departmentId, reserved);
  if (twins.size === 0 || shows(openness, "everything")) return twins;
  const asked = new Set((await listReleaseItems(db, departmentId, releaseId)).map(({ itemId }) => itemId));
  return new Map([...twins].filter(([, twin]) => !asked.has(twin.itemId)));
}

/** The second answer, where the rules allowed one and it was given; of a reserved item only what it earned. */
function secondOf(item: SittingItem & { ruling: Ruling | null }, counts: number | null) {
  if (item.secondAnswer === null || counts === null) return null;
  const { credit } = creditUnder(item.ruling, item.content, item.secondAnswer);
  return { answer: item.use === "practice" ? item.secondAnswer : null, credit, counts };
}

/** It was asked, and was not all right. */
const wentWrong = (item: Parameters<typeof waitsOrHasNone>[0] & { credit: number | null; shownAt: Date | null }) =>
  isReached(item) && !waitsOrHasNone(item) && (item.credit ?? 0) < 1;

/** What was answered and of which is seen how it went; a question kept for tests is not spoken of again. */
const asksReason = (
  item: Parameters<typeof waitsOrHasNone>[0] & { use: string; credit: number | null },
  openness: Openness,
) =>
  item.use === "practice" &&
  shows(openness, "which") &&
  item.ruling === null &&
  item.answer !== null &&
  !isBlank(item.answer) &&
  !waitsOrHasNone(item) &&
  item.credit !== null;

/** An opinion is worth nothing; a written answer is worth nothing yet until somebody has read it. */
function waitsOrHasNone(item: {
  content: Content;
  answer: Answer | null;
  byPerson: number | null;
  ruling: Ruling | null;
}): boolean {
  const marker = markerOf(item.content);
  const isGiven = item.answer !== null && !isBlank(item.answer);
  return marker === "nobody" || (marker === "person" && item.byPerson === null && item.ruling === null && isGiven);
}

/**
 * The rationales of what was answered, without the others': those could give the key of another go away. What was
 * written for a key that turned out wrong is not shown; of a reserved item, only what to do next.
 */
function whyOf(
  item: Parameters<typeof wentWrong>[0] & {
    use: string;
    content: Content;
    answer: Answer | null;
    ruling: Ruling | null;
  },
) {
  const { content, answer, ruling } = item;
  const advice = waitsOrHasNone(item)
    ? { nearly: null, nextStep: null }
    : adviceFor(content, isReached(item) ? item.credit : null);
  if (item.use !== "practice")
    return advice.nextStep && { rationales: [], explanation: null, nearly: null, nextStep: advice.nextStep };
  return {
    rationales:
      ruling === null && answer?.kind === content.kind ? [...kindOf(content).rationales(content, answer)] : [],
    explanation: ruling?.ruling === "correct" ? null : (content.explanation ?? null),
    ...advice,
  };
}
