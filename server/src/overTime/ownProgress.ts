/** What a student reads about their own topics and standards: the staff's figures, without goes whose results they do not see. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/ownProgress";
import { groupBy } from "@verdant/core/groupBy";
import { answersToSecure } from "@verdant/core/insight/mastery";
import { bandOf } from "@verdant/core/plan/band";
import { due } from "@verdant/core/plan/due";
import { listSeenGoes } from "../delivery/service.ts";
import { standardsOfStudent } from "../insight/standardResults.ts";
import { dueOfClass } from "../plan/service.ts";
import type { OpenScope, Student } from "../platform/scope.ts";
import { gainMost } from "./studentOverTime.ts";
import * as store from "./store.ts";

type Shown = Result<typeof contract.showOwnProgress>;
type Goes = Awaited<ReturnType<typeof listSeenGoes>>;

export async function showOwnProgress(scope: OpenScope<Student>): Promise<Shown> {
  const { db, caller } = scope;
  const goes = await listSeenGoes(scope);
  const classes: Shown["classes"] = [];
  for (const one of await store.listOwnClasses(db, caller.departmentId, caller.studentId))
    classes.push({ className: one.name, ...(await progressIn(scope, one.id, goes)) });
  return { classes, waiting: goes.unseen.length };
}

async function progressIn(
  scope: OpenScope<Student>,
  classId: string,
  { seen, unseen }: Goes,
): Promise<Omit<Shown["classes"][number], "className">> {
  const { db, caller } = scope;
  const { departmentId, studentId } = caller;
  const [plan, credits, asked, standards] = await Promise.all([
    dueOfClass(scope, departmentId, classId),
    store.sumOwnCredits(db, departmentId, classId, seen),
    store.listTopicsAsked(db, departmentId, classId, unseen),
    standardsOfStudent(scope, classId, unseen),
  ]);
  const listedAs = (topicId: string | null) => plan.rollUp.get(topicId ?? "") ?? "";
  const own = groupBy(credits, (row) => listedAs(row.topicId));
  // What is believed of these rests on answers whose results are not shown.
  const waiting = new Set(asked.map(listedAs));
  const standings = due(plan.memory, plan.topics, [studentId], plan.today, plan.taughtTo);
  const topics = plan.topics.flatMap(({ topicId, name }, i) => {
    const standing = standings[i];
    const rows = own.get(topicId) ?? [];
    const waits = waiting.has(topicId);
    if (!standing || (standing.recall === null && rows.length === 0)) return [];
    return [
      {
        ...{ name, waits, need: standing.need },
        band: standing.recall === null || waits ? null : bandOf(standing.recall),
        right: rows.reduce((sum, row) => sum + row.right, 0),
        answers: rows.reduce((sum, row) => sum + row.outOf, 0),
      },
    ];
  });
  return {
    next: gainMost(topics).map(({ name, band }) => ({ name, band })),
    topics: topics.map(({ need: _, ...topic }) => topic),
    standards: standards
      .filter(({ given }) => given > 0)
      .map(({ wording, right, given, label, prior, secureLine }) => ({
        ...{ wording, right, answers: given, label },
        toSecure: answersToSecure({ right, given }, prior, secureLine),
      })),
  };
}
