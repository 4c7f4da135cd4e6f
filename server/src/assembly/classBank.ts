/** The bank as one class sees it. */
import type { UsableItems } from "../bank/index/bankIndex.ts";
import type { ClassDue } from "../plan/service.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import * as store from "./store.ts";

/** The usable items by place, with the topic of the course each counts for. */
export interface ClassBank {
  readonly bank: UsableItems;
  readonly listed: readonly (string | undefined)[];
  readonly lastUse: ReadonlyMap<string, string>;
}

export async function classBank(scope: OpenScope<Member>, due: ClassDue): Promise<ClassBank> {
  const { departmentId } = scope.caller;
  const { bank } = due;
  return {
    bank,
    listed: bank.topicIds.map((topicId) => due.rollUp.get(topicId)),
    lastUse: await store.listLastUse(scope.db, departmentId, due.class.id),
  };
}
