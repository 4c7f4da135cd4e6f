import { listClasses, listEnrolments, reissueCard } from "@verdant/contract/courses";
import { api, calls } from "../platform/contractApi.ts";

export const coursesApi = api.injectEndpoints({
  endpoints: (build) => ({
    listClasses: build.query({ ...calls<typeof listClasses>(listClasses), providesTags: ["Class"] }),
    listEnrolments: build.query({ ...calls<typeof listEnrolments>(listEnrolments), providesTags: ["Class"] }),
    reissueCard: build.mutation({ ...calls<typeof reissueCard>(reissueCard), invalidatesTags: ["Class"] }),
  }),
});

export const { useListClassesQuery, useListEnrolmentsQuery, useReissueCardMutation } = coursesApi;
