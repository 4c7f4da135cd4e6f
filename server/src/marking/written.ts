/** Written answers, which a person marks: what waits, and marking one, or several that say the same, by their rubric. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/marking";
import { groupBy } from "@verdant/core/groupBy";
import { creditOfLevels, type Levels } from "@verdant/core/items/written";
import { lockWritten, takePersonsCredit, type Place } from "../delivery/byPerson.ts";
import * as delivery from "../delivery/service.ts";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

/** Whoever has an answer before them says so again within this time. */
const claimMs = 120_000;
const claimsSince = (now: Date) => new Date(now.getTime() - claimMs);

export async function listWrittenAnswers(
  scope: Scope<Member>,
  { params }: Input<typeof contract.listWrittenAnswers>,
): Promise<Result<typeof contract.listWrittenAnswers>> {
  const { db, caller, now } = scope;
  const { departmentId, personId } = caller;
  const { name } = await delivery.describeRelease(scope, departmentId, params.releaseId);
  const rows = await store.listWritten(db, departmentId, params.releaseId, personId, claimsSince(now()));
  const waiting = rows.filter((row) => row.credit === null).length;
  return {
    name,
    waiting,
    unseen: waiting === 0 ? 0 : await delivery.countHeldMarks(scope, params.releaseId),
    questions: questionsOf(rows).map(({ answers, ...question }) => ({ ...question, answers: answers.map(toAnswer) })),
    comments: await store.listComments(db, departmentId),
  };
}

export type WrittenRow = Awaited<ReturnType<typeof store.listWritten>>[number];

/** The written questions of a release, each with its answers. */
export const questionsOf = (rows: readonly WrittenRow[]) =>
  [...groupBy(rows, (row) => row.itemId).values()].flatMap((answers) => {
    const [first] = answers;
    if (first?.content.kind !== "written") return [];
    const { itemId, number, content } = first;
    return [{ itemId, number, content, answers }];
  });

/** An answer as whoever marks it reads it. */
export function answerOf({ sittingId, position, ordinal, className, ...row }: WrittenRow) {
  const student = `${row.givenName} ${row.familyName}`.trim();
  return { sittingId, position, ordinal, className, student, text: textOf(row) };
}

const textOf = ({ answer }: Pick<WrittenRow, "answer">) => (answer.kind === "written" ? answer.text : "");

function toAnswer(row: WrittenRow) {
  const { levels, credit, comment, at, by, version, heldBy } = row;
  const isMarked = levels !== null && credit !== null && at !== null && version !== null;
  return {
    ...answerOf(row),
    heldBy,
    mark: isMarked
      ? { levels: { ...levels }, credit, comment: comment ?? "", by: by ?? "", at: at.toISOString(), version }
      : null,
  };
}

export async function markWrittenAnswer(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.markWrittenAnswer>,
): Promise<Result<typeof contract.markWrittenAnswer>> {
  const { levels, version, alike } = body;
  const first = { ...params, version };
  const others = alike.filter((one) => keyOf(one) !== keyOf(first));
  const all = [...new Map([first, ...others].map((one) => [keyOf(one), one])).values()];
  const marks = await atomically(scope, (within) =>
    giveMarks(within, all, { levels, comment: body.comment.trim(), action: "markedByPerson" }),
  );
  const { credit = 0, version: next = 0 } = marks[0] ?? {};
  return { credit, version: next, marked: marks.length };
}

const keyOf = ({ sittingId, position }: Place) => `${sittingId} ${position}`;

interface Given {
  readonly levels: Levels;
  /** null: as it stands. */
  readonly comment: string | null;
  readonly action: "markedByPerson" | "markSettled";
}

/** Gives these answers, all to one question of one release, the same levels: all of them or, where one cannot be marked, none. */
export async function giveMarks(
  within: Scope<Member>,
  places: readonly (Place & { readonly version: number })[],
  { levels, comment, action }: Given,
): Promise<readonly { readonly credit: number; readonly version: number }[]> {
  const { db, caller, now } = within;
  const { departmentId, personId } = caller;
  const found = await lockWritten(within, places);
  const [first] = found;
  if (!first || found.some((one) => one.releaseId !== first.releaseId || one.itemId !== first.itemId))
    throw new Failure("noSuch", { what: "answer" });
  const at = now();
  const marks: { credit: number; version: number }[] = [];
  const standing = await store.listRubricMarks(db, departmentId, found);
  for (const [i, answer] of found.entries()) {
    const { sittingId, position } = answer;
    const seen = places[i]?.version ?? 0;
    const credit = creditOfLevels(answer.content, levels);
    if (credit === null) throw new Failure("levelsMissing", {}, { at: "/body/levels" });
    const before = standing.find((one) => keyOf(one) === keyOf(answer));
    const said = comment ?? before?.comment ?? "";
    const mark = { departmentId, sittingId, position, levels: JSON.stringify(levels), credit, comment: said };
    const version =
      (before?.version ?? 0) === seen
        ? await store.upsertRubricMark(db, { ...mark, by: personId, at }, seen)
        : undefined;
    if (version === undefined) throw new Failure("markedMeanwhile", { by: before?.name ?? "" });
    marks.push({ credit, version });
  }
  await takePersonsCredit(
    within,
    found.map((answer, i) => ({ ...answer, byPerson: marks[i]?.credit ?? 0 })),
  );
  await record(
    within,
    ...found.map(({ sittingId, position }, i) => ({
      ...{ departmentId, entity: "sitting" as const, entityId: sittingId, action },
      after: { position, levels, credit: marks[i]?.credit },
    })),
  );
  return marks;
}

/** Says that the caller has this answer before them, and who had it first. */
export async function claimWrittenAnswer(
  scope: Scope<Member>,
  { params }: Input<typeof contract.claimWrittenAnswer>,
): Promise<Result<typeof contract.claimWrittenAnswer>> {
  const { db, caller, now } = scope;
  const { departmentId, personId } = caller;
  await delivery.needWritten(scope, params);
  const at = now();
  const holder = await store.claim(db, { departmentId, personId, ...params, at }, claimsSince(at));
  return { heldBy: holder && holder.personId !== personId ? holder.name : null };
}

export function showMarksSoFar(
  scope: Scope<Member>,
  { params }: Input<typeof contract.showMarksSoFar>,
): Promise<Result<typeof contract.showMarksSoFar>> {
  return atomically(scope, async (within) => {
    await delivery.setMarksShown(within, params.releaseId);
    return {};
  });
}
