/** A release while it runs: who is where, who asks for help, what was answered so far; read from the goes, kept nowhere. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/live";
import { completeRules } from "@verdant/core/delivery/rules";
import { allowanceMs } from "@verdant/core/delivery/timed";
import { groupBy } from "@verdant/core/groupBy";
import { isBlank } from "@verdant/core/items/blank";
import { creditOf, markerOf, type Answer } from "@verdant/core/items/kinds";
import { creditUnder, summariseUnder } from "@verdant/core/items/ruling";
import { headline } from "@verdant/core/richText";
import type { Db } from "../platform/database.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import { listAudience } from "./beforeGoStore.ts";
import * as store from "./liveStore.ts";
import { finish } from "./marking.ts";
import { endForStudent } from "./running.ts";
import { listItemsOfRelease } from "./releaseItems.ts";
import { tellGoes } from "./goChanges.ts";
import * as sittingStore from "./sittingStore.ts";
import { listReleases } from "./store.ts";

type Live = Result<typeof contract.showLive>;
type LiveStudent = Live["students"][number];
type LiveItem = Live["items"][number];
type ReleaseItem = Awaited<ReturnType<typeof listItemsOfRelease>>[number];

/** Until when a release counts as watched, beyond the moment at which somebody looked; looks come more often. */
const watchMs = 45_000;

export async function showLive(
  scope: OpenScope<Member>,
  { params: { releaseId } }: Input<typeof contract.showLive>,
): Promise<Live> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  need((await listReleases(db, departmentId, { releaseId }))[0], "release");
  await noteWatch(db, departmentId, releaseId, now());
  return (await readLive(scope, departmentId, releaseId)).live;
}

export const noteWatch = (db: Db, departmentId: string, releaseId: string, now: Date) =>
  store.noteWatch(db, departmentId, releaseId, new Date(now.getTime() + watchMs));

/** What changes seldom while a release runs: whom it is for, and its questions. */
export async function readFrame(scope: Scope, departmentId: string, releaseId: string) {
  const [release] = await listReleases(scope.db, departmentId, { releaseId });
  return {
    allowance: release ? allowanceMs(completeRules(release.rules)) : 0,
    audience: await listAudience(scope.db, departmentId, releaseId),
    items: await listItemsOfRelease(scope, departmentId, releaseId),
  };
}

/** What was read of a release, for whoever reads it again. */
export interface Reading {
  readonly live: Live;
  /** By sitting. */
  readonly answers: ReadonlyMap<string, readonly store.LiveAnswer[]>;
}

type Frame = Awaited<ReturnType<typeof readFrame>>;

/** Whoever reads again and again reads in small pieces and rests after each, so that nobody's answer waits for all of them. */
export interface Pace {
  /** Sittings in one piece. */
  readonly atOnce: number;
  readonly rest: () => Promise<void>;
}

export async function readLive(
  scope: Scope,
  departmentId: string,
  releaseId: string,
  { frame, pace }: { readonly frame?: Frame; readonly pace?: Pace } = {},
): Promise<Reading> {
  const { audience, items, allowance } = frame ?? (await readFrame(scope, departmentId, releaseId));
  const { goOf, answers } = await readGoes(scope, departmentId, releaseId, { pace });
  const now = scope.now();
  const students = audience.map(({ studentId, name, className }) => {
    const go = goOf.get(studentId);
    const own = go ? (answers.get(go.sittingId) ?? []) : [];
    return liveStudent({ studentId, name, className }, go, own, { now, allowance });
  });
  return readingOf({ releaseId, now, students, items }, answers);
}

/**
 * The same after something happened in these sittings, all else as it was read before: of 600 who sit, a hundred or so answer
 * between two readings. A student's new go is not found by this: it comes with the next whole reading.
 */
export async function readTouched(
  scope: Scope,
  departmentId: string,
  before: Reading,
  { items, allowance }: Frame,
  { touched, pace }: { readonly touched: readonly string[]; readonly pace: Pace },
): Promise<Reading> {
  const { releaseId } = before.live;
  const { goOf, answers: anew } = await readGoes(scope, departmentId, releaseId, { touched, pace });
  const answers = new Map(before.answers);
  const now = scope.now();
  const students = before.live.students.map((student) => {
    const go = goOf.get(student.studentId);
    if (go?.sittingId !== student.sittingId) return student;
    const own = anew.get(go.sittingId) ?? [];
    answers.set(go.sittingId, own);
    return liveStudent(student, go, own, { now, allowance });
  });
  return readingOf({ releaseId, now, students, items }, answers);
}

const readingOf = (
  {
    now,
    items,
    ...rest
  }: Pick<Live, "releaseId" | "students"> & { readonly now: Date; readonly items: readonly ReleaseItem[] },
  answers: Reading["answers"],
): Reading => ({
  live: { ...rest, now: now.toISOString(), items: liveItems(items, [...answers.values()].flat()) },
  answers,
});

async function readGoes(
  { db }: Scope,
  departmentId: string,
  releaseId: string,
  { touched, pace }: { readonly touched?: readonly string[]; readonly pace: Pace | undefined },
) {
  const goes = await store.listNewestGoes(db, departmentId, releaseId, touched);
  const answers: store.LiveAnswer[] = [];
  const atOnce = pace?.atOnce ?? goes.length;
  for (let from = 0; from < goes.length; from += atOnce) {
    const sittingIds = goes.slice(from, from + atOnce).map((go) => go.sittingId);
    answers.push(...(await store.listLiveAnswers(db, departmentId, sittingIds)));
    await pace?.rest();
  }
  return {
    goOf: new Map(goes.map((go) => [go.studentId, go])),
    answers: groupBy(answers, (one) => one.sittingId),
  };
}

