/** What a student can do now, what is running, and what they have handed in. */
import type * as contract from "@verdant/contract/delivery";
import type { Input, Result } from "@verdant/contract/endpoint";
import { openingAt } from "@verdant/core/delivery/opening";
import { completeRules, shows } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { isBlank } from "@verdant/core/items/blank";
import { scaled } from "@verdant/core/marks/markTable";
import { firstOf } from "../platform/firstOf.ts";
import type { Scope, Student } from "../platform/scope.ts";
import { listExtraGoes } from "./extraGoStore.ts";
import { leftBehind, opennessOf, settlingOf } from "./result.ts";
import { questionsFor, whatIsMissing } from "./beforeGo.ts";
import { isOver } from "./isOver.ts";
import * as runningStore from "./runningStore.ts";
import * as sittingStore from "./sittingStore.ts";
import * as store from "./store.ts";
import { noticeOf } from "./notice.ts";
import { listVoidedOf } from "./voidStore.ts";
import { unseenMarksOf } from "./waitingMarks.ts";

const doneAtOnce = 20;
/** Of what the teacher says, the newest. */
const messagesShown = 3;
/** What was said stands on the first page for so long, in milliseconds, whatever became of the quiz. */
const lately = 14 * 86_400_000;
/** What opens so soon, in milliseconds, is told with its rules. */
const soon = 14 * 86_400_000;

type GivenRelease = Awaited<ReturnType<typeof store.listReleasesFor>>[number];

const isToCome = (release: Pick<GivenRelease, "opensAt" | "shutsAt">, at: Date) =>
  openingAt(
    { opensAt: release.opensAt.getTime(), handInBy: null, shutsAt: release.shutsAt?.getTime() ?? null },
    at.getTime(),
  ) !== "shut";

export async function whatNow(scope: Scope<Student>): Promise<Result<typeof contract.whatNow>> {
  const { db, caller, now } = scope;
  const { departmentId, studentId } = caller;
  const at = now();
  const [student, running, done] = await Promise.all([
    store.findStudentName(db, departmentId, studentId),
    sittingStore.listRunningOf(db, departmentId, studentId),
    listDone(scope, { query: {} }),
  ]);
  const given = await store.listReleasesFor(db, departmentId, studentId, {
    releaseIds: running.map((sitting) => sitting.releaseId),
    openAt: at,
    opensBy: new Date(at.getTime() + soon),
  });
  const goesOf = await goesAt(
    scope,
    given.map((release) => release.releaseId),
  );
  const missingAt = await whatIsMissing(scope, caller, given, goesOf);
  const toSit = given.filter(
    ({ releaseId, ...release }) =>
      goesOf(releaseId).some((go) => !isOver(go, at)) ||
      (isToCome(release, at) && missingAt(releaseId).every(({ code }) => code !== "noMoreGoes")),
  );
  const extra = await listExtraGoes(
    db,
    departmentId,
    toSit.map((release) => release.releaseId),
    studentId,
  );
  const extraAt = new Map(extra.map((one) => [one.releaseId, one.goes]));
  const messages = groupBy(
    await runningStore.listMessagesTo(
      db,
      departmentId,
      studentId,
      toSit.map((release) => release.releaseId),
    ),
    (message) => message.releaseId,
  );
  const voided = groupBy(
    await listVoidedOf(
      db,
      departmentId,
      studentId,
      toSit.map((release) => release.releaseId),
    ),
    (one) => one.releaseId,
  );
  const releases = await Promise.all(
    toSit.map(async (release) => {
      const goes = goesOf(release.releaseId);
      const running = goes.find((sitting) => !isOver(sitting, at));
      const items = running ? await sittingStore.listSittingItems(db, departmentId, running.id) : [];
      const missing = running ? [] : missingAt(release.releaseId);
      const isAnswered = (item: (typeof items)[number]) => item.answer !== null && !isBlank(item.answer);
      return {
        releaseId: release.releaseId,
        name: release.name,
        className: release.className,
        notice: await noticeOf(db, departmentId, release),
        running: running
          ? {
              sittingId: running.id,
              answered: items.filter(isAnswered).length,
              deadlineAt: running.deadlineAt?.toISOString() ?? null,
            }
          : null,
        mayBegin: !running && missing.length === 0,
        missing,
        reflection: questionsFor(release.rules, missing),
        goesTaken: goes.length,
        extraGoes: extraAt.get(release.releaseId) ?? 0,
        voided: (voided.get(release.releaseId) ?? []).map(({ at: takenAt, reason }) => ({
          at: takenAt.toISOString(),
          reason,
        })),
        messages: newestOf(messages.get(release.releaseId)),
      };
    }),
  );
  // What stands beside a quiz that can be done again is not said twice.
  const shown = new Set(releases.flatMap((release) => release.messages.map(({ id }) => id)));
  return {
    givenName: student?.givenName ?? "",
    releases,
    ...done,
    done: done.done.map((one) => ({ ...one, messages: one.messages.filter(({ id }) => !shown.has(id)) })),
    said: await saidBesides(scope, {
      releaseIds: new Set(toSit.map(({ releaseId }) => releaseId)),
      sittingIds: new Set(done.done.map(({ sittingId }) => sittingId)),
    }),
  };
}

