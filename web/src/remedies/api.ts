import { addRemedy, listRemedyDays, listWhatHelped, removeRemedy, showClassRemedies } from "@verdant/contract/remedies";
import { api, calls } from "../platform/contractApi.ts";

export const remediesApi = api.injectEndpoints({
  endpoints: (build) => ({
    showClassRemedies: build.query({
      ...calls<typeof showClassRemedies>(showClassRemedies),
      providesTags: ["Remedy", "Results"],
    }),
    listRemedyDays: build.query({ ...calls<typeof listRemedyDays>(listRemedyDays), providesTags: ["Remedy"] }),
    listWhatHelped: build.query({
      ...calls<typeof listWhatHelped>(listWhatHelped),
      providesTags: ["Remedy", "Results"],
    }),
    addRemedy: build.mutation({ ...calls<typeof addRemedy>(addRemedy), invalidatesTags: ["Remedy"] }),
    removeRemedy: build.mutation({ ...calls<typeof removeRemedy>(removeRemedy), invalidatesTags: ["Remedy"] }),
  }),
});

export const {
  useShowClassRemediesQuery,
  useListRemedyDaysQuery,
  useListWhatHelpedQuery,
  useAddRemedyMutation,
  useRemoveRemedyMutation,
} = remediesApi;
