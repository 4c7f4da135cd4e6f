/** Looking items over: what waits, who may approve, what stays in use meanwhile; comments and suggestions. */
import type { Content } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { noReview } from "@verdant/core/review/reviewRules";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { addItems, assumed, saveItem, setItemStatus, showItem } from "../bank/service.ts";
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { release } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as review from "./service.ts";

const bench = useWorkbench();

const content = (question: string): Content => ({
  kind: "shortText",
  schemaVersion: 1,
  stem: richTextOf(question),
  accepted: [{ id: "a", text: "spit" }],
  caseMatters: false,
  allowsNearMiss: false,
  expectedWrong: [],
});
async function write(scope: Scope<Member>, question: string, itemId = newId(), version = 0) {
  const { topicId } = await bench.db.selectFrom("unitTopic").select("topicId").executeTakeFirstOrThrow();
  const body = { version, tagging: { ...assumed, topicId, standardIds: [] }, content: content(question) };
  return saveItem(scope, { params: { itemId }, body });
}
const show = (itemId: string) => showItem(bench.lead, { params: { itemId } });
const requestFor = async (scope: Scope<Member>, itemId: string) =>
  (await review.listReviews(scope)).requests.find((one) => one.itemId === itemId);
async function decide(scope: Scope<Member>, itemId: string, decision: "approve" | "sendBack" | "withdraw", words = "") {
  const request = await requestFor(scope, itemId);
  const params = { requestId: request?.id ?? newId() };
  return review.decideReview(scope, { params, body: { revisionId: request?.revisionId ?? newId(), decision, words } });
}
const hand = (scope: Scope<Member>, itemId: string) => review.submitForReview(scope, { body: { itemIds: [itemId] } });

describe("where everything is looked over", () => {
  beforeAll(() => review.setReviewRules(bench.lead, { body: { mode: "all", mayApproveOwn: false } }));
  afterAll(() => review.setReviewRules(bench.lead, { body: noReview }));

  test("a new item waits until a colleague, not its author, approves it", async () => {
    const { id, status } = await write(bench.teacher, "What grows past a bend?");
    expect(status).toBe("draft");
    await hand(bench.teacher, id);
    expect((await show(id)).status).toBe("inReview");
    expect(await requestFor(bench.teacher, id)).toMatchObject({ isMine: true, mayApprove: false });
    await expect(decide(bench.teacher, id, "approve")).rejects.toMatchObject({ kind: "forbidden" });
    await decide(bench.lead, id, "approve");
    expect((await show(id)).status).toBe("approved");
    expect(await requestFor(bench.lead, id)).toBeUndefined();
  });

  test("what was approved stays in use while a change of it waits; what was changed meanwhile is not approved unseen", async () => {
    const { id } = await write(bench.teacher, "What is a bar?");
    await hand(bench.teacher, id);
    await decide(bench.lead, id, "approve");
    const before = await show(id);
    await write(bench.teacher, "What is a bar, and where?", id, before.version);
    const { rows } = {
      rows: await bench.db.selectFrom("item").select(["status", "approvedRevisionId"]).where("id", "=", id).execute(),
    };
    expect(rows).toEqual([{ status: "approved", approvedRevisionId: before.revision.id }]);
    await hand(bench.teacher, id);
    const seen = await requestFor(bench.lead, id);
    expect(seen?.inUse).toMatchObject({ stem: richTextOf("What is a bar?") });
    await write(bench.teacher, "What is a bar, and where does it end?", id, (await show(id)).version);
    const body = { revisionId: seen!.revisionId, decision: "approve" as const, words: "" };
    await expect(review.decideReview(bench.lead, { params: { requestId: seen!.id }, body })).rejects.toMatchObject({
      kind: "stale",
    });
    await decide(bench.lead, id, "approve");
    expect((await show(id)).revision.n).toBe(3);
  });

  test("sent back, its author reads why and hands it in again; an unfinished one is not taken in", async () => {
    const { id } = await write(bench.teacher, "Why?");
    await hand(bench.teacher, id);
    await decide(bench.lead, id, "sendBack", "Say why of what.");
    expect((await show(id)).status).toBe("draft");
    const news = await review.showReviewNews(bench.teacher);
    expect(news.sentBack.find((one) => one.itemId === id)?.words).toBe("Say why of what.");
    expect(news.comments.find((one) => one.itemId === id)?.body).toBe("Say why of what.");
    await write(bench.teacher, "Why do spits bend?", id, (await show(id)).version);
    await hand(bench.teacher, id);
    expect((await review.showReviewNews(bench.teacher)).sentBack.find((one) => one.itemId === id)).toBeUndefined();
    await decide(bench.teacher, id, "withdraw");
    expect((await show(id)).status).toBe("draft");
    await write(bench.teacher, "", id, (await show(id)).version);
    await expect(hand(bench.teacher, id)).rejects.toMatchObject({ kind: "conflict" });
  });

  test("its author may use a draft at once, a colleague may not", async () => {
    const { id } = await write(bench.lead, "What is longshore drift?");
    expect((await release(bench, { itemIds: [id] })).releaseId).not.toBe("");
    const { id: others } = await write(bench.teacher, "What is swash?");
    await expect(release(bench, { itemIds: [others] })).rejects.toMatchObject({ kind: "conflict" });
  });
});

test("switched off, what waits is approved as it stands", async () => {
  await review.setReviewRules(bench.lead, { body: { mode: "all", mayApproveOwn: true } });
  const { id } = await write(bench.teacher, "What is a tombolo?");
  await hand(bench.teacher, id);
  await review.setReviewRules(bench.lead, { body: noReview });
  expect((await show(id)).status).toBe("approved");
  expect((await review.listReviews(bench.lead)).requests).toEqual([]);
});

