import {
  claimWrittenAnswer,
  keepMarkingComment,
  listSecondMarks,
  listWrittenAnswers,
  markSecond,
  markWrittenAnswer,
  removeMarkingComment,
  settleMarks,
  showMarksSoFar,
} from "@verdant/contract/marking";
import { api, calls } from "../platform/contractApi.ts";

export const markingApi = api.injectEndpoints({
  endpoints: (build) => ({
    listWrittenAnswers: build.query({
      ...calls<typeof listWrittenAnswers>(listWrittenAnswers),
      providesTags: ["Marking"],
    }),
    claimWrittenAnswer: build.mutation(calls<typeof claimWrittenAnswer>(claimWrittenAnswer)),
    markWrittenAnswer: build.mutation({
      ...calls<typeof markWrittenAnswer>(markWrittenAnswer),
      invalidatesTags: ["Marking", "Results", "Due"],
    }),
    showMarksSoFar: build.mutation({ ...calls<typeof showMarksSoFar>(showMarksSoFar), invalidatesTags: ["Marking"] }),
    keepMarkingComment: build.mutation({
      ...calls<typeof keepMarkingComment>(keepMarkingComment),
      invalidatesTags: ["Marking"],
    }),
    removeMarkingComment: build.mutation({
      ...calls<typeof removeMarkingComment>(removeMarkingComment),
      invalidatesTags: ["Marking"],
    }),
    listSecondMarks: build.query({ ...calls<typeof listSecondMarks>(listSecondMarks), providesTags: ["Marking"] }),
    markSecond: build.mutation({ ...calls<typeof markSecond>(markSecond), invalidatesTags: ["Marking"] }),
    settleMarks: build.mutation({
      ...calls<typeof settleMarks>(settleMarks),
      invalidatesTags: ["Marking", "Results", "Due"],
    }),
  }),
});

export const {
  useListWrittenAnswersQuery,
  useClaimWrittenAnswerMutation,
  useMarkWrittenAnswerMutation,
  useShowMarksSoFarMutation,
  useKeepMarkingCommentMutation,
  useRemoveMarkingCommentMutation,
  useListSecondMarksQuery,
  useMarkSecondMutation,
  useSettleMarksMutation,
} = markingApi;
