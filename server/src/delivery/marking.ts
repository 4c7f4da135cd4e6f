/** Marking a sitting by machine, taking it into the class's memory, and marking it again when answers come late. */
import { secondShare } from "@verdant/core/delivery/feedback";
import { completeRules } from "@verdant/core/delivery/rules";
import { isReached } from "@verdant/core/delivery/reached";
import { kindOf, markerOf } from "@verdant/core/items/kinds";
import { creditWithSecond, pointsOf, type Ruled } from "@verdant/core/items/ruling";
import { slipKnown } from "@verdant/core/plan/posterior";
import { needClass } from "../courses/listClasses.ts";
import { localDateOf } from "../platform/localDate.ts";
import { record } from "../platform/history.ts";
import { atomically, type Scope } from "../platform/scope.ts";
import { rollUpOf } from "../courses/schedule.ts";
import { deleteVoidEvidence, takeEvidence, updateCredits } from "../plan/memory.ts";
import { notePassedChecks } from "./paths.ts";
import * as rulingStore from "./rulingStore.ts";
import * as sittingStore from "./sittingStore.ts";
import { listReleases } from "./store.ts";

type SittingItem = Awaited<ReturnType<typeof sittingStore.listSittingItems>>[number];
type Marked = SittingItem & Ruled & { readonly counted: number | null };

/** Hands a running sitting in and marks it, in one transaction; does nothing when it is handed in already. */
export function finish(scope: Scope, departmentId: string, sittingId: string, at: Date): Promise<void> {
  return atomically(scope, async (within) => {
    const { db } = within;
    await rulingStore.awaitRulings(db, departmentId);
    const sitting = await sittingStore.lockSitting(db, departmentId, sittingId);
    if (sitting?.state !== "running") return;
    // After the deadline only the clock hands in, whoever asks; late deliveries then still have their grace.
    const isByClock = sitting.deadlineAt !== null && sitting.deadlineAt <= at;
    const handedInAt = isByClock && sitting.deadlineAt ? sitting.deadlineAt : at;
    const markingVersion = sitting.markingVersion + 1;
    const marked = await mark(within, sitting, markingVersion);
    // Handed in before, and let back in since.
    if (markingVersion > 1) await deleteVoidEvidence(db, departmentId, sittingId);
    const evidenceSeq = await giveEvidence(within, { ...sitting, handedInAt }, marked);
    await sittingStore.finishSitting(
      db,
      { departmentId, sittingId },
      {
        state: "handedIn",
        handedInAt,
        graceUntil: isByClock ? sitting.graceUntil : null,
        ...totalOf(marked),
        markingVersion,
        evidenceSeq,
      },
    );
    await notePassedChecks(within, departmentId, [sitting.releaseId], sitting.studentId);
    await record(within, {
      departmentId,
      entity: "sitting",
      entityId: sittingId,
      action: isByClock ? "handedInByClock" : "handedIn",
    });
  });
}

const totalOf = (items: readonly Marked[]) => ({
  points: items.reduce((sum, item) => sum + pointsOf(item, item.points), 0),
  outOf: items.reduce((sum, item) => sum + (item.counts ? item.points : 0), 0),
});

async function mark(
  { db, now }: Scope,
  { departmentId, id: sittingId, releaseId }: { departmentId: string; id: string; releaseId: string },
  version: number,
): Promise<Marked[]> {
  const items = await sittingStore.listSittingItems(db, departmentId, sittingId);
  const rulings = await rulingStore.listInForce(db, departmentId, releaseId);
  const [release] = await listReleases(db, departmentId, { releaseId });
  const share = release ? secondShare(completeRules(release.rules)) : null;
  const marked = items.map((item) => ({
    ...item,
    ...creditWithSecond(
      rulings.get(item.revisionId) ?? null,
      item.content,
      item.answer,
      item.secondAnswer && share !== null ? { answer: item.secondAnswer, share } : null,
      item,
    ),
  }));
  await sittingStore.insertMarks(
    db,
    marked.map(({ position, credit, counted, points, counts, isEvidence, revisionId, byPerson, markedBy }) => ({
      departmentId,
      sittingId,
      position,
      version,
      credit,
      counted,
      points: pointsOf({ credit, counts, counted }, points),
      source: rulings.has(revisionId)
        ? ("ruling" as const)
        : byPerson === null
          ? ("auto" as const)
          : ("person" as const),
      rulingId: rulings.get(revisionId)?.id ?? null,
      by: markedBy,
      at: now(),
      counts,
      isEvidence,
    })),
  );
  return marked;
}

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
  const answers = marked
    .filter((item) => isReached(item) && markerOf(item.content) !== "nobody")
    .flatMap((item) => {
      const topicId = rollUp.get(item.topicId ?? "");
      if (topicId === undefined) return [];
      const chance = kindOf(item.content).chance(item.content);
      const known = { right: item.knownCredit ?? 0, outOf: item.knownAnswers ?? 0 };
      const slip = slipKnown({ writerEstimate: item.writerDifficulty, chance, ...known });
      const { itemId, position, credit, isEvidence } = item;
      return [{ topicId, itemId, position, chance, slip, credit, void: !isEvidence }];
    });
  if (answers.length === 0) return null;
  const on = localDateOf(sitting.handedInAt, one.timeZone);
  return takeEvidence(scope, { departmentId, classId, studentId, sittingId: sitting.id, on, answers });
}

/** Marks a sitting that was handed in by the clock once more, with the answers that came late; the class's memory follows. */
export function markAgain(scope: Scope, departmentId: string, sittingId: string): Promise<void> {
  return atomically(scope, async (within) => {
    await rulingStore.awaitRulings(within.db, departmentId);
    const sitting = await sittingStore.lockSitting(within.db, departmentId, sittingId);
    if (sitting?.state !== "handedIn") return;
    const markingVersion = sitting.markingVersion + 1;
    const marked = await mark(within, sitting, markingVersion);
    await sittingStore.finishSitting(within.db, { departmentId, sittingId }, { ...totalOf(marked), markingVersion });
    await notePassedChecks(within, departmentId, [sitting.releaseId], sitting.studentId);
    await updateCredits(
      within.db,
      departmentId,
      marked.map(({ position, credit, isEvidence }) => ({ sittingId, position, credit, void: !isEvidence })),
    );
    await record(within, {
      departmentId,
      entity: "sitting",
      entityId: sittingId,
      action: "markedAgain",
      after: { markingVersion },
    });
  });
}
