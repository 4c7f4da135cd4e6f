import { listTopics } from "@verdant/contract/standards";
import { api, calls } from "../platform/contractApi.ts";

export const standardsApi = api.injectEndpoints({
  endpoints: (build) => ({
    listTopics: build.query({ ...calls<typeof listTopics>(listTopics), providesTags: ["Topic"] }),
  }),
});

export const { useListTopicsQuery } = standardsApi;
