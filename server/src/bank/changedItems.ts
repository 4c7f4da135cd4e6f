/** Items of the bank that are saved anew: however many, a handful of statements. */
import type { Input } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/bank";
import { changeKindOf } from "@verdant/core/bank/changeKind";
import { hasExplanation, mediaOf, type Content } from "@verdant/core/items/kinds";
import { afterSave, noReview } from "@verdant/core/review/reviewRules";
import { can } from "@verdant/core/team/can";
import { linkMedia } from "../media/service.ts";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { askFor, dropRequests, followRevisions, rulesOf } from "../reviewRequests/requests.ts";
import { faultsOf, hashOfContent } from "./content.ts";
import { stale } from "./families.ts";
import { withMathml } from "./maths.ts";
import { mustKnow } from "./newItems.ts";
import { refreshSearchWords } from "./index/searchWords.ts";
import * as store from "./store.ts";

export interface ChangedItem {
  readonly itemId: string;
  /** What it was when somebody began to change it. */
  readonly version: number;
  readonly tagging: Input<typeof contract.saveItem>["body"]["tagging"];
  readonly content: Content;
}

/**
 * Writes what belongs to each of these items, and its next revision where the content differs. What can be used is in use
 * at once, unless the department looks it over first; an approved revision that is already there stays the approved one
 * until another is. Each is at `version + 1` afterwards.
 *
 * @param items each of them once
 * @param isSettled somebody has decided already what is right, so that nobody need look it over
 * @throws Failure stale where one is no longer at its version; invalid where a topic, text, picture or standard is gone.
 *   Nothing is written then.
 */
export function saveItems(scope: Scope<Member>, items: readonly ChangedItem[], isSettled = false): Promise<void> {
  return atomically(scope, async (within) => {
    if (items.length === 0) return;
    const { db, caller, now } = within;
    const { departmentId } = caller;
    // First the department's row, so that of two saves at once the second reads what the first has written.
    const { changeSeq } = await store.nextChange(db, departmentId, 0);
    const rules = isSettled ? noReview : await rulesOf(within);
    const at = now();
    const rows = (await withWhatTheyWere(within, items)).map(
      ({ item: { tagging, content: written, ...item }, before }) => {
        const content = withMathml(written);
        const contentHash = hashOfContent(content);
        const isRevised = before.contentHash !== contentHash;
        const isUsable = faultsOf(content, tagging.topicId).length === 0;
        const next = afterSave(rules, {
          ...{ isUsable, number: before.number, use: tagging.use },
          before: { status: before.status, hasApproved: before.approvedRevisionId !== null },
        });
        const revisionId = isRevised ? newId() : before.revisionId;
        return { ...item, tagging, content, contentHash, before, isRevised, isUsable, next, revisionId };
      },
    );
    await mustKnow(
      within,
      rows.map(({ tagging, content, isRevised }) => ({ tagging, hashes: isRevised ? mediaOf(content) : [] })),
    );
    await addRevisions(
      within,
      rows.filter((row) => row.isRevised),
    );
    const written = await store.updateItems(
      db,
      departmentId,
      { changeSeq, at },
      rows.map(({ itemId, version, tagging: { standardIds: _, ...tagging }, content, next, revisionId, before }) => ({
        ...{ itemId, version, ...tagging, kind: content.kind, hasExplanation: hasExplanation(content) },
        ...{ latestRevisionId: revisionId, status: next.status },
        approvedRevisionId: next.approves ? revisionId : before.approvedRevisionId,
      })),
    );
    if (written !== rows.length) throw stale();
    await tellReview(within, rows);
    const itemIds = rows.map((row) => row.itemId);
    const standards = rows.flatMap(({ itemId, tagging }) =>
      [...new Set(tagging.standardIds)].map((standardId) => ({ itemId, standardId })),
    );
    await store.deleteStandards(db, departmentId, itemIds);
    if ((await store.insertStandards(db, departmentId, standards)) !== standards.length)
      throw new Failure("standardGone", {}, { at: "/body/tagging/standardIds" });
    await refreshSearchWords(db, departmentId, itemIds);
    await store.deleteDrafts(db, departmentId, caller.personId, itemIds);
    await record(
      within,
      ...rows.map(({ itemId, revisionId, tagging, before }) => ({
        ...{ departmentId, entity: "item", entityId: itemId, action: "saved" },
        before: { revisionId: before.revisionId, tagging: store.taggingOf(before) },
        after: { revisionId, tagging },
      })),
    );
  });
}

type Before = Awaited<ReturnType<typeof store.listToSave>>[number];

async function withWhatTheyWere(
  { db, caller }: Scope<Member>,
  items: readonly ChangedItem[],
): Promise<{ item: ChangedItem; before: Before }[]> {
  const known = new Map(
    (
      await store.listToSave(
        db,
        caller.departmentId,
        items.map((one) => one.itemId),
      )
    ).map((row) => [row.id, row]),
  );
  return items.map((item) => {
    const before = known.get(item.itemId);
    known.delete(item.itemId);
    if (before && !can(caller.role, { verb: "edit", thing: "item", status: before.status }))
      throw new Failure("retiredStays");
    if (before?.version !== item.version) throw stale();
    return { item, before };
  });
}

interface Revised {
  readonly itemId: string;
  readonly revisionId: string;
  readonly content: Content;
  readonly contentHash: string;
  readonly before: Before;
}

async function addRevisions({ db, caller, now }: Scope<Member>, revised: readonly Revised[]): Promise<void> {
  const { departmentId, personId } = caller;
  const parameters = await store.findParameters(db, departmentId, revised);
  await store.insertRevisions(
    db,
    revised.map(({ itemId, revisionId, content, contentHash, before }) => {
      const changeKind = changeKindOf(before.content, content);
      return {
        ...{ departmentId, id: revisionId, itemId, n: before.n + 1, content, contentHash, changeKind },
        parameterId: parameters.get(itemId) ?? (changeKind === "typo" ? before.parameterId : newId()),
        ...{ authorId: personId, note: null, at: now() },
      };
    }),
  );
  await linkMedia(
    db,
    revised.flatMap(({ revisionId, content }) => mediaOf(content).map((hash) => ({ departmentId, revisionId, hash }))),
  );
}

interface Saved {
  readonly itemId: string;
  readonly revisionId: string;
  readonly isUsable: boolean;
  readonly next: { readonly asksSecondLook: boolean };
}

/** A second look is asked for; a look that was asked for goes on with what was made; what lacks something waits no more. */
async function tellReview(scope: Scope<Member>, rows: readonly Saved[]): Promise<void> {
  const asked = rows.filter((row) => row.next.asksSecondLook);
  const usable = rows.filter((row) => row.isUsable && !row.next.asksSecondLook);
  const lacking = rows.filter((row) => !row.isUsable && !row.next.asksSecondLook);
  await askFor(scope, "secondLook", asked);
  await followRevisions(scope, usable);
  await dropRequests(
    scope,
    lacking.map((row) => row.itemId),
  );
}
