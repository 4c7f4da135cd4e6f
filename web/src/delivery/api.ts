import { listReleases, releaseQuiz, shutRelease } from "@verdant/contract/delivery";
import { api, calls } from "../platform/contractApi.ts";

export const deliveryApi = api.injectEndpoints({
  endpoints: (build) => ({
    listReleases: build.query({ ...calls<typeof listReleases>(listReleases), providesTags: ["Release"] }),
    releaseQuiz: build.mutation({ ...calls<typeof releaseQuiz>(releaseQuiz), invalidatesTags: ["Release", "Quiz"] }),
    shutRelease: build.mutation({
      ...calls<typeof shutRelease>(shutRelease),
      invalidatesTags: ["Release", "Results", "Due"],
    }),
  }),
});

export const { useListReleasesQuery, useReleaseQuizMutation, useShutReleaseMutation } = deliveryApi;
