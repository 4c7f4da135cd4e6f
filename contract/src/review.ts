/** Looking items over: the department's rules, the queue, and what colleagues say about an item. */
import { contentFields } from "@verdant/core/bank/fields";
import { reviewKinds, reviewModes, type ReviewRules as Rules } from "@verdant/core/review/reviewRules";
import { z } from "zod";
import { Use } from "./bank.ts";
import { endpoint } from "./endpoint.ts";
import { Content } from "./items/kinds.ts";
import { Done, Id, limits, Moment } from "./wire.ts";

export const ReviewRules = z.strictObject({
  mode: z.enum(reviewModes),
  mayApproveOwn: z.boolean(),
}) satisfies z.ZodType<Rules>;

export const showReviewRules = endpoint({
  method: "get",
  path: "/review-rules",
  access: "member",
  summary: "How the department looks its items over.",
  result: ReviewRules,
});

export const setReviewRules = endpoint({
  method: "put",
  path: "/review-rules",
  access: "lead",
  summary:
    "Sets how the department looks its items over. Switched off, what waits for review is approved as it stands.",
  body: ReviewRules,
  result: ReviewRules,
});

export const ReviewRequest = z.object({
  id: Id,
  kind: z.enum(reviewKinds),
  itemId: Id,
  number: z.int(),
  label: z.string().nullable(),
  topicId: Id.nullable(),
  use: Use,
  revisionId: Id,
  content: Content,
  /** What is in use now; null: nothing yet, or just this. */
  inUse: Content.nullable(),
  askedBy: z.string(),
  askedAt: Moment,
  isMine: z.boolean(),
  mayApprove: z.boolean(),
});
export type ReviewRequest = z.infer<typeof ReviewRequest>;

export const listReviews = endpoint({
  method: "get",
  path: "/reviews",
  access: "member",
  summary: "What waits to be looked over, the oldest first; my own last.",
  result: z.object({ requests: z.array(ReviewRequest), isMore: z.boolean() }),
});

export const submitForReview = endpoint({
  method: "post",
  path: "/reviews",
  access: "member",
  summary: "Hands items in for review, all or none. Nothing may be missing in them.",
  body: z.object({ itemIds: z.array(Id).min(1).max(limits.itemsAtOnce) }),
  result: z.object({ submitted: z.int() }),
});

const words = z.string().trim().max(limits.comment);

export const decideReview = endpoint({
  method: "post",
  path: "/reviews/:requestId/decision",
  access: "member",
  summary:
    "Approves what was handed in, sends it back with words, or takes it back oneself. Names the revision that was looked at.",
  params: z.object({ requestId: Id }),
  body: z
    .object({ revisionId: Id, decision: z.enum(["approve", "sendBack", "withdraw"]), words })
    .refine((body) => body.decision !== "sendBack" || body.words !== "", {
      path: ["words"],
      message: "sayWhatToDo",
    }),
  result: Done,
});

export const Comment = z.object({
  id: Id,
  /** The revision it was made on, by its number. */
  n: z.int(),
  field: z.enum(contentFields).nullable(),
  body: z.string(),
  /** The item as it is suggested, with what it was suggested for; null: words only. */
  suggestion: z.object({ content: Content, base: Content }).nullable(),
  by: z.string(),
  isMine: z.boolean(),
  at: Moment,
  settled: z.enum(["settled", "taken"]).nullable(),
});
export type Comment = z.infer<typeof Comment>;

export const listComments = endpoint({
  method: "get",
  path: "/items/:itemId/comments",
  access: "member",
  summary: "What colleagues have said about an item, the oldest first.",
  params: z.object({ itemId: Id }),
  result: z.object({ comments: z.array(Comment) }),
});

export const addComment = endpoint({
  method: "post",
  path: "/items/:itemId/comments",
  access: "member",
  summary: "Says something about an item or a part of it, or suggests a change that its author can take.",
  params: z.object({ itemId: Id }),
  body: z
    .object({ revisionId: Id, field: z.enum(contentFields).nullable(), body: words, suggestion: Content.nullable() })
    .refine((body) => body.suggestion !== null || body.body !== "", { path: ["body"], message: "textEmpty" }),
  result: z.object({ id: Id }),
});

export const settleComment = endpoint({
  method: "post",
  path: "/comments/:commentId/settled",
  access: "member",
  summary: "Says that nothing is left to do about a comment, or takes the change that it suggests into the item.",
  params: z.object({ commentId: Id }),
  body: z.object({
    /** "taken": the item becomes what was suggested, unless it was changed since. */
    as: z.enum(["settled", "taken"]),
  }),
  result: Done,
});

/** How much waits for me to look over, and what was said about items of mine. */
export const ReviewNews = z.object({
  waiting: z.int(),
  sentBack: z.array(z.object({ itemId: Id, number: z.int(), words: z.string(), by: z.string() })),
  comments: z.array(z.object({ itemId: Id, number: z.int(), body: z.string(), by: z.string() })),
  /** There are more than are named here. */
  isMore: z.boolean(),
});
export type ReviewNews = z.infer<typeof ReviewNews>;

export const reviewEndpoints = {
  showReviewRules,
  setReviewRules,
  listReviews,
  submitForReview,
  decideReview,
  listComments,
  addComment,
  settleComment,
};
