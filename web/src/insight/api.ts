import { showResults } from "@verdant/contract/insight";
import { api, calls } from "../platform/contractApi.ts";

export const insightApi = api.injectEndpoints({
  endpoints: (build) => ({
    showResults: build.query({ ...calls<typeof showResults>(showResults), providesTags: ["Results"] }),
  }),
});

export const { useShowResultsQuery } = insightApi;
