/** Written answers, which a person marks: what waits, and marking one by its rubric. */
import type { z } from "zod";
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/marking";
import { groupBy } from "@verdant/core/groupBy";
import { creditUnder, pointsOf } from "@verdant/core/items/ruling";
import { creditOfLevels } from "@verdant/core/items/written";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope, type Student } from "../platform/scope.ts";
import { updateCredits } from "../plan/memory.ts";
import { notePassedChecks } from "./paths.ts";
import * as rulingStore from "./rulingStore.ts";
import * as sittingStore from "./sittingStore.ts";
import { listReleases } from "./store.ts";
import * as store from "./writtenStore.ts";

/** Whoever has an answer before them says so again within this time. */
const claimMs = 120_000;
const claimsSince = (now: Date) => new Date(now.getTime() - claimMs);

export async function listWrittenAnswers(
  { db, caller, now }: Scope<Member>,
  { params }: Input<typeof contract.listWrittenAnswers>,
): Promise<Result<typeof contract.listWrittenAnswers>> {
  const { departmentId } = caller;
  const [release] = await listReleases(db, departmentId, { releaseId: params.releaseId });
  const { name } = need(release, "release");
  const rows = await store.listWritten(db, departmentId, params.releaseId, caller.personId, claimsSince(now()));
  const questions = [...groupBy(rows, (row) => row.itemId).values()].flatMap((answers) => {
    const [first] = answers;
    if (first?.content.kind !== "written") return [];
    const { itemId, number, content } = first;
    return [{ itemId, number, content, answers: answers.map(toAnswer) }];
  });
  const waiting = rows.filter((row) => row.credit === null).length;
  return { name, waiting, questions };
}

function toAnswer(row: Awaited<ReturnType<typeof store.listWritten>>[number]) {
  const { sittingId, position, ordinal, className, levels, credit, comment, at, by, version, heldBy } = row;
  return {
    sittingId,
    position,
    ordinal,
    className,
    student: `${row.givenName} ${row.familyName}`.trim(),
    heldBy,
    text: row.answer.kind === "written" ? row.answer.text : "",
    mark:
      levels === null || credit === null || at === null || version === null
        ? null
        : { levels: { ...levels }, credit, comment: comment ?? "", by: by ?? "", at: at.toISOString(), version },
  };
}

/** Points of these sittings that wait for somebody's mark: they belong to no total yet. Sittings without any are not in it. */
export async function waitingPointsOf(
  { db, caller }: Scope<Member | Student>,
  sittingIds: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const rows = await store.sumWaitingPoints(db, caller.departmentId, sittingIds);
  return new Map(rows.map((row) => [row.id, row.points]));
}

export async function listWaitingMarks({ db, caller }: Scope<Member>): Promise<z.infer<typeof contract.WaitingMarks>> {
  return store.listWaiting(db, caller.departmentId);
}

export function markWrittenAnswer(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.markWrittenAnswer>,
): Promise<Result<typeof contract.markWrittenAnswer>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { sittingId, position } = params;
    await rulingStore.awaitRulings(db, departmentId);
    need(await sittingStore.lockSitting(db, departmentId, sittingId), "sitting");
    const found = need(await store.findWritten(db, departmentId, sittingId, position), "answer");
    if (found.state !== "handedIn") throw new Failure("stillInProgress");
    if (found.content.kind !== "written") throw new Failure("markedByKey");
    const byPerson = creditOfLevels(found.content, body.levels);
    if (byPerson === null) {
      throw new Failure("levelsMissing", {}, { at: "/body/levels" });
    }
    const at = now();
    const rubricMark = {
      ...{ departmentId, sittingId, position, levels: JSON.stringify(body.levels), credit: byPerson },
      ...{ comment: body.comment.trim(), by: caller.personId, at },
    };
    const before = await store.findRubricMark(db, departmentId, sittingId, position);
    if ((before?.version ?? 0) !== body.version) throw markedMeanwhile(before?.name);
    const version = await store.upsertRubricMark(db, rubricMark, body.version);
    if (version === undefined) throw markedMeanwhile(undefined);
    const ruling = (await rulingStore.listInForce(db, departmentId, found.releaseId)).get(found.revisionId) ?? null;
    const ruled = creditUnder(ruling, found.content, null, { byPerson });
    const mark = {
      sittingId,
      position,
      ...ruled,
      counted: null,
      points: pointsOf(ruled, found.points),
      rulingId: ruling?.id ?? null,
      by: caller.personId,
    };
    await rulingStore.insertNextMarking(db, departmentId, [mark], at);
    const { credit, isEvidence } = ruled;
    await updateCredits(db, departmentId, [{ sittingId, position, credit, void: !isEvidence }]);
    await notePassedChecks(within, departmentId, [found.releaseId], null);
    await record(within, {
      departmentId,
      entity: "sitting",
      entityId: sittingId,
      action: "markedByPerson",
      after: { position, levels: body.levels, credit: byPerson },
    });
    return { credit: byPerson, version };
  });
}

const markedMeanwhile = (name: string | undefined) => new Failure("markedMeanwhile", { by: name ?? "" });

/** Says that the caller has this answer before them, and who had it first. */
export async function claimWrittenAnswer(
  { db, caller, now }: Scope<Member>,
  { params }: Input<typeof contract.claimWrittenAnswer>,
): Promise<Result<typeof contract.claimWrittenAnswer>> {
  const { departmentId, personId } = caller;
  need(await store.findWritten(db, departmentId, params.sittingId, params.position), "answer");
  const at = now();
  const holder = await store.claim(db, { departmentId, personId, ...params, at }, claimsSince(at));
  return { heldBy: holder && holder.personId !== personId ? holder.name : null };
}
