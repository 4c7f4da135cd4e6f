/** Changing what runs: times, one more class or student, minutes, a word to everybody. All of it stands in the history. */
import type * as contract from "@verdant/contract/running";
import type { Input, Result } from "@verdant/contract/endpoint";
import { completeRules } from "@verdant/core/delivery/rules";
import { allowanceMs } from "@verdant/core/delivery/timed";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type OpenScope, type Scope, type Sitter } from "../platform/scope.ts";
import { helpOf } from "./help.ts";
import { presence } from "./presence.ts";
import * as store from "./runningStore.ts";
import * as releaseStore from "./store.ts";

type Running = Result<typeof contract.showRunning>;

const releaseOf = async ({ db, caller }: Scope<Member>, releaseId: string) =>
  need((await releaseStore.listReleases(db, caller.departmentId, { releaseId }))[0], "release");

/** When a go ends on its student's device, as far as the server knows: the allowance of timed practice is not said. */
export const endForStudent = (deadlineAt: Date | null, allowance: number): Date | null =>
  deadlineAt && new Date(deadlineAt.getTime() - allowance);

export async function showRunning(
  scope: Scope<Member>,
  { params: { releaseId } }: Input<typeof contract.showRunning>,
): Promise<Running> {
  const { db, caller } = scope;
  const allowance = allowanceMs(completeRules((await releaseOf(scope, releaseId)).rules));
  const [students, messages] = [
    await store.listInIt(db, caller.departmentId, releaseId),
    await store.listSaid(db, caller.departmentId, releaseId),
  ];
  return {
    students: students.map(({ startedAt, deadlineAt, lastSeenAt, ...rest }) => ({
      ...rest,
      startedAt: startedAt.toISOString(),
      deadlineAt: endForStudent(deadlineAt, allowance)?.toISOString() ?? null,
      lastSeenAt: lastSeenAt?.toISOString() ?? null,
    })),
    messages: messages.map(({ id, text, at, to }) => ({ id, text, at: at.toISOString(), to })),
  };
}

export function changeTimes(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.changeTimes>,
): Promise<Running> {
  const { releaseId } = params;
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const rules = completeRules((await releaseOf(within, releaseId)).rules);
    const before = await releaseStore.listTargets(db, departmentId, [releaseId]);
    const targets = body.targets.map((target) => {
      const opensAt = target.opensAt === null ? null : new Date(target.opensAt);
      const shutsAt = target.shutsAt === null ? null : new Date(target.shutsAt);
      if (shutsAt !== null && opensAt !== null && shutsAt <= opensAt)
        throw new Failure("closesBeforeOpening", {}, { at: "/body/targets" });
      return {
        id: newId(),
        classId: target.classId,
        groupId: target.groupId,
        studentId: target.studentId,
        opensAt,
        shutsAt,
      };
    });
    if ((await releaseStore.countKnownTargets(db, departmentId, targets)) !== targets.length)
      throw new Failure("targetGone", {}, { at: "/body/targets" });
    await store.writeTargets(db, departmentId, releaseId, targets, now());
    await store.reopen(db, departmentId, releaseId, now());
    await store.moveDeadlines(db, departmentId, releaseId, {
      limit: rules.timeLimitMinutes,
      graceMinutes: rules.graceMinutes,
      allowanceMs: allowanceMs(rules),
    });
    await store.insertMessage(db, messageOf(within, releaseId, null));
    await record(within, {
      departmentId,
      entity: "release",
      entityId: releaseId,
      action: "timesChanged",
      before: before.map(timesOf),
      after: targets.map(timesOf),
    });
    return showRunning(within, { params });
  });
}

const timesOf = ({ classId, groupId, studentId, opensAt, shutsAt }: store.Target) => ({
  classId,
  groupId,
  studentId,
  opensAt,
  shutsAt,
});

const messageOf = ({ caller, now }: Scope<Member>, releaseId: string, text: string | null): store.SaidMessage => ({
  ...{ departmentId: caller.departmentId, id: newId(), releaseId, text, by: caller.personId, at: now() },
});

export async function giveMinutes(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.giveMinutes>,
): Promise<Running> {
  const { releaseId } = params;
  const running = await atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const rules = completeRules((await releaseOf(within, releaseId)).rules);
    const studentIds = await store.addMinutes(db, departmentId, releaseId, body.studentIds, body.minutes);
    if (studentIds.length === 0) throw new Failure("nobodyInTime");
    await store.moveDeadlines(db, departmentId, releaseId, {
      limit: rules.timeLimitMinutes,
      graceMinutes: rules.graceMinutes,
      allowanceMs: allowanceMs(rules),
    });
    const after = { studentIds, minutes: body.minutes };
    await record(within, { departmentId, entity: "release", entityId: releaseId, action: "minutesGiven", after });
    return showRunning(within, { params });
  });
  scope.signals.tell(releaseId);
  return running;
}

export function sayToStudents(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.sayToStudents>,
): Promise<Running> {
  const { releaseId } = params;
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    await releaseOf(within, releaseId);
    const message = messageOf(within, releaseId, body.text);
    const { studentIds, text } = body;
    const deed = { departmentId, entity: "release", entityId: releaseId } as const;
    if (studentIds === null) {
      await store.insertMessage(within.db, message);
      await record(within, { ...deed, action: "saidToAll", after: { text } });
    } else {
      const to = await store.insertMessageTo(within.db, message, studentIds);
      // All or none: whoever wrote it would believe that it was read.
      if (to.length < new Set(studentIds).size)
        throw new Failure("noSuch", { what: "student" }, { at: "/body/studentIds" });
      await record(within, { ...deed, action: "saidToSome", after: { messageId: message.id, count: to.length } });
    }
    return showRunning(within, { params });
  });
}

export function takeBackMessage(
  scope: Scope<Member>,
  { params }: Input<typeof contract.takeBackMessage>,
): Promise<Running> {
  const { releaseId, messageId } = params;
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    need((await store.takeBackMessage(db, departmentId, releaseId, messageId, now())) || undefined, "message");
    const after = { messageId };
    await record(within, { departmentId, entity: "release", entityId: releaseId, action: "messageTakenBack", after });
    return showRunning(within, { params: { releaseId } });
  });
}

export async function showNews(
  scope: OpenScope<Sitter>,
  { params: { sittingId }, query }: Input<typeof contract.showNews>,
): Promise<Result<typeof contract.showNews>> {
  const { db, caller, now, caches, signals } = scope;
  const news = need(await store.findNews(db, sittingId, caller.tokenHash), "sitting");
  const { departmentId, releaseId } = news;
  const isOver = news.state === "running" && news.deadlineAt !== null && news.deadlineAt <= now();
  if (news.state === "running" && !isOver) {
    const heard = { departmentId, sittingId, heardAt: now(), atPosition: query.at ?? null };
    caches.of(presence).note(heard, () => {
      signals.tell(releaseId, sittingId);
    });
  }
  return {
    state: isOver ? "handedIn" : news.state,
    deadlineAt: news.deadlineAt?.toISOString() ?? null,
    messages: news.messages.map((one) => ({ ...one, at: new Date(one.at).toISOString() })),
    help: isOver ? null : await helpOf(db, departmentId, releaseId, news.helpAt, now()),
  };
}
