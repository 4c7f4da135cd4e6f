/** Items that come into the bank: however many, a handful of statements. */
import type { Input } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/bank";
import { changeKindOf } from "@verdant/core/bank/changeKind";
import { hasExplanation, mediaOf, type Content } from "@verdant/core/items/kinds";
import { afterSave, noReview } from "@verdant/core/review/reviewRules";
import { linkMedia, missingMedia } from "../media/service.ts";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { askFor, rulesOf } from "../reviewRequests/requests.ts";
import { faultsOf, hashOfContent } from "./content.ts";
import { withMathml } from "./maths.ts";
import { refreshSearchWords } from "./index/searchWords.ts";
import * as store from "./store.ts";

export interface NewItem {
  readonly itemId: string;
  readonly tagging: Input<typeof contract.saveItem>["body"]["tagging"];
  readonly content: Content;
  /** In the family of this item, of the bank or of these new ones; absent: in one of its own. */
  readonly variantOf?: string | undefined;
}

/**
 * Writes new items with their first revision, in the order given. What can be used is in use at once, unless the department
 * looks it over first.
 *
 * @param isSettled somebody has decided already what is right, so that nobody need look it over
 * @throws Failure invalid where a topic, stimulus, picture or standard is no longer there; nothing is written then
 */
export function insertItems(scope: Scope<Member>, items: readonly NewItem[], isSettled = false): Promise<void> {
  return atomically(scope, async (within) => {
    if (items.length === 0) return;
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const at = now();
    const { changeSeq, firstNumber } = await store.nextChange(db, departmentId, items.length);
    await mustKnow(
      within,
      items.map(({ tagging, content }) => ({ tagging, hashes: mediaOf(content) })),
    );
    const families = await familiesFor(within, items);
    const rules = isSettled ? noReview : await rulesOf(within);
    const rows = items.map(({ itemId, tagging: { standardIds, ...tagging }, content: written }, i) => {
      const content = withMathml(written);
      const number = firstNumber + i;
      const isUsable = faultsOf(content, tagging.topicId).length === 0;
      const state = afterSave(rules, { isUsable, before: null, number, use: tagging.use });
      return {
        itemId,
        number,
        tagging,
        standardIds,
        content,
        state,
        revisionId: newId(),
        familyId: families.of(itemId),
      };
    });
    await store.insertRevisions(
      db,
      rows.map(({ itemId, revisionId, content }) => ({
        ...{ departmentId, id: revisionId, itemId, n: 1, content, contentHash: hashOfContent(content) },
        ...{ changeKind: changeKindOf(null, content), parameterId: newId(), authorId: personId, note: null, at },
      })),
    );
    await linkMedia(
      db,
      rows.flatMap(({ revisionId, content }) => mediaOf(content).map((hash) => ({ departmentId, revisionId, hash }))),
    );
    await store.insertFamilies(db, departmentId, families.fresh);
    await store.insertItems(
      db,
      rows.map(({ itemId, number, tagging, content, state, revisionId, familyId }) => ({
        ...{
          departmentId,
          id: itemId,
          number,
          familyId,
          ...tagging,
          keptFindings: JSON.stringify(tagging.keptFindings),
        },
        ...{ kind: content.kind, hasExplanation: hasExplanation(content), language: "en-GB", status: state.status },
        ...{ latestRevisionId: revisionId, approvedRevisionId: state.approves ? revisionId : null },
        ...{ ownerId: personId, createdBy: personId, createdAt: at, changeSeq, changedAt: at },
      })),
    );
    await askFor(
      within,
      "secondLook",
      rows.filter((row) => row.state.asksSecondLook).map(({ itemId, revisionId }) => ({ itemId, revisionId })),
    );
    const standards = rows.flatMap(({ itemId, standardIds }) =>
      [...new Set(standardIds)].map((standardId) => ({ itemId, standardId })),
    );
    if ((await store.insertStandards(db, departmentId, standards)) !== standards.length)
      throw gone("/body/tagging/standardIds", "standardGone");
    const itemIds = rows.map((row) => row.itemId);
    await refreshSearchWords(db, departmentId, itemIds);
    await store.deleteDrafts(db, departmentId, personId, itemIds);
    await record(
      within,
      ...items.map(({ itemId, tagging }, i) => ({
        ...{ departmentId, entity: "item", entityId: itemId, action: "written" },
        after: { revisionId: rows[i]?.revisionId, tagging },
      })),
    );
  });
}

type Gone = "standardGone" | "topicGone" | "stimulusGone" | "pictureGone";
const gone = (at: string, code: Gone) => new Failure(code, {}, { at });

export interface PointsAt {
  readonly tagging: Pick<NewItem["tagging"], "topicId" | "stimulusId">;
  /** Pictures and sounds. */
  readonly hashes: readonly string[];
}

/** Refuses what is no longer there of that which items point at. */
export async function mustKnow(scope: Scope<Member>, items: readonly PointsAt[]): Promise<void> {
  const { db, caller } = scope;
  const distinct = (ids: readonly (string | null)[]) => [...new Set(ids.filter((id) => id !== null))];
  const topicIds = distinct(items.map((item) => item.tagging.topicId));
  if ((await store.countTopics(db, caller.departmentId, topicIds)) !== topicIds.length)
    throw gone("/body/tagging/topicId", "topicGone");
  const stimulusIds = distinct(items.map((item) => item.tagging.stimulusId));
  if ((await store.countStimuli(db, caller.departmentId, stimulusIds)) !== stimulusIds.length)
    throw gone("/body/tagging/stimulusId", "stimulusGone");
  const hashes = [...new Set(items.flatMap((item) => item.hashes))];
  if ((await missingMedia(scope, hashes)).length > 0) throw gone("/body/content", "pictureGone");
}

/** The family of each item: that of what it is a variant of, or a new one. */
async function familiesFor({ db, caller }: Scope<Member>, items: readonly NewItem[]) {
  const originals = items.flatMap(({ variantOf }) => variantOf ?? []);
  const known = await store.listFamiliesOf(db, caller.departmentId, originals);
  const fresh: string[] = [];
  for (const { itemId, variantOf } of items) {
    let familyId = variantOf === undefined ? undefined : known.get(variantOf);
    if (familyId === undefined) fresh.push((familyId = newId()));
    known.set(itemId, familyId);
  }
  return { fresh, of: (itemId: string) => known.get(itemId) ?? "" };
}
