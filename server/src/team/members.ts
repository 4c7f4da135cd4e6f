/** Who belongs to a department. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/members";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./membersStore.ts";

export async function listMembers({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listMembers>> {
  const rows = await store.listMembers(db, caller.departmentId);
  return {
    members: rows.map(({ joinedAt, leftAt, ...row }) => ({
      ...row,
      joinedAt: joinedAt.toISOString(),
      leftAt: leftAt?.toISOString() ?? null,
    })),
  };
}
