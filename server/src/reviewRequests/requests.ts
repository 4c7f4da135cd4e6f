/** Looks that are asked for, below bank and review: the bank asks when an item is saved, review says what became of it. */
import { noReview, type ReviewRules } from "@verdant/core/review/reviewRules";
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export async function rulesOf({ db, caller }: Scope<Member>): Promise<ReviewRules> {
  const settings = await store.findSettings(db, caller.departmentId);
  return { ...noReview, ...settings.review };
}

interface Asked {
  readonly itemId: string;
  readonly revisionId: string;
}

/** Asks for looks at revisions; what waits already waits with this revision from then on. */
export function askFor(
  { db, caller, now }: Scope<Member>,
  kind: "review" | "secondLook",
  asked: readonly Asked[],
): Promise<void> {
  const { departmentId, personId } = caller;
  const by = { kind, askedBy: personId, askedAt: now() };
  return store.upsertRequests(
    db,
    asked.map(({ itemId, revisionId }) => ({ departmentId, id: newId(), itemId, revisionId, ...by })),
  );
}

/** Looks that were asked for are at the revisions that were just made. */
export function followRevisions({ db, caller }: Scope<Member>, made: readonly Asked[]): Promise<void> {
  return store.moveRequests(db, caller.departmentId, made);
}

/** What is retired, or lacks something now, waits no more. */
export function dropRequests({ db, caller, now }: Scope<Member>, itemIds: readonly string[]): Promise<void> {
  return store.closeRequests(
    db,
    caller.departmentId,
    { itemIds },
    {
      state: "withdrawn",
      decidedBy: caller.personId,
      decidedAt: now(),
    },
  );
}

export const { closeRequests, updateReviewSettings } = store;
