import { showComparison } from "@verdant/contract/comparison";
import { setStudentNote, showClassOverTime, showRecallThen, showStudentOverTime } from "@verdant/contract/overTime";
import { api, calls } from "../platform/contractApi.ts";

export const overTimeApi = api.injectEndpoints({
  endpoints: (build) => ({
    showClassOverTime: build.query({
      ...calls<typeof showClassOverTime>(showClassOverTime),
      providesTags: ["Results", "Marks", "Due"],
    }),
    showRecallThen: build.query({
      ...calls<typeof showRecallThen>(showRecallThen),
      providesTags: ["Results", "Due"],
    }),
    showStudentOverTime: build.query({
      ...calls<typeof showStudentOverTime>(showStudentOverTime),
      providesTags: ["Results", "Marks", "Due", "Standard", "Note"],
    }),
    showComparison: build.query({
      ...calls<typeof showComparison>(showComparison),
      providesTags: ["Results", "Class"],
    }),
    setStudentNote: build.mutation({
      ...calls<typeof setStudentNote>(setStudentNote),
      // Also where somebody else was faster: then it is theirs that is to be seen.
      invalidatesTags: ["Note"],
    }),
  }),
});

export const {
  useShowClassOverTimeQuery,
  useShowRecallThenQuery,
  useShowStudentOverTimeQuery,
  useShowComparisonQuery,
  useSetStudentNoteMutation,
} = overTimeApi;
