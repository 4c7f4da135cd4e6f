import { showToday, showWaiting } from "@verdant/contract/today";
import { api, calls } from "../platform/contractApi.ts";

export const todayApi = api.injectEndpoints({
  endpoints: (build) => ({
    showToday: build.query({
      ...calls<typeof showToday>(showToday),
      providesTags: ["Class", "Due", "Release", "Marking", "Review", "Comment"],
    }),
    showWaiting: build.query({
      ...calls<typeof showWaiting>(showWaiting),
      providesTags: ["Waiting", "Path", "Class"],
    }),
  }),
});

export const { useShowTodayQuery, useShowWaitingQuery } = todayApi;
