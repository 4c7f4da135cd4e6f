import {
  addComment,
  decideReview,
  listComments,
  listReviews,
  setReviewRules,
  settleComment,
  showReviewRules,
  submitForReview,
} from "@verdant/contract/review";
import { api, calls } from "../platform/contractApi.ts";

export const reviewApi = api.injectEndpoints({
  endpoints: (build) => ({
    showReviewRules: build.query({ ...calls<typeof showReviewRules>(showReviewRules), providesTags: ["Review"] }),
    setReviewRules: build.mutation({
      ...calls<typeof setReviewRules>(setReviewRules),
      invalidatesTags: ["Review", "Item", "Quiz", "Due"],
    }),
    listReviews: build.query({ ...calls<typeof listReviews>(listReviews), providesTags: ["Review", "Item"] }),
    submitForReview: build.mutation({
      ...calls<typeof submitForReview>(submitForReview),
      invalidatesTags: ["Review", "Item"],
    }),
    decideReview: build.mutation({
      ...calls<typeof decideReview>(decideReview),
      invalidatesTags: ["Review", "Item", "Quiz", "Due", "Comment"],
    }),
    listComments: build.query({ ...calls<typeof listComments>(listComments), providesTags: ["Comment"] }),
    addComment: build.mutation({ ...calls<typeof addComment>(addComment), invalidatesTags: ["Comment"] }),
    settleComment: build.mutation({
      ...calls<typeof settleComment>(settleComment),
      invalidatesTags: ["Comment", "Item", "Review"],
    }),
  }),
});

export const {
  useShowReviewRulesQuery,
  useSetReviewRulesMutation,
  useListReviewsQuery,
  useSubmitForReviewMutation,
  useDecideReviewMutation,
  useListCommentsQuery,
  useAddCommentMutation,
  useSettleCommentMutation,
} = reviewApi;
