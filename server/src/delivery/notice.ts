/** The notice of a release: what students are told of its rules, and who has opened it. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/notice";
import { takesOff } from "@verdant/core/delivery/advice";
import { looksAtEach, secondShare } from "@verdant/core/delivery/feedback";
import { completeRules, minutesAllowed, type Gate } from "@verdant/core/delivery/rules";
import { isTimedPractice } from "@verdant/core/delivery/timed";
import { markerOf } from "@verdant/core/items/kinds";
import type { Db } from "../platform/database.ts";
import { need } from "../platform/failure.ts";
import { atomically, type Member, type Scope, type Student } from "../platform/scope.ts";
import { listAudience, listRules } from "./beforeGoStore.ts";
import * as noticeStore from "./noticeStore.ts";
import { listReleaseItems } from "./releaseItemStore.ts";
import * as store from "./store.ts";

type GivenRelease = Pick<
  Awaited<ReturnType<typeof store.listReleasesFor>>[number],
  "releaseId" | "rules" | "shutsAt" | "arrangements"
>;

/** What a student may be told of the rules. Of a draw the pool's mean stands for what is drawn. */
export async function noticeOf(
  db: Db,
  departmentId: string,
  { releaseId, rules: kept, shutsAt, arrangements }: GivenRelease,
): Promise<contract.Notice> {
  const rules = completeRules(kept);
  const [places, items] = [
    await store.listReleasePlaces(db, departmentId, releaseId),
    await listReleaseItems(db, departmentId, releaseId),
  ];
  let [questions, points, seconds] = [0, 0, 0];
  for (const place of places) {
    const pool = items.filter((item) => item.placeId === place.id);
    const count = place.kind === "draw" ? Math.min(place.take ?? 1, pool.length) : pool.length;
    questions += count;
    // What is asked for an opinion earns nothing.
    if (!pool.every((item) => markerOf(item) === "nobody")) points += count * place.points;
    seconds += (count * pool.reduce((sum, item) => sum + item.expectedSeconds, 0)) / Math.max(1, pool.length);
  }
  return {
    questions,
    minutes: Math.max(1, Math.round(seconds / 60)),
    points,
    outOf: rules.outOf,
    takesOff: items.some(({ content }) => takesOff(content)),
    goes: rules.goes,
    waitHours: rules.waitHours,
    counts: rules.counts,
    timeLimitMinutes: minutesAllowed(rules.timeLimitMinutes, arrangements.extraTimePercent ?? 0),
    isTimed: isTimedPractice(rules),
    openness: rules.openness,
    openFrom: rules.openFrom,
    looksAtEach: looksAtEach(rules),
    second: secondShare(rules) === null ? null : rules.second,
    paging: rules.paging,
    shutsAt: shutsAt?.toISOString() ?? null,
    stopAt: rules.stopAt,
    gate: rules.gate && (await gateOf(db, departmentId, rules.gate)),
    before: rules.before && {
      fromGo: rules.before.fromGo,
      goAhead: rules.before.goAhead,
      reflects: rules.before.reflection !== null,
    },
  };
}

async function gateOf(db: Db, departmentId: string, { releaseId, percent, by }: Gate) {
  const [other] = await listRules(db, departmentId, [releaseId]);
  return { name: other?.name ?? "", percent, by };
}

export async function showNotice(
  { db, caller: { departmentId } }: Scope<Member>,
  { params: { releaseId } }: Input<typeof contract.showNotice>,
): Promise<Result<typeof contract.showNotice>> {
  const release = need((await store.listReleases(db, departmentId, { releaseId }))[0], "release");
  const [audience, opened] = [
    await listAudience(db, departmentId, releaseId),
    await noticeStore.listOpened(db, departmentId, releaseId),
  ];
  const at = new Map(opened.map((one) => [one.studentId, one.at.toISOString()]));
  return {
    // What is told to all: without anybody's extra time, and without times, which may differ.
    notice: await noticeOf(db, departmentId, {
      releaseId,
      rules: release.rules,
      shutsAt: null,
      arrangements: {},
    }),
    readers: audience.map(({ studentId, name, className }) => ({
      studentId,
      name,
      className,
      openedAt: at.get(studentId) ?? null,
    })),
  };
}

export function openNotice(
  scope: Scope<Student>,
  { params: { releaseId } }: Input<typeof contract.openNotice>,
): Promise<Result<typeof contract.openNotice>> {
  return atomically(scope, async ({ db, caller, now }) => {
    const { departmentId, studentId } = caller;
    need((await store.listReleasesFor(db, departmentId, studentId, { releaseIds: [releaseId] }))[0], "release");
    await noticeStore.insertOpened(db, { departmentId, releaseId, studentId, at: now() });
    return { ok: true };
  });
}
