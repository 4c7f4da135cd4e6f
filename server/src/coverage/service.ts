/** What the bank has for each topic, against what is wanted and what reviews to come will need. */
import type * as contract from "@verdant/contract/coverage";
import type { Input, Result } from "@verdant/contract/endpoint";
import { goesOf } from "@verdant/core/coverage/goes";
import { runsOut } from "@verdant/core/coverage/runsOut";
import { groupBy } from "@verdant/core/groupBy";
import { dateOf } from "@verdant/core/plan/day";
import { classBank } from "../assembly/classBank.ts";
import { indexOf, type IndexRow } from "../bank/index/bankIndex.ts";
import { dueOfClass, returnsToCome } from "../plan/service.ts";
import type { Member, Scope, OpenScope } from "../platform/scope.ts";
import { listGoals } from "../writing/service.ts";
import { firstOf } from "../platform/firstOf.ts";
import * as store from "./store.ts";

const checksLookedAt = 300;

type Axis = Input<typeof contract.showCoverage>["query"]["by"];

/** A due review asks two or three questions on a topic that comes back; two are counted. */
const itemsPerReturn = 2;

export async function showCoverage(
  scope: OpenScope<Member>,
  { query }: Input<typeof contract.showCoverage>,
): Promise<Result<typeof contract.showCoverage>> {
  const { db } = scope;
  const { departmentId } = scope.caller;
  const topics = await store.listTopics(db, departmentId);
  const goals = groupBy(await listGoals(scope), (goal) => goal.topicId);
  const { rows } = await indexOf(scope, departmentId);
  const byTopic = groupBy(
    rows.filter((row) => !row.isArchived && row.status !== "retired" && row.topicId !== null),
    (row) => row.topicId ?? "",
  );
  return {
    topics: topics.map(({ id, standardIds }) => {
      const items = byTopic.get(id) ?? [];
      const own = goals.get(id) ?? [];
      const usable = items.filter(isUsable);
      const wantedIds = query.by === "standard" ? (standardIds ?? []) : [];
      return {
        topicId: id,
        practice: usable.filter((row) => row.use === "practice").length,
        reserved: usable.filter((row) => row.use === "reserved").length,
        inProgress: items.length - usable.length,
        unexplained: usable.filter((row) => !row.hasExplanation && row.kind !== "keyOnly" && row.kind !== "opinion")
          .length,
        cells: cellsOf(
          items.filter((row) => query.use === undefined || row.use === query.use),
          query.by,
          wantedIds,
        ),
        wanted: own.reduce((sum, goal) => sum + goal.wanted, 0),
        written: own.reduce((sum, goal) => sum + Math.min(goal.wanted, goal.usable), 0),
        until: own.flatMap((goal) => goal.until ?? []).sort()[0] ?? null,
        writers: own.flatMap((goal) => goal.person ?? []),
      };
    }),
  };
}

const isUsable = (row: IndexRow) => row.status === "approved";

const valuesOf = (row: IndexRow, by: Axis): readonly string[] => (by === "standard" ? row.standardIds : [row[by]]);

function cellsOf(items: readonly IndexRow[], by: Axis, wantedIds: readonly string[]) {
  const ids = new Set([...wantedIds, ...items.flatMap((row) => valuesOf(row, by))]);
  return [...ids].map((id) => {
    const there = items.filter((row) => valuesOf(row, by).includes(id));
    const usable = there.filter(isUsable).length;
    return { id, usable, inProgress: there.length - usable };
  });
}

export async function showNeeds(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.showNeeds>,
): Promise<Result<typeof contract.showNeeds>> {
  const { departmentId } = scope.caller;
  const plan = await dueOfClass(scope, departmentId, params.classId);
  const { until, returns } = await returnsToCome(scope, departmentId, plan);
  const { bank, listed, lastUse } = await classBank(scope, plan);
  const unseen = new Map<string, Set<string>>();
  bank.itemIds.forEach((itemId, place) => {
    const topicId = listed[place];
    if (topicId === undefined || bank.isPractice[place] !== true || lastUse.has(itemId)) return;
    unseen.set(topicId, (unseen.get(topicId) ?? new Set<string>()).add(bank.families[place] ?? ""));
  });
  const topics = plan.topics.flatMap(({ topicId, name, strand }) => {
    const days = returns.get(topicId);
    if (!days) return [];
    const left = unseen.get(topicId)?.size ?? 0;
    const day = runsOut(days, left, itemsPerReturn);
    return [
      {
        topicId,
        name,
        strand,
        returns: days.length,
        needed: days.length * itemsPerReturn,
        unseen: left,
        runsOutOn: day === null ? null : dateOf(day),
      },
    ];
  });
  const at = (topic: (typeof topics)[number]) => topic.runsOutOn ?? "9999";
  return {
    className: plan.class.name,
    until: dateOf(until),
    itemsPerReturn,
    topics: topics.sort((a, b) =>
      at(a) < at(b) ? -1 : at(a) > at(b) ? 1 : b.needed - b.unseen - (a.needed - a.unseen),
    ),
  };
}

export async function listChecks({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listChecks>> {
  const rows = await store.listDraws(db, caller.departmentId, checksLookedAt + 1);
  const draws = groupBy(rows, (draw) => draw.quizId);
  const { first, isMore } = firstOf([...draws.values()], checksLookedAt);
  const checks = first.flatMap((own) => {
    const [first] = own;
    if (!first) return [];
    const { goes, bottleneck } = goesOf(
      own.map(({ heading, partPosition, partCount, take, families }) => ({
        part: heading ?? (partCount === 1 ? "the quiz" : `part ${partPosition}`),
        take,
        families,
      })),
    );
    const { parts, ...drawn } = bottleneck;
    return [
      {
        quizId: first.quizId,
        number: first.number,
        name: first.name,
        goes,
        bottleneck: { ...drawn, parts: [...parts] },
      },
    ];
  });
  return { checks: checks.sort((a, b) => a.goes - b.goes || b.number - a.number), isMore };
}
