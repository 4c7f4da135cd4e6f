import {
  giveKeyRuling,
  listKeyRulings,
  listReleases,
  openResults,
  previewKeyRuling,
  releaseQuiz,
  shutRelease,
  undoKeyRuling,
} from "@verdant/contract/delivery";
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
    listKeyRulings: build.query({ ...calls<typeof listKeyRulings>(listKeyRulings), providesTags: ["Ruling"] }),
    previewKeyRuling: build.query({ ...calls<typeof previewKeyRuling>(previewKeyRuling), providesTags: ["Ruling"] }),
    giveKeyRuling: build.mutation({
      ...calls<typeof giveKeyRuling>(giveKeyRuling),
      invalidatesTags: ["Ruling", "Results", "Due", "Item"],
    }),
    undoKeyRuling: build.mutation({
      ...calls<typeof undoKeyRuling>(undoKeyRuling),
      invalidatesTags: ["Ruling", "Results", "Due", "Item"],
    }),
  }),
});

export const {
  useListReleasesQuery,
  useReleaseQuizMutation,
  useOpenResultsMutation,
  useShutReleaseMutation,
  useListKeyRulingsQuery,
  usePreviewKeyRulingQuery,
  useGiveKeyRulingMutation,
  useUndoKeyRulingMutation,
} = deliveryApi;
