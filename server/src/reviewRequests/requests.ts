/** Looks that are asked for, below bank and review: the bank asks when an item is saved, review says what became of it. */
import { noReview, type ReviewRules } from "@verdant/core/review/reviewRules";
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export async function rulesOf({ db, caller }: Scope<Member>): Promise<ReviewRules> {
  const settings = await store.findSettings(db, caller.departmentId);
  return { ...noReview, ...settings.review };
}

/** Asks for a look at a revision; what waits already waits with this revision from then on. */
export function askFor(
  { db, caller, now }: Scope<Member>,
  asked: { itemId: string; revisionId: string; kind: "review" | "secondLook" },
): Promise<void> {
  const { departmentId, personId } = caller;
  return store.upsertRequest(db, { departmentId, id: newId(), ...asked, askedBy: personId, askedAt: now() });
}

/** Asks for second looks at items that have just come in. */
export function askForAll(
  { db, caller, now }: Scope<Member>,
  asked: readonly { itemId: string; revisionId: string }[],
): Promise<void> {
  const { departmentId, personId } = caller;
  const by = { kind: "secondLook" as const, askedBy: personId, askedAt: now() };
  return store.insertRequests(
    db,
    asked.map((one) => ({ departmentId, id: newId(), ...one, ...by })),
  );
}

/** A look that was asked for is at the revision that was just made. */
export function followRevision({ db, caller }: Scope<Member>, itemId: string, revisionId: string): Promise<void> {
  return store.moveRequest(db, caller.departmentId, itemId, revisionId);
}

/** What is retired, or lacks something now, waits no more. */
export function dropRequest({ db, caller, now }: Scope<Member>, itemId: string): Promise<void> {
  return store.closeRequests(
    db,
    caller.departmentId,
    { itemId },
    {
      state: "withdrawn",
      decidedBy: caller.personId,
      decidedAt: now(),
    },
  );
}

export const { closeRequests, updateReviewSettings } = store;
