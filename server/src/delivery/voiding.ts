/** Taking a go out, with a reason: it counts nowhere, the student has it back, and nothing of it is lost. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/running";
import { updateCredits } from "../plan/memory.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { markAgain } from "./marking.ts";
import { notePassedChecks } from "./paths.ts";
import * as releaseStore from "./store.ts";
import { awaitRulings } from "./rulingStore.ts";
import * as sittingStore from "./sittingStore.ts";
import * as store from "./voidStore.ts";

export async function listGoes(
  { db, caller }: Scope<Member>,
  { params: { releaseId } }: Input<typeof contract.listGoes>,
): Promise<Result<typeof contract.listGoes>> {
  const { departmentId } = caller;
  need((await releaseStore.listReleases(db, departmentId, { releaseId }))[0], "release");
  const [goes, voided] = [
    await store.listGoes(db, departmentId, releaseId),
    await store.listVoided(db, departmentId, releaseId),
  ];
  return {
    goes: goes.map(({ handedInAt, ...go }) => ({ ...go, handedInAt: handedInAt?.toISOString() ?? null })),
    voided: voided.map(({ at, ...one }) => ({ ...one, at: at.toISOString() })),
  };
}

/** The go and its student's others, held until the transaction ends: nobody begins, hands in or marks meanwhile. */
async function hold(within: Scope<Member>, { releaseId, sittingId }: { releaseId: string; sittingId: string }) {
  const { db, caller } = within;
  const { departmentId } = caller;
  await awaitRulings(db, departmentId);
  const found = need(await sittingStore.findAnySitting(db, departmentId, sittingId), "sitting");
  if (found.releaseId !== releaseId) throw new Failure("noSuch", { what: "sitting" });
  await sittingStore.lockBeginning(db, releaseId, found.studentId);
  const sitting = need(await sittingStore.lockSitting(db, departmentId, sittingId), "sitting");
  const others = await sittingStore.listSittings(db, departmentId, sitting.studentId, [releaseId]);
  const place = { departmentId, releaseId, studentId: sitting.studentId, sittingId };
  return { sitting, others, place, last: others.length };
}

/** What the go told of its student is left out of the class's memory; it keeps its place in the order of evidence. */
export async function tellNothing({ db, caller }: Scope<Member>, sittingId: string): Promise<void> {
  const marks = await store.listMarks(db, caller.departmentId, sittingId);
  await updateCredits(
    db,
    caller.departmentId,
    marks.map((mark) => ({ sittingId, ...mark, void: true })),
  );
}

export function voidGo(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.voidGo>,
): Promise<Result<typeof contract.voidGo>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const { sitting, place, last } = await hold(within, params);
    const { state, ordinal, studentId, releaseId } = sitting;
    if (state === "voided") throw new Failure("goVoidedAlready");
    const { reason } = body;
    const id = newId();
    await store.insertVoided(db, {
      ...{ departmentId, id, sittingId: sitting.id, at: now(), reason, by: personId, ordinal, state },
    });
    await store.takeOut(db, { ...place, ordinal, last });
    await tellNothing(within, sitting.id);
    await notePassedChecks(within, departmentId, [releaseId], studentId);
    await record(within, {
      departmentId,
      entity: "sitting",
      entityId: sitting.id,
      action: "voided",
      before: { state, ordinal },
      after: { reason },
    });
    return listGoes(within, { params });
  });
}

export function bringGoBack(
  scope: Scope<Member>,
  { params }: Input<typeof contract.bringGoBack>,
): Promise<Result<typeof contract.bringGoBack>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { sitting, others, place, last } = await hold(within, params);
    const voided = need(await store.findVoided(db, departmentId, sitting.id), "sitting");
    if (others.some((go) => go.startedAt > voided.at)) throw new Failure("goBegunSince");
    const { state } = voided;
    // A go that was handed in before may have been let back in: nobody is in two at once.
    if (state === "running" && others.some((go) => go.state === "running")) throw new Failure("goRunningNow");
    // Its place in time: others may have been taken out and brought back since.
    const ordinal = others.filter((go) => go.startedAt < sitting.startedAt).length + 1;
    await store.putBack(db, { ...place, ordinal, last, state });
    await store.setBroughtBack(db, departmentId, sitting.id, now());
    // By the keys as they are ruled on now; the class's memory and what a passed check says follow.
    await markAgain(within, departmentId, sitting.id);
    await record(within, { departmentId, entity: "sitting", entityId: sitting.id, action: "broughtBack" });
    return listGoes(within, { params });
  });
}
