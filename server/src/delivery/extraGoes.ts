/** A go more than the rules give, for some students; all else that a go needs still holds. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/extraGoes";
import { completeRules } from "@verdant/core/delivery/rules";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import { listAudience } from "./beforeGoStore.ts";
import * as extraGoStore from "./extraGoStore.ts";
import { listReleases } from "./store.ts";

type Deed = Input<typeof contract.giveExtraGo>;

export const giveExtraGo = (
  scope: OpenScope<Member>,
  { params: { releaseId }, body }: Deed,
): Promise<Result<typeof contract.giveExtraGo>> =>
  changing(scope, releaseId, body.studentIds, "extraGoGiven", async (within, { departmentId, studentIds }) => {
    const by = { by: within.caller.personId, at: within.now() };
    await extraGoStore.addGoes(within.db, { departmentId, releaseId, ...by }, studentIds);
  });

/** Of those who have begun it, none is taken back. */
export const takeBackExtraGo = (
  scope: OpenScope<Member>,
  { params: { releaseId }, body }: Deed,
): Promise<Result<typeof contract.takeBackExtraGo>> =>
  changing(
    scope,
    releaseId,
    body.studentIds,
    "extraGoTakenBack",
    async (within, { departmentId, studentIds, goes }) => {
      const extra = new Map(
        (await extraGoStore.listExtraGoes(within.db, departmentId, [releaseId], null)).map((one) => [
          one.studentId,
          one.goes,
        ]),
      );
      const begun = new Map(
        (await listAudience(within.db, departmentId, releaseId)).map((one) => [one.studentId, one.goes]),
      );
      for (const id of studentIds) {
        const has = extra.get(id) ?? 0;
        if (has === 0 || (begun.get(id) ?? 0) >= goes + has) throw new Failure("extraGoBegun");
      }
      await extraGoStore.takeGoes(within.db, departmentId, releaseId, studentIds);
    },
  );

/** Of this release, for those of its students who are named; where goes have no end there is none to give. */
function changing(
  scope: OpenScope<Member>,
  releaseId: string,
  named: readonly string[],
  action: "extraGoGiven" | "extraGoTakenBack",
  deed: (
    within: Scope<Member>,
    of: { readonly departmentId: string; readonly studentIds: readonly string[]; readonly goes: number },
  ) => Promise<void>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const release = need((await listReleases(db, departmentId, { releaseId }))[0], "release");
    const { goes } = completeRules(release.rules);
    if (goes === null) throw new Failure("goesWithoutEnd");
    await extraGoStore.lockExtraGoes(db, releaseId);
    const known = new Set((await listAudience(db, departmentId, releaseId)).map(({ studentId }) => studentId));
    const studentIds = [...new Set(named)].filter((id) => known.has(id));
    if (studentIds.length === 0) throw new Failure("studentNotInClass", {}, { at: "/body/studentIds" });
    await deed(within, { departmentId, studentIds, goes });
    await record(within, { departmentId, entity: "release", entityId: releaseId, action, after: { studentIds } });
    return { ok: true };
  });
}
