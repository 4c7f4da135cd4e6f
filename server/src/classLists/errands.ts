/** Reads class lists from the school's system, and sends it marks, in the background. */
import type { Sent } from "@verdant/contract/classLists";
import { gapOf, readRoster } from "@verdant/core/classLists/roster";
import { leadWhoAsked } from "../platform/asker.ts";
import type { SchoolService } from "../platform/config.ts";
import { isOverloaded, isUnreachable } from "../platform/database.ts";
import { Failure } from "../platform/failure.ts";
import type { JobKind } from "../platform/jobs.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { unseal } from "../platform/sealing.ts";
import { todayOf } from "../platform/today.ts";
import { schoolSystem, usualPatience, type Patience, type SchoolSystem } from "./schoolSystem.ts";
import { sendMarksOf } from "./sendMarks.ts";
import * as store from "./store.ts";
import { tablesOfSystem } from "./tablesOfSystem.ts";

export const secretPurpose = "secret of a school's system";

/** Somebody has stopped it meanwhile. */
class Stopped extends Error {}

export const classListErrands = (services: readonly SchoolService[], patience: Patience = usualPatience): JobKind => ({
  name: "class-lists",
  mostSeconds: 1800,
  due: async ({ db }, besides) =>
    (await store.listUnderWay(db, besides, 100)).map(({ departmentId, id }) => ({ departmentId, subject: id })),
  work: async (scope, { departmentId, subject }) => {
    const { db, now, log } = scope;
    const errand = await store.findErrand(db, departmentId, subject);
    const moveOn = (to: Parameters<typeof store.moveOn>[4]) =>
      store.moveOn(db, departmentId, subject, ["waiting", "running"], to);
    if (!errand || !(await moveOn({ state: "running", share: 0 }))) return;
    const said = async (share: number) => store.moveOn(db, departmentId, subject, ["running"], { share });
    try {
      const asker = { ...scope, caller: await leadWhoAsked(scope, departmentId, errand.askedById) };
      const system = await systemOf(asker, services, patience);
      if (errand.kind === "fetch") await fetchLists(asker, subject, system, said);
      else if (errand.classId !== null) {
        const sent = await sendMarksOf(asker, errand.classId, system, said);
        if (sent) await finishSending(asker, subject, sent);
      }
    } catch (error) {
      if (error instanceof Stopped) return;
      // Tried again by the queue.
      if (isOverloaded(error) || isUnreachable(error)) throw error;
      if (!(error instanceof Failure)) log.error({ err: error, errand: subject }, "class lists failed");
      const { code, terms } = error instanceof Failure ? error : new Failure("transferFailed");
      await moveOn({ state: "failed", finishedAt: now(), problem: { code, terms } });
    }
  },
});

async function systemOf(
  { db, caller, secret }: Scope<Member>,
  services: readonly SchoolService[],
  patience: Patience,
): Promise<SchoolSystem> {
  const connection = await store.findConnection(db, caller.departmentId);
  if (!connection) throw new Failure("systemNotConnected");
  const service = services.find(({ base }) => base === connection.service);
  if (!service) throw new Failure("systemNotAllowed", { service: connection.service });
  const clientSecret = unseal(secret, secretPurpose, connection.clientSecret);
  return schoolSystem(service, { clientId: connection.clientId, clientSecret }, patience);
}

async function fetchLists(
  scope: Scope<Member>,
  errandId: string,
  system: SchoolSystem,
  said: (share: number) => Promise<boolean>,
): Promise<void> {
  const { db, caller, now } = scope;
  const tables = await tablesOfSystem(system, async (share) => {
    if (!(await said(share))) throw new Stopped();
  });
  const gap = gapOf(tables);
  if (gap) throw new Failure("listsIncomplete", { file: gap.file, column: gap.column ?? "" });
  const { roster, notes } = readRoster(tables, await todayOf(scope));
  const to = { state: "ready", share: 1, roster, notes, finishedAt: now() } as const;
  await store.moveOn(db, caller.departmentId, errandId, ["running"], to);
}

async function finishSending({ db, caller, now }: Scope<Member>, errandId: string, sent: Sent): Promise<void> {
  const to = { state: "done", share: 1, sent, finishedAt: now() } as const;
  await store.moveOn(db, caller.departmentId, errandId, ["running"], to);
}
