/** The page a member begins the day with, put together from what the other rooms know; it has no table of its own. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/today";
import { listClasses } from "../courses/service.ts";
import { listReleasesThat, listWaitingMarks } from "../delivery/service.ts";
import { listDueOfClasses } from "../plan/service.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { showReviewNews } from "../review/service.ts";

export { showWaiting } from "./waiting.ts";

const [mostRunning, mostShut] = [12, 4];

export async function showToday(scope: OpenScope<Member>): Promise<Result<typeof contract.showToday>> {
  const [classes, running, lately, marking, news] = await Promise.all([
    listClasses(scope).then((found) =>
      listDueOfClasses(
        scope,
        // What is due in a class of invented students is nobody's work.
        found.classes.flatMap((one) => (one.rehearsal ? [] : one.id)),
      ),
    ),
    listReleasesThat(scope, { isShut: false, limit: mostRunning + 1 }),
    listReleasesThat(scope, { isShut: true, limit: mostShut }),
    listWaitingMarks(scope),
    showReviewNews(scope),
  ]);
  const moreRun = running.length > mostRunning;
  return { classes, running: running.slice(0, mostRunning), moreRun, lately, marking, news };
}
