import { listReleases, openResults, releaseQuiz, shutRelease } from "@verdant/contract/delivery";
import { api, calls } from "../platform/contractApi.ts";

export const deliveryApi = api.injectEndpoints({
  endpoints: (build) => ({
    listReleases: build.query({ ...calls<typeof listReleases>(listReleases), providesTags: ["Release"] }),
    releaseQuiz: build.mutation({ ...calls<typeof releaseQuiz>(releaseQuiz), invalidatesTags: ["Release", "Quiz"] }),
    openResults: build.mutation({ ...calls<typeof openResults>(openResults), invalidatesTags: ["Release"] }),
    shutRelease: build.mutation({
      ...calls<typeof shutRelease>(shutRelease),
      invalidatesTags: ["Release", "Results", "Due"],
    }),
  }),
});

export const { useListReleasesQuery, useReleaseQuizMutation, useOpenResultsMutation, useShutReleaseMutation } =
  deliveryApi;
