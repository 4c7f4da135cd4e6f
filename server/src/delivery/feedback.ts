/** Feedback at each question of a sitting that runs: the answer is looked at and stands; there may be a second. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/feedback";
import { adviceFor } from "@verdant/core/delivery/advice";
import { canBeLookedAt, looksAtEach, secondShare } from "@verdant/core/delivery/feedback";
import { completeRules, shows, type Rules } from "@verdant/core/delivery/rules";
import { isBlank } from "@verdant/core/items/blank";
import { kindOf, type Answer } from "@verdant/core/items/kinds";
import { contentUnder, creditUnder, type Ruling } from "@verdant/core/items/ruling";
import type { Db } from "../platform/database.ts";
import { Failure, need } from "../platform/failure.ts";
import { atomically, type OpenScope, type Sitter } from "../platform/scope.ts";
import * as feedbackStore from "./feedbackStore.ts";
import * as rulingStore from "./rulingStore.ts";
import { isOver } from "./isOver.ts";
import * as sittingStore from "./sittingStore.ts";

type SittingItem = Awaited<ReturnType<typeof sittingStore.listSittingItems>>[number];

/** An answer that was looked at. */
type Looked = Pick<SittingItem, "content" | "use" | "answer" | "secondAnswer">;

export async function lookAtAnswer(
  scope: OpenScope<Sitter>,
  { params: { sittingId, position }, body }: Input<typeof contract.lookAtAnswer>,
): Promise<Result<typeof contract.lookAtAnswer>> {
  const { releaseId, feedback } = await atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const held = need(await sittingStore.findHeldSitting(db, sittingId, caller.tokenHash), "sitting");
    const { departmentId, studentId } = held;
    // Answers on their way into the database come first: what is looked at is what stands.
    await sittingStore.lockSitting(db, departmentId, sittingId);
    const sitting = need(await sittingStore.findSitting(db, departmentId, studentId, sittingId), "sitting");
    if (isOver(sitting, now())) throw new Failure("goIsOver");
    if (sitting.epoch !== body.epoch) throw new Failure("begunElsewhere");
    const rules = completeRules(sitting.rules);
    const item = need(
      (await sittingStore.listSittingItems(db, departmentId, sittingId)).find((one) => one.position === position),
      "item",
    );
    if (!looksAtEach(rules) || !canBeLookedAt(item.content)) throw new Failure("notLookedAt");
    if (item.answer === null || isBlank(item.answer)) throw new Failure("answerFirst");
    const ruling = (await rulingStore.listInForce(db, departmentId, sitting.releaseId)).get(item.revisionId) ?? null;
    const key = { departmentId, sittingId, position };
    if (item.lookedAt === 0) await feedbackStore.setLookedAt(db, key, 1);
    const first = feedbackOf(item, ruling, rules);
    const { second } = body;
    // Said twice, or by a second window: the second answer that came first stands.
    if (second === null || !first.again) return { releaseId: sitting.releaseId, feedback: first };
    if (second.kind !== item.content.kind || isBlank(second)) throw new Failure("answerFirst");
    await feedbackStore.insertSecondAnswer(db, { ...key, body: JSON.stringify(second), epoch: body.epoch, at: now() });
    await feedbackStore.setLookedAt(db, key, 2);
    return { releaseId: sitting.releaseId, feedback: feedbackOf({ ...item, secondAnswer: second }, ruling, rules) };
  });
  scope.signals.tell(releaseId, sittingId);
  return feedback;
}

/** What was said of each answer of a sitting that was looked at, by its position. */
export async function feedbackAt(
  db: Db,
  departmentId: string,
  { releaseId, rules: kept }: { readonly releaseId: string; readonly rules: Partial<Rules> },
  items: readonly SittingItem[],
) {
  const looked = items.filter((item) => item.lookedAt > 0);
  const rulings = looked.length === 0 ? null : await rulingStore.listInForce(db, departmentId, releaseId);
  const rules = completeRules(kept);
  const said = new Map(
    looked.map((item) => [item.position, feedbackOf(item, rulings?.get(item.revisionId) ?? null, rules)]),
  );
  return (position: number) => said.get(position) ?? null;
}

/**
 * As far as the rules go. While there may be a second answer only a hint shows: why the option was wrong, or else the next
 * step. Of a reserved item no word shows, whatever the rules: only how it went and what to do next.
 */
function feedbackOf(item: Looked, ruling: Ruling | null, rules: Rules): contract.Feedback {
  const { content, secondAnswer } = item;
  const share = secondShare(rules);
  const creditOf = (answer: Answer | null) => creditUnder(ruling, content, answer).credit;
  const credit = creditOf(item.answer);
  const again = share !== null && credit < 1 && secondAnswer === null;
  const last = secondAnswer ?? item.answer;
  const isPractice = item.use === "practice";
  const showsWhy = again || shows(rules.openness, "why");
  const rationales =
    showsWhy && isPractice && ruling === null && last?.kind === content.kind
      ? [...kindOf(content).rationales(content, last)]
      : [];
  const advice = showsWhy ? adviceFor(content, creditOf(last)) : { nearly: null, nextStep: null };
  return {
    credit,
    again,
    second:
      secondAnswer === null || share === null
        ? null
        : { answer: secondAnswer, credit: creditOf(secondAnswer), counts: Math.round(share * 100) },
    rationales,
    explanation:
      !again && showsWhy && isPractice && ruling?.ruling !== "correct" ? (content.explanation ?? null) : null,
    nearly: isPractice ? advice.nearly : null,
    nextStep: again && rationales.length > 0 ? null : advice.nextStep,
    content: !again && isPractice && shows(rules.openness, "everything") ? contentUnder(ruling, content, last) : null,
  };
}
