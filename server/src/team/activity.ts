/** What was changed by whom: the audit, in words' raw material. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/members";
import { localDateOf } from "../platform/localDate.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./activityStore.ts";

const shown = 100;

export async function listActivity(
  { db, caller }: Scope<Member>,
  { query }: Input<typeof contract.listActivity>,
): Promise<Result<typeof contract.listActivity>> {
  const { departmentId } = caller;
  const timeZone = await store.findTimeZone(db, departmentId);
  const rows = await store.listDeeds(db, departmentId, {
    personId: query.personId ?? null,
    before: query.before === undefined ? null : new Date(query.before),
    limit: shown,
  });
  return {
    deeds: rows.map(({ at, who, what, ...row }) => ({
      ...row,
      at: at.toISOString(),
      on: localDateOf(at, timeZone),
      who: who ?? "the server",
      what: what ?? "",
    })),
  };
}
