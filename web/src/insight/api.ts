import { showOpener, showResults } from "@verdant/contract/insight";
import { api, calls } from "../platform/contractApi.ts";

export const insightApi = api.injectEndpoints({
  endpoints: (build) => ({
    showResults: build.query({ ...calls<typeof showResults>(showResults), providesTags: ["Results"] }),
    showOpener: build.query({ ...calls<typeof showOpener>(showOpener), providesTags: ["Results"] }),
  }),
});

export const { useShowResultsQuery, useShowOpenerQuery } = insightApi;
