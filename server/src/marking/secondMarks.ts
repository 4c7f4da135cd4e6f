/** Marking a second time, without seeing the first mark; how far two people agree; and settling what they marked differently. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/marking";
import { canonicalJson } from "@verdant/core/canonicalJson";
import { creditOfLevels, pointsOfLevels, type Levels, type Written } from "@verdant/core/items/written";
import { agreementOf } from "@verdant/core/marking/agreement";
import { lockWritten } from "../delivery/byPerson.ts";
import { describeRelease } from "../delivery/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";
import { answerOf, giveMarks, questionsOf, type WrittenRow } from "./written.ts";

type SecondRow = Awaited<ReturnType<typeof store.listSecondMarks>>[number];

export async function listSecondMarks(
  scope: Scope<Member>,
  { params }: Input<typeof contract.listSecondMarks>,
): Promise<Result<typeof contract.listSecondMarks>> {
  const { db, caller, now } = scope;
  const { departmentId, personId } = caller;
  const { name } = await describeRelease(scope, departmentId, params.releaseId);
  const rows = await store.listWritten(db, departmentId, params.releaseId, personId, now());
  const seconds = new Map(
    (await store.listSecondMarks(db, departmentId, params.releaseId)).map((row) => [keyOf(row), row]),
  );
  return {
    name,
    questions: questionsOf(rows).map(({ answers, content, ...question }) => {
      const once = answers.filter((row) => row.byId !== null && !seconds.has(keyOf(row)));
      const twice = answers.flatMap((row) => {
        const second = seconds.get(keyOf(row));
        return second ? [{ row, second }] : [];
      });
      return {
        ...question,
        content,
        toMark: once.filter((row) => row.byId !== personId).map(answerOf),
        mine: once.filter((row) => row.byId === personId).length,
        differing: twice
          .filter(({ row, second }) => isOpen(row, second))
          .map(({ row, second }) => differing(row, second)),
        settled: twice.filter(({ second }) => second.settledAt !== null).length,
        agreement: agreementOf(twice.flatMap(({ second }) => bothPoints(content, second))),
      };
    }),
  };
}

const keyOf = ({ sittingId, position }: { sittingId: string; position: number }) => `${sittingId} ${position}`;

const same = (a: Levels | null, b: Levels) => canonicalJson(a ?? {}) === canonicalJson(b);

/** They differ, as the mark stands now, and nobody has settled it. */
const isOpen = ({ levels }: Pick<WrittenRow, "levels">, second: Pick<SecondRow, "levels" | "settledAt">) =>
  second.settledAt === null && !same(levels, second.levels);

const differing = (row: WrittenRow, { levels, by }: SecondRow) => ({
  ...answerOf(row),
  first: { levels: { ...row.levels }, by: row.by ?? "" },
  second: { levels: { ...levels }, by },
  comment: row.comment ?? "",
  version: row.version ?? 0,
});

/** What both gave; nothing where the rubric has other levels by now. */
function bothPoints(content: Written, { firstLevels, levels }: SecondRow) {
  const [first, second] = [pointsOfLevels(content, firstLevels), pointsOfLevels(content, levels)];
  return first === null || second === null ? [] : [{ first, second }];
}

export function markSecond(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.markSecond>,
): Promise<Result<typeof contract.markSecond>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const { sittingId, position } = params;
    const [answer] = await lockWritten(within, [params]);
    if (answer && creditOfLevels(answer.content, body.levels) === null)
      throw new Failure("levelsMissing", {}, { at: "/body/levels" });
    const [first] = await store.listRubricMarks(db, departmentId, [params]);
    if (!first) throw new Failure("notMarkedYet");
    if (first.by === personId) throw new Failure("ownMark");
    const before = await store.findSecondMark(db, departmentId, sittingId, position);
    if (before && (before.by !== personId || before.settledAt !== null))
      throw new Failure("markedTwice", { by: before.name });
    await store.upsertSecondMark(db, {
      ...{ departmentId, sittingId, position, levels: JSON.stringify(body.levels), by: personId, at: now() },
      ...{ firstLevels: JSON.stringify(before?.firstLevels ?? first.levels), firstBy: before?.firstBy ?? first.by },
    });
    await record(within, {
      ...{ departmentId, entity: "sitting", entityId: sittingId, action: "secondMarked" },
      after: { position, levels: body.levels },
    });
    return {};
  });
}

export function settleMarks(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.settleMarks>,
): Promise<Result<typeof contract.settleMarks>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const { sittingId, position } = params;
    await lockWritten(within, [params]);
    const second = need(await store.findSecondMark(db, departmentId, sittingId, position), "answer");
    const first = need((await store.listRubricMarks(db, departmentId, [params]))[0], "answer");
    if (!isOpen(first, second)) throw new Failure("nothingToSettle");
    const [mark] = await giveMarks(within, [{ ...params, version: body.version }], {
      ...{ levels: body.levels, comment: null, action: "markSettled" },
    });
    await store.settleSecondMark(db, { departmentId, sittingId, position }, personId, now());
    return need(mark, "answer");
  });
}
