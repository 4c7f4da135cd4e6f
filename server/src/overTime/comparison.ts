/** A class beside another, a group beside the rest of its class, or students of one characteristic beside the others. */
import type { Input, Result } from "@verdant/contract/endpoint";
import { fewestStudents } from "@verdant/contract/comparison";
import type * as contract from "@verdant/contract/comparison";
import { groupBy } from "@verdant/core/groupBy";
import { changeOfShares, judged } from "@verdant/core/insight/growth";
import { shareOfStudents } from "@verdant/core/insight/wilson";
import { characteristicsOf } from "../characteristics/service.ts";
import { listEnrolments } from "../courses/service.ts";
import { dueOfClass, type ClassDue } from "../plan/service.ts";
import { need } from "../platform/failure.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { byStudent } from "./creditsOfTopics.ts";
import * as store from "./comparisonStore.ts";

type Shown = Result<typeof contract.showComparison>;
type Compared = NonNullable<Shown["compared"]>;
type Row = Awaited<ReturnType<typeof store.sumCommon>>[number];

/** Classes to choose from: a dozen years of a department's. */
const mostClasses = 120;

export async function showComparison(
  scope: OpenScope<Member>,
  { params: { classId }, query }: Input<typeof contract.showComparison>,
): Promise<Shown> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const [plan, { className, groups }, classes] = await Promise.all([
    dueOfClass(scope, departmentId, classId),
    listEnrolments(scope, { params: { classId } }),
    store.listComparable(db, departmentId, classId, mostClasses),
  ]);
  const kept = await characteristicsOf(db, departmentId);
  const shown = {
    ...{ classId, className, classes, groups: groups.map(({ id, name }) => ({ id, name })) },
    characteristics: kept.map(({ name, values }) => ({
      name,
      values: values.map((one) => ({ id: one.id, name: one.name })),
    })),
  };
  if (query.valueId !== undefined) {
    const { valueId } = query;
    const of = need(
      kept.find(({ values }) => values.some(({ id }) => id === valueId)),
      "group",
    );
    const parallel = await store.listParallel(db, departmentId, classId, mostClasses);
    const sides = { valueId, characteristicId: of.id, classIds: parallel.map(({ id }) => id) };
    const rows = await store.sumCommon(db, departmentId, sides);
    const others = of.values.filter(({ id }) => id !== valueId);
    const first = { name: of.values.find(({ id }) => id === valueId)?.name ?? "", year: null };
    const second = { name: others.length === 1 ? (others[0]?.name ?? "") : "", year: null };
    const by = { characteristic: of.name, classes: parallel.map(({ name }) => name) };
    return { ...shown, compared: comparedOf(plan, rows, first, second, by) };
  }
  if (query.groupId !== undefined) {
    const group = need(
      groups.find(({ id }) => id === query.groupId),
      "group",
    );
    const rows = await store.sumCommon(db, departmentId, { classId, groupId: group.id });
    const [first, second] = [
      { name: group.name, year: null },
      { name: className, year: null },
    ];
    return { ...shown, compared: comparedOf(plan, rows, first, second) };
  }
  if (query.withClassId === undefined) return { ...shown, compared: null };
  const other = need(
    classes.find(({ id }) => id === query.withClassId),
    "class",
  );
  const rows = await store.sumCommon(db, departmentId, { first: classId, second: other.id });
  const first = { name: className, year: plan.class.schoolYear };
  return { ...shown, compared: comparedOf(plan, rows, first, { name: other.name, year: other.year }) };
}

type Side = Omit<Compared["first"], "students">;

function comparedOf(
  { rollUp, topics }: ClassDue,
  rows: readonly Row[],
  first: Side,
  second: Side,
  by: Compared["by"] = null,
): Compared {
  const [mine, theirs] = [rows.filter((row) => row.isFirst), rows.filter((row) => !row.isFirst)];
  const studentsIn = (some: readonly Row[]) => new Set(some.map(({ studentId }) => studentId)).size;
  const sides = {
    first: { ...first, students: studentsIn(mine) },
    second: { ...second, students: studentsIn(theirs) },
    ...{ questions: rows[0]?.questions ?? 0, by },
  };
  if (Math.min(sides.first.students, sides.second.students) < fewestStudents)
    return { ...sides, isTooFew: true, all: null, topics: [] };
  const listed = (row: Row) => rollUp.get(row.topicId ?? "") ?? "";
  const [myTopics, theirTopics] = [groupBy(mine, listed), groupBy(theirs, listed)];
  const lines = [
    { topic: null, mine, theirs },
    ...[...topics, null].flatMap((topic) => {
      const id = topic?.topicId ?? "";
      const line = { topic, mine: myTopics.get(id) ?? [], theirs: theirTopics.get(id) ?? [] };
      return line.mine.length > 0 && line.theirs.length > 0 ? [line] : [];
    }),
  ];
  // The first side less the second.
  const changes = judged(lines.map((line) => changeOfShares(byStudent(line.theirs), byStudent(line.mine))));
  const compared = lines.map((line, i) => ({
    topicId: line.topic?.topicId ?? null,
    name: line.topic?.name ?? "",
    strand: line.topic?.strand ?? null,
    first: shareOfStudents(byStudent(line.mine)),
    second: shareOfStudents(byStudent(line.theirs)),
    change: changes[i] ?? null,
  }));
  const [all, ...byTopic] = compared;
  return {
    ...sides,
    isTooFew: false,
    all: all ? { first: all.first, second: all.second, change: all.change } : null,
    topics: byTopic,
  };
}
