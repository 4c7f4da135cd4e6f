import { listDue } from "@verdant/contract/plan";
import { api, calls } from "../platform/contractApi.ts";

export const planApi = api.injectEndpoints({
  endpoints: (build) => ({
    listDue: build.query({ ...calls<typeof listDue>(listDue), providesTags: ["Due"] }),
  }),
});

export const { useListDueQuery } = planApi;
