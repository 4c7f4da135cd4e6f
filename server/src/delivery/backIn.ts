/** Letting a student back into a go that was handed in too early, by mistake or for them. */
import type { Input } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/live";
import { completeRules } from "@verdant/core/delivery/rules";
import { allowanceMs } from "@verdant/core/delivery/timed";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import { tellGoes } from "./goChanges.ts";
import { reopenGo } from "./liveStore.ts";
import { notePassedChecks } from "./paths.ts";
import { awaitRulings } from "./rulingStore.ts";
import { addMinutes, moveDeadlines } from "./runningStore.ts";
import * as sittingStore from "./sittingStore.ts";
import { listReleasesFor } from "./store.ts";
import { tellNothing } from "./voiding.ts";

/** What somebody whose time had run out has at least. */
const leastMinutes = 5;

export async function letBackIn(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.letBackIn>,
): Promise<{ ok: true }> {
  const { releaseId, sittingId } = params;
  await atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    await awaitRulings(db, departmentId);
    const found = need(await sittingStore.findAnySitting(db, departmentId, sittingId), "sitting");
    if (found.releaseId !== releaseId) throw new Failure("noSuch", { what: "sitting" });
    const { studentId } = found;
    await sittingStore.lockBeginning(db, releaseId, studentId);
    const sitting = need(await sittingStore.lockSitting(db, departmentId, sittingId), "sitting");
    // Twice is the same as once.
    if (sitting.state === "running" && (sitting.deadlineAt === null || sitting.deadlineAt > now())) return;
    const goes = await sittingStore.listSittings(db, departmentId, studentId, [releaseId]);
    if (sitting.state === "voided") throw new Failure("noSuch", { what: "sitting" });
    if (goes.some((go) => go.startedAt > sitting.startedAt)) throw new Failure("goBegunSince");
    const [release] = await listReleasesFor(db, departmentId, studentId, { releaseIds: [releaseId] });
    if (!release || (release.shutsAt !== null && release.shutsAt <= now())) throw new Failure("closedForStudent");
    // What it told is taken back; handed in again it tells everything anew.
    if (sitting.state !== "running") await tellNothing(within, sittingId);
    await reopenGo(db, departmentId, sittingId);
    await giveTime(within, releaseId, sitting);
    await notePassedChecks(within, departmentId, [releaseId], studentId);
    await record(within, { departmentId, entity: "sitting", entityId: sittingId, action: "letBackIn" });
  });
  tellGoes(scope, releaseId);
  return { ok: true };
}

/** The end of the go as it is by its rules; who would have less than a few minutes gets as many. */
async function giveTime(
  { db, caller, now }: Scope<Member>,
  releaseId: string,
  { id, studentId }: { readonly id: string; readonly studentId: string },
): Promise<void> {
  const { departmentId } = caller;
  const [release] = await listReleasesFor(db, departmentId, studentId, { releaseIds: [releaseId] });
  const rules = completeRules(release?.rules ?? {});
  const { timeLimitMinutes: limit, graceMinutes } = rules;
  const move = () =>
    moveDeadlines(db, departmentId, releaseId, { limit, graceMinutes, allowanceMs: allowanceMs(rules) });
  await move();
  const { deadlineAt } = need(await sittingStore.lockSitting(db, departmentId, id), "sitting");
  if (deadlineAt === null) return;
  const missing = leastMinutes - (deadlineAt.getTime() - now().getTime()) / 60_000;
  if (missing <= 0) return;
  await addMinutes(db, departmentId, releaseId, [studentId], Math.ceil(missing));
  await move();
}
