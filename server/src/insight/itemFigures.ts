/** What is known of one item: how it went, where it is used, who has seen it. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/figures";
import { climbWithExposure } from "@verdant/core/insight/exposure";
import { trustOf } from "@verdant/core/insight/figures";
import { correlationInterval } from "@verdant/core/insight/itemAnalysis";
import { fewestToCalibrate, shareOfAverage, trustOfError } from "@verdant/core/insight/rasch";
import { shareOf } from "@verdant/core/insight/wilson";
import { need } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { firstOf } from "../platform/firstOf.ts";
import { differencesOfItem } from "./differentials.ts";
import { doubtsOfItem } from "./doubts.ts";
import { findCalibrated } from "./calibrationStore.ts";
import * as store from "./itemFiguresStore.ts";
import { computeFigures } from "./itemStatsStore.ts";

const usesShown = 100;

export async function showItemFigures(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.showItemFigures>,
): Promise<Result<typeof contract.showItemFigures>> {
  const { departmentId } = caller;
  const { itemId } = params;
  const revisions = await store.listRevisionCredits(db, departmentId, itemId);
  need(revisions[0], "item");
  const [figures] = await computeFigures(db, departmentId, [itemId]);
  const given = firstOf(await store.listGiven(db, departmentId, itemId, usesShown + 1), usesShown);
  const quizzes = firstOf(await store.listQuizzesWith(db, departmentId, itemId, usesShown + 1), usesShown);
  const { answers = 0, creditSum = 0, agreement = null } = figures ?? {};
  const interval = agreement === null ? null : correlationInterval(agreement, answers);
  const calibrated = await findCalibrated(db, departmentId, itemId);
  return {
    facility: shareOf(creditSum, answers),
    trust: trustOf(answers),
    agreement: agreement === null || interval === null ? null : { r: agreement, ...interval },
    revisions: revisions.map(({ n, right, outOf }) => ({ n, facility: shareOf(right, outOf), trust: trustOf(outOf) })),
    underOtherKeys: await store.countUnderOtherKeys(db, departmentId, itemId),
    students: figures?.students ?? 0,
    lastUsedOn: figures?.lastUsedOn ?? null,
    calibrated:
      calibrated && calibrated.answers >= fewestToCalibrate
        ? {
            ...shareOfAverage(calibrated),
            trust: trustOfError(calibrated.error, calibrated.answers),
            answers: calibrated.answers,
            at: calibrated.at.toISOString(),
          }
        : null,
    climb: climbWithExposure(await store.listExposedAnswers(db, departmentId, itemId)),
    differences: await differencesOfItem(db, departmentId, itemId),
    doubts: await doubtsOfItem(db, departmentId, itemId),
    given: given.first.map(({ right, outOf, ...row }) => ({
      ...row,
      facility: shareOf(right, outOf),
    })),
    quizzes: quizzes.first,
    isMore: { given: given.isMore, quizzes: quizzes.isMore },
  };
}
