import { listChecks, showCoverage, showNeeds } from "@verdant/contract/coverage";
import { api, calls } from "../platform/contractApi.ts";

export const coverageApi = api.injectEndpoints({
  endpoints: (build) => ({
    showCoverage: build.query({ ...calls<typeof showCoverage>(showCoverage), providesTags: ["Item", "Topic", "Goal"] }),
    showNeeds: build.query({ ...calls<typeof showNeeds>(showNeeds), providesTags: ["Item", "Due"] }),
    listChecks: build.query({ ...calls<typeof listChecks>(listChecks), providesTags: ["Item", "Quiz"] }),
  }),
});

export const { useShowCoverageQuery, useShowNeedsQuery, useListChecksQuery } = coverageApi;
