/** Marking a sitting by machine, taking it into the class's memory, and marking it again when answers come late. */
import { completeRules } from "@verdant/core/delivery/rules";
import { creditOf, kindOf } from "@verdant/core/items/kinds";
import { difficultyOf, slipOf } from "@verdant/core/plan/posterior";
import { needClass } from "../courses/listClasses.ts";
import { localDateOf } from "../platform/localDate.ts";
import { record } from "../platform/history.ts";
import { atomically, type Scope } from "../platform/scope.ts";
import { rollUpOf } from "../plan/loadPlan.ts";
import { replayClass, takeEvidence, updateCredit } from "../plan/memory.ts";
import * as sittingStore from "./sittingStore.ts";
import { listReleases } from "./store.ts";

type SittingItem = Awaited<ReturnType<typeof sittingStore.listSittingItems>>[number];
type Marked = SittingItem & { readonly credit: number };

/** Hands a running sitting in and marks it, in one transaction; does nothing when it is handed in already. */
export function finish(scope: Scope, departmentId: string, sittingId: string, at: Date): Promise<void> {
  return atomically(scope, async (within) => {
    const { db } = within;
    const sitting = await sittingStore.lockSitting(db, departmentId, sittingId);
    if (sitting?.state !== "running") return;
    // After the deadline only the clock hands in, whoever asks; late deliveries then still have their grace.
    const isByClock = sitting.deadlineAt !== null && sitting.deadlineAt <= at;
    const handedInAt = isByClock && sitting.deadlineAt ? sitting.deadlineAt : at;
    const marked = await mark(within, departmentId, sittingId, 1);
    const evidenceSeq = await giveEvidence(within, { ...sitting, handedInAt }, marked);
    await sittingStore.finishSitting(
      db,
      { departmentId, sittingId },
      {
        state: "handedIn",
        handedInAt,
        graceUntil: isByClock ? sitting.graceUntil : null,
        points: pointsOf(marked),
        markingVersion: 1,
        evidenceSeq,
      },
    );
    await record(within, {
      departmentId,
      entity: "sitting",
      entityId: sittingId,
      action: isByClock ? "handedInByClock" : "handedIn",
    });
  });
}

const pointsOf = (items: readonly Marked[]) => items.reduce((sum, item) => sum + item.credit * item.points, 0);

async function mark({ db, now }: Scope, departmentId: string, sittingId: string, version: number): Promise<Marked[]> {
  const items = await sittingStore.listSittingItems(db, departmentId, sittingId);
  const marked = items.map((item) => ({ ...item, credit: creditOf(item.content, item.answer) }));
  await sittingStore.insertMarks(
    db,
    marked.map(({ position, credit, points }) => ({
      departmentId,
      sittingId,
      position,
      version,
      credit,
      points: credit * points,
      source: "auto" as const,
      rulingId: null,
      by: null,
      at: now(),
    })),
  );
  return marked;
}

/** A question counts as asked once it was shown or answered; not reached is no wrong answer. */
const wasAsked = (item: SittingItem) => item.shownAt !== null || item.answer !== null;

/** A pre-test is answered before it is taught: it changes no plan. */
async function countsForPlan({ db }: Scope, departmentId: string, releaseId: string): Promise<boolean> {
  const [release] = await listReleases(db, departmentId, { releaseId });
  return release === undefined || completeRules(release.rules).countsForPlan;
}

async function giveEvidence(
  scope: Scope,
  sitting: {
    departmentId: string;
    id: string;
    releaseId: string;
    classId: string;
    studentId: string;
    handedInAt: Date;
  },
  marked: readonly Marked[],
): Promise<number | null> {
  const { departmentId, classId, studentId } = sitting;
  const one = await needClass(scope, departmentId, classId);
  if (one.rehearsal || !(await countsForPlan(scope, departmentId, sitting.releaseId))) return null;
  const rollUp = await rollUpOf(scope, departmentId, one.courseId);
  const answers = marked.filter(wasAsked).flatMap((item) => {
    const topicId = rollUp.get(item.topicId ?? "");
    if (topicId === undefined) return [];
    const chance = kindOf(item.content).chance(item.content);
    const slip = slipOf(difficultyOf(item.writerDifficulty));
    return [{ topicId, itemId: item.itemId, position: item.position, chance, slip, credit: item.credit }];
  });
  if (answers.length === 0) return null;
  const on = localDateOf(sitting.handedInAt, one.timeZone);
  return takeEvidence(scope, { departmentId, classId, studentId, sittingId: sitting.id, on, answers });
}

/** Marks a sitting that was handed in by the clock once more, with the answers that came late; the class's memory follows. */
export function markAgain(scope: Scope, departmentId: string, sittingId: string): Promise<void> {
  return atomically(scope, async (within) => {
    const sitting = await sittingStore.lockSitting(within.db, departmentId, sittingId);
    if (sitting?.state !== "handedIn") return;
    const markingVersion = sitting.markingVersion + 1;
    const marked = await mark(within, departmentId, sittingId, markingVersion);
    await sittingStore.finishSitting(
      within.db,
      { departmentId, sittingId },
      { points: pointsOf(marked), markingVersion },
    );
    for (const { position, credit } of marked)
      await updateCredit(within.db, { departmentId, sittingId, position }, credit);
    await replayClass(within, departmentId, sitting.classId);
    await record(within, {
      departmentId,
      entity: "sitting",
      entityId: sittingId,
      action: "markedAgain",
      after: { markingVersion },
    });
  });
}
