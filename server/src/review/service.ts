/** Looking items over: handing in, approving, sending back; comments and suggestions. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/review";
import { mayApprove, type ReviewRules } from "@verdant/core/review/reviewRules";
import { approveRevision, faultsOf, saveItem, sendBackItem, showItem, waitForReview } from "../bank/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { askFor, rulesOf, closeRequests, updateReviewSettings } from "../reviewRequests/requests.ts";
import { firstOf } from "../platform/firstOf.ts";
import * as store from "./store.ts";

/** A list to work through, and what is new on the first page. */
const reviewsShown = 500;
const newsShown = 50;

type Done = Promise<{ ok: true }>;

export const showReviewRules = (scope: Scope<Member>): Promise<ReviewRules> => rulesOf(scope);

export function setReviewRules(
  scope: Scope<Member>,
  { body }: Input<typeof contract.setReviewRules>,
): Promise<ReviewRules> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const before = await rulesOf(within);
    await updateReviewSettings(db, departmentId, body);
    if (body.mode === "off") {
      for (const request of await store.listOpenRevisions(db, departmentId))
        await approveRevision(within, request.itemId, request.revisionId);
      await closeRequests(db, departmentId, {}, { state: "approved", decidedBy: personId, decidedAt: now() });
    }
    await record(within, {
      departmentId,
      entity: "department",
      entityId: departmentId,
      action: "setReviewRules",
      before,
      after: body,
    });
    return body;
  });
}

export async function listReviews(scope: Scope<Member>): Promise<Result<typeof contract.listReviews>> {
  const { db, caller } = scope;
  const rules = await rulesOf(scope);
  const rows = await store.listOpen(db, caller.departmentId, reviewsShown + 1);
  const { first, isMore } = firstOf(rows, reviewsShown);
  const requests = first.map(({ askedAt, askedById, inUseId, inUse, ...row }) => ({
    ...row,
    inUse: inUseId === row.revisionId ? null : inUse,
    askedAt: askedAt.toISOString(),
    isMine: askedById === caller.personId,
    mayApprove: mayApprove(rules, { askedBy: askedById, personId: caller.personId }),
  }));
  return { requests: [...requests.filter((one) => !one.isMine), ...requests.filter((one) => one.isMine)], isMore };
}

export function submitForReview(
  scope: Scope<Member>,
  { body }: Input<typeof contract.submitForReview>,
): Promise<Result<typeof contract.submitForReview>> {
  return atomically(scope, async (within) => {
    for (const itemId of new Set(body.itemIds)) {
      const item = await showItem(within, { params: { itemId } });
      const [fault] = faultsOf(item.content, item.tagging.topicId);
      if (fault) throw new Failure("itemNotFinished", { number: item.number });
      if (item.status === "retired") throw new Failure("itemRetired", { number: item.number });
      await waitForReview(within, itemId);
      await askFor(within, "review", [{ itemId, revisionId: item.revision.id }]);
    }
    return { submitted: new Set(body.itemIds).size };
  });
}

export function decideReview(scope: Scope<Member>, { params, body }: Input<typeof contract.decideReview>): Done {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const request = need(await store.findOpen(db, departmentId, params.requestId), "request");
    const { decision, words } = body;
    if (decision !== "withdraw" && request.revisionId !== body.revisionId) throw new Failure("changedBeforeDecision");
    if (decision === "withdraw" && request.askedBy !== personId) throw new Failure("notYourRequest");
    if (decision === "approve" && !mayApprove(await rulesOf(within), { askedBy: request.askedBy, personId }))
      throw new Failure("notYourOwn");
    if (decision === "approve") await approveRevision(within, request.itemId, request.revisionId);
    else
      await sendBackItem(within, request.itemId, {
        isOutOfUse: decision === "sendBack" && request.kind === "secondLook",
      });
    const state = ({ approve: "approved", sendBack: "sentBack", withdraw: "withdrawn" } as const)[decision];
    await closeRequests(
      db,
      departmentId,
      { requestId: request.id },
      { state, decidedBy: personId, decidedAt: now(), words },
    );
    if (decision === "sendBack")
      await insertComment(within, { ...request, field: null, body: words, suggestion: null });
    return { ok: true };
  });
}

export async function listComments(
  scope: Scope<Member>,
  { params }: Input<typeof contract.listComments>,
): Promise<Result<typeof contract.listComments>> {
  const { db, caller } = scope;
  await showItem(scope, { params });
  const rows = await store.listComments(db, caller.departmentId, params.itemId);
  return {
    comments: rows.map(({ base, suggestion, at, byId, ...row }) => ({
      ...row,
      suggestion: suggestion && { content: suggestion, base },
      at: at.toISOString(),
      isMine: byId === caller.personId,
    })),
  };
}

export function addComment(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.addComment>,
): Promise<{ id: string }> {
  return atomically(scope, async (within) => {
    const item = await showItem(within, { params });
    if (item.revision.id !== body.revisionId) throw new Failure("changedBeforeComment");
    return insertComment(within, { itemId: item.id, ...body });
  });
}

type Said = Input<typeof contract.addComment>["body"] & { readonly itemId: string };

async function insertComment({ db, caller, now }: Scope<Member>, said: Said): Promise<{ id: string }> {
  const { itemId, revisionId, field, body, suggestion } = said;
  const id = newId();
  await store.insertComment(db, {
    departmentId: caller.departmentId,
    id,
    itemId,
    revisionId,
    field,
    body,
    suggestion: suggestion && JSON.stringify(suggestion),
    by: caller.personId,
    at: now(),
  });
  return { id };
}

export function settleComment(scope: Scope<Member>, { params, body }: Input<typeof contract.settleComment>): Done {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const comment = need(await store.findUnsettled(db, departmentId, params.commentId), "comment");
    if (body.as === "taken") {
      if (!comment.suggestion) throw new Failure("nothingSuggested");
      const item = await showItem(within, { params: { itemId: comment.itemId } });
      if (item.revision.id !== comment.revisionId) throw new Failure("changedSinceSuggestion");
      await saveItem(within, {
        params: { itemId: item.id },
        body: { version: item.version, tagging: item.tagging, content: comment.suggestion },
      });
    }
    await store.settleComment(db, departmentId, comment.id, {
      settled: body.as,
      settledBy: personId,
      settledAt: now(),
    });
    return { ok: true };
  });
}

export async function showReviewNews(scope: Scope<Member>): Promise<contract.ReviewNews> {
  const { db, caller } = scope;
  const { departmentId, personId } = caller;
  const { mayApproveOwn } = await rulesOf(scope);
  const sentBack = firstOf(await store.listSentBack(db, departmentId, personId, newsShown + 1), newsShown);
  const comments = firstOf(await store.listUnsettledFor(db, departmentId, personId, newsShown + 1), newsShown);
  return {
    waiting: await store.countWaiting(db, departmentId, mayApproveOwn ? null : personId),
    sentBack: sentBack.first,
    comments: comments.first,
    isMore: sentBack.isMore || comments.isMore,
  };
}
