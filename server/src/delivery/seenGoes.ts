/** Which of a student's first goes the student knows the results of, question by question. */
import { shows } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import type { Scope, Student } from "../platform/scope.ts";
import { leftBehind, opennessOf } from "./result.ts";
import * as sittingStore from "./sittingStore.ts";
import * as store from "./store.ts";
import { unseenMarksOf } from "./waitingMarks.ts";

/** More goes than a student hands in in some years; of the newest. */
const mostGoes = 400;

/**
 * Ids of the student's first goes that are handed in: those of which they may see which answers were right, and those of
 * which they may not yet, or in which a mark is given that they do not see.
 */
export async function listSeenGoes(
  scope: Scope<Student>,
): Promise<{ readonly seen: readonly string[]; readonly unseen: readonly string[] }> {
  const { db, caller, now } = scope;
  const { departmentId, studentId } = caller;
  const handedIn = await sittingStore.listHandedIn(db, departmentId, studentId, { limit: mostGoes });
  const releaseIds = [...new Set(handedIn.map((go) => go.releaseId))];
  const given = await store.listReleasesFor(db, departmentId, studentId, { releaseIds });
  const releases = new Map(given.map((release) => [release.releaseId, release]));
  const goes = groupBy(await sittingStore.listSittings(db, departmentId, studentId, releaseIds), (go) => go.releaseId);
  const first = handedIn.filter((go) => go.ordinal === 1);
  const unseenOf = await unseenMarksOf(
    scope,
    first.map((go) => go.id),
  );
  const isSeen = (go: (typeof first)[number]) =>
    shows(opennessOf(releases.get(go.releaseId) ?? leftBehind(go), goes.get(go.releaseId) ?? [], now()), "which") &&
    unseenOf(go.id).held.size === 0;
  const seen = first.filter(isSeen).map((go) => go.id);
  return { seen, unseen: first.map((go) => go.id).filter((id) => !seen.includes(id)) };
}