test("more than are listed at once wait: it is said, and switching off approves those too that were not listed", async () => {
  await review.setReviewRules(bench.lead, { body: { mode: "all", mayApproveOwn: false } });
  const { topicId } = await bench.db.selectFrom("unitTopic").select("topicId").executeTakeFirstOrThrow();
  const ids: string[] = [];
  for (const count of [200, 200, 102]) {
    const items = Array.from({ length: count }, (_, i) => ({
      content: content(`What is number ${ids.length + i}?`),
      topicId,
      standardIds: [],
    }));
    const { itemIds } = await addItems(bench.teacher, { body: { items } });
    await review.submitForReview(bench.teacher, { body: { itemIds } });
    ids.push(...itemIds);
  }
  const { requests, isMore } = await review.listReviews(bench.lead);
  expect([requests.length, isMore]).toEqual([500, true]);
  await review.setReviewRules(bench.lead, { body: noReview });
  const statuses = await bench.db.selectFrom("item").select("status").where("id", "in", ids).execute();
  expect(new Set(statuses.map((one) => one.status))).toEqual(new Set(["approved"]));
  expect(await review.listReviews(bench.lead)).toMatchObject({ requests: [], isMore: false });
});

test("second looks hold nothing up, and what is sent back by one is out of use", async () => {
  await review.setReviewRules(bench.lead, { body: { mode: "sampled", mayApproveOwn: false } });
  const written = [];
  for (let i = 0; i < 10; i++) written.push(await write(bench.teacher, `Sampled question ${i}?`));
  expect(written.every((item) => item.status === "approved")).toBe(true);
  const asked = (await review.listReviews(bench.lead)).requests.filter((one) => one.kind === "secondLook");
  expect(asked.map((one) => one.number % 10)).toEqual([0]);
  await decide(bench.lead, asked[0]!.itemId, "sendBack", "The key is wrong.");
  expect((await show(asked[0]!.itemId)).status).toBe("draft");
  await review.setReviewRules(bench.lead, { body: noReview });
});

describe("comments", () => {
  const say = (scope: Scope<Member>, itemId: string, revisionId: string, suggestion: Content | null = null) =>
    review.addComment(scope, {
      params: { itemId },
      body: { revisionId, field: "question", body: "A shorter one?", suggestion },
    });

  test("a suggestion is taken with one click, as long as the item is what it was suggested for", async () => {
    const item = await write(bench.teacher, "What is the name of what grows past a bend of the coast?");
    const first = await say(bench.lead, item.id, item.revision.id, content("What grows past a bend?"));
    const second = await say(bench.lead, item.id, item.revision.id, content("Something else?"));
    const settle = (commentId: string) =>
      review.settleComment(bench.teacher, { params: { commentId }, body: { as: "taken" } });
    await settle(first.id);
    expect((await show(item.id)).content.stem).toEqual(richTextOf("What grows past a bend?"));
    await expect(settle(second.id)).rejects.toMatchObject({ kind: "stale" });
    const { comments } = await review.listComments(bench.lead, { params: { itemId: item.id } });
    expect(comments.map((one) => [one.n, one.settled, one.isMine])).toEqual([
      [1, "taken", true],
      [1, null, true],
    ]);
  });

  test("belong to a department: others neither read nor settle them", async () => {
    const item = await write(bench.teacher, "What is backwash?");
    const { id: commentId } = await say(bench.lead, item.id, item.revision.id);
    const { lead } = await otherDepartment(bench);
    const missing = { kind: "missing" };
    await expect(review.listComments(lead, { params: { itemId: item.id } })).rejects.toMatchObject(missing);
    const body = { as: "settled" as const };
    await expect(review.settleComment(lead, { params: { commentId }, body })).rejects.toMatchObject(missing);
    await review.settleComment(bench.teacher, { params: { commentId }, body });
  });
});

test("an item is retired with one that takes its place, which is never itself or a retired one", async () => {
  const [old, other] = [await write(bench.lead, "Old?"), await write(bench.lead, "New?")];
  const retire = (successorId: string) =>
    setItemStatus(bench.lead, {
      params: { itemId: old.id },
      body: { version: old.version, status: "retired", successorId },
    });
  await expect(retire(old.id)).rejects.toMatchObject({ kind: "invalid" });
  await expect(retire(newId())).rejects.toMatchObject({ kind: "invalid" });
  expect(await retire(other.id)).toMatchObject({
    status: "retired",
    successor: { id: other.id, number: other.number },
  });
});

test("an item goes back to a draft and into use again; where all is looked over, by way of a colleague", async () => {
  const item = await write(bench.lead, "To be worked on?");
  const set = async (status: "draft" | "approved") => {
    const { version } = await showItem(bench.lead, { params: { itemId: item.id } });
    return setItemStatus(bench.lead, { params: { itemId: item.id }, body: { version, status, successorId: null } });
  };
  const inUse = async () =>
    bench.db.selectFrom("item").select(["status", "approvedRevisionId"]).where("id", "=", item.id).executeTakeFirst();
  const before = await inUse();
  expect((await set("draft")).status).toBe("draft");
  expect(await inUse()).toEqual({ status: "draft", approvedRevisionId: null });
  expect((await set("approved")).status).toBe("approved");
  expect(await inUse()).toEqual(before);
  await set("draft");
  await review.setReviewRules(bench.lead, { body: { mode: "all", mayApproveOwn: false } });
  await expect(set("approved")).rejects.toMatchObject({ kind: "conflict" });
  await review.setReviewRules(bench.lead, { body: noReview });
});