/** What was said of late about what is neither to do nor on the first page of what is done. */
async function saidBesides(
  { db, caller, now }: Scope<Student>,
  shown: { readonly releaseIds: ReadonlySet<string>; readonly sittingIds: ReadonlySet<string> },
) {
  const { departmentId, studentId } = caller;
  const since = new Date(now().getTime() - lately);
  const spokenOf = await runningStore.listSpokenOf(db, departmentId, studentId, since);
  const releaseIds = spokenOf.filter((releaseId) => !shown.releaseIds.has(releaseId));
  if (releaseIds.length === 0) return [];
  const [given, said, goes] = await Promise.all([
    store.listReleasesFor(db, departmentId, studentId, { releaseIds }),
    runningStore.listMessagesTo(db, departmentId, studentId, releaseIds),
    sittingStore.listSittings(db, departmentId, studentId, releaseIds),
  ]);
  // What was said before a go was done has been read there.
  const readUntil = (releaseId: string) =>
    goes.find((go) => go.releaseId === releaseId && go.handedInAt !== null)?.handedInAt ?? since;
  const isShown = (releaseId: string) => goes.some((go) => go.releaseId === releaseId && shown.sittingIds.has(go.id));
  return given
    .filter(({ releaseId }) => !isShown(releaseId))
    .map(({ releaseId, name }) => ({
      releaseId,
      name,
      messages: newestOf(
        said.filter(
          (one) => one.releaseId === releaseId && one.text !== null && one.at >= since && one.at > readUntil(releaseId),
        ),
      ),
    }))
    .filter(({ messages }) => messages.length > 0);
}

type Said = Awaited<ReturnType<typeof runningStore.listMessagesTo>>;

const newestOf = (messages: Said = []) =>
  messages.slice(0, messagesShown).map(({ id, text, at }) => ({ id, text, at: at.toISOString() }));

/** The goes of a student at each of these releases, the newest first. */
async function goesAt({ db, caller }: Scope<Student>, releaseIds: readonly string[]) {
  const goes = await sittingStore.listSittings(db, caller.departmentId, caller.studentId, releaseIds);
  const byRelease = groupBy(goes, (go) => go.releaseId);
  return (releaseId: string) => byRelease.get(releaseId) ?? [];
}

/** What a student has handed in, the newest first, a page at a time. */
export async function listDone(
  scope: Scope<Student>,
  { query }: Input<typeof contract.listDone>,
): Promise<Result<typeof contract.listDone>> {
  const { db, caller, now } = scope;
  const { departmentId, studentId } = caller;
  const rows = await sittingStore.listHandedIn(db, departmentId, studentId, {
    after: query.after,
    limit: doneAtOnce + 1,
  });
  const { first, isMore } = firstOf(rows, doneAtOnce);
  const releaseIds = first.map((sitting) => sitting.releaseId);
  const [given, goesOf, unseenOf, said] = await Promise.all([
    store.listReleasesFor(db, departmentId, studentId, { releaseIds }),
    goesAt(scope, releaseIds),
    unseenMarksOf(
      scope,
      first.map((sitting) => sitting.id),
    ),
    runningStore.listMessagesTo(db, departmentId, studentId, releaseIds),
  ]);
  // What was said before the go was done has been read there; new times no longer matter to it.
  const saidSince = ({ releaseId, handedInAt }: (typeof first)[number]) =>
    newestOf(
      said.filter((one) => one.releaseId === releaseId && one.text !== null && handedInAt && one.at > handedInAt),
    );
  const releases = new Map(given.map((release) => [release.releaseId, release]));
  return {
    done: first.map((sitting) => {
      const goes = goesOf(sitting.releaseId);
      const release = releases.get(sitting.releaseId) ?? leftBehind(sitting);
      const openness = opennessOf(release, goes, now());
      const unseen = unseenOf(sitting.id);
      const waitingPoints = unseen.outOf;
      const { outOf } = completeRules(sitting.rules);
      const points = shows(openness, "score") && sitting.points !== null ? sitting.points - unseen.points : null;
      return {
        sittingId: sitting.id,
        name: sitting.name,
        handedInAt: (sitting.handedInAt ?? now()).toISOString(),
        openness,
        points,
        outOf: sitting.outOf - waitingPoints,
        waitingPoints,
        countsAs:
          outOf === null || points === null
            ? null
            : scaled(outOf, sitting.outOf, { points, outOf: sitting.outOf - waitingPoints }),
        settlesAt: settlingOf(goes, now())?.toISOString() ?? null,
        messages: goes[0]?.id === sitting.id ? saidSince(sitting) : [],
      };
    }),
    next: isMore ? (first.at(-1)?.id ?? null) : null,
  };
}
