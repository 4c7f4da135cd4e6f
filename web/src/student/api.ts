/** What the students' pages ask the server. Types come from the contract, paths from the generated routes. */
import type * as delivery from "@verdant/contract/delivery";
import type * as reasons from "@verdant/contract/reasons";
import type * as team from "@verdant/contract/team";
import { api, calls } from "../platform/contractApi.ts";
import { routes } from "./routes.generated.ts";

export const studentApi = api.injectEndpoints({
  endpoints: (build) => ({
    studentSession: build.query({ ...calls<typeof team.showSession>(routes.showSession), providesTags: ["Session"] }),
    enter: build.mutation({ ...calls<typeof team.enter>(routes.enter), invalidatesTags: ["Session", "Now"] }),
    leave: build.mutation(calls<typeof team.signOut>(routes.signOut)),
    whatNow: build.query({ ...calls<typeof delivery.whatNow>(routes.whatNow), providesTags: ["Now"] }),
    beginSitting: build.mutation({
      ...calls<typeof delivery.beginSitting>(routes.beginSitting),
      invalidatesTags: ["Now"],
    }),
    giveReason: build.mutation({
      ...calls<typeof reasons.giveReason>(routes.giveReason),
      invalidatesTags: ["Now"],
    }),
    settleSitting: build.mutation({
      ...calls<typeof delivery.settleSitting>(routes.settleSitting),
      invalidatesTags: ["Now"],
    }),
    showResult: build.query({ ...calls<typeof delivery.showResult>(routes.showResult), providesTags: ["Now"] }),
  }),
});

export const {
  useStudentSessionQuery,
  useEnterMutation,
  useLeaveMutation,
  useWhatNowQuery,
  useBeginSittingMutation,
  useSettleSittingMutation,
  useShowResultQuery,
  useGiveReasonMutation,
} = studentApi;
