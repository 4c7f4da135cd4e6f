/** How well a class recalled the topics of each of its quizzes before it was given. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/overTime";
import { bandOf } from "@verdant/core/plan/band";
import { rollUpsOf } from "../courses/schedule.ts";
import { needClass } from "../courses/listClasses.ts";
import { showMarks } from "../marks/service.ts";
import { recallOn } from "../plan/service.ts";
import { localDayOf } from "../platform/localDate.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import * as store from "./store.ts";

/** Of the same quizzes as the page of the class over time. */
export async function showRecallThen(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.showRecallThen>,
): Promise<Result<typeof contract.showRecallThen>> {
  const { departmentId } = scope.caller;
  const { classId } = params;
  const [{ courseId, timeZone }, marks] = await Promise.all([
    needClass(scope, departmentId, classId),
    showMarks(scope, { params }),
  ]);
  const releases = marks.releases.map(({ id, opensAt }) => ({ id, day: localDayOf(new Date(opensAt), timeZone) }));
  const [recalled, rollUps, rows] = await Promise.all([
    recallOn(
      scope,
      departmentId,
      classId,
      releases.map(({ day }) => day),
    ),
    rollUpsOf(scope, departmentId, [courseId]),
    store.listTopicsOfReleases(
      scope.db,
      departmentId,
      releases.map(({ id }) => id),
    ),
  ]);
  const dayOf = new Map(releases.map(({ id, day }) => [id, day]));
  const listed = new Set(
    rows.map(({ releaseId, topicId }) => `${releaseId} ${rollUps.get(courseId)?.get(topicId) ?? ""}`),
  );
  return {
    recall: [...listed].flatMap((key) => {
      const [releaseId = "", topicId = ""] = key.split(" ");
      const recall = recalled.get(dayOf.get(releaseId) ?? 0)?.get(topicId);
      return recall === undefined ? [] : [{ releaseId, topicId, band: bandOf(recall) }];
    }),
  };
}