function liveStudent(
  { studentId, name, className }: Pick<LiveStudent, "studentId" | "name" | "className">,
  go: store.LiveGo | undefined,
  answers: readonly store.LiveAnswer[],
  { now, allowance }: { readonly now: Date; readonly allowance: number },
): LiveStudent {
  const student = { studentId, name, className };
  if (!go)
    return {
      ...student,
      state: "notBegun",
      sittingId: null,
      ordinal: null,
      questions: [],
      at: null,
      heardAt: null,
      deadlineAt: null,
      minutesGiven: 0,
      handedInAt: null,
      helpAt: null,
    };
  // Over, although the clock has not handed it in yet.
  const isRunning = go.state === "running" && !(go.deadlineAt !== null && go.deadlineAt <= now);
  const newest = newestOf(answers);
  const isHeardLast = go.heardAt !== null && (newest === null || go.heardAt >= newest.at);
  const heardAt = isHeardLast ? go.heardAt : (newest?.at ?? null);
  const at = isHeardLast ? (go.atPosition ?? newest?.position ?? null) : (newest?.position ?? null);
  return {
    ...student,
    state: isRunning ? "running" : "handedIn",
    sittingId: go.sittingId,
    ordinal: go.ordinal,
    questions: answers.map(({ answer, isSeen }) =>
      answer !== null && !isBlank(answer) ? "answered" : isSeen ? "seen" : "open",
    ),
    at: isRunning ? at : null,
    heardAt: heardAt?.toISOString() ?? null,
    deadlineAt: endForStudent(go.deadlineAt, allowance)?.toISOString() ?? null,
    minutesGiven: go.minutesGiven,
    handedInAt: (go.handedInAt ?? (isRunning ? null : go.deadlineAt))?.toISOString() ?? null,
    helpAt: isRunning ? (go.helpAt?.toISOString() ?? null) : null,
  };
}

/** The answer, or the question seen for the first time, that the server heard of last. */
function newestOf(answers: readonly store.LiveAnswer[]): { at: Date; position: number } | null {
  let [newest, position] = [-1, 0];
  for (const one of answers)
    if (one.heardMs !== null && one.heardMs >= newest) [newest, position] = [one.heardMs, one.position];
  return newest < 0 ? null : { at: new Date(newest), position };
}

/** Item by item; what nobody has had yet is said, too, but not what only others of its draw have had. */
export function liveItems(items: readonly ReleaseItem[], answers: readonly store.LiveAnswer[]): LiveItem[] {
  const byItem = groupBy(answers, (one) => one.itemId);
  return items.flatMap((item, i) => {
    const dealt = byItem.get(item.itemId) ?? [];
    if (dealt.length === 0) return [];
    const given = dealt.flatMap(({ answer }) =>
      answer?.kind !== item.content.kind || isBlank(answer) ? [] : [answer],
    );
    const byMachine = markerOf(item.content) === "machine";
    const credits = byMachine ? given.map((answer) => creditBy(item, answer)) : [];
    const count = (isIt: (credit: number) => boolean) => credits.filter(isIt).length;
    return [
      {
        itemId: item.itemId,
        position: i + 1,
        stem: headline(item.content.stem),
        seen: dealt.filter((one) => one.isSeen).length,
        answered: given.length,
        marked: byMachine
          ? {
              right: count((credit) => credit >= 1),
              partly: count((credit) => credit > 0 && credit < 1),
              wrong: count((credit) => credit <= 0),
            }
          : null,
        choices:
          markerOf(item.content) === "person"
            ? []
            : summariseUnder(item.ruled, item.content, given).flatMap(({ id, text, isKey, count: n }) =>
                id === null ? [] : [{ id, text, isKey, count: n }],
              ),
      },
    ];
  });
}

/** By the key as it is ruled on; what everybody was given, or nobody, as the key was written. */
function creditBy({ ruled, content }: ReleaseItem, answer: Answer): number {
  const { credit, isEvidence } = creditUnder(ruled, content, answer);
  return isEvidence ? credit : creditOf(content, answer);
}

/** The go of this release, held; no other department's, and no other release's. */
async function goOf({ db, caller }: Scope<Member>, params: { releaseId: string; sittingId: string }) {
  const found = need(await sittingStore.findAnySitting(db, caller.departmentId, params.sittingId), "sitting");
  if (found.releaseId !== params.releaseId) throw new Failure("noSuch", { what: "sitting" });
  return found;
}

export async function helped(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.helped>,
): Promise<{ ok: true }> {
  await goOf(scope, params);
  await store.setHelp(
    scope.db,
    { departmentId: scope.caller.departmentId, sittingId: params.sittingId },
    scope.now(),
    false,
  );
  scope.signals.tell(params.releaseId);
  return { ok: true };
}

/** Whoever forgot to hand in; answers that still lie on the device arrive too late, which the page says before. */
export async function handInFor(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.handInFor>,
): Promise<{ ok: true }> {
  await atomically(scope, async (within) => {
    await goOf(within, params);
    const { departmentId } = within.caller;
    await finish(within, departmentId, params.sittingId, within.now());
    await record(within, { departmentId, entity: "sitting", entityId: params.sittingId, action: "handedInFor" });
  });
  tellGoes(scope, params.releaseId);
  return { ok: true };
}
